import { z } from 'zod'
import type { Finding } from '../../tool'
import { placeAddress } from '../addresses'
import { chartText } from '../charting'
import type { Area } from '../formula/values'
import type { SheetState } from '../state'
import { chartKind } from '../workbook/features/chart'
import type { Chart } from '../workbook/features/chart'
import { areaMeant, placeIn } from '../workbook/places'
import type { Workbook } from '../workbook/workbook'
import { finding } from './places'

/** A chart somewhere in the workbook; what isn’t said may be as it likes. */
export const chartCheck = z.strictObject({
  kind: z.literal('chart'),
  /** Any of these kinds. */
  as: z.array(chartKind).min(1).optional(),
  /** The cells of its series, in any order: these and no others. */
  values: z.array(placeAddress).min(1).optional(),
  labels: placeAddress.optional(),
  /** A word that its title has in it, or any title where it is empty. */
  title: z.string().optional(),
  across: z.string().optional(),
  up: z.string().optional(),
  legend: z.boolean().optional(),
})
export type ChartCheck = z.infer<typeof chartCheck>

const sameArea = (one: Area | null, other: Area | null): boolean =>
  one !== null &&
  other !== null &&
  (['sheet', 'top', 'left', 'bottom', 'right'] as const).every(key => one[key] === other[key])

interface Point {
  met: boolean
  expected: string
  found: string
  fault: string
}

function points(workbook: Workbook, on: number, chart: Chart, check: ChartCheck): Point[] {
  const found: Point[] = []
  const add = (met: boolean, expected: string, is: string, fault: string): void => {
    found.push({ met, expected, found: is, fault })
  }
  if (check.as) add(check.as.includes(chart.kind), check.as.join(' or '), chart.kind, 'other-chart')
  if (check.values) {
    const wanted = check.values.map(place => placeIn(workbook, place))
    const drawn = chart.series.map(({ values }) => areaMeant(workbook, on, values))
    const met = wanted.length === drawn.length && wanted.every(area => drawn.some(other => sameArea(area, other)))
    const names = chart.series.map(({ values }) => values.slice(1).replaceAll('$', '')).join(', ')
    add(met, `drawn from ${check.values.join(', ')}`, `drawn from ${names}`, 'other-cells-drawn')
  }
  if (check.labels) {
    const met = sameArea(
      placeIn(workbook, check.labels),
      chart.labels === null ? null : areaMeant(workbook, on, chart.labels),
    )
    const is = chart.labels === null ? 'no labels' : `labels from ${chart.labels.slice(1).replaceAll('$', '')}`
    add(met, `labels from ${check.labels}`, is, 'other-labels')
  }
  for (const key of ['title', 'across', 'up'] as const) {
    const wanted = check[key]
    if (wanted === undefined) continue
    const is = chartText(workbook, on, chart[key])
    const met = wanted === '' ? is.trim() !== '' : is.toLowerCase().includes(wanted.toLowerCase())
    const what = { title: 'title', across: 'title at the foot', up: 'title at the side' }[key]
    add(
      met,
      wanted === '' ? `a ${what}` : `a ${what} with “${wanted}”`,
      is === '' ? `no ${what}` : `${what} “${is}”`,
      'title-missing',
    )
  }
  if (check.legend !== undefined)
    add(
      chart.legend === check.legend,
      check.legend ? 'a legend' : 'no legend',
      chart.legend ? 'a legend' : 'no legend',
      'wrong-legend',
    )
  return found
}

/** The chart that comes nearest counts. */
export function judgeChart({ workbook }: SheetState, check: ChartCheck): Finding {
  const judged = workbook.sheets.flatMap(({ features }, on) =>
    features.charts.map(chart => points(workbook, on, chart, check)),
  )
  const right = (one: readonly Point[]): number => one.filter(({ met }) => met).length
  const fits = (one: readonly Point[]): number =>
    one.some(({ met, fault }) => !met && fault === 'other-chart') ? 0 : 100
  const [best] = judged.sort((one, other) => fits(other) + right(other) - fits(one) - right(one))
  if (!best) return finding(false, 'A chart.', 'There is no chart.', 'chart-missing')
  const words = (key: 'expected' | 'found'): string => `A chart: ${best.map(one => one[key]).join('; ')}.`
  const wrong = best.find(({ met }) => !met)
  // A chart of another kind answers another question.
  const other = best.some(({ met, fault }) => !met && fault === 'other-chart')
  const share = other ? 0 : right(best) / Math.max(1, best.length)
  return {
    met: !wrong,
    share,
    expected: words('expected'),
    found: words('found'),
    ...(wrong ? { fault: wrong.fault } : {}),
  }
}
