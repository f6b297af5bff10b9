<script setup lang="ts">
import type { AssignmentView } from '~~/core/wire/given'

/** One assignment of the list: when, what, how it stands, and its one action. */
const props = defineProps<{ assignment: AssignmentView }>()
const now = useNow({ interval: 1000 })

const trades = { bookkeeping: 'Books', office: 'Office', network: 'Network' }
const trade = computed(() => trades[props.assignment.trade as keyof typeof trades] ?? props.assignment.trade)
/** The device may think that it is another time; only the time that has passed since the answer is taken from it. */
const loadedAt = Date.now()
const serverNow = computed(() => Date.parse(props.assignment.now) + now.value.getTime() - loadedAt)

const SOON_MS = 4 * 3600_000
interface When {
  head: string
  sub: string
  soon: boolean
}

function openWhen(at: string): When {
  const { dueAt, closesAt, late } = props.assignment
  if (late) return { head: 'late', sub: closesAt ? `closes ${format.near(closesAt, at)}` : 'was due', soon: true }
  const end = dueAt ?? closesAt
  if (!end) return { head: 'no end date', sub: 'open', soon: false }
  const left = Date.parse(end) - serverNow.value
  const does = dueAt ? 'due' : 'closes'
  return {
    head: format.near(end, at),
    sub: left < 24 * 3600_000 ? `${does} in ${format.span(left)}` : `${does} ${format.time(end)}`,
    soon: left < SOON_MS,
  }
}

const when = computed((): When => {
  const { state, running, opensAt, latest } = props.assignment
  const at = new Date(serverNow.value).toISOString()
  if (state === 'under-way' && running) {
    const left = Date.parse(running.deadline) - serverNow.value
    return { head: `${format.countdown(left)} left`, sub: 'clock running', soon: left < 300_000 }
  }
  if (state === 'coming' && opensAt)
    return { head: format.near(opensAt, at), sub: `opens ${format.time(opensAt)}`, soon: false }
  if (state === 'finished')
    return {
      head: latest ? format.near(latest.endedAt, at) : 'not sat',
      sub: latest ? `ended ${format.time(latest.endedAt)}` : 'closed',
      soon: false,
    }
  return openWhen(at)
})

const standing = computed(() => {
  const { state, running, sittingsAllowed, sittingsUsed, countingScore, points, closedBecause, latest } =
    props.assignment
  const score =
    countingScore === null ? '' : `counts so far: ${format.points(countingScore)} of ${format.points(points)}`
  if (state === 'under-way' && running)
    return [`sitting ${sittingsUsed} of ${sittingsAllowed}`, `handed in by itself at ${format.time(running.deadline)}`]
  if (state === 'finished') {
    const result =
      countingScore !== null
        ? `${format.points(countingScore)} of ${format.points(points)} points`
        : latest && !latest.shown
          ? 'result not released'
          : 'no score'
    return [result, counted(sittingsUsed, 'sitting', 'sittings')]
  }
  if (state === 'open' && closedBecause) return [closedBecause, score]
  return [
    sittingsAllowed === 1 ? 'one sitting' : `sittings left: ${sittingsAllowed - sittingsUsed} of ${sittingsAllowed}`,
    score,
  ]
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
      <span class="soft small"
        ><span class="tag">{{ trade }}</span> {{ counted(assignment.tasks, 'task', 'tasks') }},
        {{ assignment.minutes === null ? 'no clock' : `${assignment.minutes} min` }} · {{ assignment.kind
        }}{{ assignment.optional ? ', optional' : '' }}{{ assignment.room ? ` · ${assignment.room}` : ''
        }}{{ assignment.course ? ` · ${assignment.course}` : '' }}</span
      >
    </div>
    <div class="soft small standing">
      <span v-for="text in standing" :key="text">{{ text }}</span>
    </div>
    <div class="action">
      <Button
        v-if="assignment.running"
        as="router-link"
        :to="`/sittings/${assignment.running.sittingId}`"
        :aria-label="`Go on with ${assignment.paperTitle}`"
        label="Go on"
        fluid
      />
      <Button
        v-else-if="assignment.state === 'open'"
        as="router-link"
        outlined
        severity="secondary"
        :to="`/assignments/${assignment.id}`"
        :aria-label="`Read first: ${assignment.paperTitle}`"
        label="Read first"
        fluid
      />
      <Button
        v-else-if="assignment.latest?.shown"
        as="router-link"
        outlined
        severity="secondary"
        :to="`/sittings/${assignment.latest.sittingId}/result`"
        :aria-label="`See the result of ${assignment.paperTitle}`"
        label="See the result"
        fluid
      />
      <Button
        v-else-if="assignment.latest"
        as="router-link"
        outlined
        severity="secondary"
        :to="`/sittings/${assignment.latest.sittingId}/receipt`"
        :aria-label="`See the receipt of ${assignment.paperTitle}`"
        label="See the receipt"
        fluid
      />
      <Button
        v-else-if="assignment.state === 'coming'"
        as="router-link"
        text
        :to="`/assignments/${assignment.id}`"
        :aria-label="`Not open yet: ${assignment.paperTitle}`"
        label="Not open yet"
        fluid
      />
      <span v-else class="soft small">{{ assignment.closedBecause ?? 'closed' }}</span>
    </div>
  </li>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: 8.2rem minmax(0, 1fr) 12rem 9.4rem;
  gap: 0.6rem;
  align-items: center;
  padding: 0.75rem 0.95rem;
}
.line + .line {
  border-top: 1px solid var(--line);
}
.line > div {
  display: grid;
  gap: 0.1rem;
}
@media (max-width: 760px) {
  .line {
    grid-template-columns: 1fr;
  }
}
</style>
