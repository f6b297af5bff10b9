import { grouped } from '../../../ground/money'
import type { Pence } from '../../../ground/money'
import { sure } from '../../../ground/sure'
import { accountOf } from '../journal'
import type { LedgerState } from '../state'
import type { Nets } from './nets'

/** The kinds of mistake that a comparison can tell apart. */
export type PostingFault =
  | 'not-posted'
  | 'wrong-account'
  | 'wrong-side'
  | 'wrong-amount'
  | 'transposed-digits'
  | 'misplaced-point'
  | 'vat-not-split'
  | 'not-split'

const size = (amount: bigint): bigint => (amount < 0n ? -amount : amount)

/**
 * What kind of slip turns `expected` into `found`.
 *
 * Two digits changed places: the same digits in another order; such a difference divides by 9, which
 * is how a bookkeeper looks for it. Misplaced point: one is the other times a power of ten.
 */
export function amountFault(
  expected: bigint | Pence,
  found: bigint | Pence,
): 'transposed-digits' | 'misplaced-point' | 'wrong-amount' {
  const [a, b] = [size(BigInt(expected)), size(BigInt(found))]
  if (a !== 0n && b !== 0n) {
    const [low, high] = a < b ? [a, b] : [b, a]
    for (let scaled = low * 10n; scaled <= high; scaled *= 10n) if (scaled === high) return 'misplaced-point'
    const width = Math.max(String(a).length, String(b).length)
    const digits = (amount: bigint): string => [...String(amount).padStart(width, '0')].sort().join('')
    if ((a - b) % 9n === 0n && digits(a) === digits(b)) return 'transposed-digits'
  }
  return 'wrong-amount'
}

export interface Comparison {
  accountsRight: boolean
  sidesRight: boolean
  amountsRight: boolean
  fault?: PostingFault
  note?: string
}

/**
 * Compares an entry with what is expected, account by account, whatever the order of its lines.
 * Sides are only called right where the accounts are; amounts where the entry's accounts are.
 */
export function compare(state: LedgerState, expected: Nets, found: Nets): Comparison {
  const name = (code: string): string => `${code} ${accountOf(state, code)?.name ?? ''}`.trim()
  const missing = [...expected.keys()].filter(code => !found.has(code))
  const extra = [...found.keys()].filter(code => !expected.has(code))
  if (missing.length > 0 || extra.length > 0) {
    const wrong = { accountsRight: false, sidesRight: false, amountsRight: false }
    const lumped = extra.length === 0 ? lumpedInto(expected, found, missing) : undefined
    if (lumped) {
      const left = missing.map(name).join(', ')
      const vat = missing.some(code => accountOf(state, code)?.role === 'vat')
      return {
        ...wrong,
        fault: vat ? 'vat-not-split' : 'not-split',
        note: `What belongs on ${left} was run together with ${name(lumped)}.`,
      }
    }
    const parts = [
      missing.length > 0 ? `Missing: ${missing.map(name).join(', ')}.` : '',
      extra.length > 0 ? `Not expected: ${extra.map(name).join(', ')}.` : '',
    ]
    return { ...wrong, fault: 'wrong-account', note: parts.filter(Boolean).join(' ') }
  }
  const codes = [...expected.keys()]
  const wanted = (code: string): bigint => sure(expected.get(code))
  const given = (code: string): bigint => sure(found.get(code))
  const turned = codes.filter(code => wanted(code) > 0n !== given(code) > 0n)
  const off = codes.filter(code => size(wanted(code)) !== size(given(code)))
  const result = { accountsRight: true, sidesRight: turned.length === 0, amountsRight: off.length === 0 }
  if (turned.length > 0)
    return { ...result, fault: 'wrong-side', note: `On the wrong side: ${turned.map(name).join(', ')}.` }
  if (off.length === 0) return result
  const faults = off.map(code => amountFault(wanted(code), given(code)))
  const fault = faults.find(kind => kind !== 'wrong-amount') ?? 'wrong-amount'
  const code = sure(off[faults.indexOf(fault)])
  const [stands, belongs] = [given(code), wanted(code)].map(net => grouped(size(net)))
  const pair = `${stands} stands on ${name(code)} where ${belongs} belongs`
  const why = {
    'transposed-digits': ': digits have changed places',
    'misplaced-point': ': the point has moved',
    'wrong-amount': '',
  }[fault]
  return { ...result, fault, note: `${pair}${why}.` }
}

/** The account that carries, besides its own amount, all that belongs on the missing ones; or undefined. */
function lumpedInto(expected: Nets, found: Nets, missing: string[]): string | undefined {
  const left = missing.reduce((sum, code) => sum + sure(expected.get(code)), 0n)
  const off = [...found.keys()].filter(code => found.get(code) !== expected.get(code))
  const [only] = off
  return off.length === 1 && only !== undefined && found.get(only) === sure(expected.get(only)) + left
    ? only
    : undefined
}
