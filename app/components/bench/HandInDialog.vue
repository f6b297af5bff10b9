<script setup lang="ts">
import type { TaskView } from '~~/core/wire/sitting'

/** The last look before handing in: what is unfinished, unchecked or marked, and that nothing can be changed afterwards. */
const props = defineProps<{ tasks: readonly TaskView[], leftMs: number, busy: boolean, failure: string }>()
const visible = defineModel<boolean>('visible', { required: true })
const emit = defineEmits<{ go: [id: string], handIn: [] }>()

const lists = computed(() => [
  { title: 'Not finished', tasks: props.tasks.filter(task => !isFinished(task)), what: (task: TaskView) => `${stepsFinished(task)} of ${counted(task.steps.length, 'step', 'steps')} finished` },
  { title: 'Work that was not checked', tasks: props.tasks.filter(task => task.unchecked), what: () => 'judged once when you hand in' },
  { title: 'You meant to come back to', tasks: props.tasks.filter(task => task.revisit), what: () => '' },
].filter(list => list.tasks.length > 0))
</script>

<template>
  <Dialog v-model:visible="visible" modal header="Hand in the paper" :style="{ width: '560px' }" :closable="!busy">
    <div class="body">
      <p v-if="lists.length === 0">All steps of all tasks are finished.</p>
      <section v-for="list in lists" :key="list.title">
        <h3>{{ list.title }} <span class="soft small">{{ counted(list.tasks.length, 'task', 'tasks') }}</span></h3>
        <ul>
          <li v-for="task in list.tasks" :key="task.id"><button type="button" @click="emit('go', task.id)">{{ task.title }}</button> <span class="soft small">{{ list.what(task) }}</span></li>
        </ul>
      </section>
      <p class="notice"><strong>{{ format.span(leftMs) }} are left.</strong> After handing in, nothing can be changed and the sitting can’t be opened again.</p>
      <p v-if="failure" class="notice is-refusal" role="alert">{{ failure }}</p>
    </div>
    <template #footer>
      <Button outlined severity="secondary" label="Go on working" :disabled="busy" autofocus @click="visible = false" />
      <Button label="Hand in the paper" :loading="busy" @click="emit('handIn')" />
    </template>
  </Dialog>
</template>

<style scoped>
.body { display: grid; gap: 0.9rem; }
ul { display: grid; margin-top: 0.25rem; }
ul button { min-height: 26px; padding: 0; border: 0; background: none; color: var(--act); font-weight: 600; cursor: pointer; }
</style>
