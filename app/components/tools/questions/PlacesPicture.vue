<script setup lang="ts">
import { spotText } from '~~/core/ground/drawing/picture'
import type { Spot } from '~~/core/ground/drawing/picture'
import type { Places, PlacesPart } from '~~/core/tools/questions/kinds/places'
import PictureField from '../../pictures/PictureField.vue'
import { spotUnder, wayOf } from '../../pictures/spotUnder'

/** Places that are marked on a picture: pressed, or found with a cross-hair that the arrow keys move. */
const props = defineProps<{ part: PlacesPart; answer: Places | null; closed: boolean }>()
const emit = defineEmits<{ answer: [answer: Places | null] }>()

const STEPS = 40
const marked = computed(() => props.answer ?? [])
const picture = computed(() => props.part.picture)
const aim = ref<Spot | null>(null)
const said = ref('')
const size = computed(() => Math.max(picture.value.width, picture.value.height) / 45)

const whole = ({ x, y }: Spot): Spot => ({ x: Math.round(x), y: Math.round(y) })
function mark(place: Spot) {
  if (props.closed) return
  emit('answer', [...marked.value, whole(place)])
}
function press(event: MouseEvent) {
  const drawing = event.currentTarget
  const place = drawing instanceof HTMLElement ? drawing.querySelector('svg') : null
  const under = place && spotUnder(event, place)
  if (!under) return
  aim.value = null
  mark(under)
}
function aimed(event: KeyboardEvent) {
  const { width, height } = picture.value
  const now = aim.value ?? { x: width / 2, y: height / 2 }
  const way = wayOf(event)
  if (way) {
    event.preventDefault()
    const step = event.shiftKey ? 1 : Math.max(width, height) / STEPS
    const within = (value: number, most: number): number => Math.min(most, Math.max(0, value))
    aim.value = { x: within(now.x + way.across * step, width), y: within(now.y + way.down * step, height) }
    said.value = spotText(aim.value, picture.value)
  } else if (event.key === 'Enter' || event.key === ' ') {
    event.preventDefault()
    mark(now)
    said.value = `Marked ${spotText(now, picture.value)}`
  }
}
function takeAway(at: number) {
  const left = marked.value.filter((_, place) => place !== at)
  emit('answer', left.length === 0 ? null : left)
}
</script>

<template>
  <p class="small soft">
    Mark {{ part.most === 1 ? 'one place' : `up to ${part.most} places` }}: press there; or go there with the arrow keys
    (with Shift in small steps) and press Enter.
  </p>
  <PictureField
    :picture="picture"
    label="Cross-hair on the picture"
    :closed="closed"
    @click="press"
    @keydown="aimed"
    @focus="aim ??= { x: picture.width / 2, y: picture.height / 2 }"
    @blur="aim = null"
  >
    <g v-if="aim" class="aim" aria-hidden="true">
      <line :x1="aim.x" :x2="aim.x" y1="0" :y2="picture.height" />
      <line x1="0" :x2="picture.width" :y1="aim.y" :y2="aim.y" />
    </g>
    <g v-for="(place, at) in marked" :key="at" class="mark" aria-hidden="true">
      <circle :cx="place.x" :cy="place.y" :r="size" />
      <text :x="place.x" :y="place.y" text-anchor="middle" dominant-baseline="central" :font-size="size * 1.3">
        {{ at + 1 }}
      </text>
    </g>
  </PictureField>
  <p class="spoken" aria-live="polite">{{ said }}</p>
  <ol class="marked small">
    <li v-for="(place, at) in marked" :key="at">
      {{ at + 1 }}: {{ spotText(place, picture) }}
      <Button
        size="small"
        text
        label="Take away"
        :aria-label="`Take away ${at + 1}`"
        :disabled="closed"
        @click="takeAway(at)"
      />
    </li>
  </ol>
</template>

<style scoped>
p {
  margin: 0 0 0.3rem;
}
.aim line {
  stroke: var(--act);
  stroke-dasharray: 4 3;
}
.mark circle {
  fill: var(--act);
  stroke: var(--on-act);
  stroke-width: 2;
}
.mark text {
  fill: var(--on-act);
  font-weight: 700;
}
.marked {
  margin: 0.3rem 0 0;
  padding: 0;
  list-style: none;
}
</style>
