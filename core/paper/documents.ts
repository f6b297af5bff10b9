import { z } from 'zod'

const money = z.string().regex(/^-?\d{1,9}(\.\d{1,2})?$/)
const party = z.strictObject({ name: z.string(), address: z.array(z.string()).default([]) })

const shared = {
  id: z.string(),
  tab: z.string(),
  title: z.string(),
  from: party,
  date: z.iso.date(),
  reference: z.string().optional(),
}

/** Goods or services at a price each; the sums are worked out, never written down. */
const priced = z.strictObject({
  ...shared,
  kind: z.enum(['invoice', 'receipt']),
  to: party.optional(),
  items: z.array(z.strictObject({ text: z.string(), quantity: z.int().positive(), unitPrice: money })).min(1),
  /** Per cent; left out where no VAT is charged. */
  vatRate: z.int().min(0).max(100).optional(),
  remarks: z.array(z.string()).default([]),
})

/** Movements on an account at the bank, or a schedule of any other figures. */
const listed = z.strictObject({
  ...shared,
  kind: z.enum(['bank-advice', 'schedule']),
  to: party.optional(),
  amountHead: z.string().default('Amount £'),
  rows: z.array(z.strictObject({ date: z.iso.date().optional(), text: z.string(), amount: money })).min(1),
  totalled: z.boolean().default(false),
  remarks: z.array(z.string()).default([]),
})

const written = z.strictObject({
  ...shared,
  kind: z.enum(['note', 'letter']),
  to: party.optional(),
  paragraphs: z.array(z.string()).min(1),
})

/** A source document that the trainee reads: made from data, so that its figures are real. */
export const sourceDocument = z.discriminatedUnion('kind', [priced, listed, written])
export type SourceDocument = z.infer<typeof sourceDocument>
export type PricedDocument = z.infer<typeof priced>

/** Pence of a document's amount. */
export function penceOf(amount: string): number {
  return Math.round(Number(amount) * 100)
}

export interface PricedTotals {
  nets: number[]
  net: number
  vat: number
  total: number
}

/** Line nets, net sum, VAT on the sum rounded half up, and the total due; all in pence. */
export function totalsOf(document: PricedDocument): PricedTotals {
  const nets = document.items.map(item => item.quantity * penceOf(item.unitPrice))
  const net = nets.reduce((sum, pence) => sum + pence, 0)
  const vat = Math.floor((net * (document.vatRate ?? 0) + 50) / 100)
  return { nets, net, vat, total: net + vat }
}
