<script setup lang="ts">
import type { PartToMark } from '~~/core/wire/marking'
import AnswerShown from '../tools/AnswerShown.vue'

/** Answers with what they earn, to compare by: whoever wrote the part would have answered so. */
const props = defineProps<{
  model: PartToMark['model']
  samples: PartToMark['samples']
  criteria: PartToMark['criteria']
}>()
const pointsText = (points: Readonly<Record<string, number>>): string =>
  props.criteria.map(({ id, label }) => `${label} ${(points[id] ?? 0).toFixed(2)}`).join(', ')
</script>

<template>
  <details v-if="model">
    <summary class="small">How it could be answered</summary>
    <AnswerShown :work="model" />
  </details>
  <details v-for="sample in samples" :key="sample.name">
    <summary class="small">
      {{ sample.name }} <span class="soft">({{ pointsText(sample.points) }})</span>
    </summary>
    <AnswerShown :work="sample.work" />
  </details>
</template>

<style scoped>
details {
  margin-top: 0.5rem;
}
summary {
  cursor: pointer;
}
</style>
