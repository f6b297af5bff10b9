<script setup lang="ts">
import type { AssignmentView } from '~~/core/wire/given'

/** The papers of a month by their dates: when each opens, is due, closes, or was handed in. */
const props = defineProps<{ assignments: readonly AssignmentView[]; now: string }>()
const month = ref(props.now.slice(0, 7))
const title = computed(() =>
  new Date(`${month.value}-01T12:00:00`).toLocaleDateString('en-GB', { month: 'long', year: 'numeric' }),
)
const weekdays = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun']

/** A moment's calendar day where the viewer is: 2026-11-24. */
function dayOf(moment: string): string {
  const date = new Date(moment)
  return `${date.getFullYear()}-${String(date.getMonth() + 1).padStart(2, '0')}-${String(date.getDate()).padStart(2, '0')}`
}
const today = computed(() => dayOf(props.now))

const marks = computed(() =>
  props.assignments.flatMap(one => {
    const at = (moment: string | null | undefined, says: string) =>
      moment ? [{ day: dayOf(moment), at: format.time(moment), says, one }] : []
    return [
      ...at(one.state === 'coming' ? one.opensAt : null, 'opens'),
      ...at(one.state === 'open' || one.state === 'under-way' ? one.dueAt : null, 'due'),
      ...at(
        one.state === 'open' || one.state === 'under-way' || one.state === 'coming' ? one.closesAt : null,
        'closes',
      ),
      ...at(one.latest?.endedAt, 'handed in'),
    ]
  }),
)
const weeks = computed(() => {
  const first = new Date(`${month.value}-01T12:00:00`)
  const start = new Date(first)
  start.setDate(1 - ((first.getDay() + 6) % 7))
  const days = Array.from({ length: 42 }, (_, index) => {
    const date = new Date(start)
    date.setDate(start.getDate() + index)
    const day = dayOf(date.toISOString())
    return {
      day,
      number: date.getDate(),
      inMonth: day.startsWith(month.value),
      marks: marks.value.filter(mark => mark.day === day),
    }
  })
  const rows = Array.from({ length: 6 }, (_, week) => days.slice(week * 7, week * 7 + 7))
  return rows.filter(row => row.some(({ inMonth }) => inMonth))
})

function move(by: number) {
  const date = new Date(`${month.value}-15T12:00:00`)
  date.setMonth(date.getMonth() + by)
  month.value = dayOf(date.toISOString()).slice(0, 7)
}
</script>

<template>
  <section aria-label="Month">
    <header>
      <Button text label="Earlier" @click="move(-1)" />
      <h2 aria-live="polite">{{ title }}</h2>
      <Button text label="Later" @click="move(1)" />
    </header>
    <table class="panel">
      <thead>
        <tr>
          <th v-for="day in weekdays" :key="day" scope="col" class="small soft">{{ day }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="week in weeks" :key="week[0]?.day">
          <td v-for="day in week" :key="day.day" :class="{ outside: !day.inMonth, today: day.day === today }">
            <span class="number figure"
              >{{ day.number }}<span v-if="day.day === today" class="soft small"> today</span></span
            >
            <NuxtLink
              v-for="mark in day.marks"
              :key="mark.says + mark.one.id"
              class="small"
              :to="`/assignments/${mark.one.id}`"
              ><strong>{{ mark.says }} {{ mark.at }}</strong> {{ mark.one.paperTitle }}</NuxtLink
            >
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
header {
  display: flex;
  align-items: center;
  gap: 0.5rem;
  margin: 0.5rem 0;
}
h2 {
  min-width: 11rem;
  text-align: center;
}
table {
  table-layout: fixed;
}
th {
  padding: 0.35rem 0.5rem;
}
td {
  height: 86px;
  padding: 0.3rem 0.45rem;
  border: 1px solid var(--line);
  vertical-align: top;
}
td a {
  display: block;
  padding: 0.1rem 0;
  line-height: 1.2;
  text-decoration: none;
  overflow-wrap: anywhere;
}
.number {
  display: block;
}
.outside {
  background: var(--ground);
  color: var(--ink-soft);
}
.today {
  box-shadow: inset 0 0 0 2px var(--act);
}
@media (max-width: 760px) {
  td {
    height: 60px;
    padding: 0.15rem;
  }
  td a {
    font-size: 0.75rem;
  }
}
</style>
