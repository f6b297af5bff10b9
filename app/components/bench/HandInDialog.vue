<script setup lang="ts">
import type { TaskView } from '~~/core/wire/sitting'
import { useBenchStore } from '~/stores/bench'

/**
 * The last look before handing in: what is unfinished, unchecked or marked, and that nothing can be changed
 * afterwards.
 */
const props = defineProps<{ leftMs: number; nowMs: number; busy: boolean }>()
const visible = defineModel<boolean>('visible', { required: true })
const emit = defineEmits<{ go: [id: string]; handIn: [signedAs: string | undefined] }>()
const bench = useBenchStore()
const name = ref('')

const untried = (task: TaskView): boolean => !task.begun && !isFinished(task)
const lists = computed(() =>
  [
    {
      title: 'Not begun',
      tasks: bench.tasks.filter(untried),
      what: (task: TaskView) => counted(task.steps.length, 'step', 'steps'),
    },
    {
      title: 'Not finished',
      tasks: bench.tasks.filter(task => !isFinished(task) && !untried(task)),
      what: (task: TaskView) => `${stepsFinished(task)} of ${counted(task.steps.length, 'step', 'steps')} finished`,
    },
    {
      title: 'Work that was not checked',
      tasks: bench.tasks.filter(task => task.unchecked),
      what: () => 'judged once when you hand in',
    },
    {
      title: 'You meant to come back to',
      tasks: bench.tasks.filter(isToRevisit),
      what: (task: TaskView) => {
        const steps = task.steps.filter(step => step.revisit).length
        return steps > 0 ? counted(steps, 'step', 'steps') : ''
      },
    },
  ].filter(list => list.tasks.length > 0),
)
const from = computed(() => {
  const { handInFrom } = bench.sitting?.rules ?? { handInFrom: null }
  return handInFrom !== null && props.nowMs < Date.parse(handInFrom) ? handInFrom : null
})
const canOpen = (task: TaskView): boolean => !bench.pace?.sections.find(({ id }) => id === task.section)?.closed
</script>

<template>
  <Dialog v-model:visible="visible" modal header="Hand in the paper" :style="{ width: '560px' }" :closable="!busy">
    <div class="body">
      <p v-if="lists.length === 0">All steps of all tasks are finished.</p>
      <section v-for="list in lists" :key="list.title">
        <h3>
          {{ list.title }} <span class="soft small">{{ counted(list.tasks.length, 'task', 'tasks') }}</span>
        </h3>
        <ul>
          <li v-for="task in list.tasks" :key="task.id">
            <button v-if="canOpen(task)" type="button" @click="emit('go', task.id)">{{ task.title }}</button><span
              v-else
              >{{ task.title }}, closed</span
            >
            <span class="soft small">{{ list.what(task) }}</span>
          </li>
        </ul>
      </section>
      <p class="notice">
        <strong>{{ format.span(leftMs) }} are left.</strong> After handing in, nothing can be changed and the sitting
        can’t be opened again.
      </p>
      <p v-if="from" class="notice is-refusal">This paper can’t be handed in before {{ format.second(from) }}.</p>
      <div v-if="bench.sitting?.rules.sign" class="sign">
        <label for="signature">Type your name to sign</label>
        <InputText id="signature" v-model="name" fluid autocomplete="off" autofocus />
        <p class="soft small">By signing you say that this is your own work.</p>
      </div>
      <p v-if="bench.failure" class="notice is-refusal" role="alert">{{ bench.failure }}</p>
    </div>
    <template #footer>
      <Button
        outlined
        severity="secondary"
        label="Go on working"
        :disabled="busy"
        :autofocus="!bench.sitting?.rules.sign"
        @click="visible = false"
      />
      <Button
        label="Hand in the paper"
        :loading="busy"
        :disabled="from !== null || (bench.sitting?.rules.sign && name.trim() === '')"
        @click="emit('handIn', name.trim() || undefined)"
      />
    </template>
  </Dialog>
</template>

<style scoped>
.body {
  display: grid;
  gap: 0.9rem;
}
ul {
  display: grid;
  max-height: 30vh;
  margin-top: 0.25rem;
  overflow: auto;
}
ul button {
  min-height: 26px;
  padding: 0;
  border: 0;
  background: none;
  color: var(--act);
  font-weight: 600;
  cursor: pointer;
}
.sign {
  display: grid;
  gap: 0.3rem;
}
.sign label {
  font-weight: 600;
}
</style>
