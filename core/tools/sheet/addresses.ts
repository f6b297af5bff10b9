import { z } from 'zod'
import { boundsOf, readReference } from './formula/references'
import type { Block } from './formula/references'
import { readFormulaReference } from './formula/reading'
import type { Area } from './formula/values'

/** A cell of a sheet by its name: B3. */
export const cellAddress = z
  .string()
  .max(24)
  .refine(text => readReference(text)?.end === null, 'a cell such as B3')
/** An area of a sheet: B3, A1:C9, A:C, or 2:4. */
export const areaAddress = z
  .string()
  .max(24)
  .refine(text => readReference(text) !== null, 'an area such as A1:C9')
/** An area with its sheet: Rates!B3:B7. */
export const placeAddress = z
  .string()
  .max(120)
  .refine(text => (readFormulaReference(text)?.sheet ?? null) !== null, 'an area with its sheet, such as Rates!B3')
export const sheetName = z.string().min(1).max(31)

/** The cells of an address. Throws a RangeError for what is no area. */
export function blockAt(address: string): Block {
  const reference = readReference(address)
  if (!reference) throw new RangeError(`${address} is no area.`)
  return boundsOf(reference)
}

/** An area of a sheet by its address. Throws a RangeError for what is none. */
export const areaAt = (address: string, sheet: number): Area => ({ sheet, ...blockAt(address) })
