import { blockAt } from '../addresses'
import { hiddenBy } from '../rules/filtering'
import type { Condition } from '../workbook/features/condition'
import type { Filter } from '../workbook/features/filter'
import { withFeatures } from '../workbook/workbook'
import type { Workbook } from '../workbook/workbook'
import { columnsIn, Refusal, sheetIn } from './refusal'
import { checkCondition } from './rules'

/** Lets through only the rows of a list whose cell in a column meets a condition; null lets all of it through. */
export function filter(
  workbook: Workbook,
  name: string,
  area: string,
  column: string,
  when: Condition | null,
): Workbook {
  const { sheet } = sheetIn(workbook, name)
  const block = blockAt(area)
  columnsIn(block, area, [column])
  if (block.bottom === block.top) throw new Refusal('A list to be filtered has a heading and rows below it.')
  if (when) checkCondition(when)
  const before = sheet.features.filter?.area === area ? sheet.features.filter.columns : []
  const others = before.filter(one => one.column !== column)
  if (!when && others.length === before.length) throw new Refusal(`Column ${column} lets everything through already.`)
  return applied(workbook, name, { area, columns: when ? [...others, { column, when }] : others })
}

/** Applies the filter again to what stands in the list now. */
export function applyAgain(workbook: Workbook, name: string): Workbook {
  const { sheet } = sheetIn(workbook, name)
  if (!sheet.features.filter) throw new Refusal('This sheet has no filter.')
  return applied(workbook, name, sheet.features.filter)
}

/** Takes the filter away: all rows are shown. */
export function unfilter(workbook: Workbook, name: string): Workbook {
  const { place, sheet } = sheetIn(workbook, name)
  if (!sheet.features.filter) throw new Refusal('This sheet has no filter.')
  return withFeatures(workbook, place, { filter: null })
}

function applied(workbook: Workbook, name: string, { area, columns }: Omit<Filter, 'hides'>): Workbook {
  const { place } = sheetIn(workbook, name)
  const next = columns.length > 0 ? { area, columns, hides: hiddenBy(workbook, place, { area, columns }) } : null
  return withFeatures(workbook, place, { filter: next })
}
