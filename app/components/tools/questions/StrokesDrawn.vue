<script setup lang="ts">
import { ringOf } from '~~/core/tools/questions/answers/strokes'
import type { Stroke } from '~~/core/tools/questions/answers/strokes'

/** What was drawn, in its colours; each can be rubbed out where the rubber is in hand. */
defineProps<{ strokes: readonly Stroke[]; rubbing: boolean }>()
const emit = defineEmits<{ rub: [at: number] }>()

const listOf = ({ points }: Stroke): string => points.map(({ x, y }) => `${x},${y}`).join(' ')
const ring = (one: Stroke) => {
  const { x, y, across, down } = ringOf(one.points)
  return { cx: x, cy: y, rx: across / 2, ry: down / 2 }
}
</script>

<template>
  <g
    v-for="(one, at) in strokes"
    :key="at"
    :class="['stroke', one.colour, { rubbing }]"
    @pointerdown="rubbing && emit('rub', at)"
  >
    <ellipse v-if="one.tool === 'ring'" v-bind="ring(one)" />
    <text v-else-if="one.tool === 'text'" :x="one.points[0]!.x" :y="one.points[0]!.y">{{ one.text }}</text>
    <polyline v-else :points="listOf(one)" />
  </g>
</template>

<style scoped>
.stroke {
  fill: none;
  stroke-width: 3;
  stroke-linecap: round;
  stroke-linejoin: round;
}
.stroke text {
  font-size: 15px;
  stroke: none;
}
.rubbing {
  cursor: pointer;
  pointer-events: all;
}
.ink {
  stroke: var(--ink);
}
.ink text {
  fill: var(--ink);
}
.red {
  stroke: var(--drawn-red);
}
.red text {
  fill: var(--drawn-red);
}
.blue {
  stroke: var(--drawn-blue);
}
.blue text {
  fill: var(--drawn-blue);
}
.green {
  stroke: var(--drawn-green);
}
.green text {
  fill: var(--drawn-green);
}
</style>
