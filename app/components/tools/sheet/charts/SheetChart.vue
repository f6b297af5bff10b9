<script setup lang="ts">
import { symbol, symbols } from 'd3'
import type { ChartSeen } from '~~/core/tools/sheet/charting'
import { drawingOf } from './drawing'

/** One chart, drawn to the size it is given. The figures stand beside it in words for who can’t see it. */
const props = defineProps<{ chart: ChartSeen; width: number; height: number }>()

const legendWidth = computed(() => {
  const names = legend.value.map(({ name }) => name.length)
  return names.length === 0 ? 0 : Math.min(160, Math.max(...names) * 6.6 + 30)
})
/** What the colours stand for: the series, or the parts of a pie. */
const legend = computed(() => {
  const { chart } = props
  if (!chart.legend) return []
  if (chart.kind === 'pie') return chart.labels.slice(0, 14).map((name, at) => ({ name, at }))
  return chart.series.map(({ name }, at) => ({ name: name || `series ${at + 1}`, at }))
})
const drawing = computed(() => drawingOf(props.chart, { width: props.width - legendWidth.value, height: props.height }))
const middle = computed(() => (drawing.value.plot.left + drawing.value.plot.right) / 2)
const halfway = computed(() => (drawing.value.plot.top + drawing.value.plot.bottom) / 2)
const lying = computed(() => props.chart.kind === 'bars')
const mark = (of: number): string => symbol(symbols[of % symbols.length], 44)() ?? ''
const words = {
  columns: 'Columns',
  bars: 'Bars',
  line: 'A line',
  pie: 'A pie',
  points: 'Points',
  combined: 'Columns with a line',
}
</script>

<template>
  <figure>
    <svg :width="width" :height="height" role="img" :aria-label="`${words[chart.kind]}: ${chart.title || 'no title'}`">
      <text v-if="chart.title" class="title" :x="middle" y="18">{{ chart.title }}</text>
      <g v-if="chart.kind !== 'pie'" class="axes" aria-hidden="true">
        <g v-for="({ at, text }, place) in drawing.side" :key="`side ${place}`">
          <line v-if="!lying" :x1="drawing.plot.left" :x2="drawing.plot.right" :y1="at" :y2="at" />
          <text class="side" :x="drawing.plot.left - 6" :y="at + 4">{{ text }}</text>
        </g>
        <g v-for="({ at, text, tilted }, place) in drawing.foot" :key="`foot ${place}`">
          <line v-if="lying" :x1="at" :x2="at" :y1="drawing.plot.top" :y2="drawing.plot.bottom" />
          <text
            :class="tilted ? 'tilted' : 'foot'"
            :transform="`translate(${at} ${drawing.plot.bottom + (tilted ? 10 : 15)})${tilted ? ' rotate(-45)' : ''}`"
          >
            {{ text }}
          </text>
        </g>
        <line
          class="nothing"
          :x1="lying ? drawing.nothing : drawing.plot.left"
          :x2="lying ? drawing.nothing : drawing.plot.right"
          :y1="lying ? drawing.plot.top : drawing.nothing"
          :y2="lying ? drawing.plot.bottom : drawing.nothing"
        />
        <text v-if="chart.across" class="foot axis" :x="middle" :y="height - 5">{{ chart.across }}</text>
        <text v-if="chart.up" class="foot axis" :transform="`translate(12 ${halfway}) rotate(-90)`">
          {{ chart.up }}
        </text>
      </g>
      <rect
        v-for="(bar, place) in drawing.bars"
        :key="`bar ${place}`"
        :class="`of-${bar.series % 8}`"
        :x="bar.x"
        :y="bar.y"
        :width="bar.width"
        :height="bar.height"
      >
        <title>{{ bar.label }}: {{ bar.value }}</title>
      </rect>
      <path
        v-for="one in drawing.lines"
        :key="`line ${one.series}`"
        :class="`line of-${one.series % 8}`"
        :d="one.path"
      />
      <path
        v-for="(dot, place) in drawing.dots"
        :key="`dot ${place}`"
        :class="`of-${dot.series % 8}`"
        :d="mark(dot.series)"
        :transform="`translate(${dot.x} ${dot.y})`"
      >
        <title>{{ dot.label }}: {{ dot.value }}</title>
      </path>
      <g v-for="slice in drawing.slices" :key="`slice ${slice.series}`">
        <path :class="`slice of-${slice.series % 8}`" :d="slice.path" :transform="`translate(${middle} ${halfway})`">
          <title>{{ slice.label }}: {{ slice.value }}</title>
        </path>
        <text class="share" :x="slice.at[0]" :y="slice.at[1] + 4">{{ slice.share }}</text>
      </g>
      <g v-for="({ name, at }, place) in legend" :key="`legend ${at}`" class="legend">
        <path
          v-if="drawing.dots.some(dot => dot.series === at)"
          :class="`of-${at % 8}`"
          :d="mark(at)"
          :transform="`translate(${width - legendWidth + 12} ${drawing.plot.top + 8 + place * 18})`"
        />
        <rect
          v-else
          :class="`of-${at % 8}`"
          :x="width - legendWidth + 7"
          :y="drawing.plot.top + 3 + place * 18"
          width="10"
          height="10"
        />
        <text :x="width - legendWidth + 23" :y="drawing.plot.top + 12 + place * 18">{{ name }}</text>
      </g>
    </svg>
    <table class="spoken">
      <caption>
        {{
          chart.title || words[chart.kind]
        }}
      </caption>
      <thead>
        <tr>
          <th scope="col">{{ chart.across || 'Name' }}</th>
          <th v-for="(one, nth) in chart.series" :key="nth" scope="col">{{ one.name || `series ${nth + 1}` }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(label, at) in chart.labels.slice(0, 60)" :key="at">
          <th scope="row">{{ label }}</th>
          <td v-for="(one, nth) in chart.series" :key="nth">{{ one.values[at] ?? '' }}</td>
        </tr>
      </tbody>
    </table>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
  position: relative;
}
svg {
  display: block;
}
text {
  font-size: 12px;
  fill: var(--ink-soft);
}
.title {
  text-anchor: middle;
  font-size: 14px;
  font-weight: 700;
  fill: var(--ink);
}
.axes line {
  stroke: var(--line);
}
.axes .nothing {
  stroke: var(--line-strong);
}
.side,
.tilted {
  text-anchor: end;
}
.foot,
.share {
  text-anchor: middle;
}
.axis {
  fill: var(--ink);
}
.share {
  font-weight: 700;
  fill: var(--surface);
}
.slice {
  stroke: var(--surface);
  stroke-width: 1.5;
}
.legend text {
  fill: var(--ink);
}
.of-0 {
  fill: var(--act);
}
.of-1 {
  fill: #b07900;
}
.of-2 {
  fill: var(--inform);
}
.of-3 {
  fill: var(--run-out);
}
.of-4 {
  fill: color-mix(in srgb, var(--act) 55%, var(--inform));
}
.of-5 {
  fill: color-mix(in srgb, #b07900 50%, var(--run-out));
}
.of-6 {
  fill: var(--ink-soft);
}
.of-7 {
  fill: color-mix(in srgb, var(--inform) 50%, var(--surface));
}
.line.of-0 {
  stroke: var(--act);
}
.line.of-1 {
  stroke: #b07900;
  stroke-dasharray: 7 3;
}
.line.of-2 {
  stroke: var(--inform);
  stroke-dasharray: 2 3;
}
.line.of-3 {
  stroke: var(--run-out);
  stroke-dasharray: 9 3 2 3;
}
.line.of-4,
.line.of-5,
.line.of-6,
.line.of-7 {
  stroke: var(--ink-soft);
}
.line {
  fill: none;
  stroke-width: 2;
}
</style>
