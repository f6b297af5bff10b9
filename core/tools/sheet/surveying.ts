import { MOST_COLUMNS, MOST_ROWS } from './formula/references'
import type { Block } from './formula/references'
import { extentOf, valueAt } from './workbook/workbook'
import type { Sheet } from './workbook/workbook'

export interface CellPlace {
  row: number
  column: number
}

const filled = (sheet: Sheet, row: number, column: number): boolean =>
  row >= 0 && column >= 0 && valueAt(sheet, row, column) !== null

/** Where the cursor comes to: the last filled cell of a row of them, else the next filled one, else the edge. */
export function edgeFrom(
  sheet: Sheet,
  { row, column, down, across }: CellPlace & { down: number; across: number },
): CellPlace {
  const { rows, columns } = extentOf(sheet)
  const inside = (at: CellPlace): boolean =>
    at.row >= 0 && at.column >= 0 && at.row < MOST_ROWS && at.column < MOST_COLUMNS
  const next = (at: CellPlace): CellPlace => ({ row: at.row + down, column: at.column + across })
  if (down === 0 && across === 0) return { row, column }
  let at: CellPlace = { row, column }
  const running = filled(sheet, row, column) && filled(sheet, row + down, column + across)
  if (running) {
    while (inside(next(at)) && filled(sheet, next(at).row, next(at).column)) at = next(at)
    return at
  }
  for (at = next(at); inside(at) && at.row < rows && at.column < columns; at = next(at))
    if (filled(sheet, at.row, at.column)) return at
  if (down > 0) return { row: MOST_ROWS - 1, column }
  if (across > 0) return { row, column: MOST_COLUMNS - 1 }
  return { row: down < 0 ? 0 : row, column: across < 0 ? 0 : column }
}

const perimeter = ({ top, left, bottom, right }: Block): number => bottom - top + right - left

/** The block of filled cells that holds a cell or touches it: bounded by empty rows and columns. */
export function listAround(sheet: Sheet, row: number, column: number): Block {
  const extent = extentOf(sheet)
  const block: Block = { top: row, left: column, bottom: row, right: column }
  const any = (top: number, left: number, bottom: number, right: number): boolean => {
    for (let atRow = Math.max(0, top); atRow <= Math.min(bottom, extent.rows - 1); atRow += 1)
      for (let atColumn = Math.max(0, left); atColumn <= Math.min(right, extent.columns - 1); atColumn += 1)
        if (filled(sheet, atRow, atColumn)) return true
    return false
  }
  // Along first, then across: in a long list each side is gone through a few times at most.
  for (let size = -1; size !== perimeter(block);) {
    size = perimeter(block)
    while (any(block.bottom + 1, block.left - 1, block.bottom + 1, block.right + 1)) block.bottom += 1
    while (block.top > 0 && any(block.top - 1, block.left - 1, block.top - 1, block.right + 1)) block.top -= 1
    while (any(block.top - 1, block.right + 1, block.bottom + 1, block.right + 1)) block.right += 1
    while (block.left > 0 && any(block.top - 1, block.left - 1, block.bottom + 1, block.left - 1)) block.left -= 1
  }
  return withoutTitle(sheet, block)
}

/** A single cell of text over a list is its title, and no part of it. */
function withoutTitle(sheet: Sheet, block: Block): Block {
  let { top } = block
  const count = (row: number): number => {
    let found = 0
    for (let column = block.left; column <= block.right; column += 1) if (filled(sheet, row, column)) found += 1
    return found
  }
  while (block.right > block.left && top < block.bottom && count(top) < 2) top += 1
  return { ...block, top }
}

/** Whether the first row of a block is a heading: text only, over something that isn’t. */
export function headed(sheet: Sheet, { top, left, bottom, right }: Block): boolean {
  if (bottom === top) return false
  let other = false
  for (let column = left; column <= right; column += 1) {
    const [first, second] = [valueAt(sheet, top, column), valueAt(sheet, top + 1, column)]
    if (first !== null && typeof first !== 'string') return false
    if (second !== null && typeof second !== 'string') other = true
  }
  return other || (sheet.formats.at(top, left)?.bold ?? false)
}
