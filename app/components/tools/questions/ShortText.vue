<script setup lang="ts">
import type { ShortTextPart } from '~~/core/tools/questions/kinds/short-text'
import { useTyped } from './useTyped'

/** A term or a few words, typed. */
const props = defineProps<{ part: ShortTextPart; answer: string | null; closed: boolean }>()
const emit = defineEmits<{ answer: [answer: string] }>()
const { text, typed, settle } = useTyped(
  () => props.answer ?? '',
  words => emit('answer', words),
)
const how = useId()
</script>

<template>
  <p :id="how" class="small soft">
    Type it. {{ part.spelling ? 'Spelling counts.' : 'A slip of a letter in a long word costs nothing.' }}
  </p>
  <InputText
    v-model="text"
    autocomplete="off"
    spellcheck="false"
    aria-label="Answer"
    :maxlength="part.most"
    :aria-describedby="how"
    :disabled="closed"
    @input="typed"
    @blur="settle"
    @keydown.enter="settle"
  />
</template>

<style scoped>
p {
  margin: 0 0 0.3rem;
}
input {
  width: min(100%, 28rem);
}
</style>
