<script setup lang="ts">
import { afterView } from '~~/core/wire/afterwards'
import type { AfterView } from '~~/core/wire/afterwards'
import { useSessionStore } from '~/stores/session'

/** The receipt of an ended sitting, and what is left to do about it. */
definePageMeta({ layout: 'bare' })
const session = useSessionStore()
/** Staff looks at a receipt; what is left to do is the trainee’s. */
const own = computed(() => session.person?.role === 'trainee')
const id = String(useRoute().params.id)
const { data: after, failure, load } = useCall(afterView, () => `/api/sittings/${id}/after`)
useHead({ title: () => `Receipt of ${after.value?.paperTitle ?? 'a sitting'} · Steady Anvil` })

const heads: Record<string, string> = {
  'handed-in': 'Handed in',
  'time-up': 'The time is up',
  'left': 'You left, and the sitting ended',
  'ended-by-invigilator': 'Ended by the invigilator',
  'voided': 'This sitting was voided',
}
const texts: Record<string, string> = {
  'handed-in': 'It has been handed in. Nothing can be changed any more.',
  'time-up': 'It ended by itself. Everything that was saved until then has been handed in.',
  'left': 'What you had done has been handed in.',
  'ended-by-invigilator': 'What you had done has been handed in.',
  'voided': 'It has no score. Ask your trainer what comes next.',
}
function took(view: AfterView) {
  after.value = view
}
const print = () => window.print()
</script>

<template>
  <main class="page">
    <FailureNotice v-if="failure" :message="failure" @again="load" />
    <p v-else-if="!after" class="soft" role="status">Fetching the receipt…</p>
    <div v-else class="stack">
      <section class="panel receipt" aria-label="Receipt">
        <h1>{{ heads[after.how] ?? 'Ended' }}</h1>
        <p>
          <strong>{{ after.paperTitle }}.</strong> {{ texts[after.how]
          }}<template v-if="after.late"> It was handed in after the due date.</template>
        </p>
        <dl>
          <div>
            <dt>Ended</dt>
            <dd>
              {{ format.date(after.endedAt) }}, <span class="figure">{{ format.second(after.endedAt) }}</span>
            </dd>
          </div>
          <div v-if="after.signedAs">
            <dt>Signed</dt>
            <dd>{{ after.signedAs }}</dd>
          </div>
          <div>
            <dt>Entries in the log</dt>
            <dd class="figure">{{ after.events }}</dd>
          </div>
          <div>
            <dt>Sitting</dt>
            <dd class="figure small">{{ after.sittingId }}</dd>
          </div>
          <div>
            <dt>Digest (SHA-256 of the log)</dt>
            <dd class="figure small digest" data-digest>{{ after.digest }}</dd>
          </div>
        </dl>
        <p class="soft small">Keep the digest: with it the centre can show that the log is as it was when you ended.</p>
        <div class="actions no-print">
          <Button v-if="after.result.shown" as="router-link" :to="`/sittings/${id}/result`" label="See the result" />
          <Button
            as="a"
            outlined
            severity="secondary"
            :href="`/api/sittings/${id}/response`"
            label="Download the response"
            download
          />
          <Button outlined severity="secondary" label="Print" @click="print" />
          <Button as="router-link" text to="/" :label="own ? 'My work' : 'Home'" />
        </div>
        <p v-if="!after.result.shown && after.how !== 'voided'" class="notice">
          {{
            after.result.from
              ? `The result shows from ${format.date(after.result.from)}, ${format.time(after.result.from)}.`
              : 'The result shows when your trainer releases it.'
          }}
        </p>
      </section>
      <CreditChoice v-if="after.credit && own" :after="after" @took="took" />
      <EvidenceUpload v-if="after.evidence" :after="after" :own="own" @changed="load" />
      <RatingForm v-if="after.rating.asked && own" :after="after" @took="took" />
    </div>
  </main>
</template>

<style scoped>
.page {
  display: grid;
  justify-items: center;
  align-content: start;
  min-height: 100vh;
  padding: 2.5rem 1.5rem;
}
.stack {
  display: grid;
  gap: 1rem;
  width: min(100%, 640px);
}
.receipt {
  display: grid;
  gap: 0.8rem;
  padding: 1.5rem 1.75rem;
}
dl div {
  display: flex;
  justify-content: space-between;
  gap: 1rem;
  padding: 0.4rem 0;
  border-top: 1px solid var(--line);
}
dd {
  text-align: right;
}
.digest {
  max-width: 20rem;
  overflow-wrap: anywhere;
}
.actions {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
}
</style>
