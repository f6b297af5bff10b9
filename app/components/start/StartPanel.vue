<script setup lang="ts">
import type { SystemCheckReport } from '~~/core/assignment/system-check'
import { coverView } from '~~/core/wire/cover'
import type { CoverView } from '~~/core/wire/cover'
import { sittingView } from '~~/core/wire/sitting'

/** What is asked of the trainee before the start, one thing after the other, and the one button. */
const props = defineProps<{ cover: CoverView }>()
const emit = defineEmits<{ took: [cover: CoverView] }>()
const gates = computed(() => props.cover.gates)
const base = computed(() => `/api/assignments/${props.cover.id}`)

const accepted = ref(false)
const code = ref('')
const details = reactive<Record<string, string>>({})
const report = ref<SystemCheckReport | null>(null)
const busy = ref(false)
const refusal = ref('')
const meant = ref<string | null>(null)

/** The reading time runs from the moment the instructions were first shown. */
const loadedAt = ref(performance.now())
const tick = useNow({ interval: 500 })
const readingLeftMs = computed(() => {
  void tick.value
  return gates.value.readingLeftMs === null
    ? 0
    : Math.max(0, gates.value.readingLeftMs - (performance.now() - loadedAt.value))
})
watch(
  () => props.cover,
  () => (loadedAt.value = performance.now()),
)

async function tell(path: string) {
  try {
    emit('took', await callApi(coverView, `${base.value}/${path}`, { method: 'POST', body: {} }))
  } catch (error) {
    refusal.value = inWords(error)
  }
}
onMounted(() => {
  if (gates.value.readingLeftMs !== null && gates.value.readingLeftMs > 0 && !props.cover.closedBecause)
    void tell('reading')
})

/** While somebody else has to do something, the page looks again every few seconds. */
const waits = computed(
  () =>
    gates.value.admission === 'waiting' ||
    (gates.value.code === 'from-invigilator' && gates.value.admission !== 'not-asked'),
)
useIntervalFn(async () => {
  if (waits.value) emit('took', await callApi(coverView, base.value).catch(() => props.cover))
}, 2500)

const missing = computed(() =>
  [
    readingLeftMs.value > 0 ? `the instructions are read (${Math.ceil(readingLeftMs.value / 1000)} s)` : '',
    gates.value.admission !== null && gates.value.admission !== 'admitted' && !(gates.value.code === 'entered')
      ? 'the invigilator has let you in'
      : '',
    gates.value.code === 'from-invigilator' ? 'the invigilator has entered the code' : '',
    gates.value.code === 'needed' && code.value.trim() === '' ? 'you have entered the access code' : '',
    gates.value.conditions.length > 0 && !accepted.value ? 'you have accepted the conditions' : '',
    gates.value.details.some(({ id, required }) => required && !details[id]?.trim())
      ? 'you have filled in your details'
      : '',
    gates.value.systemCheck && !report.value?.passed ? 'the system check has passed' : '',
  ].filter(text => text !== ''),
)

async function start() {
  busy.value = true
  refusal.value = ''
  meant.value = null
  try {
    const sitting = await callApi(sittingView, `${base.value}/sittings`, {
      method: 'POST',
      body: {
        ...(code.value.trim() ? { accessCode: code.value.trim() } : {}),
        ...(gates.value.conditions.length > 0 ? { accepted: accepted.value } : {}),
        ...(gates.value.details.length > 0 ? { details } : {}),
        ...(report.value ? { systemCheck: report.value } : {}),
      },
    })
    await navigateTo(`/sittings/${sitting.id}`)
  } catch (error) {
    refusal.value = inWords(error)
    meant.value = error instanceof CallFailed ? (error.fields.assignmentId ?? null) : null
    emit('took', await callApi(coverView, base.value).catch(() => props.cover))
  }
  busy.value = false
}

/** The bench comes while the rules are read: with the clock running nobody should wait for it. */
onMounted(() => void preloadRouteComponents('/sittings/next').catch(() => undefined))
</script>

<template>
  <section class="panel start" aria-label="Starting">
    <template v-if="cover.running">
      <p>
        This sitting is under way. It is handed in by itself at
        <strong>{{ format.time(cover.running.deadline) }}</strong>.
      </p>
      <Button as="router-link" :to="`/sittings/${cover.running.sittingId}`" label="Go on with the sitting" fluid />
    </template>
    <template v-else-if="cover.closedBecause">
      <p>
        <strong>It can’t be started.</strong> {{ cover.closedBecause
        }}<template v-if="cover.opensAt && cover.state === 'coming'">
          It opens {{ format.date(cover.opensAt) }}, {{ format.time(cover.opensAt) }}.</template
        >
      </p>
      <Button
        v-if="cover.latest"
        as="router-link"
        outlined
        severity="secondary"
        :to="`/sittings/${cover.latest.sittingId}/${cover.latest.shown ? 'result' : 'receipt'}`"
        :label="cover.latest.shown ? 'See your result' : 'See your receipt'"
        fluid
      />
    </template>
    <template v-else>
      <div v-if="gates.conditions.length > 0" class="gate">
        <h3>Conditions</h3>
        <ul class="small">
          <li v-for="text in gates.conditions" :key="text">{{ text }}</li>
        </ul>
        <label class="box"><Checkbox v-model="accepted" binary input-id="accepted" /> I accept these conditions</label>
      </div>
      <div v-for="detail in gates.details" :key="detail.id" class="gate field">
        <label :for="`detail-${detail.id}`"
          >{{ detail.label
          }}<template v-if="!detail.required"> <span class="soft small">if you like</span></template></label
        >
        <InputText :id="`detail-${detail.id}`" v-model="details[detail.id]" fluid maxlength="200" />
      </div>
      <div v-if="gates.systemCheck" class="gate">
        <h3>This device</h3>
        <SystemCheck v-model="report" :microphone="gates.microphone" />
      </div>
      <div v-if="gates.code !== null" class="gate field">
        <template v-if="gates.code === 'needed'"
          ><label for="access-code"
            >Access code<template v-if="cover.room"> for {{ cover.room }}</template></label
          ><InputText id="access-code" v-model="code" class="figure" fluid autocomplete="off" maxlength="40"
        /></template>
        <p v-else class="small">
          {{
            gates.code === 'entered'
              ? 'The invigilator has entered the access code for you.'
              : 'The invigilator enters the access code for you.'
          }}
        </p>
      </div>
      <div v-if="gates.admission !== null" class="gate" aria-live="polite">
        <p v-if="gates.admission === 'admitted'" data-admitted>The invigilator has let you in.</p>
        <p v-else-if="gates.admission === 'waiting'" role="status">
          You are waiting to be let in<template v-if="cover.room"> to {{ cover.room }}</template
          >. This page sees it when you are.
        </p>
        <Button v-else outlined severity="secondary" label="Ask to be let in" fluid @click="tell('waiting')" />
      </div>
      <p v-if="cover.minutes === null">
        There is no clock: take the time you need{{
          cover.wouldEndAt
            ? `, until it closes ${format.date(cover.wouldEndAt)}, ${format.time(cover.wouldEndAt)}`
            : ''
        }}.
      </p>
      <p v-else-if="cover.wouldEndAt">
        Started now, it ends at <strong>{{ format.time(cover.wouldEndAt) }}</strong>.
      </p>
      <p v-if="cover.cutShort" class="running-out">That is less than the full time: the paper closes then.</p>
      <p v-if="cover.late" class="running-out">
        The due date is over: this sitting counts as late{{
          cover.settings.latePercent > 0 ? `, with ${cover.settings.latePercent} % taken off` : ''
        }}.
      </p>
      <Button
        :label="cover.minutes === null ? 'Begin' : 'Start the clock'"
        :loading="busy"
        :disabled="missing.length > 0"
        fluid
        @click="start"
      />
      <p v-if="missing.length > 0" class="soft small" data-missing>
        It can be started when {{ missing.join('; when ') }}.
      </p>
      <p class="soft small">
        This uses sitting {{ cover.sittingsUsed + 1 }} of {{ cover.sittingsAllowed }}.
        {{
          cover.settings.resume
            ? `If the page closes, ${cover.minutes === null ? 'nothing is lost' : 'the clock runs on'}; come back here and go on.`
            : 'If the page closes by accident, the clock runs on and you can go on here; leaving on purpose ends the sitting.'
        }}
      </p>
    </template>
    <p v-if="refusal" class="notice is-refusal" role="alert">
      {{ refusal }} <NuxtLink v-if="meant" :to="`/assignments/${meant}`">Go to the other one</NuxtLink>
    </p>
  </section>
</template>

<style scoped>
.start {
  display: grid;
  gap: 0.75rem;
  padding: 1.1rem;
}
.gate {
  display: grid;
  gap: 0.35rem;
  padding-bottom: 0.7rem;
  border-bottom: 1px solid var(--line);
}
.gate h3,
.field label {
  font-size: 1rem;
  font-weight: 600;
}
ul {
  padding-left: 1.1rem;
  list-style: disc;
}
.box {
  display: flex;
  align-items: center;
  gap: 0.5rem;
  min-height: 26px;
}
</style>
