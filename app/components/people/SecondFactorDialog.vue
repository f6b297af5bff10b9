<script setup lang="ts">
import { z } from 'zod'
import { recoveryCodesView, secondFactorView } from '~~/core/wire/second-factor'
import type { SecondFactorView } from '~~/core/wire/second-factor'
import { useSessionStore } from '~/stores/session'

/** One's own second factor: set up, with new recovery codes, turned off. */
const visible = defineModel<boolean>('visible', { required: true })
const session = useSessionStore()
const own = ref('')
const found = shallowRef<SecondFactorView | null>(null)
const codes = shallowRef<readonly string[] | null>(null)
const refusal = ref('')

async function trying(act: () => Promise<void>) {
  refusal.value = ''
  try {
    await act()
  } catch (error) {
    refusal.value = inWords(error)
  }
}
const look = () =>
  trying(async () => {
    found.value = await callApi(secondFactorView, '/api/me/second-factor')
  })
const proven = () => ({ method: 'POST', body: { own: own.value } }) as const
const renew = () =>
  trying(async () => {
    codes.value = (await callApi(recoveryCodesView, '/api/me/second-factor/codes', proven())).codes
  })
const turnOff = () =>
  trying(async () => {
    await callApi(z.unknown(), '/api/me/second-factor/off', proven())
    await look()
  })
void look()
</script>

<template>
  <Dialog v-model:visible="visible" modal header="Second factor" :style="{ width: '560px' }">
    <FactorSetUp v-if="found && !found.since" @done="look">
      <Button outlined severity="secondary" label="Not now" @click="visible = false" />
    </FactorSetUp>
    <RecoveryCodes v-else-if="codes" :codes="codes" :email="session.person?.email ?? ''" />
    <div v-else-if="found?.since" class="body">
      <p>
        In use since {{ format.date(found.since) }}.
        {{ counted(found.codesLeft, 'recovery code', 'recovery codes') }} left.
        <template v-if="found.demanded">This centre wants everyone of staff to have one.</template>
      </p>
      <OwnPassword id="factor-password" v-model="own" />
      <p class="small soft">
        To make new recovery codes, which end those before<template v-if="!found.demanded">, or to turn it off</template
        >.
      </p>
    </div>
    <p v-else-if="!refusal" class="soft" role="status">Asking the server…</p>
    <p v-if="refusal" class="notice is-refusal" role="alert">{{ refusal }}</p>
    <template v-if="found?.since" #footer>
      <Button v-if="codes" label="I have kept them" @click="visible = false" />
      <template v-else>
        <Button
          v-if="!found.demanded"
          outlined
          severity="secondary"
          label="Turn it off"
          :disabled="own === ''"
          @click="turnOff"
        />
        <Button outlined label="New recovery codes" :disabled="own === ''" @click="renew" />
        <Button label="Done" @click="visible = false" />
      </template>
    </template>
  </Dialog>
</template>

<style scoped>
.body {
  display: grid;
  gap: 0.8rem;
}
</style>
