import { sure } from '../../../ground/sure'
import { compared } from '../formula/comparing'
import { isError } from '../formula/values'
import type { Scalar } from '../formula/values'
import type { Features } from '../workbook/features'
import { valueAt, withSheet } from '../workbook/workbook'
import type { Workbook } from '../workbook/workbook'
import { withRowsFrom } from './moving'
import { areaIn, columnsIn, sheetIn } from './refusal'

export interface SortKey {
  /** A column by its letters. */
  column: string
  order: 'rising' | 'falling'
}

const late = (value: Scalar): number => (value === null ? 2 : isError(value) ? 1 : 0)

/** Numbers before text before logicals before errors; empty cells come last whichever way. */
export function inOrderOf(one: Scalar, other: Scalar, order: SortKey['order']): number {
  if (late(one) > 0 || late(other) > 0) return late(one) - late(other)
  return (order === 'rising' ? 1 : -1) * compared(one as number, other as number)
}

/** Puts the rows of an area in order, by the first key first. Rows that are equal by all keys stay as they stood. */
export function sort(
  workbook: Workbook,
  name: string,
  address: string,
  keys: readonly SortKey[],
  heading: boolean,
): Workbook {
  const { place, sheet } = sheetIn(workbook, name)
  const area = areaIn(sheet, address, place)
  const columns = columnsIn(
    area,
    address,
    keys.map(({ column }) => column),
  )
  const first = area.top + (heading ? 1 : 0)
  const rows = Array.from({ length: Math.max(0, area.bottom - first + 1) }, (_, at) => first + at)
  const sorted = [...rows].sort((one, other) => {
    for (const [at, { order }] of keys.entries()) {
      const found = inOrderOf(valueAt(sheet, one, sure(columns[at])), valueAt(sheet, other, sure(columns[at])), order)
      if (found !== 0) return found
    }
    return one - other
  })
  const from = new Map(sorted.map((row, at) => [sure(rows[at]), row]))
  const to = new Map(sorted.map((row, at) => [row, sure(rows[at])]))
  const next = withRowsFrom(sheet, area, from)
  return withSheet(workbook, place, { ...next, features: hiddenAlong(sheet.features, to) })
}

/** Rows that a filter hides stay hidden wherever they come to. */
function hiddenAlong(features: Features, to: ReadonlyMap<number, number>): Features {
  const { filter } = features
  if (!filter?.hides.some(row => to.has(row) && to.get(row) !== row)) return features
  const hides = filter.hides.map(row => to.get(row) ?? row).sort((one, other) => one - other)
  return { ...features, filter: { ...filter, hides } }
}
