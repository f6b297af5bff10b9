import { z } from 'zod'
import { money, penceOf, shared } from './shared'

/** Movements on an account at the bank, or a schedule of any other figures. */
export const listed = z.strictObject({
  ...shared,
  kind: z.enum(['bank-advice', 'schedule']),
  amountHead: z.string().default('Amount £'),
  rows: z.array(z.strictObject({ date: z.iso.date().optional(), text: z.string(), amount: money })).min(1),
  totalled: z.boolean().default(false),
  remarks: z.array(z.string()).default([]),
})
export type ListedDocument = z.infer<typeof listed>

/** The sum of its rows, in pence. */
export function sumOf({ rows }: ListedDocument): number {
  return rows.reduce((sum, { amount }) => sum + penceOf(amount), 0)
}
