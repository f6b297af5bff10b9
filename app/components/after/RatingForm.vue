<script setup lang="ts">
import { afterView } from '~~/core/wire/afterwards'
import type { AfterView } from '~~/core/wire/afterwards'

/** What the trainee thinks of the paper, if they want to say. It goes to the trainer. */
const props = defineProps<{ after: AfterView }>()
const emit = defineEmits<{ took: [after: AfterView] }>()
const questions = [
  { id: 'effort', asks: 'How much effort was it?', low: 'little', high: 'very much' },
  { id: 'clarity', asks: 'How clear was what you had to do?', low: 'unclear', high: 'quite clear' },
  { id: 'time', asks: 'Was there time enough?', low: 'far too little', high: 'plenty' },
] as const
const given = reactive({ effort: 0, clarity: 0, time: 0, words: '', ...props.after.rating.given })
const failure = ref('')
const sent = ref(props.after.rating.given !== null)
const complete = computed(() => questions.every(({ id }) => given[id] > 0))

async function send() {
  failure.value = ''
  try {
    emit(
      'took',
      await callApi(afterView, `/api/sittings/${props.after.sittingId}/rating`, { method: 'PUT', body: given }),
    )
    sent.value = true
  } catch (error) {
    failure.value = inWords(error)
  }
}
</script>

<template>
  <section class="panel no-print" aria-label="Your opinion">
    <h2>What did you think of this paper? <span class="soft small">if you like</span></h2>
    <form @submit.prevent="send">
      <fieldset v-for="question in questions" :key="question.id">
        <legend>{{ question.asks }}</legend>
        <span class="soft small">{{ question.low }}</span>
        <label v-for="mark in 5" :key="mark" class="mark"
          ><RadioButton
            v-model="given[question.id]"
            :name="question.id"
            :value="mark"
            @update:model-value="sent = false"
          />
          {{ mark }}</label
        >
        <span class="soft small">{{ question.high }}</span>
      </fieldset>
      <label for="words">Anything else</label>
      <Textarea id="words" v-model="given.words" rows="2" maxlength="2000" fluid @update:model-value="sent = false" />
      <p v-if="failure" class="notice is-refusal" role="alert">{{ failure }}</p>
      <p v-if="sent" class="notice is-passed" role="status">Your trainer has it. Thank you.</p>
      <Button v-else type="submit" outlined label="Send to your trainer" :disabled="!complete" />
    </form>
  </section>
</template>

<style scoped>
.panel,
form {
  display: grid;
  gap: 0.7rem;
  justify-items: start;
}
.panel {
  padding: 1.25rem 1.75rem;
}
form {
  width: 100%;
}
h2 {
  font-size: var(--large);
}
fieldset {
  display: flex;
  align-items: center;
  gap: 0.9rem;
  margin: 0;
  padding: 0;
  border: 0;
}
legend {
  float: left;
  width: 17rem;
  padding: 0;
}
.mark {
  display: flex;
  align-items: center;
  gap: 0.3rem;
  min-height: 24px;
}
</style>
