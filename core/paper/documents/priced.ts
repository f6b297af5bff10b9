import { z } from 'zod'
import { money, penceOf, shared } from './shared'

/** Goods or services at a price each; the sums are worked out, never written down. */
export const priced = z.strictObject({
  ...shared,
  kind: z.enum(['invoice', 'receipt']),
  items: z.array(z.strictObject({ text: z.string(), quantity: z.int().positive(), unitPrice: money })).min(1),
  /** Per cent; left out where no VAT is charged. */
  vatRate: z.int().min(0).max(100).optional(),
  remarks: z.array(z.string()).default([]),
})
export type PricedDocument = z.infer<typeof priced>

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
