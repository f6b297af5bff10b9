<script setup lang="ts">
import { sure } from '~~/core/ground/sure'
import type { Drawn, Figure, PlanePart, PlanePoint } from '~~/core/tools/questions/kinds/plane'
import { asNumber, placesOn } from '~~/core/tools/questions/answers/scale'
import type { Axis } from '~~/core/tools/questions/answers/scale'
import { ticksOn } from '~~/core/tools/questions/answers/ticks'
import { spotUnder } from '../../pictures/spotUnder'
import type { GridPlace, HeldPoint } from './usePlane'

/** A plane with its grid, its axes and what is drawn in it. Lines and rays go on to the edge. */
const props = defineProps<{ part: PlanePart; drawn: Drawn; aim: GridPlace | null; held: HeldPoint | null }>()
const emit = defineEmits<{ press: [place: GridPlace] }>()

const [WIDTH, HEIGHT, LEFT, BOTTOM, EDGE] = [520, 400, 48, 44, 22]
const ends = ({ from, to }: Axis) => ({ from: asNumber(from), to: asNumber(to) })
const xOf = (value: number): number => {
  const { from, to } = ends(props.part.across)
  return LEFT + ((value - from) / (to - from)) * (WIDTH - LEFT - EDGE)
}
const yOf = (value: number): number => {
  const { from, to } = ends(props.part.up)
  return HEIGHT - BOTTOM - ((value - from) / (to - from)) * (HEIGHT - BOTTOM - EDGE)
}
const upright = computed(() => ticksOn(props.part.across).map(tick => ({ ...tick, x: xOf(tick.value) })))
const level = computed(() => ticksOn(props.part.up).map(tick => ({ ...tick, y: yOf(tick.value) })))
/** Where the axes cross: at nought where that is in sight. */
const crossing = computed(() => {
  const within = ({ from, to }: { from: number; to: number }): number => Math.min(to, Math.max(from, 0))
  return { x: xOf(within(ends(props.part.across))), y: yOf(within(ends(props.part.up))) }
})
const spotOf = ({ x, y }: PlanePoint) => ({ x: xOf(asNumber(x)), y: yOf(asNumber(y)) })
const aimed = computed(() => {
  if (!props.aim) return null
  const along = (place: number, axis: Axis): number =>
    ends(axis).from + (place / placesOn(axis)) * (ends(axis).to - ends(axis).from)
  return { x: xOf(along(props.aim.across, props.part.across)), y: yOf(along(props.aim.up, props.part.up)) }
})

interface Stroke {
  id: string
  dash: string
  closed: boolean
  path: { x: number; y: number }[]
  dots: { x: number; y: number; held: boolean }[]
  label: { x: number; y: number; text: string }
}
/** Figures are told apart by how their strokes are broken, beside their labels. */
const DASHES = ['', '9 4', '3 3', '12 3 3 3', '6 2 2 2 2 2', '1 4', '15 5', '4 8']
const FAR = 4 * WIDTH
function pathOf({ as }: Figure, spots: readonly { x: number; y: number }[]) {
  const [first, second] = spots
  if (!first || !second || as === 'point') return []
  if (as === 'segment' || as === 'polygon') return [...spots]
  const length = Math.hypot(second.x - first.x, second.y - first.y) || 1
  const beyond = (from: typeof first, sign: number) => ({
    x: from.x + (sign * FAR * (second.x - first.x)) / length,
    y: from.y + (sign * FAR * (second.y - first.y)) / length,
  })
  return [as === 'line' ? beyond(first, -1) : first, beyond(second, 1)]
}
const strokes = computed((): Stroke[] =>
  props.part.figures.flatMap((figure, at) => {
    const spots = (props.drawn[figure.id] ?? []).map(spotOf)
    const last = spots.at(-1)
    if (!last) return []
    const dots = spots.map((spot, place) => ({
      ...spot,
      held: props.held?.figure === figure.id && props.held.at === place,
    }))
    const left = last.x > WIDTH - 110
    const label = { x: last.x + (left ? -10 : 10), y: Math.max(16, last.y - 9), text: figure.text }
    const path = pathOf(figure, spots)
    return [
      { id: figure.id, dash: sure(DASHES[at]), closed: figure.as === 'polygon' && path.length > 2, path, dots, label },
    ]
  }),
)
function press(event: MouseEvent) {
  const spot = event.currentTarget instanceof SVGSVGElement ? spotUnder(event, event.currentTarget) : null
  if (!spot) return
  const place = (share: number, axis: Axis): number =>
    Math.min(placesOn(axis), Math.max(0, Math.round(share * placesOn(axis))))
  emit('press', {
    across: place((spot.x - LEFT) / (WIDTH - LEFT - EDGE), props.part.across),
    up: place((HEIGHT - BOTTOM - spot.y) / (HEIGHT - BOTTOM - EDGE), props.part.up),
  })
}
const clip = useId()
const corners = (path: Stroke['path']): string => path.map(({ x, y }) => `${x},${y}`).join(' ')
</script>

<template>
  <svg :viewBox="`0 0 ${WIDTH} ${HEIGHT}`" aria-hidden="true" @click="press">
    <clipPath :id="clip">
      <rect :x="LEFT" :y="EDGE" :width="WIDTH - LEFT - EDGE" :height="HEIGHT - BOTTOM - EDGE" />
    </clipPath>
    <g class="grid">
      <line v-for="tick in upright" :key="tick.place" :x1="tick.x" :x2="tick.x" :y1="EDGE" :y2="HEIGHT - BOTTOM" />
      <line v-for="tick in level" :key="tick.place" :x1="LEFT" :x2="WIDTH - EDGE" :y1="tick.y" :y2="tick.y" />
    </g>
    <g class="axes">
      <line :x1="crossing.x" :x2="crossing.x" :y1="EDGE" :y2="HEIGHT - BOTTOM" />
      <line :x1="LEFT" :x2="WIDTH - EDGE" :y1="crossing.y" :y2="crossing.y" />
    </g>
    <template v-for="tick in upright" :key="tick.place">
      <text v-if="tick.label" :x="tick.x" :y="HEIGHT - BOTTOM + 17" text-anchor="middle">{{ tick.label }}</text>
    </template>
    <template v-for="tick in level" :key="tick.place">
      <text v-if="tick.label" :x="LEFT - 6" :y="tick.y + 4" text-anchor="end">{{ tick.label }}</text>
    </template>
    <text v-if="part.across.text" :x="(WIDTH + LEFT) / 2" :y="HEIGHT - 6" text-anchor="middle">
      {{ part.across.text }}
    </text>
    <text v-if="part.up.text" :x="LEFT" y="14">{{ part.up.text }}</text>
    <g class="drawn" :clip-path="`url(#${clip})`">
      <g v-for="stroke in strokes" :key="stroke.id">
        <component
          :is="stroke.closed ? 'polygon' : 'polyline'"
          v-if="stroke.path.length > 1"
          :class="{ closed: stroke.closed }"
          :points="corners(stroke.path)"
          :stroke-dasharray="stroke.dash"
        />
      </g>
      <line v-if="aimed" class="aim" :x1="aimed.x - 9" :x2="aimed.x + 9" :y1="aimed.y" :y2="aimed.y" />
      <line v-if="aimed" class="aim" :x1="aimed.x" :x2="aimed.x" :y1="aimed.y - 9" :y2="aimed.y + 9" />
    </g>
    <g v-for="stroke in strokes" :key="`dots ${stroke.id}`">
      <circle
        v-for="(dot, at) in stroke.dots"
        :key="at"
        :class="['dot', { held: dot.held }]"
        :cx="dot.x"
        :cy="dot.y"
        r="5.5"
      />
      <text
        class="label"
        :x="stroke.label.x"
        :y="stroke.label.y"
        :text-anchor="stroke.label.x > WIDTH - 125 ? 'end' : 'start'"
      >
        {{ stroke.label.text }}
      </text>
    </g>
  </svg>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
  max-width: 40rem;
}
.grid line {
  stroke: var(--line);
}
.axes line {
  stroke: var(--ink);
  stroke-width: 1.6;
}
text {
  fill: var(--ink);
  font-size: 13px;
}
polyline,
polygon {
  fill: none;
  stroke: var(--act);
  stroke-width: 2.6;
}
polygon.closed {
  fill: var(--act-wash);
  fill-opacity: 0.6;
}
.dot {
  fill: var(--act);
  stroke: var(--surface);
  stroke-width: 1.5;
}
.dot.held {
  fill: var(--surface);
  stroke: var(--run-out);
  stroke-width: 3;
}
.aim {
  stroke: var(--run-out);
  stroke-width: 2;
}
.label {
  font-weight: 700;
  paint-order: stroke;
  stroke: var(--surface);
  stroke-width: 4px;
}
</style>
