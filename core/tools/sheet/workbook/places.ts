import { areaName, boundsOf, sheetInFormula } from '../formula/references'
import type { WrittenReference } from '../formula/references'
import { readFormulaReference } from '../formula/reading'
import type { Area } from '../formula/values'
import { meaningOf } from './tables'
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

/**
 * The cells that a formula names and nothing else, seen from a sheet: `=Rates!$B$3:$B$7`, or a name or a part of a
 * table that stands for such; null where it doesn’t.
 */
export function areaMeant(workbook: Workbook, on: number, formula: string): Area | null {
  const named = meaningOf(workbook, formula.slice(1), 0)
  if (named) return named.kind === 'reference' ? areaOfReference(workbook, on, named.reference) : null
  const read = readFormulaReference(formula.slice(1).replaceAll('$', ''))
  const sheet = !read || read.sheet === null ? on : sheetNumber(workbook, read.sheet)
  return read && sheet >= 0 ? { sheet, ...read.bounds } : null
}

function areaOfReference(workbook: Workbook, on: number, reference: WrittenReference): Area | null {
  const sheet = reference.sheet === null ? on : sheetNumber(workbook, reference.sheet)
  return sheet < 0 ? null : { sheet, ...boundsOf(reference) }
}
