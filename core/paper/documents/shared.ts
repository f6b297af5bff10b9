import { z } from 'zod'

/** An amount as a document writes it: pounds with up to two places. */
export const money = z.string().regex(/^-?\d{1,9}(\.\d{1,2})?$/)
export const party = z.strictObject({ name: z.string(), address: z.array(z.string()).default([]) })

/** What every kind of document has. */
export const shared = {
  id: z.string(),
  tab: z.string(),
  title: z.string(),
  from: party,
  to: party.optional(),
  date: z.iso.date(),
  reference: z.string().optional(),
}

/** Pence of a document's amount. */
export function penceOf(amount: string): number {
  return Math.round(Number(amount) * 100)
}
