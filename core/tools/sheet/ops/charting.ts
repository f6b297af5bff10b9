import type { z } from 'zod'
import { readFormulaReference } from '../formula/reading'
import { chart } from '../workbook/features/chart'
import type { Chart } from '../workbook/features/chart'
import { sheetNumber, withFeatures } from '../workbook/workbook'
import type { Workbook } from '../workbook/workbook'
import { Refusal, sheetIn } from './refusal'
import { checkFormula } from './rules'

export const newChart = chart.omit({ id: true })
export const chartParts = newChart.partial()
type NewChart = z.infer<typeof newChart>

const MOST_CHARTS = 20

/** Throws a Refusal where a chart would be drawn from what are no cells. */
function checkChart(workbook: Workbook, { title, across, up, labels, series }: NewChart): void {
  for (const text of [title, across, up, ...series.map(({ name }) => name)])
    if (text.startsWith('=')) checkFormula(text)
  for (const text of [labels, ...series.map(({ values }) => values)]) {
    const read = text === null ? undefined : readFormulaReference(text.slice(1).replaceAll('$', ''))
    if (read === null) throw new Refusal(`“${text ?? ''}” are no cells to be drawn.`)
    if (read && read.sheet !== null && sheetNumber(workbook, read.sheet) < 0)
      throw new Refusal(`There is no sheet “${read.sheet}” here.`)
  }
}

export function addChart(workbook: Workbook, name: string, anew: NewChart): Workbook {
  const { place, sheet } = sheetIn(workbook, name)
  const { charts } = sheet.features
  if (charts.length >= MOST_CHARTS) throw new Refusal(`A sheet has at most ${MOST_CHARTS} charts.`)
  checkChart(workbook, anew)
  const id = Math.max(0, ...charts.map(one => one.id)) + 1
  return withFeatures(workbook, place, { charts: [...charts, { id, ...anew }] })
}

export function changeChart(workbook: Workbook, name: string, id: number, change: Partial<NewChart>): Workbook {
  const { place, sheet } = sheetIn(workbook, name)
  const before = sheet.features.charts.find(one => one.id === id)
  if (!before) throw new Refusal('There is no such chart here.')
  const next: Chart = { ...before, ...change }
  checkChart(workbook, next)
  return withFeatures(workbook, place, { charts: sheet.features.charts.map(one => (one === before ? next : one)) })
}

export function removeChart(workbook: Workbook, name: string, id: number): Workbook {
  const { place, sheet } = sheetIn(workbook, name)
  const charts = sheet.features.charts.filter(one => one.id !== id)
  if (charts.length === sheet.features.charts.length) throw new Refusal('There is no such chart here.')
  return withFeatures(workbook, place, { charts })
}
