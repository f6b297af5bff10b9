<script setup lang="ts">
import type { StepView, TaskView } from '~~/core/wire/sitting'
import { useBenchStore } from '~/stores/bench'

/** Every task with its state in words, by section; from here the paper is handed in. */
const visible = defineModel<boolean>('visible', { required: true })
const emit = defineEmits<{ go: [id: string]; handIn: [] }>()
const bench = useBenchStore()

type Filter = 'all' | 'unopened' | 'unfinished' | 'revisit' | 'unchecked'
const filter = ref<Filter>('all')
const tests: Record<Filter, (task: TaskView) => boolean> = {
  all: () => true,
  unopened: task => !task.opened,
  unfinished: task => !isFinished(task),
  revisit: isToRevisit,
  unchecked: task => task.unchecked,
}
const options = computed(() =>
  (
    [
      ['all', 'All'],
      ['unopened', 'Not opened'],
      ['unfinished', 'Not finished'],
      ['unchecked', 'Not checked'],
      ['revisit', 'Come back to'],
    ] as const
  ).map(([value, label]) => ({ value, label: `${label} ${bench.tasks.filter(tests[value]).length}` })),
)
const sections = computed(() =>
  (bench.sitting?.sections ?? []).map(section => {
    const pace = bench.pace?.sections.find(({ id }) => id === section.id)
    const lines = bench.tasks
      .map((task, index) => ({ task, number: index + 1 }))
      .filter(({ task }) => task.section === section.id && tests[filter.value](task))
    const left = pace?.leftMs ?? null
    const state =
      pace?.closed === 'left'
        ? 'left, closed'
        : pace?.closed === 'time-up'
          ? 'time is up, closed'
          : section.id === bench.pace?.section
            ? 'you are here'
            : left === null
              ? ''
              : `${format.span(left)} of its own`
    return { id: section.id, title: section.title, state, closed: Boolean(pace?.closed), lines }
  }),
)
const first = computed(() =>
  firstUnfinished(
    bench.tasks.filter(task => !sections.value.find(({ id }) => id === task.section)?.closed),
    bench.currentId,
  ),
)

/** How far a step has come, in words; of a task that isn’t open on this device nothing. */
const progressOf = ({ id }: TaskView, step: StepView): string | null =>
  visible.value ? (bench.openTasks.get(id)?.place.progressNow?.(step.id) ?? null) : null
/** The steps of tasks that are taken in any order, each with its state in words. */
const parts = computed(() => {
  const free = bench.tasks.filter(({ order }) => order === 'free')
  return new Map(
    free.map(task => {
      const wordsOf = (step: StepView): string =>
        stepStateWords[step.status] ?? progressOf(task, step) ?? (task.opened ? 'open' : 'not opened')
      return [task.id, task.steps.map((step, at) => ({ step, number: at + 1, words: wordsOf(step) }))]
    }),
  )
})
function goTo(task: TaskView, step: StepView) {
  emit('go', task.id)
  bench.takeInHand(task.id, step.id)
}

function tries(task: TaskView): string {
  const step = stepInHandOf(task)
  return step ? `${step.triesAllowed - step.triesUsed} of ${step.triesAllowed}` : '–'
}
</script>

<template>
  <SidePanel v-model:visible="visible" title="Overview" width="700px">
    <SelectButton
      v-model="filter"
      :options="options"
      option-label="label"
      option-value="value"
      :allow-empty="false"
      size="small"
      aria-label="Which tasks to show"
    />
    <table>
      <thead>
        <tr>
          <th scope="col">Task</th>
          <th scope="col">State</th>
          <th scope="col">Steps finished</th>
          <th scope="col">Tries left</th>
          <th scope="col"><span class="spoken">Marks</span></th>
        </tr>
      </thead>
      <tbody v-for="section in sections" :key="section.id">
        <tr v-if="sections.length > 1" class="section">
          <th scope="rowgroup" colspan="5">
            {{ section.title }} <span class="soft small">{{ section.state }}</span>
          </th>
        </tr>
        <template v-for="{ task, number } in section.lines" :key="task.id">
          <tr :class="{ current: task.id === bench.currentId }">
            <th scope="row">
              <button type="button" :disabled="section.closed" @click="emit('go', task.id)">
                <span class="figure number">{{ number }}</span> {{ task.title }}
              </button>
            </th>
            <td>{{ taskState(task) }}<template v-if="task.unchecked">, not checked</template></td>
            <td class="figure">{{ stepsFinished(task) }} of {{ task.steps.length }}</td>
            <td class="figure">{{ tries(task) }}</td>
            <td class="small">{{ task.revisit ? 'come back' : '' }}</td>
          </tr>
          <tr v-if="parts.has(task.id)">
            <td colspan="5" class="parts">
              <details :open="task.id === bench.currentId">
                <summary class="small">{{ counted(task.steps.length, 'step', 'steps') }}, in any order</summary>
                <ol class="small">
                  <li v-for="one in parts.get(task.id)" :key="one.step.id" :data-part="one.step.id">
                    <button type="button" :disabled="section.closed" @click="goTo(task, one.step)">
                      <span class="figure number">{{ one.number }}</span> {{ one.step.instruction }}
                    </button>
                    <span>{{ one.words }}{{ one.step.revisit ? ' · come back' : '' }}</span>
                  </li>
                </ol>
              </details>
            </td>
          </tr>
        </template>
      </tbody>
      <tbody v-if="sections.every(({ lines }) => lines.length === 0)">
        <tr>
          <td colspan="5" class="soft">No task is like this.</td>
        </tr>
      </tbody>
    </table>
    <div class="actions">
      <Button
        outlined
        severity="secondary"
        label="Go to the first unfinished"
        :disabled="!first"
        @click="first && emit('go', first.id)"
      />
      <Button label="Hand in the paper…" @click="emit('handIn')" />
    </div>
  </SidePanel>
</template>

<style scoped>
table {
  margin-top: 0.9rem;
}
th,
td {
  padding: 0.3rem 0.5rem 0.3rem 0;
  border-bottom: 1px solid var(--line);
  font-weight: 400;
}
thead th {
  color: var(--ink-soft);
  font-size: var(--small);
}
table button {
  min-height: 26px;
  padding: 0;
  border: 0;
  background: none;
  color: var(--act);
  font-weight: 600;
  text-align: left;
  cursor: pointer;
}
table button:hover {
  text-decoration: underline;
}
.section th {
  padding-top: 0.9rem;
  font-weight: 700;
}
.parts {
  padding-left: 1.6rem;
}
.parts summary {
  color: var(--act);
  cursor: pointer;
}
.parts ol {
  margin: 0.2rem 0 0;
  padding: 0;
  list-style: none;
}
.parts li {
  display: grid;
  grid-template-columns: 1fr 12rem;
  gap: 0.8rem;
}
.parts button {
  font-weight: 400;
}
.actions {
  display: flex;
  gap: 0.6rem;
  margin-top: 1.2rem;
}
table button:disabled {
  color: var(--ink-soft);
  cursor: default;
  text-decoration: none;
}
.number {
  display: inline-block;
  min-width: 1.6rem;
}
.current > * {
  background: var(--act-wash);
}
</style>
