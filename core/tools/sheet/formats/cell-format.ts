import { z } from 'zod'

/** How a cell looks; what isn't said is as the sheet has it. */
export const cellFormat = z.strictObject({
  /** A number format by ISO/IEC 29500-1, 18.8.31. */
  number: z.string().max(255).optional(),
  bold: z.boolean().optional(),
  italic: z.boolean().optional(),
  underline: z.boolean().optional(),
  align: z.enum(['left', 'centre', 'right']).optional(),
  wrap: z.boolean().optional(),
  /** Colours of ours by name: they are right in the light and in the dark. */
  ink: z.enum(['soft', 'good', 'warn', 'bad', 'accent']).optional(),
  fill: z.enum(['grey', 'green', 'amber', 'red', 'blue']).optional(),
  border: z.enum(['below', 'above', 'around']).optional(),
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
