<script setup lang="ts">
import { ownPasswordRequest, SHORTEST_PASSWORD } from '~~/core/wire/people'
import { useSessionStore } from '~/stores/session'

/** Changing one's own password. */
const visible = defineModel<boolean>('visible', { required: true })
const session = useSessionStore()
const form = reactive({ current: '', wanted: '', again: '' })
const refusal = ref('')
const busy = ref(false)
const done = ref(false)
watch(visible, () => {
  Object.assign(form, { current: '', wanted: '', again: '' })
  refusal.value = ''
  done.value = false
})

async function change() {
  const { current, wanted, again } = form
  refusal.value =
    ownPasswordRequest.safeParse({ current, wanted }).error?.issues[0]?.message ??
    (wanted === again ? '' : 'The new password was typed in two ways.')
  if (refusal.value) return
  busy.value = true
  try {
    await session.changePassword(current, wanted)
    done.value = true
  } catch (error) {
    refusal.value = inWords(error)
  }
  busy.value = false
}
</script>

<template>
  <Dialog v-model:visible="visible" modal header="Change password" :style="{ width: '420px' }">
    <p v-if="done" class="notice is-passed" role="status">
      The new password holds from now on. Other devices are signed out.
    </p>
    <form v-else id="password-form" class="form" @submit.prevent="change">
      <input type="text" name="username" autocomplete="username" :value="session.person?.email" hidden />
      <label for="password-current">Present password</label
      ><InputText
        id="password-current"
        v-model="form.current"
        type="password"
        autocomplete="current-password"
        maxlength="200"
        fluid
        autofocus
      />
      <label for="password-wanted">New password, {{ SHORTEST_PASSWORD }} characters or more</label
      ><InputText
        id="password-wanted"
        v-model="form.wanted"
        type="password"
        autocomplete="new-password"
        maxlength="200"
        fluid
      />
      <label for="password-again">New password again</label
      ><InputText
        id="password-again"
        v-model="form.again"
        type="password"
        autocomplete="new-password"
        maxlength="200"
        fluid
      />
      <p v-if="refusal" class="notice is-refusal" role="alert">{{ refusal }}</p>
    </form>
    <template #footer>
      <Button v-if="done" label="Done" @click="visible = false" />
      <template v-else
        ><Button outlined severity="secondary" label="Don’t" @click="visible = false" /><Button
          type="submit"
          form="password-form"
          label="Change it"
          :disabled="!form.current || !form.wanted || !form.again"
          :loading="busy"
      /></template>
    </template>
  </Dialog>
</template>

<style scoped>
.form {
  display: grid;
  gap: 0.3rem;
}
label {
  font-weight: 600;
}
input + label {
  margin-top: 0.6rem;
}
.notice {
  margin-top: 0.8rem;
}
</style>
