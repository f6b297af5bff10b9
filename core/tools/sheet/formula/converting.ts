import { readDay, readTime } from './dates'
import { A_STEP_OF_TEXT, spend } from './spending'
import { isError, textOf, WRONG_TYPE } from './values'
import type { Scalar, SheetError } from './values'

const NUMBER = /^[+-]?(?:\d+\.?\d*|\.\d+)(?:[eE][+-]?\d+)?(%?)$/
const GROUPED = /^[+-]?\d{1,3}(?:,\d{3})+(?:\.\d*)?(%?)$/

/** A text that is a number: 12, -3.5, 1,250.00, 1e3, 20%, or a day or time; null for any other. */
export function readNumber(text: string): number | null {
  const trimmed = text.trim()
  const match = NUMBER.exec(trimmed) ?? GROUPED.exec(trimmed)
  if (!match) return readDay(trimmed) ?? readTime(trimmed) ?? readMoment(trimmed)
  const number = Number(trimmed.replaceAll(',', '').replace('%', ''))
  return match[1] === '%' ? number / 100 : number
}

function readMoment(text: string): number | null {
  const [day, time, ...more] = text.split(/[ T]/)
  if (!day || !time || more.length > 0) return null
  const [serial, fraction] = [readDay(day), readTime(time)]
  return serial === null || fraction === null ? null : serial + fraction
}

/** A value where a number is asked for (ODF 1.3 part 4, 6.3.5): nothing is 0, TRUE is 1, text is read. */
export function toNumber(value: Scalar): number | SheetError {
  if (typeof value === 'number') return value
  if (value === null) return 0
  if (typeof value === 'boolean') return value ? 1 : 0
  if (isError(value)) return value
  spend(value.length / A_STEP_OF_TEXT)
  return readNumber(value) ?? WRONG_TYPE
}

export function toText(value: Scalar): string | SheetError {
  return isError(value) ? value : textOf(value)
}

/** A value where TRUE or FALSE is asked for: any number but 0 is TRUE. */
export function toLogical(value: Scalar): boolean | SheetError {
  if (typeof value === 'boolean') return value
  if (value === null) return false
  if (typeof value === 'number') return value !== 0
  if (isError(value)) return value
  spend(value.length / A_STEP_OF_TEXT)
  const word = value.toUpperCase()
  if (word === 'TRUE' || word === 'FALSE') return word === 'TRUE'
  const number = readNumber(value)
  return number === null ? WRONG_TYPE : number !== 0
}
