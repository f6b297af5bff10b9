<script setup lang="ts">
import type { AssignmentView } from '~~/core/wire/work'

/** One assignment of the list: when, what, how it stands, and its one action. */
const props = defineProps<{ assignment: AssignmentView }>()
const now = useNow({ interval: 1000 })

const trades = { bookkeeping: 'Books', office: 'Office', network: 'Network' }
const trade = computed(() => trades[props.assignment.trade as keyof typeof trades] ?? props.assignment.trade)
/** The device may think that it is another time; only the time that has passed since the answer is taken from it. */
const loadedAt = Date.now()
const serverNow = computed(() => Date.parse(props.assignment.now) + now.value.getTime() - loadedAt)

const when = computed(() => {
  const { state, running, opensAt, closesAt, latest } = props.assignment
  const at = new Date(serverNow.value).toISOString()
  if (state === 'under-way' && running) return { head: `${format.countdown(Date.parse(running.deadline) - serverNow.value)} left`, sub: 'clock running', soon: Date.parse(running.deadline) - serverNow.value < 300_000 }
  if (state === 'coming' && opensAt) return { head: format.near(opensAt, at), sub: `opens ${format.time(opensAt)}`, soon: false }
  if (state === 'finished') return { head: latest ? format.near(latest.endedAt, at) : 'not sat', sub: latest ? `ended ${format.time(latest.endedAt)}` : 'closed', soon: false }
  if (!closesAt) return props.assignment.dueAt ? { head: format.near(props.assignment.dueAt, at), sub: props.assignment.late ? 'was due' : `due ${format.time(props.assignment.dueAt)}`, soon: props.assignment.late } : { head: 'no end date', sub: 'open', soon: false }
  const { dueAt } = props.assignment
  if (dueAt && Date.parse(dueAt) < serverNow.value) return { head: 'late', sub: `closes ${format.near(closesAt, at)}`, soon: true }
  if (dueAt) return { head: format.near(dueAt, at), sub: `due ${format.time(dueAt)}`, soon: Date.parse(dueAt) - serverNow.value < 4 * 3600_000 }
  const left = Date.parse(closesAt) - serverNow.value
  return left < 24 * 3600_000
    ? { head: format.near(closesAt, at), sub: `closes in ${format.span(left)}`, soon: left < 4 * 3600_000 }
    : { head: format.near(closesAt, at), sub: `closes ${format.time(closesAt)}`, soon: false }
})

const standing = computed(() => {
  const { state, running, sittingsAllowed, sittingsUsed, countingScore, points, closedBecause, latest } = props.assignment
  const bestScore = countingScore
  const best = bestScore === null ? '' : `counts so far: ${format.points(bestScore)} of ${format.points(points)}`
  if (state === 'under-way' && running) return [`sitting ${sittingsUsed} of ${sittingsAllowed}`, `handed in by itself at ${format.time(running.deadline)}`]
  if (state === 'finished') return [bestScore === null ? (latest && !latest.shown ? 'result not released' : 'no score') : `${format.points(bestScore)} of ${format.points(points)} points`, counted(sittingsUsed, 'sitting', 'sittings')]
  const left = sittingsAllowed - sittingsUsed
  if (state === 'open' && closedBecause) return [closedBecause, best]
  return [sittingsAllowed === 1 ? 'one sitting' : `sittings left: ${left} of ${sittingsAllowed}`, best]
})
</script>

<template>
  <li class="line">
    <div>
      <strong :class="{ 'running-out': when.soon }">{{ when.head }}</strong>
      <span class="soft small">{{ when.sub }}</span>
    </div>
    <div>
      <strong>{{ assignment.paperTitle }}</strong>
      <span class="soft small"><span class="tag">{{ trade }}</span> {{ counted(assignment.tasks, 'task', 'tasks') }}, {{ assignment.minutes }} min · {{ assignment.kind }}{{ assignment.optional ? ', optional' : '' }}{{ assignment.room ? ` · ${assignment.room}` : '' }}{{ assignment.course ? ` · ${assignment.course}` : '' }}</span>
    </div>
    <div class="soft small standing">
      <span v-for="text in standing" :key="text">{{ text }}</span>
    </div>
    <div class="action">
      <Button v-if="assignment.running" as="router-link" :to="`/sittings/${assignment.running.sittingId}`" :aria-label="`Go on with ${assignment.paperTitle}`" label="Go on" fluid />
      <Button v-else-if="assignment.state === 'open'" as="router-link" outlined severity="secondary" :to="`/assignments/${assignment.id}`" :aria-label="`Read first: ${assignment.paperTitle}`" label="Read first" fluid />
      <Button v-else-if="assignment.latest?.shown" as="router-link" outlined severity="secondary" :to="`/sittings/${assignment.latest.sittingId}/result`" :aria-label="`Result of ${assignment.paperTitle}`" label="See the result" fluid />
      <Button v-else-if="assignment.latest" as="router-link" outlined severity="secondary" :to="`/sittings/${assignment.latest.sittingId}/receipt`" :aria-label="`Receipt of ${assignment.paperTitle}`" label="See the receipt" fluid />
      <Button v-else-if="assignment.state === 'coming'" as="router-link" text :to="`/assignments/${assignment.id}`" :aria-label="`Cover of ${assignment.paperTitle}: not open yet`" label="Not open yet" fluid />
      <span v-else class="soft small">{{ assignment.closedBecause ?? 'closed' }}</span>
    </div>
  </li>
</template>

<style scoped>
.line { display: grid; grid-template-columns: 8.2rem minmax(0, 1fr) 12rem 9.4rem; gap: 0.6rem; align-items: center; padding: 0.75rem 0.95rem; }
.line + .line { border-top: 1px solid var(--line); }
.line > div { display: grid; gap: 0.1rem; }
@media (max-width: 760px) { .line { grid-template-columns: 1fr; } }
</style>
