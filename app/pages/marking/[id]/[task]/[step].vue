<script setup lang="ts">
import { deskView } from '~~/core/wire/marking'
import type { DeskTrainee } from '~~/core/wire/marking'
import AnswerShown from '~/components/tools/AnswerShown.vue'
import MarkerNotes from '~/components/marking/MarkerNotes.vue'
import RubricForm from '~/components/marking/RubricForm.vue'
import SampleList from '~/components/marking/SampleList.vue'

/** One part at the marking desk: for all its answers in a row. */
const { params, query } = useRoute()
const path = computed(() => `/api/marking/${String(params.id)}/${String(params.task)}/${String(params.step)}`)
/** The sitting whose parts are marked in a row; null where one part is, for all. */
const trainee = typeof query.trainee === 'string' ? query.trainee : null
const { data: whole } = trainee === null ? { data: ref(null) } : useCall(deskView, () => '/api/marking')
const rows = computed(() => whole.value?.trainees.filter(({ assignmentId }) => assignmentId === params.id) ?? [])
const pathTo = (one: DeskTrainee, { taskId, stepId }: DeskTrainee['parts'][number]) => ({
  path: `/marking/${one.assignmentId}/${taskId}/${stepId}`,
  query: { trainee: one.sittingId },
})
/** Goes to what is to be marked next of this trainee, or of the next one. */
async function onward() {
  const here = rows.value.findIndex(({ sittingId }) => sittingId === trainee)
  const inOrder = [...rows.value.slice(here), ...rows.value.slice(0, Math.max(0, here))]
  for (const [place, one] of inOrder.entries()) {
    const next = one.parts.find(
      ({ taskId, stepId, state }) =>
        state !== 'ready' && state !== 'released' && !(place === 0 && taskId === params.task && stepId === params.step),
    )
    if (next) return void (await navigateTo(pathTo(one, next)))
  }
  said.value = 'Everything of this paper is marked.'
}
const desk = useMarkingDesk(() => path.value, { trainee, onward })
const { part, failure, load, place, answer, draft, inHand, refusal, said, settles, nameOf } = desk
useHead({ title: () => `Marking ${part.value?.paperTitle ?? ''} · Steady Anvil` })

const selected = ref<{ from: number; to: number } | null>(null)
const notes = useTemplateRef<{ write(): void }>('notes')
const total = computed(() => Object.values(draft.value.points).reduce((sum, one) => sum + one, 0) / 100)
const outOf = computed(() => part.value?.criteria.reduce((sum, one) => sum + one.outOf, 0) ?? 0)

/** To the answer after or before this one, or to the part after or before it of the same trainee. */
async function turn(by: 1 | -1) {
  if (trainee === null) return desk.go(place.value + by)
  const one = rows.value.find(({ sittingId }) => sittingId === trainee)
  const here = one?.parts.findIndex(({ taskId, stepId }) => taskId === params.task && stepId === params.step) ?? -1
  const next = one?.parts[here + by]
  if (one && next) await navigateTo(pathTo(one, next))
}

/** Keys hold wherever nothing is being typed. */
function press(event: KeyboardEvent) {
  const { target, key } = event
  const typing = target instanceof HTMLElement && target.matches('input, textarea, [contenteditable]')
  if (event.ctrlKey && key === 'Enter') void desk.keep()
  else if (typing || event.ctrlKey || event.altKey || event.metaKey) {
    if (key === 'Escape' && target instanceof HTMLElement) target.blur()
    return
  } else if (/^[1-9]$/.test(key)) desk.giveLevel(Number(key))
  else if (key === 'Enter' && !(target instanceof HTMLElement && target.matches('button, a'))) void desk.keep()
  else if (key === 'n') void turn(1)
  else if (key === 'p') void turn(-1)
  else if (key === 'u') void desk.takeBack()
  else if (key === 'c') notes.value?.write()
  else return
  event.preventDefault()
}
onMounted(() => window.addEventListener('keydown', press))
onBeforeUnmount(() => window.removeEventListener('keydown', press))
</script>

<template>
  <FailureNotice v-if="failure" :message="failure" @again="load" />
  <p v-else-if="!part" class="soft" role="status">Fetching the answers…</p>
  <template v-else>
    <header class="head">
      <div>
        <h1>{{ part.instruction }}</h1>
        <p class="soft">{{ part.paperTitle }}, {{ part.taskTitle }} · <NuxtLink to="/marking">all parts</NuxtLink></p>
      </div>
    </header>
    <div class="desk">
      <nav v-if="trainee !== null" aria-label="Parts of this trainee" class="panel answers">
        <ol v-for="one in rows.filter(({ sittingId }) => sittingId === trainee)" :key="one.sittingId">
          <li v-for="own in one.parts" :key="`${own.taskId} ${own.stepId}`">
            <NuxtLink :to="pathTo(one, own)" :aria-current="own.stepId === params.step ? 'true' : undefined">
              <span>{{ own.instruction }}</span>
              <span class="small soft">{{
                deskStateInWords(own.stepId === params.step && answer ? answer.state : own.state)
              }}</span>
            </NuxtLink>
          </li>
        </ol>
      </nav>
      <nav v-else aria-label="Answers" class="panel answers">
        <ol>
          <li v-for="(one, at) in part.answers" :key="one.sittingId">
            <button type="button" :aria-current="at === place ? 'true' : undefined" @click="desk.go(at)">
              <span>{{ nameOf(one, at) }}</span>
              <span class="small soft"
                >{{ deskStateInWords(one.state) }}{{ one.reply && !one.answered ? ', a reply' : '' }}</span
              >
            </button>
          </li>
        </ol>
      </nav>
      <section v-if="answer" class="panel answer" :aria-label="`Answer of ${nameOf(answer, place)}`">
        <h2>
          {{ nameOf(answer, place) }}
          <span v-if="trainee === null" class="small soft">{{ place + 1 }} of {{ part.answers.length }}</span>
        </h2>
        <template v-if="answer.works.length > 0">
          <section v-for="(one, at) in answer.works" :key="`${answer.sittingId} ${at}`" class="one-of-all">
            <h3>{{ one.instruction }}</h3>
            <AnswerShown :work="one.work" :sitting-id="answer.sittingId" />
          </section>
        </template>
        <AnswerShown
          v-else
          :key="answer.sittingId"
          :work="answer.work"
          :sitting-id="answer.sittingId"
          :remarks="draft.remarks"
          selectable
          @selected="range => (selected = range)"
        />
        <MarkerNotes
          ref="notes"
          v-model="draft"
          :selected="selected"
          :answer="answer"
          :criteria="part.criteria"
          @reply="text => desk.act({ kind: 'answered', text })"
        />
        <SampleList
          v-if="part.model || part.samples.length > 0"
          :model="part.model"
          :samples="part.samples"
          :criteria="part.criteria"
        />
      </section>
      <section class="panel rubric" aria-label="Points">
        <RubricForm
          :criteria="part.criteria"
          :points="draft.points"
          :in-hand="inHand"
          @give="desk.give"
          @take="id => (inHand = id)"
        />
        <p class="total">
          <strong class="figure">{{ total.toFixed(2) }}</strong> of <span class="figure">{{ outOf.toFixed(2) }}</span>
        </p>
        <p v-if="refusal" class="notice is-refusal small" role="alert">{{ refusal }}</p>
        <div class="acts">
          <Button :label="settles ? 'Settle it so' : 'Keep and go on'" @click="desk.keep()" />
          <Button outlined severity="secondary" label="Take back" :disabled="!answer?.mine" @click="desk.takeBack()" />
        </div>
        <p class="small soft" role="status">{{ said }}</p>
        <p class="small soft keys">
          <kbd>1</kbd>–<kbd>9</kbd> a level · <kbd>Enter</kbd> keep · <kbd>n</kbd> <kbd>p</kbd> next, before ·
          <kbd>u</kbd> take back · <kbd>c</kbd> comment, <kbd>Esc</kbd> out of it
        </p>
      </section>
    </div>
  </template>
</template>

<style scoped>
.head {
  margin-bottom: 0.6rem;
}
.head h1 {
  font-size: var(--large);
}
.desk {
  display: grid;
  grid-template-columns: 12rem minmax(0, 1fr) 24rem;
  gap: 0.8rem;
  align-items: start;
}
.answers {
  max-height: calc(100vh - 12rem);
  overflow: auto;
}
ol {
  margin: 0;
  padding: 0;
  list-style: none;
}
.answers :is(button, a) {
  display: grid;
  width: 100%;
  padding: 0.35rem 0.8rem;
  border: 0;
  border-left: 5px solid transparent;
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  text-decoration: none;
  cursor: pointer;
}
.answers :is(button, a)[aria-current] {
  border-left-color: var(--act);
  background: var(--act-wash);
  font-weight: 700;
}
.answers :is(button, a) .soft {
  font-weight: 400;
}
.answer,
.rubric {
  padding: 0.7rem 1rem;
}
h2 {
  margin: 0 0 0.5rem;
  font-size: 1rem;
}
.one-of-all + .one-of-all {
  margin-top: 1rem;
}
.one-of-all h3 {
  margin: 0 0 0.3rem;
  font-size: var(--small);
}
.total {
  margin: 0.6rem 0;
}
.acts {
  display: flex;
  gap: 0.5rem;
}
@media (max-width: 1000px) {
  .desk {
    grid-template-columns: minmax(0, 1fr);
  }
  .answers {
    max-height: 12rem;
  }
}
</style>
