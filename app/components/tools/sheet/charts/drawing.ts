import { arc, extent, line, pie, scaleBand, scaleLinear, scalePoint } from 'd3'
import { sure } from '../../../../../core/ground/sure'
import type { ChartSeen } from '../../../../../core/tools/sheet/charting'
import { formatted } from '../../../../../core/tools/sheet/formats/number-format'

interface Size {
  width: number
  height: number
}
/** A shape stands for one figure: of which series, with which name, and what it shows. */
interface Shape {
  series: number
  label: string
  value: string
}

/** What is drawn of a chart, in pixels from its upper left corner. */
export interface Drawing {
  plot: { left: number; top: number; right: number; bottom: number }
  bars: readonly (Shape & { x: number; y: number; width: number; height: number })[]
  lines: readonly { series: number; path: string }[]
  dots: readonly (Shape & { x: number; y: number })[]
  slices: readonly (Shape & { path: string; share: string; at: [number, number] })[]
  /** Along the foot and up the side: where, and what stands there. */
  foot: readonly { at: number; text: string; tilted: boolean }[]
  side: readonly { at: number; text: string }[]
  /** Where nothing stands, along the axis of figures. */
  nothing: number
}

const LETTER = 6.4
const cut = (text: string, most: number): string => (text.length > most ? `${text.slice(0, most - 1)}…` : text)

/** A chart drawn to a size. */
export function drawingOf(chart: ChartSeen, size: Size): Drawing {
  switch (chart.kind) {
    case 'pie':
      return pieOf(chart, size)
    case 'points':
      return pointsOf(chart, size)
    case 'bars':
      return barsOf(chart, size)
    default:
      return columnsOf(chart, size)
  }
}

const shown = (chart: ChartSeen, value: number): string => formatted(value, chart.number)?.text ?? String(value)

const numbersOf = ({ series }: ChartSeen): number[] =>
  series.flatMap(({ values }) => values.filter(value => value !== null))

/** A scale that has nothing on it, and ends at round figures. */
function figures(chart: ChartSeen, range: [number, number], ticks: number) {
  const [low = 0, high = 0] = extent([0, ...numbersOf(chart)])
  const scale = scaleLinear()
    .domain(low === high ? [0, 1] : [low, high])
    .nice(ticks)
    .range(range)
  const marks = scale.ticks(ticks).map(value => ({ at: scale(value), text: shown(chart, value) }))
  return { scale, marks, longest: Math.max(...marks.map(({ text }) => text.length)) }
}

const none = { bars: [], lines: [], dots: [], slices: [] }
const topOf = ({ title }: ChartSeen): number => (title ? 30 : 10)

function columnsOf(chart: ChartSeen, { width, height }: Size): Drawing {
  const { labels, series } = chart
  const longest = Math.max(1, ...labels.map(text => Math.min(14, text.length)))
  const left = figures(chart, [0, 1], 5).longest * LETTER + 12 + (chart.up ? 18 : 0)
  const band = (width - left - 10) / Math.max(1, labels.length)
  const tilted = longest * LETTER > band
  const foot = (tilted ? longest * LETTER * 0.7 + 12 : 20) + (chart.across ? 18 : 0)
  const plot = { left, top: topOf(chart), right: width - 10, bottom: height - foot }
  const { scale, marks } = figures(chart, [plot.bottom, plot.top], 5)
  const standing = series.flatMap((one, at) =>
    chart.kind === 'line' || (chart.kind === 'combined' && one.line) ? [] : [at],
  )
  const places = labels.map((_, at) => String(at))
  const bands = scaleBand().domain(places).range([plot.left, plot.right]).paddingInner(0.25).paddingOuter(0.15)
  const middles = scalePoint().domain(places).range([plot.left, plot.right]).padding(0.5)
  const middle = (at: number): number =>
    standing.length > 0 ? (bands(String(at)) ?? 0) + bands.bandwidth() / 2 : (middles(String(at)) ?? 0)
  const wide = bands.bandwidth() / Math.max(1, standing.length)
  const every = Math.max(1, Math.ceil(14 / Math.max(1, band)))
  return {
    ...none,
    plot,
    nothing: scale(0),
    side: marks,
    foot: labels.flatMap((text, at) => (at % every === 0 ? [{ at: middle(at), text: cut(text, 14), tilted }] : [])),
    bars: standing.flatMap((of, nth) =>
      sure(series[of]).values.flatMap((value, at) => {
        if (value === null) return []
        const [top, end] = [Math.min(scale(value), scale(0)), Math.max(scale(value), scale(0))]
        const x = (bands(String(at)) ?? 0) + wide * nth
        const shape = { series: of, label: labels[at] ?? '', value: shown(chart, value) }
        return [{ ...shape, x, y: top, width: Math.max(1, wide - 1), height: end - top }]
      }),
    ),
    ...linesOf(chart, standing, at => middle(at), scale),
  }
}

function linesOf(
  chart: ChartSeen,
  standing: readonly number[],
  x: (at: number) => number,
  y: (value: number) => number,
): Pick<Drawing, 'lines' | 'dots'> {
  const drawn = chart.series.flatMap((one, of) => (standing.includes(of) ? [] : [{ of, values: one.values }]))
  const path = line<number | null>()
    .defined(value => value !== null)
    .x((_, at) => x(at))
    .y(value => y(value ?? 0))
  return {
    lines: drawn.map(({ of, values }) => ({ series: of, path: path(values) ?? '' })),
    dots: drawn.flatMap(({ of, values }) =>
      values.flatMap((value, at) =>
        value === null
          ? []
          : [{ series: of, label: chart.labels[at] ?? '', value: shown(chart, value), x: x(at), y: y(value) }],
      ),
    ),
  }
}

function barsOf(chart: ChartSeen, { width, height }: Size): Drawing {
  const { labels, series } = chart
  const longest = Math.max(1, ...labels.map(text => Math.min(22, text.length)))
  const left = longest * LETTER + 12 + (chart.up ? 18 : 0)
  const plot = { left, top: topOf(chart), right: width - 16, bottom: height - 20 - (chart.across ? 18 : 0) }
  const { scale, marks } = figures(chart, [plot.left, plot.right], 6)
  const bands = scaleBand()
    .domain(labels.map((_, at) => String(at)))
    .range([plot.top, plot.bottom])
    .paddingInner(0.25)
    .paddingOuter(0.15)
  const wide = bands.bandwidth() / Math.max(1, series.length)
  return {
    ...none,
    plot,
    nothing: scale(0),
    foot: marks.map(mark => ({ ...mark, tilted: false })),
    side: labels.map((text, at) => ({ at: (bands(String(at)) ?? 0) + bands.bandwidth() / 2, text: cut(text, 22) })),
    bars: series.flatMap(({ values }, of) =>
      values.flatMap((value, at) => {
        if (value === null) return []
        const [from, to] = [Math.min(scale(0), scale(value)), Math.max(scale(0), scale(value))]
        const y = (bands(String(at)) ?? 0) + wide * of
        const shape = { series: of, label: labels[at] ?? '', value: shown(chart, value) }
        return [{ ...shape, x: from, y, width: to - from, height: Math.max(1, wide - 1) }]
      }),
    ),
  }
}

function pointsOf(chart: ChartSeen, { width, height }: Size): Drawing {
  const left = figures(chart, [0, 1], 5).longest * LETTER + 12 + (chart.up ? 18 : 0)
  const plot = { left, top: topOf(chart), right: width - 14, bottom: height - 20 - (chart.across ? 18 : 0) }
  const { scale, marks } = figures(chart, [plot.bottom, plot.top], 5)
  const [low = 0, high = 1] = extent(chart.places.filter(place => place !== null))
  const across = scaleLinear()
    .domain(low === high ? [low - 1, high + 1] : [low, high])
    .nice(6)
    .range([plot.left, plot.right])
  return {
    ...none,
    plot,
    nothing: scale(0),
    side: marks,
    foot: across.ticks(6).map(value => ({ at: across(value), text: String(value), tilted: false })),
    dots: chart.series.flatMap(({ values }, of) =>
      values.flatMap((value, at) => {
        const place = chart.places[at] ?? null
        if (value === null || place === null) return []
        const shape = { series: of, label: chart.labels[at] ?? '', value: shown(chart, value) }
        return [{ ...shape, x: across(place), y: scale(value) }]
      }),
    ),
  }
}

/** A pie shows the first series; parts below nothing are none. */
function pieOf(chart: ChartSeen, { width, height }: Size): Drawing {
  const top = topOf(chart)
  const radius = Math.max(10, Math.min(width / 2 - 10, (height - top - 10) / 2))
  const [x, y] = [width / 2, top + radius]
  const values = (chart.series[0]?.values ?? []).map(value => Math.max(0, value ?? 0))
  const whole = values.reduce((sum, value) => sum + value, 0)
  const turns = pie<number>().sort(null)(values)
  const shape = arc<(typeof turns)[number]>().innerRadius(0).outerRadius(radius)
  const label = arc<(typeof turns)[number]>()
    .innerRadius(radius * 0.55)
    .outerRadius(radius * 0.95)
  return {
    ...none,
    plot: { left: x - radius, top, right: x + radius, bottom: y + radius },
    nothing: 0,
    foot: [],
    side: [],
    slices: turns.map((turn, at) => {
      const share = whole === 0 ? 0 : turn.value / whole
      const [dx, dy] = label.centroid(turn)
      return {
        series: at,
        label: chart.labels[at] ?? '',
        value: shown(chart, turn.value),
        path: shape(turn) ?? '',
        share: share >= 0.04 ? `${Math.round(share * 100)}%` : '',
        at: [x + dx, y + dy],
      }
    }),
  }
}
