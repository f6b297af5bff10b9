<script setup lang="ts">
import type { NumberLinePart, OnLine } from '~~/core/tools/questions/kinds/number-line'
import {
  asNumber,
  before,
  equal,
  nearestPlace,
  numberOf,
  placeText,
  placesOn,
  plainNumber,
} from '~~/core/tools/questions/answers/scale'
import { ticksOn } from '~~/core/tools/questions/answers/ticks'
import LaidOnLine from './LaidOnLine.vue'
import { spotUnder, wayOf } from '../../pictures/spotUnder'

/**
 * Points and intervals on a line of numbers: pressed, put where a needle stands that the arrow keys move, or typed. A
 * stretch of the line can be enlarged.
 */
const props = defineProps<{ part: NumberLinePart; answer: OnLine | null; closed: boolean }>()
const emit = defineEmits<{ answer: [answer: OnLine | null] }>()

const [WIDTH, HEIGHT, LEVEL, EDGE] = [640, 96, 46, 34]
const line = computed(() => props.part.line)
const given = computed((): OnLine => props.answer ?? { points: [], intervals: [] })
const lays = ref<'point' | 'interval'>(props.part.points > 0 ? 'point' : 'interval')
const both = props.part.points > 0 && props.part.intervals > 0
/** The places between which the line is shown. */
const shown = ref<[number, number]>([0, placesOn(props.part.line)])
const needle = ref(Math.round(placesOn(props.part.line) / 2))
/** Where an interval begins whose end isn’t there yet. */
const begun = ref<string | null>(null)
const typed = ref('')
const said = ref('')

const across = (place: number): number =>
  EDGE + ((place - shown.value[0]) / (shown.value[1] - shown.value[0])) * (WIDTH - 2 * EDGE)
const acrossOf = (text: string): number => {
  const { from } = line.value
  const unit = asNumber(placeText(line.value, 1)) - asNumber(from)
  return across((asNumber(text) - asNumber(from)) / unit)
}
const inSight = (text: string): boolean => acrossOf(text) >= EDGE - 1 && acrossOf(text) <= WIDTH - EDGE + 1
const ticks = computed(() => ticksOn(line.value, shown.value).map(tick => ({ ...tick, x: across(tick.place) })))
const within = (x: number): number => Math.min(WIDTH - 4, Math.max(4, x))
const drawn = computed(() =>
  given.value.intervals.map(({ from, to, withFrom, withTo }) => ({
    from: from === null ? 0 : within(acrossOf(from)),
    to: to === null ? WIDTH : within(acrossOf(to)),
    ends: [
      ...(from !== null && inSight(from) ? [{ x: acrossOf(from), closed: withFrom }] : []),
      ...(to !== null && inSight(to) ? [{ x: acrossOf(to), closed: withTo }] : []),
    ],
  })),
)

function say(now: OnLine) {
  emit('answer', now.points.length + now.intervals.length === 0 ? null : now)
}
function lay(text: string) {
  if (props.closed) return
  if (lays.value === 'point') return say({ ...given.value, points: [...given.value.points, text] })
  if (begun.value === null) {
    begun.value = text
    said.value = `An interval begins at ${text}. Where does it end?`
    return
  }
  const [from, to] = before(begun.value, text) ? [begun.value, text] : [text, begun.value]
  begun.value = null
  if (equal(from, to)) return
  say({ ...given.value, intervals: [...given.value.intervals, { from, to, withFrom: true, withTo: true }] })
}
function press(event: MouseEvent) {
  const spot = event.currentTarget instanceof SVGSVGElement ? spotUnder(event, event.currentTarget) : null
  if (!spot) return
  const [first, last] = shown.value
  const place = Math.round(first + ((spot.x - EDGE) / (WIDTH - 2 * EDGE)) * (last - first))
  needle.value = Math.min(last, Math.max(first, place))
  lay(placeText(line.value, needle.value))
}
function steer(event: KeyboardEvent) {
  const way = wayOf(event)
  if (way) {
    event.preventDefault()
    const step = (way.across - way.down) * (event.shiftKey ? line.value.fine : 1)
    needle.value = Math.min(placesOn(line.value), Math.max(0, needle.value + step))
    bringInSight()
  } else if (event.key === 'Enter' || event.key === ' ') {
    event.preventDefault()
    lay(placeText(line.value, needle.value))
  }
}
/** Half or twice as much of the line, with the needle in its middle. */
function enlarge(by: 0.5 | 2) {
  const length = Math.min(placesOn(line.value), Math.max(4, Math.round((shown.value[1] - shown.value[0]) * by)))
  const first = Math.min(placesOn(line.value) - length, Math.max(0, needle.value - Math.round(length / 2)))
  shown.value = [first, first + length]
}
function bringInSight() {
  const [first, last] = shown.value
  if (needle.value >= first && needle.value <= last) return
  const by = needle.value < first ? needle.value - first : needle.value - last
  shown.value = [first + by, last + by]
}
const mistyped = computed(() =>
  typed.value.trim() === '' || plainNumber.safeParse(typed.value.trim()).success ? '' : 'This isn’t a number.',
)
function layTyped() {
  const text = typed.value.trim().replace('−', '-')
  if (!plainNumber.safeParse(text).success) return
  const { above, below } = numberOf(text)
  needle.value = nearestPlace(Number(above) / Number(below), line.value)
  bringInSight()
  typed.value = ''
  lay(text)
}
</script>

<template>
  <p class="small soft">
    Press where it lies; or move the needle with the arrow keys (with Shift in whole steps) and press Enter; or type it.
    <template v-if="part.intervals > 0">An interval is laid by its two ends.</template>
  </p>
  <div class="tools small">
    <fieldset v-if="both">
      <legend class="spoken">What is laid</legend>
      <label><input v-model="lays" type="radio" value="point" :disabled="closed" /> Point</label>
      <label><input v-model="lays" type="radio" value="interval" :disabled="closed" /> Interval</label>
    </fieldset>
    <Button size="small" outlined severity="secondary" label="Enlarge" @click="enlarge(0.5)" />
    <Button size="small" outlined severity="secondary" label="Show more" @click="enlarge(2)" />
    <form @submit.prevent="layTyped">
      <label :for="`at-${part.id}`">At</label>
      <InputText
        :id="`at-${part.id}`"
        v-model="typed"
        class="figure"
        autocomplete="off"
        maxlength="30"
        :disabled="closed"
        :invalid="mistyped !== ''"
      />
      <Button size="small" outlined type="submit" label="Lay it there" :disabled="closed || typed.trim() === ''" />
    </form>
  </div>
  <div
    class="field"
    role="slider"
    :tabindex="closed ? -1 : 0"
    aria-label="Needle on the line"
    :aria-valuemin="asNumber(line.from)"
    :aria-valuemax="asNumber(line.to)"
    :aria-valuenow="asNumber(placeText(line, needle))"
    :aria-valuetext="placeText(line, needle)"
    :aria-disabled="closed"
    @keydown="steer"
  >
    <svg :viewBox="`0 0 ${WIDTH} ${HEIGHT}`" aria-hidden="true" @click="press">
      <line class="axis" x1="0" :x2="WIDTH" :y1="LEVEL" :y2="LEVEL" />
      <g v-for="tick in ticks" :key="tick.place">
        <line
          class="tick"
          :x1="tick.x"
          :x2="tick.x"
          :y1="LEVEL - (tick.label ? 8 : 4)"
          :y2="LEVEL + (tick.label ? 8 : 4)"
        />
        <text v-if="tick.label" :x="tick.x" :y="LEVEL + 24" text-anchor="middle">{{ tick.label }}</text>
      </g>
      <g v-for="(one, at) in drawn" :key="at" class="interval">
        <line :x1="one.from" :x2="one.to" :y1="LEVEL" :y2="LEVEL" />
        <circle v-for="end in one.ends" :key="end.x" :class="{ open: !end.closed }" :cx="end.x" :cy="LEVEL" r="7" />
      </g>
      <template v-for="point in given.points" :key="point">
        <circle v-if="inSight(point)" class="point" :cx="acrossOf(point)" :cy="LEVEL" r="7" />
      </template>
      <circle v-if="begun !== null && inSight(begun)" class="begun" :cx="acrossOf(begun)" :cy="LEVEL" r="7" />
      <path v-if="!closed" class="needle" :d="`M${across(needle)} ${LEVEL - 12} l-6 -14 h12 z`" />
      <text v-if="line.text" class="soft" :x="WIDTH / 2" :y="HEIGHT - 6" text-anchor="middle">{{ line.text }}</text>
    </svg>
  </div>
  <p class="small soft hint" role="status">{{ mistyped || (begun === null ? '' : said) }}</p>
  <LaidOnLine :given="given" :line="line" :closed="closed" @lay="say" />
</template>

<style scoped src="./list.css"></style>

<style scoped>
.tools,
.tools form,
fieldset {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem 0.7rem;
  align-items: center;
  margin: 0;
  padding: 0;
  border: 0;
}
.tools input[type='text'] {
  width: 7rem;
}
svg {
  display: block;
  width: 100%;
  cursor: crosshair;
}
line {
  stroke: var(--ink);
}
.interval line {
  stroke: var(--act);
  stroke-width: 5;
}
.interval circle,
.point {
  fill: var(--act);
  stroke: var(--act);
  stroke-width: 3;
}
.interval .open,
.begun {
  fill: var(--surface);
  stroke: var(--act);
  stroke-width: 3;
}
.needle {
  fill: var(--ink-soft);
}
.field:focus-visible .needle {
  fill: var(--run-out);
}
text {
  fill: var(--ink);
  font-size: 14px;
}
.hint {
  min-height: 1.3em;
  margin: 0;
}
</style>
