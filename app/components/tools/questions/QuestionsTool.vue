<script setup lang="ts">
import { kindOf } from '~~/core/tools/questions/kinds'
import type { Part, Progress } from '~~/core/tools/questions/kinds'
import type { QuestionsOnScreen } from '~~/core/tools/questions/ops'
import type { StepView, TaskView } from '~~/core/wire/sitting'
import { drawingOf } from '~/components/tools/questions/kinds'
import { useBenchStore } from '~/stores/bench'
import type { WorkOnTask } from '~/composables/useWork'
import { speaking } from '~/components/tools/questions/speaking'
import { useRecordingsStore } from '~/stores/recordings'
import { sure } from '~~/core/ground/sure'

/** The questions of a task, each with its answer. What has the focus is the step in hand. */
const props = defineProps<{ task: TaskView; sittingId: string; work: WorkOnTask<QuestionsOnScreen> }>()
const bench = useBenchStore()
const state = props.work.view(() => 'all')
/** Why the last answer wasn’t taken, by part. */
const refusals = reactive<Record<string, string>>({})

interface Shown {
  part: Part
  step: StepView
  number: number
  answer: unknown
  progress: Progress
  canUndo: boolean
  canRedo: boolean
  /** Answers to other parts that this one needs, as they were given. */
  needs: { number: number; instruction: string; said: string }[]
}
function shownAnswer(id: string): Shown['needs'] {
  const at = props.task.steps.findIndex(step => step.id === id)
  const part = state.value?.parts.find(one => one.id === id)
  if (!part || at < 0) return []
  const answer = state.value?.answers[id] ?? null
  const said = answer === null ? 'not answered yet' : kindOf(part).sentence(part, answer)
  return [{ number: at + 1, instruction: sure(props.task.steps[at]).instruction, said }]
}
const shown = computed((): Shown[] =>
  props.task.steps.flatMap((step, at) => {
    const part = state.value?.parts.find(({ id }) => id === step.id)
    if (!part || !state.value) return []
    const answer = state.value.answers[part.id] ?? null
    const progress = kindOf(part).progress(part, answer)
    const has = (answers: Readonly<Record<string, readonly unknown[]>>): boolean => (answers[part.id] ?? []).length > 0
    const { earlier, later } = state.value
    const needs = (state.value.shows[part.id] ?? []).flatMap(id => shownAnswer(id))
    return [{ part, step, number: at + 1, answer, progress, canUndo: has(earlier), canRedo: has(later), needs }]
  }),
)
const inHand = computed(() => bench.stepInHand(props.task)?.id)

/** Whether it is judged when its trainee asks for that. */
const checks = ({ mode, marking }: StepView): boolean =>
  mode === 'handed-in' && marking === 'program' && bench.sitting?.paper.answers === 'checked'

/** What drawings of questions give is plain JSON. */
type Answer = Extract<QuestionsOnScreen['op'], { type: 'answer' }>['answer']
type Act =
  | { type: 'answer'; answer: Answer }
  | { type: 'clear' | 'undo' | 'redo' }
  | { type: 'rule-out'; option: string; on: boolean }
async function operate(part: string, op: Act) {
  refusals[part] = (await props.work.operate({ ...op, part })) ?? ''
}
/** An answer as it is now; null where nothing is left of it. */
const give = (part: string, answer: unknown) =>
  operate(part, answer === null ? { type: 'clear' } : { type: 'answer', answer: answer as Answer })
/** What rules options out, for kinds that have some, where the section allows it. */
function ruling(part: Part) {
  if (!kindOf(part).choices || !bench.section?.aids.includes('rule-out')) return {}
  return {
    ruledOut: state.value?.ruledOut[part.id] ?? [],
    onRuleOut: (option: string, on: boolean) => operate(part.id, { type: 'rule-out', option, on }),
  }
}
const recordings = useRecordingsStore()
provide(speaking, {
  urlOf: recording => `/api/sittings/${props.sittingId}/recordings/${recording}`,
  piecesOf: recording => recordings.here.get(recording),
  know: () => recordings.know(),
  countOf: part => recordings.countOf(props.task.id, part),
  failureOf: recording => recordings.failures.get(recording),
  keep: (part, piece) => recordings.keep({ ...piece, taskId: props.task.id, stepId: part }),
})
/** Questions that were gone on from before they were complete: they say so until they are. */
const leftOpen = reactive(new Set<string>())
function leave(id: string, answer: unknown, { relatedTarget, currentTarget }: FocusEvent) {
  if (currentTarget instanceof Element && relatedTarget instanceof Node && currentTarget.contains(relatedTarget)) return
  if (answer !== null) leftOpen.add(id)
}
/** What was taken in hand here is in sight, and stays where it is under the pointer. */
let taken = ''
function take(step: StepView) {
  if (step.status !== 'open' || props.task.order !== 'free') return
  taken = step.id
  bench.takeInHand(props.task.id, step.id)
}
const list = useTemplateRef('list')
watch(inHand, async id => {
  if (id === taken) return
  await nextTick()
  list.value?.querySelector(`[data-question="${id}"]`)?.scrollIntoView({ block: 'nearest' })
})
</script>

<template>
  <div v-if="state" ref="list" class="questions">
    <section
      v-for="{ part, step, number, answer, progress, canUndo, canRedo, needs } in shown"
      :key="part.id"
      :class="['panel', { 'in-hand': step.id === inHand }]"
      :aria-labelledby="`asked-${part.id}`"
      :data-question="part.id"
      @focusin="take(step)"
      @focusout="leave(part.id, answer, $event)"
      @pointerdown="take(step)"
    >
      <h3 :id="`asked-${part.id}`">
        <span class="soft">{{ number }}</span> <span :data-text="`part-${part.id}`">{{ step.instruction }}</span>
      </h3>
      <p v-for="one in needs" :key="one.number" class="small needs" data-needs>
        <span class="soft">{{ one.number }} {{ one.instruction }}</span> {{ one.said }}
      </p>
      <component
        :is="drawingOf(part.kind)"
        :part="part"
        :answer="answer"
        :closed="step.status !== 'open'"
        v-bind="ruling(part)"
        @answer="(given: unknown) => give(part.id, given)"
      />
      <p v-if="refusals[part.id]" class="notice is-refusal small" role="alert">{{ refusals[part.id] }}</p>
      <footer class="small">
        <span :class="leftOpen.has(part.id) && !progress.complete ? 'left-open' : 'soft'" role="status">{{
          stepStateWords[step.status] ?? progress.words
        }}</span>
        <Button
          size="small"
          text
          severity="secondary"
          :label="step.revisit ? 'Marked' : 'Come back'"
          :aria-label="step.revisit ? `Marked: come back to question ${number}` : `Come back to question ${number}`"
          :aria-pressed="step.revisit ?? false"
          @click="bench.revisit(!step.revisit, step.id)"
        />
        <template v-if="step.status === 'open'">
          <Button
            v-if="step.id === inHand && checks(step)"
            size="small"
            outlined
            label="Check"
            :aria-label="`Check question ${number}`"
            :loading="bench.judging.includes(step.id)"
            @click="bench.step('check', step.id)"
          />
          <Button
            size="small"
            text
            label="Undo"
            :aria-label="`Undo in question ${number}`"
            :disabled="!canUndo"
            @click="operate(part.id, { type: 'undo' })"
          />
          <Button
            v-if="canRedo"
            size="small"
            text
            label="Redo"
            :aria-label="`Redo in question ${number}`"
            @click="operate(part.id, { type: 'redo' })"
          />
          <Button
            size="small"
            text
            label="Clear"
            :aria-label="`Clear question ${number}`"
            :disabled="answer === null"
            @click="operate(part.id, { type: 'clear' })"
          />
        </template>
      </footer>
    </section>
  </div>
</template>

<style scoped>
.questions {
  display: grid;
  align-content: start;
  gap: 0.8rem;
  height: 100%;
  overflow: auto;
}
section {
  /* What is only spoken stays inside: it must not make the page longer. */
  position: relative;
  max-width: 54rem;
  padding: 0.8rem 1rem 0.5rem;
  border-left: 5px solid transparent;
  scroll-margin: 0.5rem;
}
section.in-hand {
  border-left-color: var(--act);
}
h3 {
  margin: 0 0 0.5rem;
  font-size: 1rem;
}
h3 .soft {
  margin-right: 0.4rem;
}
.notice {
  margin: 0.5rem 0 0;
}
.left-open {
  padding-left: 0.5rem;
  border-left: 3px solid var(--act);
  font-weight: 700;
}
.needs {
  margin: 0 0 0.4rem;
  padding-left: 0.6rem;
  border-left: 2px solid var(--line-strong);
}
footer {
  display: flex;
  gap: 0.3rem;
  align-items: center;
  margin-top: 0.5rem;
}
footer span {
  margin-right: auto;
}
@container page (max-width: 47rem) {
  .questions {
    height: auto;
    overflow: visible;
  }
  section {
    min-width: 0;
    padding-inline: 0.6rem;
    overflow-wrap: anywhere;
  }
  footer {
    flex-wrap: wrap;
  }
}
</style>
