<script setup lang="ts">
import type { AssignmentAct } from '~~/core/wire/assigning'

export type AskedAct = { act: 'grant' | 'later' | 'release' } | { act: 'reopen'; sittingId: string }

/** What a trainer says with what they do to an assignment: how many, until when, and why. */
const props = defineProps<{
  asked: AskedAct | null
  people: readonly { personId: string; name: string }[]
  showsAnswers: boolean
}>()
const emit = defineEmits<{ close: []; act: [act: AssignmentAct] }>()
const details = reactive({ sittings: 1, minutes: 10, closesAt: null as string | null, reason: '' })
watch(
  () => props.asked,
  () => Object.assign(details, { sittings: 1, minutes: 10, closesAt: null, reason: '' }),
)
const titles = {
  grant: 'Grant another sitting',
  later: 'Move the closing time',
  reopen: 'Open the sitting again',
  release: 'Release the results',
}
const title = computed(() => (props.asked ? titles[props.asked.act] : ''))

const request = computed((): AssignmentAct | null => {
  const people = props.people.map(({ personId }) => personId)
  const { sittings, minutes, closesAt } = details
  const reason = details.reason.trim()
  if (props.asked === null || (reason === '' && props.asked.act !== 'release')) return null
  switch (props.asked.act) {
    case 'grant':
      return { act: 'grant', people, sittings, reason }
    case 'later':
      return closesAt ? { act: 'later', people, closesAt, reason } : null
    case 'reopen':
      return { act: 'reopen', sittingId: props.asked.sittingId, minutes, reason }
    case 'release':
      return { act: 'release' }
  }
})
</script>

<template>
  <Dialog :visible="asked !== null" modal :header="title" :style="{ width: '480px' }" @update:visible="emit('close')">
    <form id="assignment-act" class="body" @submit.prevent="request && emit('act', request)">
      <p v-if="asked?.act === 'release'">
        Everyone who sat this paper sees their result{{ showsAnswers ? ', with what was expected' : '' }}. This can’t be
        taken back.
      </p>
      <p v-else-if="asked?.act === 'reopen'" class="notice">
        The sitting goes on where it was when it ended, with so much time. Its score is worked out anew when it ends
        again.
      </p>
      <p v-else>For {{ people.map(({ name }) => name).join(', ') }}.</p>
      <div v-if="asked?.act === 'grant'" class="field">
        <label for="grant">More sittings</label>
        <InputNumber v-model="details.sittings" input-id="grant" :min="1" :max="10" show-buttons />
      </div>
      <MomentField v-if="asked?.act === 'later'" id="later" v-model="details.closesAt" label="Closes for them" />
      <div v-if="asked?.act === 'reopen'" class="field">
        <label for="reopen">Minutes</label>
        <InputNumber v-model="details.minutes" input-id="reopen" :min="1" :max="600" show-buttons />
      </div>
      <div v-if="asked?.act !== 'release'" class="field">
        <label for="why">Reason, as it goes into the log</label>
        <InputText id="why" v-model="details.reason" fluid maxlength="300" />
      </div>
    </form>
    <template #footer>
      <Button outlined severity="secondary" label="Don’t" @click="emit('close')" />
      <Button type="submit" form="assignment-act" :label="title" :disabled="request === null" />
    </template>
  </Dialog>
</template>

<style scoped>
.body,
.field {
  display: grid;
  gap: 0.5rem;
}
label {
  font-weight: 600;
}
</style>
