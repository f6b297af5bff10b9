<script setup lang="ts">
import { written } from '~~/core/questions/written'
import type { WrittenPart } from '~~/core/questions/written'
import { useTyped } from './useTyped'

/** A text in the trainee’s own words, counted as it is typed. */
const props = defineProps<{ part: WrittenPart; answer: string | null; closed: boolean }>()
const emit = defineEmits<{ answer: [answer: string | null] }>()

const { text, typed, settle } = useTyped(
  () => props.answer ?? '',
  written => emit('answer', written === '' ? null : written),
)
const length = computed(() => {
  const { least, most } = props.part
  if (least !== undefined && most !== undefined) return ` It has ${least} to ${most} words.`
  if (least !== undefined) return ` It has at least ${least} words.`
  return most === undefined ? '' : ` It has at most ${most} words.`
})
const soFar = computed(() => written.progress(props.part, text.value).words)
const how = useId()
</script>

<template>
  <p :id="how" class="small soft">Write in your own words; a person reads it.{{ length }}</p>
  <Textarea
    v-model="text"
    fluid
    rows="8"
    auto-resize
    spellcheck="false"
    maxlength="20000"
    aria-label="Text"
    :aria-describedby="how"
    :disabled="closed"
    @input="typed"
    @blur="settle"
  />
  <p v-if="!closed" class="small count" aria-live="off">{{ soFar }}</p>
</template>

<style scoped>
p {
  margin: 0 0 0.3rem;
}
.count {
  text-align: right;
}
</style>
