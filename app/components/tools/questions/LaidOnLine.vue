<script setup lang="ts">
import { intervalText } from '~~/core/tools/questions/kinds/number-line'
import type { Interval, OnLine } from '~~/core/tools/questions/kinds/number-line'
import type { Axis } from '~~/core/tools/questions/answers/scale'

/** What lies on a line of numbers, as a list: ends that belong to it or not, and taking away. */
const props = defineProps<{ given: OnLine; line: Axis; closed: boolean }>()
const emit = defineEmits<{ lay: [now: OnLine] }>()

const ENDS = [
  { id: 'with', text: 'with it' },
  { id: 'without', text: 'without it' },
  { id: 'none', text: 'goes on for ever' },
]
function endOf(one: Interval, end: 'from' | 'to'): string {
  if (one[end] === null) return 'none'
  return (end === 'from' ? one.withFrom : one.withTo) ? 'with' : 'without'
}
/** The number at which an end was before it was taken off. */
const taken = new Map<string, string>()
function setEnd(at: number, end: 'from' | 'to', { target }: Event) {
  if (!(target instanceof HTMLSelectElement)) return
  const intervals = props.given.intervals.map((one, place): Interval => {
    if (place !== at) return one
    const before = one[end]
    if (before !== null) taken.set(`${at} ${end}`, before)
    const edge = end === 'from' ? props.line.from : props.line.to
    const number = target.value === 'none' ? null : (before ?? taken.get(`${at} ${end}`) ?? edge)
    return end === 'from'
      ? { ...one, from: number, withFrom: target.value !== 'without' }
      : { ...one, to: number, withTo: target.value !== 'without' }
  })
  emit('lay', { ...props.given, intervals })
}
const without = <Thing,>(things: readonly Thing[], at: number): Thing[] => things.filter((_, place) => place !== at)
</script>

<template>
  <ul class="laid small">
    <li v-for="(point, at) in given.points" :key="`point ${point}`">
      Point at <span class="figure">{{ point }}</span>
      <Button
        size="small"
        text
        label="Take away"
        :aria-label="`Take away the point at ${point}`"
        :disabled="closed"
        @click="emit('lay', { ...given, points: without(given.points, at) })"
      />
    </li>
    <li v-for="(one, at) in given.intervals" :key="`interval ${at}`">
      <span class="spoken">{{ intervalText(one) }}</span>
      <template v-for="end in ['from', 'to'] as const" :key="end">
        <label>
          {{ end === 'from' ? 'From' : 'to' }} <span class="figure">{{ one[end] ?? '' }}</span>
          <select
            :value="endOf(one, end)"
            :aria-label="`${end === 'from' ? 'From' : 'to'} ${one[end] ?? ''}: the end of interval ${at + 1}`"
            :disabled="closed"
            @change="setEnd(at, end, $event)"
          >
            <option v-for="kind in ENDS" :key="kind.id" :value="kind.id">{{ kind.text }}</option>
          </select>
        </label>
      </template>
      <Button
        size="small"
        text
        label="Take away"
        :aria-label="`Take away interval ${at + 1}`"
        :disabled="closed"
        @click="emit('lay', { ...given, intervals: without(given.intervals, at) })"
      />
    </li>
  </ul>
</template>

<style scoped src="./list.css"></style>

<style scoped>
.laid li {
  display: flex;
  flex-wrap: wrap;
  gap: 0.3rem 0.6rem;
  align-items: center;
}
select {
  padding: 0.15rem 0.3rem;
  border: 1px solid var(--line-strong);
  border-radius: 4px;
  background: var(--surface);
  color: var(--ink);
  font: inherit;
}
</style>
