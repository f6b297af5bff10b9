<script setup lang="ts">
import { LONGEST_PASSWORD, SHORTEST_PASSWORD } from '~~/core/people/passwords'
import { ownPasswordRequest } from '~~/core/wire/people'
import { useSessionStore } from '~/stores/session'

/** Changing one's own password: its fields, what refuses it, and the slot's buttons. */
const props = defineProps<{
  /** What the password is called that is given up. */
  present: string
}>()
const emit = defineEmits<{ changed: [] }>()
const session = useSessionStore()
const form = reactive({ current: '', wanted: '', again: '' })
const refusal = ref('')
const busy = ref(false)
const ready = computed(() => Boolean(form.current && form.wanted && form.again))

async function change() {
  const { current, wanted, again } = form
  refusal.value =
    ownPasswordRequest.safeParse({ current, wanted }).error?.issues[0]?.message ??
    (wanted === again ? '' : 'The new password was typed in two ways.')
  if (refusal.value) return
  busy.value = true
  try {
    await session.changePassword(current, wanted)
    emit('changed')
  } catch (error) {
    refusal.value = inWords(error)
  }
  busy.value = false
}
/** Where it isn't a dialog that does it, the first field has the cursor too. */
onMounted(() => document.getElementById('password-current')?.focus())
const fields = computed(
  () =>
    [
      { name: 'current', label: props.present, complete: 'current-password' },
      { name: 'wanted', label: `New password, ${SHORTEST_PASSWORD} characters or more`, complete: 'new-password' },
      { name: 'again', label: 'New password again', complete: 'new-password' },
    ] as const,
)
</script>

<template>
  <form class="form" @submit.prevent="change">
    <input type="text" name="username" autocomplete="username" :value="session.person?.email" hidden />
    <template v-for="({ name, label, complete }, at) in fields" :key="name">
      <label :for="`password-${name}`">{{ label }}</label>
      <InputText
        :id="`password-${name}`"
        v-model="form[name]"
        type="password"
        :autocomplete="complete"
        :maxlength="2 * LONGEST_PASSWORD"
        fluid
        :autofocus="at === 0"
      />
    </template>
    <p class="small soft">Any characters, spaces too. Not your name, not the place, none of the commonest passwords.</p>
    <p v-if="refusal" class="notice is-refusal" role="alert">{{ refusal }}</p>
    <div class="acts"><slot :ready="ready" :busy="busy" /></div>
  </form>
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
  margin-top: 0.6rem;
}
.acts {
  display: flex;
  justify-content: flex-end;
  gap: 0.5rem;
  margin-top: 1rem;
}
</style>
