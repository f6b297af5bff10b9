<script setup lang="ts">
import { undivided } from '~~/core/tools/questions/kinds/dividing'
import type { Divided, DividingPart } from '~~/core/tools/questions/kinds/dividing'
import { addressText, prefixText, readPrefix } from '~~/core/ground/addresses/ipv4'
import type { Prefix } from '~~/core/ground/addresses/ipv4'
import { equalParts, halved, otherHalf, rejoined, roomOf } from '~~/core/ground/addresses/subnets'
import { sure } from '~~/core/ground/sure'

/** A block of addresses that is cut into parts, some of which are marked: drawn as it is cut, and as a list. */
const props = defineProps<{ part: DividingPart; answer: Divided | null; closed: boolean }>()
const emit = defineEmits<{ answer: [answer: Divided] }>()

const MOST_PARTS = 64
const EQUAL = [1, 2, 3, 4]
const whole = computed(() => sure(readPrefix(props.part.block)))
const given = computed(() => props.answer ?? undivided(props.part))
const parts = computed(() => given.value.parts.map(text => sure(readPrefix(text))))

/** Cuts anew. What was marked stays so as long as it is still a part. */
function cut(now: readonly Prefix[]) {
  const texts = now.map(prefixText)
  emit('answer', { parts: texts, marked: given.value.marked.filter(one => texts.includes(one)) })
}
function mark(text: string) {
  const { parts: texts, marked } = given.value
  const isMarked = marked.includes(text)
  emit('answer', { parts: texts, marked: isMarked ? marked.filter(one => one !== text) : [...marked, text] })
}
const rows = computed(() => {
  const size = 2 ** (32 - whole.value.bits)
  return parts.value.map((one, at) => {
    const { first, last, hosts } = roomOf(one)
    return {
      at,
      text: prefixText(one),
      range: `${addressText(first)} – ${addressText(last)}`,
      hosts,
      marked: given.value.marked.includes(prefixText(one)),
      canHalve: one.bits < 32 && parts.value.length < MOST_PARTS,
      canJoin: one.bits > whole.value.bits && otherHalf(parts.value, at) >= 0,
      x: ((one.network - whole.value.network) / size) * 100,
      width: (2 ** (32 - one.bits) / size) * 100,
    }
  })
})
</script>

<template>
  <p class="small soft">
    Cut the block into parts<template v-if="part.marks > 0">
      and mark {{ part.marks === 1 ? 'one of them' : `${part.marks} of them` }}</template
    >.
  </p>
  <p class="equal small">
    <strong class="figure">{{ part.block }}</strong> in equal parts:
    <Button
      v-for="more in EQUAL"
      :key="more"
      size="small"
      outlined
      severity="secondary"
      :label="String(2 ** more)"
      :aria-label="`${2 ** more} equal parts`"
      :disabled="closed || whole.bits + more > 32"
      @click="cut(equalParts(whole, more))"
    />
    <Button size="small" text label="Whole again" :disabled="closed || parts.length === 1" @click="cut([whole])" />
  </p>
  <svg viewBox="0 0 100 9" preserveAspectRatio="none" aria-hidden="true">
    <rect
      v-for="row in rows"
      :key="row.text"
      :class="{ marked: row.marked }"
      :x="row.x"
      y="0"
      :width="row.width"
      height="9"
    />
  </svg>
  <table>
    <thead>
      <tr>
        <th scope="col">Part</th>
        <th scope="col">Hosts</th>
        <th scope="col">How many</th>
        <th scope="col"><span class="spoken">What can be done with it</span></th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="row in rows" :key="row.text" :class="{ marked: row.marked }" :data-part="row.text">
        <th scope="row" class="figure">{{ row.text }}</th>
        <td class="figure">{{ row.range }}</td>
        <td class="figure">{{ row.hosts }}</td>
        <td class="acts">
          <Button
            v-if="part.marks > 0"
            size="small"
            text
            :label="row.marked ? 'Marked: take off' : 'Mark'"
            :aria-label="row.marked ? `Take the mark off ${row.text}` : `Mark ${row.text}`"
            :disabled="closed"
            @click="mark(row.text)"
          />
          <Button
            size="small"
            text
            label="Halve"
            :aria-label="`Halve ${row.text}`"
            :disabled="closed || !row.canHalve"
            @click="cut(halved(parts, row.at))"
          />
          <Button
            size="small"
            text
            label="Join"
            :aria-label="`Join ${row.text} with its other half`"
            :disabled="closed || !row.canJoin"
            @click="cut(rejoined(parts, row.at))"
          />
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.equal {
  display: flex;
  flex-wrap: wrap;
  gap: 0.35rem;
  align-items: center;
  margin: 0.2rem 0 0.5rem;
}
svg {
  display: block;
  width: 100%;
  height: 2.2rem;
}
rect {
  fill: var(--track);
  stroke: var(--ink);
  stroke-width: 1;
  vector-effect: non-scaling-stroke;
}
rect.marked {
  fill: var(--act);
}
table {
  width: 100%;
  margin-top: 0.4rem;
}
th,
td {
  padding: 0.1rem 0.4rem;
  border-bottom: 1px solid var(--line);
  font-size: var(--small);
  font-weight: 400;
  text-align: left;
}
tr.marked th {
  border-left: 5px solid var(--act);
  font-weight: 700;
}
.acts {
  white-space: nowrap;
}
.acts button {
  padding: 0.1rem 0.35rem;
}
@container tool (max-width: 520px) {
  .acts {
    white-space: normal;
  }
}
</style>
