<script setup lang="ts">
import { pointsInWords } from '~~/core/marking/points'
import type { PartToMark } from '~~/core/wire/marking'

/** The criteria of a part: a level is chosen, or points are typed. Points in hundredths by criterion. */
const props = defineProps<{
  criteria: PartToMark['criteria']
  points: Readonly<Record<string, number>>
  /** The criterion that digits go to. */
  inHand: string
}>()
const emit = defineEmits<{ give: [id: string, points: number | null]; take: [id: string] }>()

type Criterion = PartToMark['criteria'][number]
const isAt = ({ id }: Criterion, points: number): boolean => props.points[id] === Math.round(points * 100)
const written = (points: number | undefined): string => (points === undefined ? '' : pointsInWords(points))
function typed({ id, outOf }: Criterion, { target }: Event) {
  if (!(target instanceof HTMLInputElement)) return
  const text = target.value.trim().replace(',', '.')
  const value = /^\d+(\.\d{1,2})?$/.test(text) ? Math.round(Number(text) * 100) : null
  emit('give', id, value !== null && value <= outOf * 100 ? value : null)
  // What isn’t a number of points here isn’t kept.
  const kept = props.points[id]
  if (value === null || value > outOf * 100) target.value = written(kept)
}
</script>

<template>
  <section
    v-for="one in criteria"
    :key="one.id"
    :class="['criterion', { 'in-hand': one.id === inHand }]"
    :data-criterion="one.id"
    @focusin="emit('take', one.id)"
  >
    <h3>
      <span>{{ one.label }}</span>
      <label class="small">
        <input
          class="figure"
          type="text"
          inputmode="decimal"
          :value="written(points[one.id])"
          :aria-label="`Points for ${one.label}, of ${one.outOf.toFixed(2)}`"
          @change="typed(one, $event)"
        />
        <span class="figure">of {{ one.outOf.toFixed(2) }}</span>
      </label>
    </h3>
    <p class="small soft">{{ one.feedback }}</p>
    <ol v-if="one.levels.length > 0">
      <li v-for="(level, at) in one.levels" :key="level.points">
        <button
          type="button"
          :aria-pressed="isAt(one, level.points)"
          @click="emit('give', one.id, Math.round(level.points * 100))"
        >
          <kbd>{{ at + 1 }}</kbd>
          <span>{{ level.text }}</span>
          <span class="figure">{{ level.points.toFixed(2) }}</span>
        </button>
      </li>
    </ol>
  </section>
</template>

<style scoped>
.criterion {
  padding: 0.5rem 0.7rem;
  border: 1px solid var(--line);
  border-left: 5px solid var(--line);
  border-radius: 4px;
}
.criterion + .criterion {
  margin-top: 0.6rem;
}
.criterion.in-hand {
  border-left-color: var(--act);
}
h3 {
  display: flex;
  justify-content: space-between;
  gap: 0.6rem;
  align-items: baseline;
  margin: 0;
  font-size: 1rem;
}
label {
  display: flex;
  gap: 0.4rem;
  align-items: baseline;
  white-space: nowrap;
}
input {
  width: 4.2rem;
  padding: 0.15rem 0.3rem;
  border: 1px solid var(--line-strong);
  border-radius: 4px;
  background: var(--surface);
  color: var(--ink);
  font: inherit;
  text-align: right;
}
p {
  margin: 0.2rem 0 0.4rem;
}
ol {
  display: grid;
  gap: 0.25rem;
  margin: 0;
  padding: 0;
  list-style: none;
}
button {
  display: grid;
  grid-template-columns: 1.4rem 1fr auto;
  gap: 0.4rem;
  align-items: baseline;
  width: 100%;
  padding: 0.25rem 0.5rem;
  border: 1px solid var(--line-strong);
  border-radius: 4px;
  background: var(--surface);
  color: var(--ink);
  font: inherit;
  font-size: var(--small);
  text-align: left;
  cursor: pointer;
}
button[aria-pressed='true'] {
  border-color: var(--act);
  background: var(--act-wash);
  font-weight: 700;
}
kbd {
  color: var(--ink-soft);
  font-weight: 700;
}
</style>
