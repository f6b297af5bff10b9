<script setup lang="ts">
import type { SenderState } from '~/sync/sender'

/** Movement, marks and the truth about saving, in one line. */
const props = defineProps<{ first: boolean, last: boolean, revisit: boolean, finished: number, total: number, sender: SenderState, savedAt: number | null, durable: boolean }>()
defineEmits<{ back: [], next: [], revisit: [on: boolean], overview: [], help: [], handIn: [] }>()

const saved = computed(() => {
  const { waiting, unreached, signedOut } = props.sender
  if (signedOut) return `Signed out: ${counted(waiting, 'change is', 'changes are')} kept on this device; sign in again in another tab`
  if (unreached) return `${counted(waiting, 'change', 'changes')} waiting for the connection${props.durable ? ', kept on this device' : '; keep this page open'}`
  if (waiting > 0) return 'Saving…'
  return props.savedAt === null ? '' : `All work saved ${format.second(props.savedAt)}`
})
</script>

<template>
  <footer class="bottom" data-area tabindex="-1" aria-label="Movement and saving">
    <Button outlined severity="secondary" label="Back" :disabled="first" aria-keyshortcuts="Alt+Comma" @click="$emit('back')" />
    <Button outlined severity="secondary" label="Next task" :disabled="last" aria-keyshortcuts="Alt+Period" @click="$emit('next')" />
    <Button text :label="revisit ? 'Marked: come back to this' : 'Come back to this'" :aria-pressed="revisit" aria-keyshortcuts="Alt+M" @click="$emit('revisit', !revisit)" />
    <Button text :label="`Overview · ${finished} of ${total} finished`" aria-keyshortcuts="Alt+O" @click="$emit('overview')" />
    <Button text label="Help" @click="$emit('help')" />
    <Button text label="Hand in…" @click="$emit('handIn')" />
    <span class="small saved" :class="sender.unreached ? 'running-out' : 'soft'" role="status" data-saved>{{ saved }}</span>
  </footer>
</template>

<style scoped>
.bottom { display: flex; align-items: center; gap: 0.5rem; padding: 0.5rem 1rem; background: var(--surface); border-top: 1px solid var(--line); }
.bottom:focus { outline-offset: -3px; }
.saved { margin-left: auto; text-align: right; }
</style>
