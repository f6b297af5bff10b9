<script setup lang="ts">
import { sure } from '~~/core/ground/sure'
import { wordsOf } from '~~/core/paper/reading'
import type { Reading } from '~~/core/paper/reading'
import ReadingBlocks from './ReadingBlocks.vue'

/** A reference paper in its parts: all of it, or what has the words that are looked for. */
const props = defineProps<{ paper: Reading }>()
const words = ref('')

/** Each part begins with its heading, and is found as a whole. */
const parts = computed(() => {
  const all: Reading['blocks'][] = []
  for (const block of props.paper.blocks) {
    if (block.kind === 'heading' || all.length === 0) all.push([])
    sure(all.at(-1)).push(block)
  }
  return all
})
const found = computed(() => {
  const wanted = words.value.toLocaleLowerCase('en-GB').split(/\s+/).filter(Boolean)
  return parts.value.filter(part => {
    const text = part.map(wordsOf).join(' ').toLocaleLowerCase('en-GB')
    return wanted.every(word => text.includes(word))
  })
})
const shown = computed(() => ({ ...props.paper, blocks: found.value.flat() }))
const field = useId()
</script>

<template>
  <details class="reference">
    <summary>{{ paper.title }}</summary>
    <label :for="field" class="spoken">Search {{ paper.title }}</label>
    <InputText :id="field" v-model="words" type="search" size="small" fluid placeholder="Search it" />
    <p class="small soft" role="status">
      {{ words.trim() === '' ? '' : `${counted(found.length, 'part has', 'parts have')} this` }}
    </p>
    <ReadingBlocks :reading="shown" />
  </details>
</template>

<style scoped>
.reference {
  padding: 0.5rem 0.7rem;
  border: 1px solid var(--line);
  background: var(--paper);
}
summary {
  font-weight: 600;
  cursor: pointer;
}
summary + label + * {
  margin-top: 0.5rem;
}
p {
  margin: 0.2rem 0;
}
</style>
