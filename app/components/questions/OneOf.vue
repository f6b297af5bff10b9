<script setup lang="ts">
import type { OneOfPart } from '~~/core/questions/one-of'

/** One choice of several: arrow keys go from one to the next, and choose it. */
defineProps<{ part: OneOfPart; answer: string | null; closed: boolean }>()
const emit = defineEmits<{ answer: [answer: string] }>()
</script>

<template>
  <p class="small soft how">Choose one.</p>
  <ul class="options">
    <li v-for="option in part.options" :key="option.id" :class="{ chosen: option.id === answer }">
      <label>
        <input
          type="radio"
          :name="part.id"
          :value="option.id"
          :checked="option.id === answer"
          :disabled="closed"
          @change="emit('answer', option.id)"
        />
        {{ option.text }}
      </label>
    </li>
  </ul>
</template>

<style scoped src="./options.css"></style>
