import { describe, expect, it } from 'vitest'
import { sourceDocument } from './index'
import { totalsOf } from './priced'
import type { PricedDocument } from './priced'

const invoice = (items: [number, string][], vatRate?: number): PricedDocument =>
  sourceDocument.parse({
    id: 'i',
    tab: 'Invoice',
    title: 'Invoice',
    kind: 'invoice',
    from: { name: 'Hollins Rope & Chain' },
    date: '2026-10-30',
    items: items.map(([quantity, unitPrice]) => ({ text: 'x', quantity, unitPrice })),
    ...(vatRate === undefined ? {} : { vatRate }),
  }) as PricedDocument

describe('the sums of an invoice', () => {
  it('6 × 97.00 and 4 × 104.50 are 1,000.00 net, 200.00 VAT, 1,200.00', () => {
    expect(
      totalsOf(
        invoice(
          [
            [6, '97.00'],
            [4, '104.50'],
          ],
          20,
        ),
      ),
    ).toEqual({ nets: [58_200, 41_800], net: 100_000, vat: 20_000, total: 120_000 })
  })
  it('VAT is worked out on the sum and rounded half up: 20 % of 0.33 + 0.29 is 0.12, of 0.38 is 0.08', () => {
    expect(
      totalsOf(
        invoice(
          [
            [1, '0.33'],
            [1, '0.29'],
          ],
          20,
        ),
      ).vat,
    ).toBe(12)
    expect(totalsOf(invoice([[1, '0.38']], 20)).vat).toBe(8)
    expect(totalsOf(invoice([[1, '0.50']], 5)).vat).toBe(3)
  })
  it('none without a rate', () => {
    expect(totalsOf(invoice([[5, '55.00']]))).toMatchObject({ vat: 0, total: 27_500 })
  })
  it('figures that aren’t amounts are refused', () => {
    expect(() => invoice([[1, '12,50']])).toThrow()
    expect(() => invoice([[0, '12.50']])).toThrow()
  })
})
