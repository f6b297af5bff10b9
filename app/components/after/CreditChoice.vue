<script setup lang="ts">
import { afterView } from '~~/core/wire/afterwards'
import type { AfterView } from '~~/core/wire/afterwards'

/** Of an optional paper: whether its score counts in place of its unit's. */
const props = defineProps<{ after: AfterView }>()
const emit = defineEmits<{ took: [after: AfterView] }>()
const failure = ref('')

async function decide(counts: boolean) {
  failure.value = ''
  try {
    emit(
      'took',
      await callApi(afterView, `/api/sittings/${props.after.sittingId}/credit`, { method: 'PUT', body: { counts } }),
    )
  } catch (error) {
    failure.value = inWords(error)
  }
}
</script>

<template>
  <section v-if="after.credit" class="panel" aria-label="Credit by assessment">
    <h2>Credit by assessment</h2>
    <p>
      This paper was optional. Its score may count in place of <strong>{{ after.credit.unit }}</strong>.
    </p>
    <dl v-if="after.credit.without !== null || after.credit.now !== null">
      <div v-if="after.credit.without !== null">
        <dt>{{ after.credit.unit }} by {{ counted(after.credit.papers, 'paper', 'papers') }} of its own</dt>
        <dd class="figure">{{ after.credit.without.toFixed(2) }} %</dd>
      </div>
      <div v-if="after.credit.now !== null && after.credit.decided === 'claimed'">
        <dt>as this paper counts in its place</dt>
        <dd class="figure">{{ after.credit.now.toFixed(2) }} %</dd>
      </div>
    </dl>
    <p v-if="!after.result.shown" class="soft">You decide when your result shows.</p>
    <template v-else>
      <p v-if="after.credit.decided" class="notice">
        {{ after.credit.decided === 'claimed' ? 'You decided that it counts.' : 'You decided that it doesn’t count.' }}
        You may change that.
      </p>
      <div class="actions">
        <Button :outlined="after.credit.decided === 'declined'" label="Let it count" @click="decide(true)" />
        <Button outlined severity="secondary" label="Don’t let it count" @click="decide(false)" />
      </div>
    </template>
    <p v-if="failure" class="notice is-refusal" role="alert">{{ failure }}</p>
  </section>
</template>

<style scoped>
.panel {
  display: grid;
  gap: 0.7rem;
  padding: 1.25rem 1.75rem;
}
dl > div {
  display: flex;
  justify-content: space-between;
  gap: 1rem;
  padding: 0.3rem 0;
  border-top: 1px solid var(--line);
}
h2 {
  font-size: var(--large);
}
.actions {
  display: flex;
  gap: 0.5rem;
}
</style>
