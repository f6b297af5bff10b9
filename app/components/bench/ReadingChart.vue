<script setup lang="ts">
import { extent, line, scaleBand, scaleLinear } from 'd3'
import type { ReadingChart } from '~~/core/paper/reading'

/** A chart of a reading: bars from nought, or a line through its values; the same as a table for whoever wants that. */
const props = defineProps<{ chart: ReadingChart }>()

const [WIDTH, HEIGHT, LEFT, BOTTOM, TOP] = [420, 200, 44, 30, 12]
const across = computed(() =>
  scaleBand()
    .domain(props.chart.values.map((_, at) => String(at)))
    .range([LEFT, WIDTH - 6])
    .padding(0.25),
)
const up = computed(() => {
  const [least = 0, most = 0] = extent(props.chart.values, ({ value }) => value)
  return scaleLinear()
    .domain([Math.min(0, least), Math.max(0, most)])
    .nice(5)
    .range([HEIGHT - BOTTOM, TOP])
})
const middle = (at: number): number => (across.value(String(at)) ?? 0) + across.value.bandwidth() / 2
const ticks = computed(() => up.value.ticks(5))
/** Labels below are left out where they would touch each other. */
const every = computed(() => Math.ceil(props.chart.values.length / 8))
const path = computed(
  () =>
    line<{ value: number }>()
      .x((_, at) => middle(at))
      .y(({ value }) => up.value(value))(props.chart.values) ?? '',
)
</script>

<template>
  <figure>
    <figcaption>{{ chart.title }}{{ chart.unit ? `, in ${chart.unit}` : '' }}</figcaption>
    <svg :viewBox="`0 0 ${WIDTH} ${HEIGHT}`" role="img" :aria-label="chart.words">
      <g v-for="tick in ticks" :key="tick">
        <line :x1="LEFT" :x2="WIDTH" :y1="up(tick)" :y2="up(tick)" :class="{ nought: tick === 0 }" />
        <text :x="LEFT - 6" :y="up(tick)" text-anchor="end" dominant-baseline="middle">
          {{ String(tick).replace('-', '−') }}
        </text>
      </g>
      <template v-if="chart.as === 'bars'">
        <rect
          v-for="({ value }, at) in chart.values"
          :key="at"
          :x="across(String(at))"
          :width="across.bandwidth()"
          :y="Math.min(up(0), up(value))"
          :height="Math.abs(up(value) - up(0))"
        />
      </template>
      <template v-else>
        <path :d="path" />
        <circle v-for="({ value }, at) in chart.values" :key="at" :cx="middle(at)" :cy="up(value)" r="3" />
      </template>
      <template v-for="({ text }, at) in chart.values" :key="at">
        <text v-if="at % every === 0" :x="middle(at)" :y="HEIGHT - 10" text-anchor="middle">{{ text }}</text>
      </template>
    </svg>
    <details class="small">
      <summary>As a table</summary>
      <table>
        <tbody>
          <tr v-for="({ text, value }, at) in chart.values" :key="at">
            <th scope="row">{{ text }}</th>
            <td class="figure">{{ String(value).replace('-', '−') }} {{ chart.unit }}</td>
          </tr>
        </tbody>
      </table>
    </details>
  </figure>
</template>

<style scoped src="./figure.css"></style>

<style scoped>
svg {
  display: block;
  width: 100%;
  max-width: 30rem;
}
line {
  stroke: var(--line);
}
line.nought {
  stroke: var(--ink-soft);
}
rect,
circle {
  fill: var(--act);
}
path {
  fill: none;
  stroke: var(--act);
  stroke-width: 2;
}
text {
  fill: var(--ink);
  font-size: 12px;
}
th {
  padding-right: 1rem;
  font-weight: 400;
  text-align: left;
}
</style>
