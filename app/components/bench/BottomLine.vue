<script setup lang="ts">
import { useBenchStore } from '~/stores/bench'
import { useRecordingsStore } from '~/stores/recordings'

/** Movement, marks, help and the truth about saving, in one line. */
defineProps<{ first: boolean; last: boolean; leaves: boolean; unread: number }>()
defineEmits<{
  back: []
  next: []
  overview: []
  tray: []
  ask: []
  help: []
  rest: []
  leave: []
  handIn: []
  leaveSection: []
}>()
const bench = useBenchStore()
const recordings = useRecordingsStore()
const looking = ref(false)
const asks = computed(() => (bench.sitting?.rules.room ? 'Ask the invigilator' : 'Ask your trainers'))

/** From here on a verdict takes so long that the trainee should know why. */
const SLOW_MS = 1500

const finished = computed(() => bench.tasks.filter(isFinished).length)
const slow = computed(() => (bench.sender.roundTripMs ?? 0) > SLOW_MS)
const saved = computed(() => {
  const { waiting, unreached, signedOut, held, takenOver, lost, roundTripMs } = bench.sender
  if (takenOver)
    return waiting > 0 ? `${counted(waiting, 'change', 'changes')} kept on this device` : 'Goes on elsewhere'
  if (signedOut !== null) {
    const why = signedOut === 'nobody' ? 'Signed out' : 'Somebody else is signed in'
    return `${why}: ${counted(waiting, 'change is', 'changes are')} kept on this device; sign in again in another tab`
  }
  if (unreached) {
    const where = bench.durable ? ', kept on this device' : '; keep this page open'
    return `${counted(waiting, 'change', 'changes')} waiting for the connection${where}`
  }
  if (held) return `${counted(waiting, 'change', 'changes')} waiting for the clock`
  if (waiting > 0) return slow.value ? 'Saving… the connection is slow' : 'Saving…'
  if (recordings.waiting > 0) return `Saving… ${counted(recordings.waiting, 'piece', 'pieces')} of a recording to go`
  if (bench.savedAt === null) return ''
  const trip =
    roundTripMs === null
      ? ''
      : slow.value
        ? ` · slow connection, ${(roundTripMs / 1000).toFixed(1)} s`
        : ` · ${Math.round(roundTripMs)} ms`
  if (lost > 0)
    return `${counted(lost, 'change was', 'changes were')} not accepted; the rest saved ${format.second(bench.savedAt)}`
  return `All work saved ${format.second(bench.savedAt)}${trip}`
})
</script>

<template>
  <footer class="bottom" data-area tabindex="-1" aria-label="Movement and saving">
    <Button
      outlined
      severity="secondary"
      label="Back"
      :disabled="first"
      aria-keyshortcuts="Alt+Comma"
      @click="$emit('back')"
    />
    <Button v-if="leaves" outlined severity="secondary" label="Leave this section…" @click="$emit('leaveSection')" />
    <Button
      v-else
      outlined
      severity="secondary"
      label="Next task"
      :disabled="last"
      aria-keyshortcuts="Alt+Period"
      @click="$emit('next')"
    />
    <Button
      text
      :label="bench.current?.revisit ? 'Marked' : 'Come back'"
      :aria-label="bench.current?.revisit ? 'Marked: come back to this' : 'Come back to this'"
      :aria-pressed="bench.current?.revisit"
      aria-keyshortcuts="Alt+M"
      @click="bench.revisit(!bench.current?.revisit)"
    />
    <Button
      text
      :label="`Overview ${finished}/${bench.tasks.length}`"
      :aria-label="`Overview ${finished}/${bench.tasks.length}: tasks finished`"
      aria-keyshortcuts="Alt+O"
      @click="$emit('overview')"
    />
    <Button
      v-if="bench.section && bench.section.tray.length > 0"
      text
      label="Tray"
      aria-keyshortcuts="Alt+T"
      @click="$emit('tray')"
    />
    <Button
      text
      :label="unread > 0 ? `Ask · ${unread} new` : 'Ask'"
      :aria-label="unread > 0 ? `${asks}, ${counted(unread, 'new message', 'new messages')}` : asks"
      @click="$emit('ask')"
    />
    <Button text label="Help" @click="$emit('help')" />
    <Button text label="Look" aria-haspopup="dialog" @click="looking = true" />
    <LooksDialog v-model:visible="looking" />
    <Button
      v-if="bench.pace && bench.pace.breakLeftMs > 0"
      text
      :label="`Break ${format.span(bench.pace.breakLeftMs)}`"
      :aria-label="`Take a break: ${format.span(bench.pace.breakLeftMs)} that stop the clock are left`"
      @click="$emit('rest')"
    />
    <Button text label="Leave…" @click="$emit('leave')" />
    <Button text label="Hand in…" @click="$emit('handIn')" />
    <span
      class="small saved"
      :class="bench.sender.unreached || slow ? 'running-out' : 'soft'"
      role="status"
      data-saved
      >{{ saved }}</span
    >
  </footer>
</template>

<style scoped>
.bottom {
  display: flex;
  align-items: center;
  gap: 0.15rem;
  padding: 0.5rem 1rem;
  background: var(--surface);
  border-top: 1px solid var(--line);
}
.bottom > :deep(.p-button) {
  flex: none;
  padding-inline: 0.6rem;
}
.bottom:focus {
  outline-offset: -3px;
}
.saved {
  margin-left: auto;
  text-align: right;
}
@container page (max-width: 47rem) {
  .bottom {
    flex-wrap: wrap;
  }
}
</style>
