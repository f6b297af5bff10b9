<script setup lang="ts">
import { useSessionStore } from '~/stores/session'

definePageMeta({ layout: 'bare' })
useHead({ title: 'A second factor · Steady Anvil' })
const session = useSessionStore()

async function leave() {
  await session.signOut()
  await navigateTo('/sign-in')
}
async function goOn() {
  await session.lookAgain()
  await navigateTo('/')
}
</script>

<template>
  <main class="lone-page">
    <section class="panel">
      <h1>A second factor</h1>
      <p class="soft">This centre wants everyone of staff to have one beside their password.</p>
      <FactorSetUp @done="goOn"><Button text label="Sign out" @click="leave" /></FactorSetUp>
    </section>
  </main>
</template>

<style scoped>
.panel {
  display: grid;
  gap: 0.9rem;
  width: min(100%, 560px);
  padding: 1.75rem;
}
</style>
