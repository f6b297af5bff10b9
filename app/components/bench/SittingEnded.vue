<script setup lang="ts">
import type { EndedView } from '~~/core/wire/sitting'

/** The receipt: that the sitting is over, how it ended, and what the server holds of it. */
defineProps<{ ended: EndedView, title: string }>()
</script>

<template>
  <main class="page">
    <section class="panel">
      <h1>{{ ended.how === 'time-up' ? 'The time is up' : 'Handed in' }}</h1>
      <p v-if="ended.how === 'time-up'">{{ title }} ended by itself. Everything that was saved until then has been handed in.</p>
      <p v-else>{{ title }} has been handed in. Nothing can be changed any more.</p>
      <dl>
        <div><dt>Ended</dt><dd>{{ format.date(ended.endedAt) }}, <span class="figure">{{ format.second(ended.endedAt) }}</span></dd></div>
        <div><dt>Entries in the log</dt><dd class="figure">{{ ended.events }}</dd></div>
        <div><dt>Sitting</dt><dd class="figure small">{{ ended.id }}</dd></div>
      </dl>
      <div class="actions">
        <Button as="router-link" :to="`/sittings/${ended.id}/result`" label="See the result" />
        <Button as="router-link" outlined severity="secondary" to="/" label="My work" />
      </div>
    </section>
  </main>
</template>

<style scoped>
.page { display: grid; place-items: center; min-height: 100vh; padding: 1.5rem; }
.panel { display: grid; gap: 0.9rem; width: min(100%, 540px); padding: 1.75rem; }
dl div { display: flex; justify-content: space-between; gap: 1rem; padding: 0.45rem 0; border-top: 1px solid var(--line); }
.actions { display: flex; gap: 0.6rem; }
</style>
