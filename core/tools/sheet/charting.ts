import { isError } from './formula/values'
import type { Area, Scalar } from './formula/values'
import { formatted } from './formats/number-format'
import { resultIn } from './calculation/peeking'
import { hiddenRows } from './workbook/hidden'
import type { Chart, ChartKind } from './workbook/features/chart'
import { Formula } from './workbook/formula'
import { areaMeant } from './workbook/places'
import { valueAt } from './workbook/workbook'
import type { Workbook } from './workbook/workbook'

/** A chart with all that is drawn of it. */
export interface ChartSeen {
  id: number
  kind: ChartKind
  title: string
  across: string
  up: string
  legend: boolean
  /** One for each point along the foot. */
  labels: readonly string[]
  /** Where points stand along the foot, in a chart of points. */
  places: readonly (number | null)[]
  series: readonly { name: string; line: boolean; values: readonly (number | null)[] }[]
  /** As the first value of the first series is shown, for the axis. */
  number: string
}

const MOST_POINTS = 2000

function pointsIn(workbook: Workbook, area: Area | null): { value: Scalar; shown: string; number: string }[] {
  const sheet = area && workbook.sheets[area.sheet]
  if (!sheet) return []
  const hidden = hiddenRows(sheet)
  const values: { value: Scalar; shown: string; number: string }[] = []
  for (let row = area.top; row <= area.bottom; row += 1) {
    if (hidden.has(row)) continue
    for (let column = area.left; column <= area.right && values.length < MOST_POINTS; column += 1) {
      const value = valueAt(sheet, row, column)
      const number = sheet.formats.at(row, column)?.number ?? ''
      values.push({ value, number, shown: formatted(value, number)?.text ?? '' })
    }
    if (values.length >= MOST_POINTS) break
  }
  return values
}

/** A text of a chart: as it is written, or what a formula of it shows. */
export function chartText(workbook: Workbook, on: number, text: string): string {
  if (!text.startsWith('=')) return text
  const value = resultIn(workbook, on, 0, 0, new Formula(text).tree)
  return isError(value) ? value.code : (formatted(value, '')?.text ?? '')
}

/** A chart of a sheet with its points. Rows that aren’t shown aren’t drawn. */
export function chartSeen(workbook: Workbook, on: number, chart: Chart): ChartSeen {
  const { id, kind, legend } = chart
  const text = (one: string): string => chartText(workbook, on, one)
  const series = chart.series.map(({ name, values, line = false }) => {
    const found = pointsIn(workbook, areaMeant(workbook, on, values))
    return {
      name: text(name),
      line,
      number: found[0]?.number ?? '',
      values: found.map(({ value }) => (typeof value === 'number' ? value : null)),
    }
  })
  const labels = chart.labels === null ? [] : pointsIn(workbook, areaMeant(workbook, on, chart.labels))
  const count = Math.max(labels.length, ...series.map(({ values }) => values.length))
  return {
    id,
    kind,
    legend,
    title: text(chart.title),
    across: text(chart.across),
    up: text(chart.up),
    labels: Array.from({ length: count }, (_, at) => labels[at]?.shown ?? String(at + 1)),
    places: Array.from({ length: count }, (_, at) => {
      const value = labels[at]?.value
      return labels.length === 0 ? at + 1 : typeof value === 'number' ? value : null
    }),
    series: series.map(({ name, line, values }) => ({ name, line, values })),
    number: series[0]?.number ?? '',
  }
}
