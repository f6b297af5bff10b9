<script setup lang="ts">
import { sure } from '~~/core/ground/sure'
import type { MovingFigure } from '~~/core/paper/reading'
import PictureDrawn from '../pictures/PictureDrawn.vue'

/** A figure that moves: a slider goes through its pictures, or they are played one after the other. */
const props = defineProps<{ figure: MovingFigure }>()

/** How long each picture stays when they are played: long enough to be read. */
const STAYS_MS = 1600

const at = ref(0)
const told = ref('')
const frame = computed(() => sure(props.figure.frames[at.value]))
const picture = computed(() => ({
  width: props.figure.width,
  height: props.figure.height,
  words: frame.value.words,
  shapes: [...props.figure.shapes, ...frame.value.shapes],
}))
const last = computed(() => props.figure.frames.length - 1)
const { isActive, pause, resume } = useIntervalFn(
  () => {
    if (at.value < last.value) at.value += 1
    if (at.value === last.value) pause()
  },
  STAYS_MS,
  { immediate: false },
)
function play() {
  if (at.value === last.value) at.value = 0
  resume()
}
function step(by: number) {
  pause()
  at.value = Math.min(last.value, Math.max(0, at.value + by))
}
const slider = useId()
</script>

<template>
  <figure>
    <figcaption>{{ figure.title }}</figcaption>
    <PictureDrawn :picture="picture" @more="text => (told = text)" />
    <div class="row">
      <Button size="small" outlined :label="isActive ? 'Pause' : 'Play'" @click="isActive ? pause() : play()" />
      <Button size="small" text label="Back" :disabled="at === 0" @click="step(-1)" />
      <Button size="small" text label="On" :disabled="at === last" @click="step(1)" />
      <label :for="slider" class="small">{{ figure.label }}</label>
      <input
        :id="slider"
        v-model.number="at"
        type="range"
        min="0"
        :max="last"
        :aria-valuetext="`${frame.text}: ${frame.words}`"
        @pointerdown="pause"
      />
      <output class="small">{{ frame.text }}</output>
    </div>
    <p class="small">{{ frame.words }}</p>
    <p v-if="told" class="small soft" aria-live="polite">{{ told }}</p>
  </figure>
</template>

<style scoped src="./figure.css"></style>

<style scoped>
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem;
  align-items: center;
  margin: 0.3rem 0;
}
input {
  flex: 1 1 6rem;
  min-width: 6rem;
  accent-color: var(--act);
}
p {
  margin: 0;
}
</style>
