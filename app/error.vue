<script setup lang="ts">
import type { NuxtError } from '#app'

/** What stands in place of a page that isn't there or failed: in words, with a way back, and without internals. */
const props = defineProps<{ error: NuxtError }>()
const missing = computed(() => props.error.statusCode === 404)
useHead({ title: () => `${missing.value ? 'No such page' : 'Something went wrong'} · Steady Anvil` })
const back = () => clearError({ redirect: '/' })
const again = () => window.location.reload()
</script>

<template>
  <main class="page">
    <section class="panel">
      <h1><AnvilMark /> {{ missing ? 'There is no such page' : 'Something went wrong' }}</h1>
      <p v-if="missing">The address leads nowhere: it may be mistyped, or what it led to is no longer there.</p>
      <p v-else>
        This page failed. Work that was saved is not affected; what you did in a sitting is kept on this device and sent
        when it is open again.
      </p>
      <div>
        <Button label="Go to your start page" @click="back" />
        <Button v-if="!missing" outlined severity="secondary" label="Try again" @click="again" />
      </div>
    </section>
  </main>
</template>

<style scoped>
.page {
  display: grid;
  place-items: center;
  min-height: 100vh;
  padding: 1rem;
  background: var(--ground);
}
.panel {
  display: grid;
  gap: 0.9rem;
  max-width: 34rem;
  padding: 1.5rem 1.7rem;
}
.panel > div {
  display: flex;
  gap: 0.5rem;
}
</style>
