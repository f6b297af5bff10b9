<script setup lang="ts">
import { movedTo, readingOff, takenOut, ticksOn } from '~~/core/ground/drawing/measuring'
import type { Measure } from '~~/core/ground/drawing/measuring'
import type { Picture, Spot } from '~~/core/ground/drawing/picture'
import { useBenchStore } from '~/stores/bench'
import { sure } from '~~/core/ground/sure'
import { spotUnder, wayOf } from './spotUnder'

/** What lies on a drawing to see and measure it, where the section allows it: it is enlarged; a ruler, a protractor. */
const props = defineProps<{ picture: Picture }>()
const bench = useBenchStore()
const has = (aid: 'zoom' | 'measure'): boolean => bench.section?.aids.includes(aid) ?? false

const ZOOMS = [1, 1.5, 2, 3, 4] as const
const zoom = ref(0)
const times = computed(() => sure(ZOOMS[zoom.value]))
const measure = ref<Measure | null>(null)
const NAMES = {
  ruler: ['Beginning of the ruler', 'End of the ruler'],
  protractor: ['Corner of the protractor', 'First arm', 'Second arm'],
} as const
const read = computed(() =>
  measure.value && props.picture.scale ? readingOff(measure.value, props.picture.scale) : '',
)
const over = useTemplateRef('over')
const path = (at: readonly Spot[]): string => at.map(({ x, y }) => `${x},${y}`).join(' ')
/** The ticks of a ruler, across it. */
const ticks = computed(() => {
  const { scale } = props.picture
  if (measure.value?.with !== 'ruler' || !scale) return []
  const [from, to] = measure.value.at
  const long = Math.hypot(to.x - from.x, to.y - from.y) || 1
  const along = { x: (to.x - from.x) / long, y: (to.y - from.y) / long }
  return ticksOn(measure.value.at, scale).map((far, tick) => {
    const half = tick % 5 === 0 ? 9 : 5
    const [x, y] = [from.x + along.x * far, from.y + along.y * far]
    return { x1: x - along.y * half, y1: y + along.x * half, x2: x + along.y * half, y2: y - along.x * half }
  })
})

function take(kind: Measure['with']) {
  measure.value = measure.value?.with === kind ? null : takenOut(kind, props.picture)
}
function put(place: number, to: Spot) {
  if (measure.value) measure.value = movedTo(measure.value, place, to, props.picture)
}
function pull(place: number, event: PointerEvent) {
  if (event.buttons === 0 || !over.value) return
  const spot = spotUnder(event, over.value)
  if (spot) put(place, spot)
}
function grip({ currentTarget, pointerId }: PointerEvent) {
  if (!(currentTarget instanceof SVGElement)) return
  currentTarget.focus()
  currentTarget.setPointerCapture(pointerId)
}
function steer(place: number, event: KeyboardEvent) {
  const way = wayOf(event)
  const from = measure.value?.at[place]
  if (!way || !from) return
  event.preventDefault()
  const step = event.shiftKey ? 1 : 10
  put(place, { x: from.x + way.across * step, y: from.y + way.down * step })
}
</script>

<template>
  <div v-if="has('zoom') || has('measure')" class="aids small" role="group" aria-label="Aids for this drawing">
    <template v-if="has('zoom')">
      <Button size="small" text label="Enlarge" :disabled="zoom === ZOOMS.length - 1" @click="zoom += 1" />
      <Button v-if="zoom > 0" size="small" text label="Make smaller" @click="zoom -= 1" />
      <span v-if="zoom > 0" class="soft">{{ times }} ×</span>
    </template>
    <template v-if="has('measure')">
      <span v-if="!picture.scale" class="soft">Not to scale.</span>
      <template v-else>
        <Button
          v-for="kind in ['ruler', 'protractor'] as const"
          :key="kind"
          size="small"
          text
          :label="kind === 'ruler' ? 'Ruler' : 'Protractor'"
          :aria-pressed="measure?.with === kind"
          @click="take(kind)"
        />
      </template>
    </template>
    <span role="status" data-reading-off>{{ read }}</span>
  </div>
  <div class="box" :class="{ zoomed: zoom > 0 }" :tabindex="zoom > 0 ? 0 : undefined">
    <div class="sheet" :style="{ '--zoom': times, 'width': `${times * 100}%` }">
      <slot />
      <svg
        v-if="measure"
        ref="over"
        class="over"
        :viewBox="`0 0 ${picture.width} ${picture.height}`"
        :style="{ maxWidth: `${picture.width * times}px` }"
        role="group"
        :aria-label="measure.with === 'ruler' ? 'Ruler' : 'Protractor'"
      >
        <template v-if="measure.with === 'ruler'">
          <polyline class="edge" :points="path(measure.at)" />
          <line v-for="(tick, at) in ticks" :key="at" class="tick" v-bind="tick" />
        </template>
        <polyline v-else class="edge" :points="path([measure.at[1], measure.at[0], measure.at[2]])" />
        <circle
          v-for="(place, at) in measure.at"
          :key="at"
          class="handle"
          :class="{ first: at === 0 }"
          :cx="place.x"
          :cy="place.y"
          :r="12 / times"
          tabindex="0"
          role="application"
          :aria-label="`${NAMES[measure.with][at]}: arrow keys move it, with Shift in small steps`"
          @pointerdown.stop.prevent="grip"
          @pointermove="pull(at, $event)"
          @keydown.stop="steer(at, $event)"
        />
      </svg>
    </div>
  </div>
</template>

<style scoped>
.aids {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.1rem 0.3rem;
}
.box.zoomed {
  max-height: 60vh;
  overflow: auto;
  border: 1px solid var(--line);
}
.sheet {
  position: relative;
}
.over {
  position: absolute;
  inset: 0 auto auto 0;
  width: 100%;
  pointer-events: none;
}
.edge {
  fill: none;
  stroke: var(--act);
  stroke-width: 2.5;
}
.tick {
  stroke: var(--act);
  stroke-width: 1.5;
}
.handle {
  fill: transparent;
  stroke: var(--act);
  stroke-width: 1.5;
  pointer-events: auto;
  cursor: grab;
  touch-action: none;
}
.handle.first {
  stroke-width: 3.5;
}
</style>
