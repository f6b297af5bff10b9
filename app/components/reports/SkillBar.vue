<script setup lang="ts">
import { scaleLinear } from 'd3'
import type { SkillReportView } from '~~/core/wire/skills'
import { standingInWords } from './states'

/**
 * Where a level probably lies: a bar from the 10th to the 90th percentile, a mark for the level, a dashed line for
 * the target.
 */
const props = defineProps<{
  mastery: Pick<SkillReportView['mastery'], 'level' | 'low' | 'high' | 'standing' | 'once'>
  target: number
  tall?: boolean
}>()

const WIDTH = 400
const hatch = useId()
const x = scaleLinear([0, 1], [0, WIDTH])
const height = computed(() => (props.tall ? 34 : 24))
const bar = computed(() => ({
  x: x(props.mastery.low),
  width: Math.max(2, x(props.mastery.high) - x(props.mastery.low)),
}))
const fills = { secure: 'var(--inform)', unproven: 'var(--surface)', gap: `url(#${hatch})` }
const inWords = computed(() => {
  const { level, low, high } = props.mastery
  const likely = `likely between ${format.percent(low)} and ${format.percent(high)}`
  return `${standingInWords(props.mastery)}: level ${format.percent(level)}, ${likely}, target ${format.percent(props.target)}`
})
</script>

<template>
  <svg
    class="bar"
    :viewBox="`0 0 ${WIDTH} ${height}`"
    :height="height"
    preserveAspectRatio="none"
    role="img"
    :aria-label="inWords"
  >
    <defs>
      <pattern :id="hatch" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
        <rect width="7" height="7" fill="var(--surface)" />
        <rect width="3" height="7" fill="var(--inform)" />
      </pattern>
    </defs>
    <line
      x1="0"
      :x2="WIDTH"
      :y1="height - 1"
      :y2="height - 1"
      stroke="var(--line)"
      vector-effect="non-scaling-stroke"
    />
    <rect
      class="likely"
      :x="bar.x"
      :width="bar.width"
      :y="height / 2 - 6"
      height="12"
      :fill="fills[mastery.standing]"
      stroke="var(--inform)"
      vector-effect="non-scaling-stroke"
    />
    <line
      class="level"
      :x1="x(mastery.level)"
      :x2="x(mastery.level)"
      :y1="height / 2 - 10"
      :y2="height / 2 + 10"
      stroke="var(--ink)"
      stroke-width="3"
      vector-effect="non-scaling-stroke"
    />
    <line
      class="target"
      :x1="x(target)"
      :x2="x(target)"
      y1="0"
      :y2="height"
      stroke="var(--act)"
      stroke-width="2"
      stroke-dasharray="5 4"
      vector-effect="non-scaling-stroke"
    />
  </svg>
</template>

<style scoped>
.bar {
  display: block;
  width: 100%;
}
@media print {
  .bar {
    print-color-adjust: exact;
  }
}
</style>
