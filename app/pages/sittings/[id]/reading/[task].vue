<script setup lang="ts">
import { taskWorkView } from '~~/core/wire/sitting'
import type { Reading } from '~~/core/paper/reading'
import ReadingBlocks from '~/components/bench/ReadingBlocks.vue'

/** The reading of a task in a window of its own, where the paper allows a second one. */
definePageMeta({ layout: 'bare' })
const { params } = useRoute()
const reading = shallowRef<Reading | null>(null)
const failure = ref('')
useHead({ title: () => `${reading.value?.title ?? 'Reading'} · Steady Anvil` })

async function load() {
  failure.value = ''
  try {
    const { brief } = await callApi(taskWorkView, `/api/sittings/${String(params.id)}/tasks/${String(params.task)}`)
    reading.value = brief.reading
    if (!brief.reading) failure.value = 'This task has no reading.'
  } catch (error) {
    failure.value = inWords(error)
  }
}
onMounted(load)
</script>

<template>
  <main>
    <FailureNotice v-if="failure" :message="failure" @again="load" />
    <template v-else-if="reading">
      <h1>{{ reading.title }}</h1>
      <ReadingBlocks :reading="reading" />
    </template>
    <p v-else class="soft" role="status">Fetching the reading…</p>
  </main>
</template>

<style scoped>
main {
  max-width: 46rem;
  margin: 0 auto;
  padding: 1.5rem 1rem 3rem;
}
</style>
