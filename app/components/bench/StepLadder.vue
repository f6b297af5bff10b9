<script setup lang="ts">
import type { StepView } from '~~/core/wire/sitting'
import type { Message } from '~/stores/bench'

/** The steps of a task with points, tries and state. The step in hand is open, the others are a line each. */
const props = defineProps<{ steps: readonly StepView[], judging: readonly string[], message: Message | null, afterTries: 'set-right' | 'leave' }>()
const emit = defineEmits<{ check: [stepId: string], skip: [stepId: string] }>()

const inHand = computed(() => props.steps.find(({ status }) => status === 'open') ?? null)
const leaving = ref(false)
const ladder = useTemplateRef('ladder')
watch(() => inHand.value?.id, async () => {
  leaving.value = false
  await nextTick()
  ladder.value?.querySelector('[aria-current]')?.scrollIntoView({ block: 'nearest' })
})

function state(step: StepView): string {
  const points = `${format.points(step.points)} points`
  switch (step.status) {
    case 'passed': return `passed · ${format.points(step.earned ?? 0)} of ${points}`
    case 'out-of-tries': return `out of tries${step.setRight ? ', set right' : ''}`
    case 'skipped': return `left${step.setRight ? ', set right' : ''}`
    default: return points
  }
}
</script>

<template>
  <ol ref="ladder" class="ladder" aria-label="Steps">
    <li v-for="(step, index) in steps" :key="step.id" :class="{ open: step === inHand }" :aria-current="step === inHand ? 'step' : undefined" :data-step="step.id" :data-status="step.status">
      <div class="line">
        <span class="number">{{ index + 1 }}</span>
        <span class="instruction">{{ step.instruction }}</span>
        <span class="small soft state">{{ state(step) }}</span>
      </div>
      <template v-if="step === inHand">
        <div class="act">
          <TryStrokes :allowed="step.triesAllowed" :used="step.triesUsed" />
          <Button v-if="step.mode === 'handed-in'" label="Check this step" :loading="judging.includes(step.id)" aria-keyshortcuts="Alt+K" @click="emit('check', step.id)" />
        </div>
        <p v-if="step.mode === 'watched'" class="small">Watched step: it is judged as you do it. A change that isn’t right spends a try and is taken back; looking around is free.</p>
        <ul v-if="step.lastCheck?.criteria && step.lastCheck.criteria.length > 0" class="small told">
          <li class="soft">At your last check:</li>
          <li v-for="one in step.lastCheck.criteria" :key="one.label"><strong>{{ one.met ? 'right' : 'not right' }}</strong> {{ one.label }}<span v-if="one.feedback" class="feedback">{{ one.feedback }}</span></li>
        </ul>
        <div v-if="leaving" class="notice leave">
          <p>Leave this step for good? It can’t be opened again{{ afterTries === 'set-right' ? '; the work is set right so that you can go on' : '' }}.</p>
          <div><Button size="small" label="Leave the step" @click="emit('skip', step.id)" /> <Button size="small" text label="Stay" @click="leaving = false" /></div>
        </div>
        <div v-else class="small soft rule">
          <span>{{ step.mode === 'watched' ? '' : 'A check that doesn’t pass spends a try.' }}</span>
          <Button text size="small" label="Leave this step…" @click="leaving = true" />
        </div>
      </template>
    </li>
  </ol>
  <div role="status" aria-live="polite">
    <p v-if="message" class="notice small" :class="{ 'is-passed': message.kind === 'passed', 'is-refusal': message.kind !== 'passed' }" data-message>{{ message.text }}</p>
    <p v-if="!inHand" class="notice small">All steps of this task are finished. Its work is kept as it is.</p>
  </div>
</template>

<style scoped>
.ladder { margin: 0 -1rem; }
.ladder > li { padding: 0.55rem 1rem; border-top: 1px solid var(--line); }
.ladder > li.open { background: var(--act-wash); border-top: 2px solid var(--act); }
.line { display: grid; grid-template-columns: 1.1rem 1fr auto; gap: 0.4rem; align-items: baseline; }
.number { font-weight: 700; color: var(--ink-soft); }
.open .instruction { font-weight: 600; }
.state { text-align: right; max-width: 9rem; }
.act { display: flex; justify-content: space-between; align-items: center; margin: 0.6rem 0 0.3rem 1.5rem; }
.open > p, .told, .leave { margin-left: 1.5rem; }
.told { display: grid; gap: 0.15rem; margin-top: 0.4rem; }
.feedback { display: block; }
.leave { margin-top: 0.4rem; }
.rule :deep(.p-button) { flex: none; }
.rule { display: flex; justify-content: space-between; align-items: center; margin-left: 1.5rem; }
[role='status'] { position: sticky; bottom: -1rem; display: grid; gap: 0.5rem; margin: 0 -1rem; padding: 0.5rem 1rem; background: var(--surface); }
[role='status']:empty { padding: 0; }
</style>
