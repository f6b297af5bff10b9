<script setup lang="ts">
import type { TaskView } from '~~/core/wire/sitting'
import { useBenchStore } from '~/stores/bench'

/** One task of the brief: situation, documents, and the ladder of steps. A task that isn't in hand is shown folded. */
const props = defineProps<{ task: TaskView; inHand: boolean; alone: boolean }>()
const bench = useBenchStore()
const brief = computed(
  () => bench.openTasks.get(props.task.id)?.brief ?? { situation: [], documents: [], reading: null, references: [] },
)
</script>

<template>
  <article class="task" :class="{ 'in-hand': inHand, 'among-others': !alone }">
    <header>
      <h1>{{ task.title }}</h1>
      <ReadAloud v-if="inHand && bench.section?.aids.includes('read-aloud')" />
      <Button
        v-if="!inHand"
        outlined
        severity="secondary"
        size="small"
        label="Work on this"
        :aria-label="`Work on this: ${task.title}`"
        @click="bench.openTask(task.id)"
      />
    </header>
    <p v-if="!inHand" class="soft small">
      {{ taskState(task) }} · {{ stepsFinished(task) }} of {{ counted(task.steps.length, 'step', 'steps') }}
    </p>
    <template v-else>
      <p v-for="(text, at) in brief.situation" :key="text" :data-text="`situation-${at}`">{{ text }}</p>
      <CaseReading
        v-if="brief.reading"
        :reading="brief.reading"
        :window="`/sittings/${bench.sitting?.id}/reading/${task.id}`"
        :may-open="bench.sitting?.rules.secondWindow ?? false"
      />
      <SourceDocuments v-if="brief.documents.length > 0" :key="task.id" :documents="brief.documents" />
      <StepLadder :task="task" />
    </template>
  </article>
</template>

<style scoped>
header {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  align-items: start;
  gap: 0 0.5rem;
  margin-bottom: 0.5rem;
}
header :deep(.p-button) {
  flex: none;
}
h1 {
  font-size: var(--larger);
}
header ~ p ~ p {
  margin-top: 0.4rem;
}
.among-others {
  margin: 0 -1rem;
  padding: 0.6rem 1rem;
  border-bottom: 1px solid var(--line);
}
.among-others:not(.in-hand) header {
  margin: 0;
}
.among-others:not(.in-hand) h1 {
  font-size: var(--large);
}
</style>
