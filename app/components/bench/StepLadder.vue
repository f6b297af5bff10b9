<script setup lang="ts">
import type { StepView, TaskView } from '~~/core/wire/sitting'
import { useBenchStore } from '~/stores/bench'

/**
 * The steps of a task with points, tries and state. The step in hand is open, the others are a line each; where
 * they are in free order, each that is open can be taken in hand.
 */
const props = defineProps<{ task: TaskView }>()
const bench = useBenchStore()
const paper = computed(() => bench.sitting?.paper)
const steps = computed(() => props.task.steps)
const free = computed(() => props.task.order === 'free')

/** A moment to see how a step has closed, before the bench goes on to the next one by itself. */
const SEEN_MS = 1400
const open = computed(() => bench.stepInHand(props.task) ?? null)
/** The step that has just closed and is still shown; null once the bench has gone on. */
const closed = ref<string | null>(null)
const inHand = computed(() => (closed.value === null ? open.value : null))
const ladder = useTemplateRef('ladder')
let moving: ReturnType<typeof setTimeout> | undefined

function goOn() {
  clearTimeout(moving)
  closed.value = null
}
watch(
  () => open.value?.id,
  (_, before) => {
    const step = steps.value.find(({ id }) => id === before)
    if (step && (step.status === 'passed' || step.status === 'out-of-tries')) {
      closed.value = step.id
      clearTimeout(moving)
      if (paper.value?.moveOn) moving = setTimeout(goOn, SEEN_MS)
    } else goOn()
  },
)
watch(
  () => inHand.value?.id,
  async () => {
    await nextTick()
    ladder.value?.querySelector('[aria-current]')?.scrollIntoView({ block: 'nearest' })
  },
)
onMounted(() => ladder.value?.querySelector('[aria-current]')?.scrollIntoView({ block: 'nearest' }))
onBeforeUnmount(() => clearTimeout(moving))

function state(step: StepView): string {
  const points = `${format.points(step.points)} ${step.points === 1 ? 'point' : 'points'}`
  switch (step.status) {
    case 'passed':
      return `passed · ${format.points(step.earned ?? 0)} of ${points}`
    case 'out-of-tries':
      return `out of tries${step.setRight ? ', set right' : ''}`
    case 'skipped':
      return `left${step.setRight ? ', set right' : ''}`
    case 'settled':
      return `settled · ${points}`
    case 'awaiting-marker':
      return `handed over, waits for a marker · ${points}`
    default:
      return `${points} · ${step.minutes} min`
  }
}

/** In turn only the step that was settled last can be opened again, and only while the one after it is untouched. */
const canReopen = (step: StepView): boolean => {
  const isSettled = ({ status }: StepView): boolean => status === 'settled' || status === 'awaiting-marker'
  if (!paper.value?.unsettle || !isSettled(step)) return false
  return free.value || step === steps.value.findLast(isSettled)
}
</script>

<template>
  <ol ref="ladder" class="ladder" aria-label="Steps">
    <li
      v-for="(step, index) in steps"
      :key="step.id"
      :class="{ open: step === inHand }"
      :aria-current="step === inHand ? 'step' : undefined"
      :data-step="step.id"
      :data-status="step.status"
    >
      <component
        :is="free && step.status === 'open' && step !== inHand ? 'button' : 'div'"
        class="line"
        :type="free ? 'button' : undefined"
        @click="free && step.status === 'open' && bench.takeInHand(task.id, step.id)"
      >
        <span class="number">{{ index + 1 }}</span>
        <span class="instruction">{{ step.instruction }}</span>
        <span class="small soft state">{{ state(step) }}</span>
      </component>
      <p v-if="step.id === closed" class="small going-on">
        <span v-if="paper?.moveOn && open">The next step opens in a moment.</span>
        <Button v-else-if="open" size="small" label="Go on to the next step" @click="goOn" />
      </p>
      <p v-if="step.explanation" class="small explanation">{{ step.explanation }}</p>
      <Button
        v-if="canReopen(step)"
        text
        size="small"
        class="again"
        label="Open this step again"
        @click="bench.step('unsettle', step.id)"
      />
      <StepInHand v-if="step === inHand" :step="step" :free="free" :keeps-others="task.keepsOthers" />
    </li>
  </ol>
  <div role="status" aria-live="polite">
    <p
      v-if="bench.message"
      class="notice small"
      :class="{
        'is-passed': bench.message.kind === 'passed',
        'is-refusal': ['failed', 'refused'].includes(bench.message.kind),
      }"
      data-message
    >
      {{ bench.message.text }}
    </p>
    <p v-if="!open" class="notice small">
      {{
        steps.some(({ status }) => status === 'settled' || status === 'awaiting-marker')
          ? 'All steps of this task are answered.'
          : 'All steps of this task are finished. Its work is kept as it is.'
      }}
    </p>
  </div>
</template>

<style scoped>
.ladder {
  margin: 0 -1rem;
}
/* The verdict sticks to the lower edge: what is scrolled to stays clear of it. */
.ladder > li,
.ladder :deep(button) {
  scroll-margin-bottom: 5rem;
}
.ladder > li {
  padding: 0.55rem 1rem;
  border-top: 1px solid var(--line);
}
.ladder > li.open {
  background: var(--act-wash);
  border-top: 2px solid var(--act);
}
.line {
  display: grid;
  grid-template-columns: 1.1rem 1fr auto;
  gap: 0.4rem;
  align-items: baseline;
}
.number {
  font-weight: 700;
  color: var(--ink-soft);
}
.open .instruction {
  font-weight: 600;
}
.state {
  text-align: right;
  max-width: 9rem;
}
button.line {
  width: 100%;
  padding: 0;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  cursor: pointer;
}
button.line .instruction {
  text-decoration: underline;
  text-decoration-thickness: 1px;
  text-underline-offset: 3px;
}
.explanation {
  margin: 0.3rem 0 0 1.5rem;
  padding-left: 0.6rem;
  border-left: 2px solid var(--line);
}
.again {
  margin-left: 1rem;
}
.going-on {
  margin-left: 1.5rem;
}
[role='status'] {
  position: sticky;
  bottom: -1rem;
  display: grid;
  gap: 0.5rem;
  margin: 0 -1rem;
  padding: 0.5rem 1rem;
  background: var(--surface);
}
[role='status']:empty {
  padding: 0;
}
@container page (max-width: 47rem) {
  .line {
    grid-template-columns: 1.1rem minmax(0, 1fr);
  }
  .state {
    grid-column: 2;
    text-align: left;
  }
}
</style>
