import { areaName, sheetInFormula } from '../formula/references'
import { readFormulaReference } from '../formula/reading'
import type { Area } from '../formula/values'
import { sheetNumber } from './workbook'
import type { Workbook } from './workbook'

/** An area with its sheet; null where the workbook has no such sheet. */
export function placeIn(workbook: Workbook, address: string): Area | null {
  const read = readFormulaReference(address)
  const sheet = read && read.sheet !== null ? sheetNumber(workbook, read.sheet) : -1
  return read && sheet >= 0 ? { sheet, ...read.bounds } : null
}

/** An area with its sheet’s name, as a formula would write it. */
export const placeName = (workbook: Workbook, area: Area): string =>
  `${sheetInFormula(workbook.sheets[area.sheet]?.name ?? '?')}!${areaName(area)}`

/** The cells that a formula names and nothing else, seen from a sheet: `=Rates!$B$3:$B$7`; null where it doesn’t. */
export function areaMeant(workbook: Pick<Workbook, 'sheets'>, on: number, formula: string): Area | null {
  const read = readFormulaReference(formula.slice(1).replaceAll('$', ''))
  const sheet = !read || read.sheet === null ? on : sheetNumber(workbook, read.sheet)
  return read && sheet >= 0 ? { sheet, ...read.bounds } : null
}
