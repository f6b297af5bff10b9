<script setup lang="ts">
import { useBenchStore } from '~/stores/bench'

/**
 * The warning before a section closes for good: what is unanswered in it, and that nothing of it can be changed
 * afterwards.
 */
const visible = defineModel<boolean>('visible', { required: true })
const emit = defineEmits<{ go: [id: string] }>()
const bench = useBenchStore()
const own = computed(() => bench.tasks.filter(task => task.section === bench.section?.id))
const unfinished = computed(() => own.value.filter(task => !isFinished(task)))
const next = computed(() => {
  const { sitting, pace, section } = bench
  const place = sitting?.sections.findIndex(({ id }) => id === section?.id) ?? -1
  return (
    sitting?.sections.slice(place + 1).find(({ id }) => pace?.sections.find(one => one.id === id)?.closed === null) ??
    null
  )
})

function leave() {
  visible.value = false
  if (bench.section) bench.leaveSection(bench.section.id)
}
</script>

<template>
  <Dialog v-model:visible="visible" modal :header="`Leave “${bench.section?.title ?? ''}”`" :style="{ width: '540px' }">
    <div class="body">
      <p v-if="unfinished.length === 0">All steps of this section are finished.</p>
      <section v-else>
        <h3>
          Not finished <span class="soft small">{{ counted(unfinished.length, 'task', 'tasks') }}</span>
        </h3>
        <ul>
          <li v-for="task in unfinished" :key="task.id">
            <button type="button" @click="emit('go', task.id)">{{ task.title }}</button>
            <span class="soft small"
              >{{ stepsFinished(task) }} of {{ counted(task.steps.length, 'step', 'steps') }} finished</span
            >
          </li>
        </ul>
      </section>
      <p class="notice">
        <strong>This section can’t be opened again.</strong> Work that was not checked is judged when you hand in.
        {{ next ? `You go on with “${next.title}”.` : 'It is the last one: you hand in next.' }}
      </p>
    </div>
    <template #footer>
      <Button outlined severity="secondary" label="Stay in this section" autofocus @click="visible = false" />
      <Button label="Leave this section" @click="leave" />
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
  margin-top: 0.25rem;
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
</style>
