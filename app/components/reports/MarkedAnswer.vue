<script setup lang="ts">
import type { StepResultView } from '~~/core/wire/result'
import AnswerShown from '../tools/AnswerShown.vue'

/** What was answered to a step that a person marked, what they said to it, and what the trainee says to that. */
const props = defineProps<{ marked: NonNullable<StepResultView['marked']>; canReply: boolean; sittingId: string }>()
const emit = defineEmits<{ reply: [text: string] }>()
const text = ref('')
const asks = computed(() => props.canReply && props.marked.reply === null)
</script>

<template>
  <div class="marked">
    <AnswerShown :work="marked.work" :sitting-id="sittingId" :remarks="marked.given.remarks" />
    <ol v-if="marked.given.remarks.length > 0" class="small">
      <li v-for="(one, at) in marked.given.remarks" :key="at">{{ at + 1 }}: {{ one.text }}</li>
    </ol>
    <p v-if="marked.given.comment" class="comment"><strong>Your marker:</strong> {{ marked.given.comment }}</p>
    <p v-if="marked.reply" class="small"><strong>Your reply:</strong> {{ marked.reply }}</p>
    <p v-if="marked.answered" class="small"><strong>The answer to it:</strong> {{ marked.answered }}</p>
    <form v-if="asks" class="no-print" @submit.prevent="emit('reply', text.trim())">
      <label>
        <span class="small">Reply to your marker: once, so say all of it</span>
        <Textarea v-model="text" fluid rows="2" auto-resize maxlength="4000" />
      </label>
      <Button size="small" outlined type="submit" label="Send the reply" :disabled="text.trim() === ''" />
    </form>
  </div>
</template>

<style scoped>
.marked {
  max-width: 52rem;
  margin: 0.5rem 0;
}
ol {
  margin: 0.4rem 0;
  padding: 0;
  list-style: none;
}
.comment {
  margin: 0.5rem 0;
  white-space: pre-wrap;
}
form {
  display: grid;
  gap: 0.4rem;
  justify-items: start;
}
form label {
  width: 100%;
}
</style>
