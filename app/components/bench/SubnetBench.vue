<script setup lang="ts">
import { addressText, maskOf, prefixText } from '~~/core/ground/addresses/ipv4'
import type { Prefix } from '~~/core/ground/addresses/ipv4'
import { bitsFor, equalParts, halved, otherHalf, readBlock, rejoined, roomOf } from '~~/core/ground/addresses/subnets'

/** Cuts a block of addresses into parts, equal or not, and shows what each has room for. Nobody marks it. */
const props = defineProps<{ sittingId: string }>()

const block = useSessionStorage(`subnets ${props.sittingId}`, '10.44.0.0/24')
const hosts = ref('')
const parts = ref<Prefix[]>([])
const read = computed(() => readBlock(block.value))
watch(
  read,
  now => {
    parts.value = now ? [now] : []
  },
  { immediate: true },
)

const EQUAL = [1, 2, 3, 4]
const isTooSmall = (more: number): boolean => (read.value?.bits ?? 32) + more > 32
const cut = (more: number) => {
  if (read.value) parts.value = equalParts(read.value, more)
}
const needed = computed(() => (/^[1-9]\d{0,9}$/.test(hosts.value.trim()) ? bitsFor(Number(hosts.value)) : null))

/** Where a part stands in the block, and how much of it it is, in hundredths. */
const drawn = computed(() => {
  const whole = read.value
  if (!whole) return []
  const size = 2 ** (32 - whole.bits)
  return parts.value.map(part => ({
    key: prefixText(part),
    x: ((part.network - whole.network) / size) * 100,
    width: (2 ** (32 - part.bits) / size) * 100,
    bits: part.bits,
  }))
})
const rows = computed(() =>
  parts.value.map((part, at) => {
    const { first, last, hosts: room } = roomOf(part)
    return {
      at,
      prefix: prefixText(part),
      mask: addressText(maskOf(part.bits)),
      range: `${addressText(first)} – ${addressText(last)}`,
      room,
      canHalve: part.bits < 32 && parts.value.length < 64,
      canJoin: otherHalf(parts.value, at) >= 0 && part.bits > (read.value?.bits ?? 0),
    }
  }),
)
</script>

<template>
  <div class="subnets">
    <label class="small">
      Block
      <InputText v-model="block" size="small" class="figure" autocomplete="off" spellcheck="false" :invalid="!read" />
    </label>
    <p v-if="!read" class="small" role="alert">A block is written with its first address, such as 10.44.64.0/24.</p>
    <template v-else>
      <p class="small equal">
        Equal parts:
        <Button
          v-for="more in EQUAL"
          :key="more"
          size="small"
          text
          :label="String(2 ** more)"
          :aria-label="`${2 ** more} equal parts`"
          :disabled="isTooSmall(more)"
          @click="cut(more)"
        />
        <Button size="small" text label="Whole again" @click="parts = [read]" />
      </p>
      <svg viewBox="0 0 100 12" preserveAspectRatio="none" role="img" :aria-label="`${rows.length} parts of ${block}`">
        <rect v-for="one in drawn" :key="one.key" :x="one.x" y="0" :width="one.width" height="12" />
      </svg>
      <ol>
        <li v-for="row in rows" :key="row.prefix">
          <strong class="figure">{{ row.prefix }}</strong>
          <span class="small soft">{{ counted(row.room, 'host', 'hosts') }}</span>
          <span class="small figure range">{{ row.range }}</span>
          <span class="small figure soft range">{{ row.mask }}</span>
          <span class="acts">
            <Button
              size="small"
              text
              label="Halve"
              :aria-label="`Halve ${row.prefix}`"
              :disabled="!row.canHalve"
              @click="parts = halved(parts, row.at)"
            />
            <Button
              v-if="row.canJoin"
              size="small"
              text
              label="Join with its half"
              :aria-label="`Join ${row.prefix} with its half`"
              @click="parts = rejoined(parts, row.at)"
            />
          </span>
        </li>
      </ol>
    </template>
    <label class="small">
      Hosts
      <InputText v-model="hosts" size="small" inputmode="numeric" autocomplete="off" />
    </label>
    <p v-if="hosts.trim() !== ''" class="small" aria-live="polite">
      <template v-if="needed !== null">
        /{{ needed }} has room for them: {{ counted(2 ** (32 - needed) - 2, 'host', 'hosts') }}.
      </template>
      <template v-else>No prefix has room for that many.</template>
    </p>
  </div>
</template>

<style scoped>
label {
  display: grid;
  grid-template-columns: 3.5rem minmax(0, 1fr);
  align-items: center;
  margin-bottom: 0.4rem;
}
.equal {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
}
.equal button {
  padding: 0.1rem 0.4rem;
}
svg {
  display: block;
  width: 100%;
  height: 26px;
  margin: 0.3rem 0;
}
rect {
  fill: var(--act-wash);
  stroke: var(--ink);
  stroke-width: 1.5;
  vector-effect: non-scaling-stroke;
}
ol {
  max-height: 20rem;
  overflow: auto;
  margin-bottom: 0.6rem;
}
li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 0 0.6rem;
  padding: 0.25rem 0;
  border-bottom: 1px solid var(--line);
}
.range,
.acts {
  grid-column: 1 / -1;
}
.acts button {
  padding: 0.1rem 0.6rem 0.1rem 0;
}
</style>
