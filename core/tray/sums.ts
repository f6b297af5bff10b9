import { decimals } from '../ground/decimals'
import { plainLine } from './line'

/** Only the four kinds of sum, brackets and per cent: no names, no powers, no functions. */
const SUM = /^[\d\s.+\-*/()%]+$/

/** What a pocket calculator makes of a line like `(480 + 96) × 2.5 %`, or null where it makes nothing of it. */
export function sumOf(line: string): string | null {
  const plain = plainLine(line)
  if (plain === null || plain.length > 200 || !SUM.test(plain) || !/\d/.test(plain)) return null
  try {
    const text = decimals.format(decimals.evaluate(plain), { notation: 'fixed', precision: 8 })
    const short = text.includes('.') ? text.replace(/\.?0+$/, '') : text
    return /^-?\d+(\.\d+)?$/.test(short) ? short : null
  } catch {
    return null
  }
}
