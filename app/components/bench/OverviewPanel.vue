<script setup lang="ts">
import type { TaskView } from '~~/core/wire/sitting'

/** Every task with its state in words, over the tool; from here the paper is handed in. */
const props = defineProps<{ tasks: readonly TaskView[], currentId: string | null }>()
const visible = defineModel<boolean>('visible', { required: true })
const emit = defineEmits<{ go: [id: string], handIn: [] }>()

type Filter = 'all' | 'unfinished' | 'revisit' | 'unchecked'
const filter = ref<Filter>('all')
const tests: Record<Filter, (task: TaskView) => boolean> = {
  all: () => true,
  unfinished: task => !isFinished(task),
  revisit: task => task.revisit,
  unchecked: task => task.unchecked,
}
const options = computed(() => ([['all', 'All'], ['unfinished', 'Not finished'], ['unchecked', 'Not checked'], ['revisit', 'Come back to']] as const)
  .map(([value, label]) => ({ value, label: `${label} ${props.tasks.filter(tests[value]).length}` })))
const lines = computed(() => props.tasks.map((task, index) => ({ task, number: index + 1 })).filter(({ task }) => tests[filter.value](task)))

function tries(task: TaskView): string {
  const step = stepInHandOf(task)
  return step ? `${step.triesAllowed - step.triesUsed} of ${step.triesAllowed}` : '–'
}
</script>

<template>
  <Drawer v-model:visible="visible" position="right" header="Overview" class="overview" :pt="{ root: { 'aria-label': 'Overview' } }" :style="{ width: '680px' }">
    <SelectButton v-model="filter" :options="options" option-label="label" option-value="value" :allow-empty="false" size="small" aria-label="Which tasks to show" />
    <table>
      <thead><tr><th scope="col">Task</th><th scope="col">State</th><th scope="col">Steps finished</th><th scope="col">Tries left</th><th scope="col"><span class="spoken">Marks</span></th></tr></thead>
      <tbody>
        <tr v-for="{ task, number } in lines" :key="task.id" :class="{ current: task.id === currentId }">
          <th scope="row"><button type="button" @click="emit('go', task.id)"><span class="figure number">{{ number }}</span> {{ task.title }}</button></th>
          <td>{{ taskState(task) }}<template v-if="task.unchecked">, not checked</template></td>
          <td class="figure">{{ stepsFinished(task) }} of {{ task.steps.length }}</td>
          <td class="figure">{{ tries(task) }}</td>
          <td class="small">{{ task.revisit ? 'come back' : '' }}</td>
        </tr>
        <tr v-if="lines.length === 0"><td colspan="5" class="soft">No task is like this.</td></tr>
      </tbody>
    </table>
    <template #footer>
      <Button label="Hand in the paper…" @click="emit('handIn')" />
    </template>
  </Drawer>
</template>

<style scoped>
table { margin-top: 0.9rem; }
th, td { padding: 0.3rem 0.5rem 0.3rem 0; border-bottom: 1px solid var(--line); font-weight: 400; }
thead th { color: var(--ink-soft); font-size: var(--small); }
table button { min-height: 26px; padding: 0; border: 0; background: none; color: var(--act); font-weight: 600; text-align: left; cursor: pointer; }
table button:hover { text-decoration: underline; }
.number { display: inline-block; min-width: 1.6rem; }
.current > * { background: var(--act-wash); }
</style>
