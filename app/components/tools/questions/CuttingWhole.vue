<script setup lang="ts">
import { arc, pie } from 'd3'
import { sure } from '~~/core/ground/sure'
import { uncut } from '~~/core/tools/questions/kinds/cutting'
import type { Cut, CuttingPart } from '~~/core/tools/questions/kinds/cutting'

/** A bar or a disc that is cut into parts, of which some are marked: drawn, and as a row of parts. */
const props = defineProps<{ part: CuttingPart; answer: Cut | null; closed: boolean }>()
const emit = defineEmits<{ answer: [answer: Cut] }>()

const MOST_PARTS = 24
const given = computed(() => props.answer ?? uncut(props.part))
const isEqual = computed(() => props.part.units === undefined)
const cuts = ref<Record<number, string>>({})

/** Cuts anew. What was marked stays marked as long as its place is still a part. */
function cut(parts: number[]) {
  emit('answer', { parts, marked: isEqual.value ? given.value.marked.filter(at => at < parts.length) : [] })
}
const equal = (count: number) => cut(Array.from({ length: Math.min(MOST_PARTS, Math.max(1, count)) }, () => 1))
function mark(at: number) {
  if (props.closed || !props.part.marks) return
  const { parts, marked } = given.value
  emit('answer', { parts, marked: marked.includes(at) ? marked.filter(one => one !== at) : [...marked, at] })
}
function cutOff(at: number) {
  const size = sure(given.value.parts[at])
  const piece = Number(cuts.value[at])
  if (!Number.isInteger(piece) || piece < 1 || piece >= size) return
  cuts.value = {}
  cut(given.value.parts.toSpliced(at, 1, piece, size - piece))
}
const join = (at: number) =>
  cut(given.value.parts.toSpliced(at, 2, sure(given.value.parts[at]) + sure(given.value.parts[at + 1])))

const sizeText = (size: number): string =>
  isEqual.value ? '' : ` (${size}${props.part.unit ? ` ${props.part.unit}` : ''})`
const parts = computed(() => {
  const whole = given.value.parts.reduce((sum, size) => sum + size, 0)
  const slices = pie<number>().sort(null)(given.value.parts)
  let from = 0
  return given.value.parts.map((size, at) => {
    const slice = sure(slices[at])
    const begin = from
    from += size
    return {
      at,
      size,
      marked: given.value.marked.includes(at),
      x: (begin / whole) * 600,
      width: (size / whole) * 600,
      path: arc()({ innerRadius: 0, outerRadius: 98, startAngle: slice.startAngle, endAngle: slice.endAngle }) ?? '',
    }
  })
})
</script>

<template>
  <p class="small soft">
    Cut {{ part.whole }} into parts<template v-if="part.marks">, and mark the right ones by pressing them</template>.
  </p>
  <p v-if="isEqual" class="equal small">
    In
    <Button
      size="small"
      outlined
      severity="secondary"
      label="fewer"
      aria-label="One part fewer"
      :disabled="closed || given.parts.length <= 1"
      @click="equal(given.parts.length - 1)"
    />
    <label>
      <input
        class="figure typed-in"
        type="number"
        min="1"
        :max="MOST_PARTS"
        :value="given.parts.length"
        aria-label="How many equal parts"
        :disabled="closed"
        @change="equal(Math.round(Number(($event.target as HTMLInputElement).value)) || 1)"
      />
      equal parts
    </label>
    <Button
      size="small"
      outlined
      severity="secondary"
      label="more"
      aria-label="One part more"
      :disabled="closed || given.parts.length >= MOST_PARTS"
      @click="equal(given.parts.length + 1)"
    />
  </p>
  <svg v-if="part.shape === 'bar'" viewBox="-2 -2 604 64" aria-hidden="true">
    <rect
      v-for="one in parts"
      :key="one.at"
      :class="{ marked: one.marked }"
      :x="one.x"
      y="0"
      :width="one.width"
      height="60"
      @click="mark(one.at)"
    />
  </svg>
  <svg v-else class="disc" viewBox="-100 -100 200 200" aria-hidden="true">
    <path v-for="one in parts" :key="one.at" :class="{ marked: one.marked }" :d="one.path" @click="mark(one.at)" />
  </svg>
  <ul class="parts small">
    <li v-for="one in parts" :key="one.at">
      <button v-if="part.marks" type="button" :aria-pressed="one.marked" :disabled="closed" @click="mark(one.at)">
        Part {{ one.at + 1 }}{{ sizeText(one.size) }}{{ one.marked ? ': marked' : '' }}
      </button>
      <span v-else>Part {{ one.at + 1 }}{{ sizeText(one.size) }}</span>
      <template v-if="!isEqual">
        <input
          v-model="cuts[one.at]"
          class="figure typed-in"
          type="number"
          min="1"
          :max="one.size - 1"
          :aria-label="`Units to cut off part ${one.at + 1}`"
          :disabled="closed || one.size < 2"
        />
        <Button
          size="small"
          text
          label="Cut off"
          :aria-label="`Cut off part ${one.at + 1}`"
          :disabled="closed || one.size < 2 || parts.length >= MOST_PARTS"
          @click="cutOff(one.at)"
        />
        <Button
          v-if="one.at + 1 < parts.length"
          size="small"
          text
          label="Join"
          :aria-label="`Join part ${one.at + 1} with the next`"
          :disabled="closed"
          @click="join(one.at)"
        />
      </template>
    </li>
  </ul>
</template>

<style scoped src="./list.css"></style>

<style scoped>
.equal {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem;
  align-items: center;
  margin: 0.2rem 0 0.5rem;
}
svg {
  display: block;
  width: 100%;
  max-width: 40rem;
}
svg.disc {
  max-width: 15rem;
}
rect,
path {
  fill: var(--track);
  stroke: var(--ink);
  stroke-width: 1.5;
  cursor: pointer;
}
.marked {
  fill: var(--act);
}
.parts {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem 0.6rem;
  margin-top: 0.5rem;
}
.parts li {
  display: flex;
  gap: 0.2rem;
  align-items: center;
}
.parts button:not([class*='p-button']) {
  padding: 0.15rem 0.5rem;
  border: 1px solid var(--line-strong);
  border-radius: 4px;
  background: var(--surface);
  color: var(--ink);
  font: inherit;
  cursor: pointer;
}
.parts button[aria-pressed='true'] {
  border-color: var(--act);
  background: var(--act-wash);
  font-weight: 700;
}
input {
  width: 4rem;
}
</style>
