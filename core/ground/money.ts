/** A sum of money in pence. Every single amount stays far below 2^53, so a number holds it exactly. */
export type Pence = number

/** The largest amount on one line: 1,000,000,000,000.00. */
export const LARGEST_AMOUNT: Pence = 10 ** 14

export type ParsedAmount = { ok: true; pence: Pence } | { ok: false; reason: string }

const PLAIN = /^\d+(\.\d+)?$/
const GROUPED = /^\d{1,3}(,\d{3})+(\.\d+)?$/

/**
 * Reads an amount as a person writes it: `450`, `450.00`, `1,250.5`. The point is the decimal mark;
 * a comma only groups thousands, so `12,50` is refused rather than guessed at.
 */
export function parseAmount(text: string): ParsedAmount {
  const trimmed = text.trim()
  const shown = trimmed.length > 24 ? `${trimmed.slice(0, 24)}…` : trimmed
  if (/^-/.test(trimmed))
    return { ok: false, reason: `${shown} is negative; put a positive amount on the other side instead` }
  if (!PLAIN.test(trimmed) && !GROUPED.test(trimmed)) {
    return { ok: false, reason: `“${shown}” is not an amount; write it like 1250.00, with a point before the pence` }
  }
  const [whole = '0', fraction = ''] = trimmed.replaceAll(',', '').split('.')
  if (fraction.length > 2) return { ok: false, reason: `${shown} has more than two decimals` }
  const digits = whole.replace(/^0+(?=\d)/, '')
  const pence = digits.length > 13 ? Infinity : Number(digits) * 100 + Number(fraction.padEnd(2, '0'))
  if (pence > LARGEST_AMOUNT)
    return { ok: false, reason: `${shown} is more than the books take on one line (1,000,000,000,000.00)` }
  return { ok: true, pence }
}

/** For amounts that content has already been checked for. Throws a RangeError on anything else. */
export function amountOf(text: string): Pence {
  const parsed = parseAmount(text)
  if (!parsed.ok) throw new RangeError(`Bad amount: ${parsed.reason}.`)
  return parsed.pence
}

/** Pence as a plain decimal with two places: `-1250.50`. */
export function decimal(pence: Pence | bigint): string {
  const whole = BigInt(pence)
  const size = whole < 0n ? -whole : whole
  return `${whole < 0n ? '-' : ''}${size / 100n}.${String(size % 100n).padStart(2, '0')}`
}

/** Pence for reading, thousands grouped: `1,250.50`. */
export function grouped(pence: Pence | bigint): string {
  const [whole = '', fraction = ''] = decimal(pence).split('.')
  return `${whole.replace(/\B(?=(\d{3})+$)/g, ',')}.${fraction}`
}
