import { areaAt } from '../addresses'
import { columnNumber } from '../formula/references'
import { sheetNumber } from '../workbook/workbook'
import type { Area } from '../formula/values'
import type { Sheet, Workbook } from '../workbook/workbook'

/** Why an operation can’t be done, in words for the trainee. */
export class Refusal extends Error {
  constructor(
    message: string,
    /** Where in what was typed. */
    readonly at?: number,
  ) {
    super(message)
  }
}

/** Columns of an area by their letters. Throws a Refusal for one that isn’t in it. */
export function columnsIn(
  { left, right }: Pick<Area, 'left' | 'right'>,
  address: string,
  letters: readonly string[],
): number[] {
  return letters.map(one => {
    const column = columnNumber(one)
    if (column < left || column > right) throw new Refusal(`Column ${one} isn’t in ${address}.`)
    return column
  })
}

/** The most cells that one operation may change. */
export const MOST_CELLS = 200_000

export function sheetIn(workbook: Workbook, name: string): { place: number; sheet: Sheet } {
  const place = sheetNumber(workbook, name)
  const sheet = workbook.sheets[place]
  if (!sheet) throw new Refusal(`There is no sheet “${name}” here.`)
  return { place, sheet }
}

export const sizeOf = ({ top, left, bottom, right }: Area): number => (bottom - top + 1) * (right - left + 1)

/** An area of a sheet whose cells can be gone through one by one; whole rows and columns end where the sheet does. */
export function areaIn(sheet: Sheet, address: string, place: number): Area {
  const area = areaAt(address, place)
  const extent = sheet.inputs.extent
  const formats = sheet.formats.extent
  const whole = sizeOf(area) > MOST_CELLS
  const rows = Math.max(extent.rows, formats.rows, 1)
  const columns = Math.max(extent.columns, formats.columns, 1)
  const clipped = whole
    ? {
        ...area,
        bottom: Math.max(area.top, Math.min(area.bottom, rows - 1)),
        right: Math.max(area.left, Math.min(area.right, columns - 1)),
      }
    : area
  if (sizeOf(clipped) > MOST_CELLS)
    throw new Refusal(`${address} has ${sizeOf(clipped)} cells; at most ${MOST_CELLS} can be changed at once.`)
  return clipped
}

export function* cellsIn({ top, left, bottom, right }: Area): Generator<[row: number, column: number]> {
  for (let row = top; row <= bottom; row += 1) for (let column = left; column <= right; column += 1) yield [row, column]
}
