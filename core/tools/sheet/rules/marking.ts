import { sure } from '../../../ground/sure'
import type { CellFormat } from '../formats/cell-format'
import { isInBlock } from '../formula/references'
import type { Block } from '../formula/references'
import type { Scalar } from '../formula/values'
import type { Marking } from '../workbook/features/marking'
import { valuesIn } from '../workbook/workbook'
import type { Workbook } from '../workbook/workbook'
import { blockAt } from '../addresses'
import { testOf } from './testing'

type Fill = NonNullable<CellFormat['fill']>

/** How a cell stands out by rule, over its own format. */
export interface Marked {
  look: Pick<CellFormat, 'fill' | 'ink' | 'bold'>
  /** Between two colours: so far on the way to the second, 0 to 1. */
  scale?: { low: Fill; high: Fill; share: number }
  /** A bar behind the figure, so long of the cell’s width, 0 to 1. */
  bar?: { colour: Fill; share: number }
}

type Marks = (row: number, column: number, value: Scalar) => Marked | undefined

function shareOf(workbook: Workbook, place: number, block: Block, fromNothing: boolean) {
  let [low, high] = [fromNothing ? 0 : Infinity, fromNothing ? 0 : -Infinity]
  for (const [, , value] of valuesIn(sure(workbook.sheets[place]), block))
    if (typeof value === 'number') [low, high] = [Math.min(low, value), Math.max(high, value)]
  return (value: number): number => (high > low ? (value - low) / (high - low) : 0.5)
}

function marksOf(workbook: Workbook, place: number, marking: Marking): Marks {
  const block = blockAt(marking.area)
  switch (marking.by) {
    case 'condition': {
      const test = testOf(workbook, place, block, marking.when)
      return (row, column, value) => (test(row, column, value) ? { look: marking.look } : undefined)
    }
    case 'scale': {
      const share = shareOf(workbook, place, block, false)
      const { low, high } = marking
      return (_row, _column, value) =>
        typeof value === 'number' ? { look: {}, scale: { low, high, share: share(value) } } : undefined
    }
    case 'bar': {
      const share = shareOf(workbook, place, block, true)
      const { colour } = marking
      return (_row, _column, value) =>
        typeof value === 'number' ? { look: {}, bar: { colour, share: share(value) } } : undefined
    }
  }
}

/** How cells of a sheet stand out: what an earlier rule says about a part of the look, no later one changes. */
export function markingsOf(workbook: Workbook, place: number): Marks {
  const markings = workbook.sheets[place]?.features.markings ?? []
  const all = markings.map(marking => ({ block: blockAt(marking.area), marks: marksOf(workbook, place, marking) }))
  return (row, column, value) => {
    let found: Marked | undefined
    for (const { block, marks } of all) {
      const marked = isInBlock(block, row, column) ? marks(row, column, value) : undefined
      if (marked) found = found ? { ...marked, ...found, look: { ...marked.look, ...found.look } } : marked
    }
    return found
  }
}
