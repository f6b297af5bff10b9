<script setup lang="ts">
import { useSessionStore } from '~/stores/session'

definePageMeta({ layout: 'bare' })
useHead({ title: 'A password of your own · Steady Anvil' })
const session = useSessionStore()

async function leave() {
  await session.signOut()
  await navigateTo('/sign-in')
}
</script>

<template>
  <main class="lone-page">
    <section class="panel">
      <h1>A password of your own</h1>
      <p class="soft">
        The password that you were given is for the first time. Choose one that only you know; from then on it is the
        one that opens your account.
      </p>
      <PasswordForm v-slot="{ ready, busy }" present="The password you were given" @changed="navigateTo('/')">
        <Button text label="Sign out" @click="leave" />
        <Button type="submit" label="Use it from now on" :disabled="!ready" :loading="busy" />
      </PasswordForm>
    </section>
  </main>
</template>

<style scoped>
.panel {
  width: min(100%, 460px);
  padding: 1.75rem;
}
h1 {
  margin-bottom: 0.35rem;
}
form {
  margin-top: 1.2rem;
}
</style>
