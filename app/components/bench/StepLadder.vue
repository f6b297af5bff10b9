<script setup lang="ts">
import type { StepView } from '~~/core/wire/sitting'
import { useBenchStore } from '~/stores/bench'

/** The steps of a task with points, tries and state. The step in hand is open, the others are a line each. */
const props = defineProps<{ steps: readonly StepView[] }>()
const bench = useBenchStore()
const paper = computed(() => bench.sitting?.paper)
const settling = computed(() => paper.value?.answers === 'settled')

/** A moment to see how a step has closed, before the bench goes on to the next one by itself. */
const SEEN_MS = 1400
const open = computed(() => props.steps.find(({ status }) => status === 'open') ?? null)
/** The step that has just closed and is still shown; null once the bench has gone on. */
const closed = ref<string | null>(null)
const inHand = computed(() => (closed.value === null ? open.value : null))
const leaving = ref(false)
const ladder = useTemplateRef('ladder')
let moving: ReturnType<typeof setTimeout> | undefined

function goOn() {
  clearTimeout(moving)
  closed.value = null
}
watch(
  () => open.value?.id,
  (_, before) => {
    leaving.value = false
    const step = props.steps.find(({ id }) => id === before)
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
  const points = `${format.points(step.points)} points`
  switch (step.status) {
    case 'passed':
      return `passed · ${format.points(step.earned ?? 0)} of ${points}`
    case 'out-of-tries':
      return `out of tries${step.setRight ? ', set right' : ''}`
    case 'skipped':
      return `left${step.setRight ? ', set right' : ''}`
    case 'settled':
      return `settled · ${points}`
    default:
      return `${points} · ${step.minutes} min`
  }
}

/** Only the step that was settled last can be opened again, and only while the one after it is untouched. */
const lastSettled = computed(() =>
  paper.value?.unsettle ? (props.steps.findLast(({ status }) => status === 'settled')?.id ?? null) : null,
)
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
      <div class="line">
        <span class="number">{{ index + 1 }}</span>
        <span class="instruction">{{ step.instruction }}</span>
        <span class="small soft state">{{ state(step) }}</span>
      </div>
      <p v-if="step.id === closed" class="small going-on">
        <span v-if="paper?.moveOn && open">The next step opens in a moment.</span>
        <Button v-else-if="open" size="small" label="Go on to the next step" @click="goOn" />
      </p>
      <Button
        v-if="step.id === lastSettled"
        text
        size="small"
        class="again"
        label="Open this step again"
        @click="bench.step('unsettle', step.id)"
      />
      <template v-if="step === inHand">
        <div v-if="settling && step.mode === 'handed-in'" class="act">
          <span class="small soft">Nothing is checked before you hand in.</span>
          <Button label="Settle this step" aria-keyshortcuts="Alt+K" @click="bench.step('settle', step.id)" />
        </div>
        <div v-else class="act">
          <TryStrokes :allowed="step.triesAllowed" :used="step.triesUsed" />
          <Button
            v-if="step.mode === 'handed-in'"
            label="Check this step"
            :loading="bench.judging.includes(step.id)"
            aria-keyshortcuts="Alt+K"
            @click="bench.step('check', step.id)"
          />
        </div>
        <p v-if="step.mode === 'watched'" class="small">
          Watched step: it is judged as you do it. A change that isn’t right spends a try and is taken back; looking
          around is free.
        </p>
        <ul v-if="step.lastCheck?.criteria && step.lastCheck.criteria.length > 0" class="small told">
          <li class="soft">At your last check:</li>
          <li v-for="one in step.lastCheck.criteria" :key="one.label">
            <strong>{{ one.met ? 'right' : 'not right' }}</strong> {{ one.label
            }}<span v-if="one.feedback" class="feedback">{{ one.feedback }}</span>
          </li>
        </ul>
        <div v-if="leaving" class="notice leave">
          <p>
            Leave this step for good? It can’t be opened again{{
              paper?.afterTries === 'set-right' ? '; the work is set right so that you can go on' : ''
            }}.
          </p>
          <div>
            <Button size="small" label="Leave the step" @click="bench.step('skip', step.id)" />
            <Button size="small" text label="Stay" @click="leaving = false" />
          </div>
        </div>
        <div v-else class="small soft rule">
          <span>{{ step.mode === 'watched' || settling ? '' : 'A check that doesn’t pass spends a try.' }}</span>
          <Button text size="small" label="Leave this step…" @click="leaving = true" />
        </div>
      </template>
    </li>
  </ol>
  <div role="status" aria-live="polite">
    <p
      v-if="bench.message"
      class="notice small"
      :class="{ 'is-passed': bench.message.kind === 'passed', 'is-refusal': bench.message.kind !== 'passed' }"
      data-message
    >
      {{ bench.message.text }}
    </p>
    <p v-if="!open" class="notice small">
      {{
        steps.some(({ status }) => status === 'settled')
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
.act {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 0.5rem;
  margin: 0.6rem 0 0.3rem 1.5rem;
}
.act :deep(.p-button) {
  flex: none;
}
.again {
  margin-left: 1rem;
}
.open > p,
.told,
.leave,
.going-on {
  margin-left: 1.5rem;
}
.told {
  display: grid;
  gap: 0.15rem;
  margin-top: 0.4rem;
}
.feedback {
  display: block;
}
.leave {
  margin-top: 0.4rem;
}
.rule :deep(.p-button) {
  flex: none;
}
.rule {
  display: flex;
  justify-content: space-between;
  align-items: center;
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
</style>
