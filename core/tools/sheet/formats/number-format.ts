import { format as write, getFormatInfo, isValidFormat } from 'numfmt'
import { dateParts } from './parts'
import { isError, numberInText } from '../formula/values'
import type { Scalar } from '../formula/values'

/** What a format makes of numbers: the kinds that people tell apart. */
export type FormatCategory =
  'general' | 'number' | 'percent' | 'date' | 'time' | 'scientific' | 'fraction' | 'text' | 'money'

export interface Shown {
  text: string
  /** By the format itself, such as `[Red]`: the name of a colour, in small letters. */
  colour?: string
}

const NAMED = /\[(black|blue|cyan|green|magenta|red|white|yellow)\]/i

export const isFormatCode = (code: string): boolean => code.length <= 255 && isValidFormat(code)

/**
 * A value as a number format shows it (ISO/IEC 29500-1, 18.8.31); null for a format that can't be read. Without a
 * format a number is shown with as many figures as it has.
 */
export function formatted(value: Scalar, code: string): Shown | null {
  if (isError(value)) return { text: value.code }
  if (value === null) return { text: '' }
  if (typeof value === 'boolean') return { text: value ? 'TRUE' : 'FALSE' }
  if (code === '' || code === 'General') return { text: typeof value === 'number' ? numberInText(value) : value }
  if (!isFormatCode(code)) return null
  const text = write(code, value, { leap1900: false, dateErrorNumber: true })
  const section = typeof value === 'number' && value < 0 ? (code.split(';')[1] ?? '') : (code.split(';')[0] ?? '')
  const colour = NAMED.exec(section)?.[1]?.toLowerCase()
  return colour ? { text, colour } : { text }
}

/** What kind of number a format shows. */
export function categoryOf(code: string): FormatCategory {
  if (code === '' || code === 'General') return 'general'
  if (!isFormatCode(code)) return 'general'
  const { type } = getFormatInfo(code)
  switch (type) {
    case 'percent':
    case 'date':
    case 'time':
    case 'scientific':
    case 'fraction':
    case 'text':
      return type
    case 'datetime':
      return 'date'
    case 'currency':
      return 'money'
    case 'general':
      return 'general'
    default:
      return /[£€$¥]/.test(code) ? 'money' : dateParts(code) ? 'date' : 'number'
  }
}

/** How many decimal places a format shows; null where it leaves that to the number. */
export function decimalsOf(code: string): number | null {
  if (code === '' || code === 'General' || !isFormatCode(code)) return null
  const { maxDecimals } = getFormatInfo(code)
  return maxDecimals
}

/** Whether a format puts marks between thousands. */
export const isGrouped = (code: string): boolean => isFormatCode(code) && getFormatInfo(code).grouped === 1
