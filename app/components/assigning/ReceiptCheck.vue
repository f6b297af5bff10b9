<script setup lang="ts">
import { z } from 'zod'

/** Whether a trainee's receipt is that of a log on this server. */
const answer = z.object({ known: z.boolean(), matches: z.boolean() })
const sittingId = ref('')
const digest = ref('')
const found = ref<z.infer<typeof answer> | null>(null)
const failure = ref('')
const says = computed(() =>
  !found.value
    ? ''
    : !found.value.known
      ? 'There is no ended sitting with this id.'
      : found.value.matches
        ? 'The receipt is good: the log is as it was when the sitting ended.'
        : 'The receipt doesn’t match the log.',
)

async function check() {
  failure.value = ''
  found.value = null
  try {
    found.value = await callApi(answer, '/api/receipts/verify', {
      method: 'POST',
      body: { sittingId: sittingId.value, digest: digest.value },
    })
  } catch (error) {
    failure.value = inWords(error)
  }
}
</script>

<template>
  <form class="panel check" @submit.prevent="check">
    <h2>Check a receipt</h2>
    <div class="field">
      <label for="receipt-sitting">Sitting</label
      ><InputText id="receipt-sitting" v-model="sittingId" class="figure" autocomplete="off" maxlength="60" fluid />
    </div>
    <div class="field">
      <label for="receipt-digest">Digest</label
      ><InputText id="receipt-digest" v-model="digest" class="figure" autocomplete="off" maxlength="64" fluid />
    </div>
    <Button type="submit" outlined severity="secondary" label="Check" :disabled="!sittingId.trim() || !digest.trim()" />
    <p v-if="says" class="notice" :class="found?.matches ? 'is-passed' : 'is-refusal'" role="status">{{ says }}</p>
    <p v-if="failure" class="notice is-refusal" role="alert">{{ failure }}</p>
  </form>
</template>

<style scoped>
.check {
  display: grid;
  grid-template-columns: 20rem 1fr auto;
  gap: 0.6rem 1rem;
  align-items: end;
  margin-top: 1rem;
  padding: 1rem 1.1rem;
}
.check h2,
.check p {
  grid-column: 1 / -1;
}
h2 {
  font-size: var(--large);
}
.field {
  display: grid;
  gap: 0.25rem;
}
label {
  font-weight: 600;
}
@media (max-width: 800px) {
  .check {
    grid-template-columns: 1fr;
  }
}
</style>
