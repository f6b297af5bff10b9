<script setup lang="ts">
import type { RoomAct } from '~~/core/wire/room'

/**
 * What an invigilator says with what they do: the reason, the minutes, the words. All of it goes into the audit
 * log.
 */
export type ActName = RoomAct['act']
const props = defineProps<{ act: ActName | null; names: readonly string[] }>()
const emit = defineEmits<{
  close: []
  does: [details: { reason: string; minutes: number; text: string; code: string }]
}>()

const texts: Record<
  ActName,
  { title: string; button: string; asks: 'reason' | 'text' | 'code' | 'nothing'; warns?: string }
> = {
  'admit': { title: 'Let in', button: 'Let in', asks: 'nothing' },
  'enter-code': { title: 'Enter the access code for them', button: 'Enter the code', asks: 'code' },
  'pause': {
    title: 'Stop the clock',
    button: 'Stop the clock',
    asks: 'reason',
    warns: 'They can’t work until the clock runs again, and lose no time.',
  },
  'resume': { title: 'Start the clock again', button: 'Start the clock', asks: 'nothing' },
  'extend': { title: 'Give more time', button: 'Give the time', asks: 'reason' },
  'free': {
    title: 'Move to another device',
    button: 'Free the sitting',
    asks: 'reason',
    warns:
      'The page on the old device stops at once. The sitting goes on where the trainee opens it next; the clock runs on.',
  },
  'end': {
    title: 'End the sitting',
    button: 'End the sitting',
    asks: 'reason',
    warns: 'What was done is handed in as it is. A trainer can open it again.',
  },
  'void': {
    title: 'Make the sitting void',
    button: 'Make it void',
    asks: 'reason',
    warns: 'The sitting ends and has no score. A trainer can open it again or grant another one.',
  },
  'incident': { title: 'Note an incident', button: 'Note it', asks: 'text' },
  'message': { title: 'Write to them', button: 'Send', asks: 'text' },
}
const details = reactive({ reason: '', minutes: 5, text: '', code: '' })
watch(
  () => props.act,
  () => Object.assign(details, { reason: '', minutes: 5, text: '', code: '' }),
)
const says = computed(() => (props.act ? texts[props.act] : null))
const complete = computed(
  () =>
    says.value?.asks === 'nothing' ||
    details[says.value?.asks === 'reason' ? 'reason' : says.value?.asks === 'code' ? 'code' : 'text'].trim() !== '',
)
</script>

<template>
  <Dialog
    :visible="act !== null"
    modal
    :header="says?.title ?? ''"
    :style="{ width: '500px' }"
    @update:visible="emit('close')"
  >
    <form v-if="says" id="act" class="body" @submit.prevent="complete && emit('does', { ...details })">
      <p>
        <strong>{{
          names.length > 3 ? `${names.length} people` : names.length === 0 ? 'The whole room' : names.join(', ')
        }}</strong>
      </p>
      <p v-if="says.warns" class="notice">{{ says.warns }}</p>
      <div v-if="act === 'extend'" class="field">
        <label for="minutes">Minutes</label
        ><InputNumber v-model="details.minutes" input-id="minutes" :min="1" :max="240" show-buttons />
      </div>
      <div v-if="says.asks === 'reason'" class="field">
        <label for="reason">Reason, as it goes into the log</label
        ><InputText id="reason" v-model="details.reason" fluid maxlength="300" autofocus />
      </div>
      <div v-if="says.asks === 'code'" class="field">
        <label for="code">Access code</label
        ><InputText id="code" v-model="details.code" class="figure" fluid autocomplete="off" autofocus />
      </div>
      <div v-if="says.asks === 'text'" class="field">
        <label for="text">{{ act === 'incident' ? 'What happened' : 'Message' }}</label><Textarea
          id="text"
          v-model="details.text"
          rows="4"
          fluid
          maxlength="1000"
          autofocus
        />
      </div>
    </form>
    <template #footer>
      <Button outlined severity="secondary" label="Don’t" @click="emit('close')" />
      <Button type="submit" form="act" :label="says?.button ?? ''" :disabled="!complete" />
    </template>
  </Dialog>
</template>

<style scoped>
.body {
  display: grid;
  gap: 0.8rem;
}
.field {
  display: grid;
  gap: 0.3rem;
}
label {
  font-weight: 600;
}
</style>
