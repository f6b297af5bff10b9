<script setup lang="ts">
import type { BarsPart } from '~~/core/tools/questions/kinds/bars'
import { asNumber, nearestPlace, placeText, placesOn, plainNumber } from '~~/core/tools/questions/answers/scale'
import { ticksOn } from '~~/core/tools/questions/answers/ticks'
import { spotUnder, wayOf } from '../../pictures/spotUnder'

/** Bars that are pulled to their heights, moved by the arrow keys, or typed. */
const props = defineProps<{ part: BarsPart; answer: Readonly<Record<string, string>> | null; closed: boolean }>()
const emit = defineEmits<{ answer: [answer: Record<string, string>] }>()

const [WIDTH, HEIGHT, LEFT, BOTTOM, TOP] = [620, 300, 48, 30, 26]
const axis = computed(() => props.part.height)
/** A bar that is being pulled, and to where. */
const pulled = ref<{ id: string; place: number } | null>(null)

const yOf = (value: number): number => {
  const [from, to] = [asNumber(axis.value.from), asNumber(axis.value.to)]
  return HEIGHT - BOTTOM - ((value - from) / (to - from)) * (HEIGHT - BOTTOM - TOP)
}
const ticks = computed(() => ticksOn(axis.value).map(tick => ({ ...tick, y: yOf(tick.value) })))
const base = computed(() => yOf(Math.max(0, asNumber(axis.value.from))))
const bars = computed(() => {
  const room = (WIDTH - LEFT) / props.part.bars.length
  const gap = props.part.joined ? 0 : room * 0.22
  return props.part.bars.map(({ id, text }, at) => {
    const fixed = props.part.given[id]
    const set = pulled.value?.id === id ? placeText(axis.value, pulled.value.place) : props.answer?.[id]
    const height = fixed ?? set
    const value = height === undefined ? null : asNumber(height)
    const y = value === null ? base.value : yOf(value)
    return {
      id,
      text,
      fixed: fixed !== undefined,
      height,
      place: height === undefined ? 0 : nearestPlace(asNumber(height), axis.value),
      x: LEFT + at * room + gap / 2,
      width: room - gap,
      y: Math.min(y, base.value),
      size: Math.abs(base.value - y),
      // What can be taken hold of, at the end of the bar.
      hold: y,
    }
  })
})

function set(id: string, place: number) {
  const within = Math.min(placesOn(axis.value), Math.max(0, place))
  emit('answer', { ...props.answer, [id]: placeText(axis.value, within) })
}
const canSet = (id: string): boolean => !props.closed && !(id in props.part.given)
function placeUnder(event: PointerEvent): number | null {
  const drawing = event.currentTarget instanceof SVGElement ? event.currentTarget.ownerSVGElement : null
  const spot = drawing && spotUnder(event, drawing)
  if (!spot) return null
  const share = (HEIGHT - BOTTOM - spot.y) / (HEIGHT - BOTTOM - TOP)
  return Math.min(placesOn(axis.value), Math.max(0, Math.round(share * placesOn(axis.value))))
}
function pull(event: PointerEvent, id: string) {
  const place = placeUnder(event)
  if (!canSet(id) || place === null || !(event.currentTarget instanceof SVGElement)) return
  event.currentTarget.setPointerCapture(event.pointerId)
  pulled.value = { id, place }
}
function follow(event: PointerEvent) {
  const place = placeUnder(event)
  if (pulled.value && place !== null) pulled.value = { ...pulled.value, place }
}
function letGo() {
  if (!pulled.value) return
  const { id, place } = pulled.value
  pulled.value = null
  set(id, place)
}
function steer(event: KeyboardEvent, { id, place }: { id: string; place: number }) {
  const way = wayOf(event)
  if (!way || !canSet(id)) return
  event.preventDefault()
  set(id, place + (way.across - way.down) * (event.shiftKey ? axis.value.fine : 1))
}
function typed(id: string, { target }: Event) {
  if (!(target instanceof HTMLInputElement)) return
  const text = target.value.trim().replace(',', '.').replace('−', '-')
  const { [id]: _, ...others } = props.answer ?? {}
  if (text === '') emit('answer', others)
  else if (plainNumber.safeParse(text).success) emit('answer', { ...others, [id]: text })
  // What stands in the field is what was taken.
  target.value = props.answer?.[id] ?? ''
}
</script>

<template>
  <p class="small soft">Pull each bar to its height; or move it with the arrow keys; or type its height below it.</p>
  <svg :viewBox="`0 0 ${WIDTH} ${HEIGHT}`">
    <g aria-hidden="true">
      <g v-for="tick in ticks" :key="tick.place">
        <line :class="{ fine: !tick.label }" :x1="LEFT" :x2="WIDTH" :y1="tick.y" :y2="tick.y" />
        <text v-if="tick.label" :x="LEFT - 6" :y="tick.y + 4" text-anchor="end">{{ tick.label }}</text>
      </g>
      <text v-if="axis.text" x="4" y="14">{{ axis.text }}</text>
    </g>
    <g
      v-for="bar in bars"
      :key="bar.id"
      :class="['bar', { fixed: bar.fixed }]"
      :data-bar="bar.id"
      role="slider"
      :tabindex="canSet(bar.id) ? 0 : -1"
      :aria-label="bar.text"
      :aria-valuemin="asNumber(axis.from)"
      :aria-valuemax="asNumber(axis.to)"
      :aria-valuenow="bar.height === undefined ? asNumber(axis.from) : asNumber(bar.height)"
      :aria-valuetext="bar.height ?? 'not set'"
      :aria-disabled="!canSet(bar.id)"
      @pointerdown="pull($event, bar.id)"
      @pointermove="follow"
      @pointerup="letGo"
      @pointercancel="pulled = null"
      @keydown="steer($event, bar)"
    >
      <rect class="room" :x="bar.x" :y="TOP" :width="bar.width" :height="HEIGHT - BOTTOM - TOP" />
      <rect class="height" :x="bar.x" :y="bar.y" :width="bar.width" :height="bar.size" />
      <line v-if="!bar.fixed" class="hold" :x1="bar.x" :x2="bar.x + bar.width" :y1="bar.hold" :y2="bar.hold" />
      <text :x="bar.x + bar.width / 2" :y="HEIGHT - 10" text-anchor="middle">{{ bar.text }}</text>
    </g>
  </svg>
  <ul class="typed small">
    <li v-for="bar in bars" :key="bar.id">
      <label>
        <span>{{ bar.text }}</span>
        <input
          class="figure typed-in"
          type="text"
          maxlength="20"
          autocomplete="off"
          :value="bar.height ?? ''"
          :aria-label="`Height of ${bar.text}`"
          :disabled="!canSet(bar.id)"
          @change="typed(bar.id, $event)"
        />
      </label>
    </li>
  </ul>
</template>

<style scoped src="./list.css"></style>

<style scoped>
svg {
  display: block;
  width: 100%;
  max-width: 46rem;
  touch-action: none;
}
line {
  stroke: var(--line);
}
line.fine {
  stroke-opacity: 0.5;
}
.room {
  fill: transparent;
}
.height {
  fill: var(--act);
  stroke: var(--surface);
}
.fixed .height {
  fill: var(--line-strong);
}
.hold {
  stroke: var(--act-strong);
  stroke-width: 6;
  stroke-linecap: round;
}
.bar:not(.fixed) {
  cursor: ns-resize;
}
.bar:focus-visible {
  outline: none;
}
.bar:focus-visible .room {
  stroke: var(--act);
  stroke-width: 2;
}
text {
  fill: var(--ink);
  font-size: 13px;
}
.typed {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem 0.9rem;
  margin-top: 0.4rem;
}
label {
  display: flex;
  gap: 0.4rem;
  align-items: center;
}
input {
  width: 5rem;
}
</style>
