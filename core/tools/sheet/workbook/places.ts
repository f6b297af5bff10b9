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
