import { readReference } from '../formula/references'
import { Formula } from '../workbook/formula'
import type { Workbook } from '../workbook/workbook'
import { UnreadableFile } from './archive'
import { unknownIn } from './xlsx/formulas'

/** What was read from a file, and what of it has no place here, in words. */
export interface Read {
  workbook: Workbook
  lost: readonly string[]
}

const MOST_CELLS = 400_000

/** Throws an UnreadableFile for more cells on a sheet than are taken. */
export function checkCount(cells: number): void {
  if (cells > MOST_CELLS) throw new UnreadableFile(`This workbook has more than ${MOST_CELLS} cells on a sheet.`)
}

/** Rows times columns up to the last cell that there is: beyond this a sheet is full of nothing. */
const MOST_EXTENT = 64_000_000
/** Cells that are merged, of all areas together. */
const MOST_MERGED = 2_000_000

/** Throws an UnreadableFile for a sheet that reaches further than is taken. */
export function checkExtent(rows: number, columns: number): void {
  if (rows * columns > MOST_EXTENT)
    throw new UnreadableFile(`A sheet of this workbook reaches over ${rows} rows and ${columns} columns, mostly empty.`)
}

/** Throws an UnreadableFile for more cells that are merged than are taken. */
export function checkMerged(cells: number): void {
  if (cells > MOST_MERGED) throw new UnreadableFile('A sheet of this workbook merges more cells than are taken.')
}

/** A formula that was read, or null where it couldn’t be; what of it isn’t there is told. */
export function formulaTold(read: string | null, lost: Set<string>): Formula | null {
  if (read === null) {
    lost.add('formulas that can’t be read here: what they showed is kept')
    return null
  }
  for (const name of unknownIn(read)) lost.add(`the function ${name}, which isn’t there: its cells show #NAME?`)
  return new Formula(read)
}

/** Areas of a file that lie on a sheet; what else stands among them is passed over. */
export const areasIn = (text: string): string[] =>
  text
    .replaceAll('$', '')
    .split(/\s+/)
    .filter(area => readReference(area) !== null)
