<script setup lang="ts">
import { adviseOn } from '~~/core/assignment/system-check'
import type { SystemCheckReport } from '~~/core/assignment/system-check'

/** Real tests of this device, with plain advice on what they found. */
const props = defineProps<{ microphone: boolean }>()
const report = defineModel<SystemCheckReport | null>({ required: true })
const busy = ref(false)
const failure = ref('')
const words = { yes: 'good', note: 'note', no: 'not yet' }
const names = {
  'storage': 'Storage',
  'clock': 'Clock',
  'round-trip': 'Round trip',
  'screen': 'Screen',
  'microphone': 'Microphone',
  'voices': 'Voices',
  'pop-ups': 'Pop-ups',
}

async function run() {
  busy.value = true
  failure.value = ''
  try {
    report.value = await runSystemCheck(props.microphone)
  } catch (error) {
    failure.value = inWords(error)
  }
  busy.value = false
}
</script>

<template>
  <div class="check">
    <Button
      outlined
      severity="secondary"
      size="small"
      :label="report ? 'Test again' : 'Run the system check'"
      :loading="busy"
      @click="run"
    />
    <p v-if="failure" class="notice is-refusal small" role="alert">{{ failure }}</p>
    <dl v-if="report" class="small" aria-live="polite">
      <div v-for="one in adviseOn(report)" :key="one.test" :class="one.verdict">
        <dt>{{ names[one.test] }}</dt>
        <dd>
          <strong>{{ words[one.verdict] }}</strong> {{ one.says }}
        </dd>
      </div>
    </dl>
  </div>
</template>

<style scoped>
.check {
  display: grid;
  gap: 0.5rem;
  justify-items: start;
}
dl div {
  display: grid;
  grid-template-columns: 5.4rem 1fr;
  gap: 0.5rem;
  padding: 0.15rem 0;
}
.no {
  background: var(--inform-wash);
}
</style>
