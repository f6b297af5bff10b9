<script setup lang="ts">
import { z } from 'zod'
import { messageView } from '~~/core/wire/sitting'
import type { MessageView } from '~~/core/wire/sitting'
import type { ActName } from './ActDialog.vue'
import type { RoomLine } from '~/composables/useRoom'

/** One person of the room: the facts, what was said, and what can be done. */
const props = defineProps<{ roomId: string; line: RoomLine; now: number }>()
const emit = defineEmits<{ act: [act: ActName]; say: [text: string] }>()
const row = computed(() => props.line.row)
const said = shallowRef<MessageView[]>([])
const answer = ref('')

watch(
  () => [row.value.sittingId, row.value.unanswered, row.value.savedAt],
  async () => {
    said.value = row.value.sittingId
      ? await callApi(z.array(messageView), `/api/rooms/${props.roomId}/messages/${row.value.sittingId}`).catch(
          () => said.value,
        )
      : []
  },
  { immediate: true },
)

const facts = computed(() => [
  ['Paper', row.value.paperTitle],
  ['State', stateInWords(row.value)],
  ...(row.value.where ? [['Where', row.value.where]] : []),
  ...(row.value.finished ? [['Steps finished', row.value.finished]] : []),
  ...(row.value.deadline && row.value.state !== 'ended'
    ? [['Ends', `${format.time(row.value.deadline)}${row.value.closesFirst ? ', when the paper closes' : ''}`]]
    : []),
  ...(row.value.extendedMinutes > 0 ? [['More time given', `${row.value.extendedMinutes} min`]] : []),
  ...(row.value.pauseReason ? [['Clock stopped', row.value.pauseReason]] : []),
  ...(row.value.awayTimes > 0 ? [['Away from the window', counted(row.value.awayTimes, 'time', 'times')]] : []),
  ...(row.value.device
    ? [
        [
          'Device',
          row.value.devices > 1 ? `${row.value.device}; ${row.value.devices} devices so far` : row.value.device,
        ],
      ]
    : []),
  ...(row.value.adjustments.length > 0 ? [['Adjustments', row.value.adjustments.join(', ')]] : []),
])
const acts = computed((): [ActName, string][] => {
  switch (row.value.state) {
    case 'not-here':
      return [
        ['enter-code', 'Enter the code…'],
        ['admit', 'Let in…'],
      ]
    case 'waiting':
      return [
        ['admit', 'Let in…'],
        ['enter-code', 'Enter the code…'],
      ]
    case 'admitted':
      return [['enter-code', 'Enter the code…']]
    case 'working':
      return [
        ['pause', 'Stop the clock…'],
        ['extend', 'Give time…'],
        ['free', 'Move device…'],
        ['incident', 'Incident…'],
        ['end', 'End…'],
        ['void', 'Void…'],
      ]
    case 'paused':
    case 'on-break':
      return [
        ['resume', 'Start the clock…'],
        ['extend', 'Give time…'],
        ['free', 'Move device…'],
        ['incident', 'Incident…'],
        ['end', 'End…'],
        ['void', 'Void…'],
      ]
    default:
      return row.value.sittingId ? [['incident', 'Incident…']] : []
  }
})

function send() {
  emit('say', answer.value)
  answer.value = ''
}
</script>

<template>
  <section class="panel person" :aria-label="row.name">
    <h2>{{ row.name }}</h2>
    <ul v-if="line.attention.reasons.length > 0" class="notice small">
      <li v-for="reason in line.attention.reasons" :key="reason">{{ reason }}</li>
    </ul>
    <dl class="small">
      <div v-for="[name, value] in facts" :key="name">
        <dt>{{ name }}</dt>
        <dd>{{ value }}</dd>
      </div>
    </dl>
    <div class="acts">
      <Button
        v-for="[act, label] in acts"
        :key="act"
        outlined
        severity="secondary"
        size="small"
        :label="label"
        @click="emit('act', act)"
      />
    </div>
    <template v-if="row.sittingId">
      <h3>Messages</h3>
      <ol class="said small" aria-live="polite">
        <li v-for="one in said" :key="one.id" :class="one.from">
          <strong>{{ one.name }}</strong>{{ ' ' }}
          <span class="soft"
            >{{ format.time(one.at) }}<template v-if="one.reference"> · {{ one.reference }}</template></span
          >
          <p>{{ one.text }}</p>
        </li>
        <li v-if="said.length === 0" class="soft">Nothing was said yet.</li>
      </ol>
      <form v-if="row.state !== 'ended' && row.state !== 'voided'" @submit.prevent="send">
        <label class="spoken" for="answer">Answer {{ row.name }}</label>
        <Textarea id="answer" v-model="answer" rows="2" fluid maxlength="1000" :placeholder="`Write to ${row.name}`" />
        <Button type="submit" size="small" label="Send" :disabled="answer.trim() === ''" />
      </form>
    </template>
  </section>
</template>

<style scoped>
.person {
  display: grid;
  gap: 0.6rem;
  align-content: start;
  padding: 0.9rem;
  overflow: auto;
}
h2,
h3 {
  font-size: var(--large);
}
dl div {
  display: grid;
  grid-template-columns: 8rem 1fr;
  gap: 0.5rem;
  padding: 0.15rem 0;
}
dt {
  color: var(--ink-soft);
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 0.35rem;
}
.said {
  display: grid;
  gap: 0.35rem;
  max-height: 190px;
  overflow: auto;
}
.said .trainee,
.said .room {
  padding: 0.3rem 0.5rem;
  border-left: 3px solid var(--line-strong);
  background: var(--ground);
}
.said .room {
  border-color: var(--inform);
  background: var(--inform-wash);
}
form {
  display: grid;
  gap: 0.4rem;
  justify-items: start;
}
</style>
