<script setup lang="ts">
import { lengthText } from '~~/core/tools/questions/kinds/spoken'
import type { SpokenAnswer, SpokenPart } from '~~/core/tools/questions/kinds/spoken'
import { joined, waveOf } from '~~/core/ground/sound/wave'
import { speaking } from './speaking'
import { useRecorder } from './useRecorder'
import { useTyped } from './useTyped'

/**
 * An answer that is spoken: recorded, heard again, deleted, recorded anew; or written down where no microphone can be
 * used.
 */
const props = defineProps<{ part: SpokenPart; answer: SpokenAnswer | null; closed: boolean }>()
const emit = defineEmits<{ answer: [answer: SpokenAnswer | null] }>()

const own = inject(speaking, { urlOf: () => '' })
const recorder = useRecorder()
const { state, seconds, loudness } = recorder
const failure = ref('')
const inWriting = ref(false)

const recording = computed(() => (props.answer && 'recording' in props.answer ? props.answer.recording : null))
const left = computed(() => Math.max(0, props.part.recordings - (own.countOf?.(props.part.id) ?? 0)))
const notTaken = computed(() => (recording.value === null ? undefined : own.failureOf?.(recording.value)))

async function record() {
  const id = crypto.randomUUID()
  inWriting.value = false
  failure.value =
    (await recorder.start({
      most: props.part.most,
      piece(number, file, upTo) {
        own.keep?.(props.part.id, { recording: id, number, file })
        emit('answer', { recording: id, seconds: Math.min(props.part.most, Math.round(upTo * 10) / 10) })
      },
    })) ?? ''
}

onMounted(() => own.know?.().catch(() => undefined))
/** What was said on this page is heard at once, from the device; anything else from the server. */
const address = ref('')
/** An answer can name a recording of which nothing has arrived: it was cut off on its device. */
const missing = ref(false)
watch(
  () => (state.value === 'idle' ? recording.value : null),
  id => {
    URL.revokeObjectURL(address.value)
    missing.value = false
    const pieces = id === null ? undefined : own.piecesOf?.(id)
    if (id === null) address.value = ''
    else if (!pieces) address.value = own.urlOf(id)
    else address.value = URL.createObjectURL(new Blob([waveOf(joined(pieces))], { type: 'audio/wav' }))
  },
  { immediate: true },
)
onBeforeUnmount(() => URL.revokeObjectURL(address.value))

const { text, typed, settle } = useTyped(
  () => (props.answer && 'words' in props.answer ? props.answer.words : ''),
  words => emit('answer', words.trim() === '' ? null : { words }),
)
const writes = computed(() => inWriting.value || (props.answer !== null && 'words' in props.answer))
const how = computed(() => {
  const { least, most, recordings } = props.part
  const length = least ? `${lengthText(least)} to ${lengthText(most)}` : `at most ${lengthText(most)}`
  const times = recordings === 1 ? 'once' : `${recordings} times`
  return `Speak; a person listens to it. It lasts ${length} (minutes and seconds), and you can record ${times}.`
})
</script>

<template>
  <template v-if="!closed">
    <p class="small soft">{{ how }}</p>
    <div class="row">
      <Button v-if="state === 'recording'" size="small" label="Stop recording" @click="recorder.stop" />
      <Button
        v-else
        size="small"
        outlined
        :label="recording === null ? 'Record' : 'Record again'"
        :disabled="left === 0"
        :loading="state === 'asking'"
        @click="record"
      />
      <template v-if="state === 'recording'">
        <span class="time">{{ lengthText(seconds) }} of {{ lengthText(part.most) }}</span>
        <span :class="['level', { faint: loudness !== 'heard well' }]">
          <i v-for="bar in 8" :key="bar" :class="{ on: recorder.level.value > -64 + 7 * bar }" /><span>{{
            loudness
          }}</span>
        </span>
      </template>
      <span v-else class="small soft">{{ left === 0 ? 'No recording left' : `${left} left` }}</span>
      <Button
        v-if="state === 'idle' && !writes"
        size="small"
        text
        label="Write it down instead"
        @click="inWriting = true"
      />
    </div>
    <span class="spoken" role="status">{{ state === 'recording' ? `Recording, ${loudness}` : '' }}</span>
    <p v-if="failure" class="notice is-refusal small" role="alert">{{ failure }} You can write it down instead.</p>
    <p v-if="notTaken" class="notice is-refusal small" role="alert">{{ notTaken }}</p>
  </template>
  <p v-if="missing" class="notice small" role="status">No sound of this recording has arrived.</p>
  <audio
    v-else-if="recording && address"
    controls
    preload="metadata"
    :src="address"
    aria-label="Your recording"
    @error="missing = true"
  />
  <template v-if="writes">
    <p v-if="closed" class="written">{{ text }}</p>
    <Textarea
      v-else
      v-model="text"
      fluid
      rows="5"
      auto-resize
      maxlength="8000"
      aria-label="What you would say, written down"
      @input="typed"
      @blur="settle"
    />
  </template>
</template>

<style scoped>
p {
  margin: 0 0 0.4rem;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 0.8rem;
  align-items: center;
  margin-bottom: 0.5rem;
}
.time {
  font-variant-numeric: tabular-nums;
}
.level {
  display: inline-flex;
  gap: 3px;
  align-items: center;
}
.level i {
  width: 8px;
  height: 1rem;
  border: 1px solid var(--line);
  border-radius: 2px;
}
.level i.on {
  border-color: var(--act);
  background: var(--act);
}
.level span {
  margin-left: 0.4rem;
}
audio {
  display: block;
  width: 100%;
  max-width: 26rem;
}
.written {
  white-space: pre-wrap;
}
</style>
