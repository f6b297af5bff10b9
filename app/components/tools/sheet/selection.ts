import { areaName, isInBlock, MOST_COLUMNS, MOST_ROWS } from '../../../../core/tools/sheet/formula/references'
import type { Block } from '../../../../core/tools/sheet/formula/references'

/** A cell by its place, counted from 0. */
export interface Place {
  row: number
  column: number
}

export type { Block } from '../../../../core/tools/sheet/formula/references'

/** What is selected: from the cell with the cursor to the opposite corner. */
export interface Selected {
  cursor: Place
  corner: Place
}

export const within = ({ row, column }: Place): Place => ({
  row: Math.min(MOST_ROWS - 1, Math.max(0, row)),
  column: Math.min(MOST_COLUMNS - 1, Math.max(0, column)),
})

export const blockOf = ({ cursor, corner }: Selected): Block => ({
  top: Math.min(cursor.row, corner.row),
  left: Math.min(cursor.column, corner.column),
  bottom: Math.max(cursor.row, corner.row),
  right: Math.max(cursor.column, corner.column),
})

export const isSingle = ({ top, left, bottom, right }: Block): boolean => top === bottom && left === right

export const holds = isInBlock

/** Cells by their name for people: whole rows and columns by their own. */
export function blockName(block: Block): string {
  const { top, left, bottom, right } = block
  if (bottom - top === MOST_ROWS - 1) return areaName({ ...block, bottom: top }).replaceAll('1', '')
  if (right - left === MOST_COLUMNS - 1) return top === bottom ? `row ${top + 1}` : `rows ${top + 1} to ${bottom + 1}`
  return areaName(block)
}

/** Where a fill that is drawn from a selection goes: along the side on which the pointer is farther away. */
export function fillBlock(from: Block, to: Place): Block | null {
  const beyond = {
    down: to.row - from.bottom,
    up: from.top - to.row,
    right: to.column - from.right,
    left: from.left - to.column,
  }
  const side = (Object.keys(beyond) as (keyof typeof beyond)[]).reduce((best, one) =>
    beyond[one] > beyond[best] ? one : best,
  )
  if (beyond[side] <= 0) return null
  if (side === 'down') return { ...from, bottom: to.row }
  if (side === 'up') return { ...from, top: to.row }
  return side === 'right' ? { ...from, right: to.column } : { ...from, left: to.column }
}
