<script setup lang="ts">
import { newFactorView, recoveryCodesView } from '~~/core/wire/second-factor'
import type { NewFactorView } from '~~/core/wire/second-factor'
import { useSessionStore } from '~/stores/session'

/** Setting up a second factor: one's password, the secret for the app, its first code, and recovery codes. */
const emit = defineEmits<{ done: [] }>()
const session = useSessionStore()
const own = ref('')
const secret = shallowRef<NewFactorView | null>(null)
const code = ref('')
const codes = shallowRef<readonly string[] | null>(null)
const refusal = ref('')
const busy = ref(false)

async function trying(act: () => Promise<void>) {
  busy.value = true
  refusal.value = ''
  try {
    await act()
  } catch (error) {
    refusal.value = inWords(error)
  }
  busy.value = false
}
const begin = () =>
  trying(async () => {
    secret.value = await callApi(newFactorView, '/api/me/second-factor', { method: 'POST', body: { own: own.value } })
  })
const confirm = () =>
  trying(async () => {
    const given = await callApi(recoveryCodesView, '/api/me/second-factor', {
      method: 'PUT',
      body: { code: code.value },
    })
    codes.value = given.codes
  })
watch(secret, () => document.getElementById('first-code')?.focus(), { flush: 'post' })
const groups = computed(() => secret.value?.secret.match(/.{1,4}/g)?.join(' ') ?? '')
</script>

<template>
  <div class="steps">
    <template v-if="codes">
      <RecoveryCodes :codes="codes" :email="session.person?.email ?? ''" />
      <div class="acts"><Button label="I have kept them" @click="emit('done')" /></div>
    </template>
    <form v-else-if="secret" class="steps" novalidate @submit.prevent="confirm">
      <div class="scan">
        <QrCode :text="secret.uri" label="The secret for your authenticator app" />
        <div>
          <p>Scan this with an authenticator app, or type the secret into it:</p>
          <p class="figure secret">{{ groups }}</p>
          <label for="first-code">The code that the app shows</label>
          <InputText id="first-code" v-model="code" inputmode="numeric" autocomplete="one-time-code" maxlength="40" />
        </div>
      </div>
      <p v-if="refusal" class="notice is-refusal" role="alert">{{ refusal }}</p>
      <div class="acts">
        <slot />
        <Button type="submit" label="Turn it on" :disabled="code.trim() === ''" :loading="busy" />
      </div>
    </form>
    <form v-else class="steps" @submit.prevent="begin">
      <p>
        Besides your password, signing in then takes six digits that an authenticator app on your phone shows, new every
        30 seconds. Any app that reckons codes by time does (RFC 6238).
      </p>
      <OwnPassword id="factor-password" v-model="own" />
      <p v-if="refusal" class="notice is-refusal" role="alert">{{ refusal }}</p>
      <div class="acts">
        <slot />
        <Button type="submit" label="Set it up" :disabled="own === ''" :loading="busy" />
      </div>
    </form>
  </div>
</template>

<style scoped>
.steps {
  display: grid;
  gap: 0.9rem;
}
.scan {
  display: flex;
  flex-wrap: wrap;
  gap: 1.2rem;
}
.scan > div {
  display: grid;
  flex: 1 1 220px;
  align-content: start;
  gap: 0.4rem;
}
.secret {
  font-weight: 600;
}
label {
  margin-top: 0.6rem;
  font-weight: 600;
}
.acts {
  display: flex;
  justify-content: flex-end;
  gap: 0.5rem;
}
</style>
