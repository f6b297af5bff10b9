<script setup lang="ts">
import { useBenchStore } from '~/stores/bench'
import { useLooksStore } from '~/stores/looks'

/** What the trainee must know and do: the tasks of this page, the one in hand unfolded. */
const bench = useBenchStore()
const looks = useLooksStore()

/** The tasks that stand on the same page, as the section sets. */
const page = computed(() => {
  const { section, current } = bench
  if (!section || !current) return []
  const place = section.tasks.indexOf(current.id)
  const first = place - (place % section.perPage)
  return section.tasks
    .slice(first, first + section.perPage)
    .flatMap(id => bench.tasks.find(task => task.id === id) ?? [])
})
const marked = computed(() => bench.current?.marked.length ?? 0)
/** Whether no step is left in it to go to: to be scrolled by keys it then has to take the focus itself. */
const isDone = computed(() => page.value.every(({ steps }) => steps.every(({ status }) => status !== 'open')))
</script>

<template>
  <section class="brief" :tabindex="isDone ? 0 : -1" aria-label="Brief" data-area>
    <Button
      v-if="bench.sitting?.support.readingRuler"
      class="ruler"
      text
      size="small"
      :label="looks.own.readingRuler ? 'Put the ruler away' : 'Reading ruler'"
      :aria-pressed="looks.own.readingRuler"
      @click="looks.change({ readingRuler: !looks.own.readingRuler })"
    />
    <TaskBrief
      v-for="task in page"
      :key="task.id"
      :task="task"
      :in-hand="task.id === bench.currentId"
      :alone="page.length === 1"
    />
    <template v-if="bench.section?.aids.includes('mark-text')">
      <details class="marked small">
        <summary>Marked text{{ marked > 0 ? ` · ${marked}` : '' }}</summary>
        <MarkedText />
      </details>
      <TextMarks />
    </template>
  </section>
</template>

<style scoped>
.brief {
  position: relative;
  height: 100%;
  padding: 0.8rem 1rem 1rem;
  overflow: hidden auto;
  background: var(--surface);
}
/* A step that is gone to stands below the reading, not behind it. */
.brief:has([data-reading]) {
  scroll-padding-top: min(60vh, 46rem);
}
.brief:focus {
  outline-offset: -3px;
}
.marked {
  margin-top: 0.8rem;
}
.marked summary {
  color: var(--act);
  cursor: pointer;
}
.ruler {
  margin: -0.4rem 0 0.2rem -0.6rem;
}
@container page (max-width: 47rem) {
  .brief {
    height: auto;
    overflow: visible;
  }
}
</style>
