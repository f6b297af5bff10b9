import { z } from 'zod'
import { borderName } from './borders'

/** Colours of ours by name: they are right in the light and in the dark. */
export const inkName = z.enum(['soft', 'good', 'warn', 'bad', 'accent'])
export const fillName = z.enum(['grey', 'green', 'amber', 'red', 'blue'])

/** How a cell looks; what isn't said is as the sheet has it. */
export const cellFormat = z.strictObject({
  /** A number format by ISO/IEC 29500-1, 18.8.31. */
  number: z.string().max(255).optional(),
  bold: z.boolean().optional(),
  italic: z.boolean().optional(),
  underline: z.boolean().optional(),
  /** Crossed out. */
  strike: z.boolean().optional(),
  align: z.enum(['left', 'centre', 'right']).optional(),
  wrap: z.boolean().optional(),
  ink: inkName.optional(),
  fill: fillName.optional(),
  border: borderName.optional(),
  /** Of its letters, in points; 11 where it isn’t said. */
  size: z.int().min(6).max(48).optional(),
  /** Whether it can be changed although its sheet is locked. */
  open: z.boolean().optional(),
})
export type CellFormat = z.infer<typeof cellFormat>

const known = new Map<string, CellFormat>()

/** The one format that looks like this, so that equal formats are one; undefined for one that says nothing. */
export function formatOf(format: { [Key in keyof CellFormat]: CellFormat[Key] | null | undefined }):
  CellFormat | undefined {
  const said = Object.entries(format)
    .filter(([, value]) => value !== undefined && value !== null && value !== false && value !== '')
    .sort(([one], [other]) => (one < other ? -1 : 1))
  if (said.length === 0) return undefined
  const key = JSON.stringify(said)
  let one = known.get(key)
  if (!one) {
    one = Object.freeze(Object.fromEntries(said)) as CellFormat
    known.set(key, one)
  }
  return one
}
