<script setup lang="ts">
import { useBenchStore } from '~/stores/bench'

/** Over the bench while nothing can be done at it: the clock stands, or the sitting goes on elsewhere. */
const props = defineProps<{ nowMs: number }>()
const emit = defineEmits<{ takeBack: [] }>()
const bench = useBenchStore()
const failure = ref('')
const paused = computed(() => bench.pace?.paused ?? null)
const ownBreak = computed(() => paused.value?.until !== null && paused.value !== null)
const breakLeft = computed(() => (paused.value?.until ? Date.parse(paused.value.until) - props.nowMs : 0))

async function goOn() {
  failure.value = ''
  try {
    await bench.rest(false)
  } catch (error) {
    failure.value = inWords(error)
  }
}
watch(breakLeft, left => {
  if (ownBreak.value && left <= 0 && bench.sitting) void bench.refresh(bench.sitting.id).catch(() => undefined)
})
</script>

<template>
  <div class="veil" :class="{ covers: !bench.readOnly }">
    <section class="panel" role="alertdialog" aria-modal="true" aria-labelledby="stand-still" data-stand-still>
      <template v-if="bench.readOnly">
        <h2 id="stand-still">This sitting goes on elsewhere</h2>
        <p>
          {{
            bench.pace && bench.sitting?.seat === ''
              ? 'The invigilator has freed it for another device.'
              : 'It was opened in another tab or on another device, and only there work counts now. What you see here doesn’t change any more.'
          }}
        </p>
        <p v-if="bench.sender.waiting > 0">
          <strong>{{ counted(bench.sender.waiting, 'change', 'changes') }}</strong> made here had not reached the
          server. They are kept on this device, and sent if you work here again.
        </p>
        <div class="actions">
          <Button label="Work here again" autofocus @click="emit('takeBack')" /><Button
            as="router-link"
            outlined
            severity="secondary"
            to="/"
            label="My work"
          />
        </div>
      </template>
      <template v-else-if="ownBreak">
        <h2 id="stand-still">Your break</h2>
        <p>
          The clock stands. It starts again by itself in
          <strong class="figure">{{ format.countdown(breakLeft) }}</strong>, or when you go on.
        </p>
        <p v-if="failure" class="notice is-refusal" role="alert">{{ failure }}</p>
        <div class="actions"><Button label="Go on working" autofocus @click="goOn" /></div>
      </template>
      <template v-else-if="paused">
        <h2 id="stand-still">The clock is stopped</h2>
        <p>
          The invigilator stopped it at <span class="figure">{{ format.time(paused.since) }}</span>: {{ paused.reason }}
        </p>
        <p class="soft">
          Nothing of your time is lost. Your work is kept, and the bench opens again when the clock runs.
        </p>
        <p v-if="bench.messages.at(-1)?.from === 'room'" class="notice">
          <strong>Invigilator:</strong> {{ bench.messages.at(-1)?.text }}
        </p>
      </template>
    </section>
  </div>
</template>

<style scoped>
.veil {
  position: fixed;
  inset: 0;
  z-index: 30;
  display: grid;
  place-items: center;
  background: color-mix(in srgb, var(--ground) 82%, transparent);
}
/* While the clock stands, nobody gains time to read the task. */
.veil.covers {
  background: var(--ground);
}
.panel {
  display: grid;
  gap: 0.8rem;
  width: min(92vw, 520px);
  padding: 1.5rem;
  box-shadow: var(--shadow);
}
.actions {
  display: flex;
  gap: 0.6rem;
}
</style>
