import { sure } from '../../ground/sure'
import { MOST_TEXT } from './formula/values'
import { readDay, readTime } from './formula/dates'
import { readNumber } from './formula/converting'
import { tidied } from './formula/rewriting'
import { FormulaFault } from './formula/tokens'
import { isError, textOf } from './formula/values'
import type { Scalar } from './formula/values'
import { formatted } from './formats/number-format'
import { Formula } from './workbook/formula'
import type { Input } from './workbook/workbook'

/** The most characters that a cell holds. */

export type Typed =
  { ok: true; input: Input | undefined; number?: string } | { ok: false; refusal: string; at?: number }

const MONEY = /^([+-]?)\s*([£€])\s*([\d,]*\.?\d*)$/

/**
 * What a cell holds once this has been typed into it, and the number format that goes with it where the cell has
 * none. An apostrophe before it keeps it text; so does the text format of the cell. Formulas that can't be read are
 * refused.
 */
export function typed(text: string, cellFormat?: string): Typed {
  if (text === '') return { ok: true, input: undefined }
  if (text.length > MOST_TEXT)
    return { ok: false, refusal: `A cell holds ${MOST_TEXT} characters; this has ${text.length}.` }
  if (cellFormat === '@') return { ok: true, input: text }
  if (text.startsWith("'")) return { ok: true, input: text.slice(1) }
  if (text.startsWith('=') && text.length > 1) return formula(text)
  const trimmed = text.trim()
  if (/^true$|^false$/i.test(trimmed)) return { ok: true, input: trimmed.toUpperCase() === 'TRUE' }
  return typedNumber(trimmed) ?? { ok: true, input: text }
}

/** A number, a day, a time or money as somebody types it, with its format; null for anything else. */
function typedNumber(trimmed: string): Typed | null {
  const day = readDay(trimmed)
  if (day !== null) return { ok: true, input: day, number: dayFormat(trimmed) }
  const time = readTime(trimmed)
  if (time !== null) return { ok: true, input: time, number: trimmed.split(':').length === 3 ? 'hh:mm:ss' : 'hh:mm' }
  const [, sign = '', unit = '', digits = ''] = MONEY.exec(trimmed) ?? []
  const amount = /\d/.test(digits) ? readNumber(`${sign}${digits}`) : null
  if (amount !== null) return { ok: true, input: amount, number: `${unit}#,##0${digits.includes('.') ? '.00' : ''}` }
  const number = readNumber(trimmed)
  if (number === null) return null
  if (trimmed.endsWith('%')) return { ok: true, input: number, number: trimmed.includes('.') ? '0.00%' : '0%' }
  if (/[/: ]/.test(trimmed)) return { ok: true, input: number, number: 'd mmm yyyy hh:mm' }
  if (trimmed.includes(',')) return { ok: true, input: number, number: trimmed.includes('.') ? '#,##0.00' : '#,##0' }
  return { ok: true, input: number }
}

function dayFormat(text: string): string {
  if (/^\d{4}-/.test(text)) return 'yyyy-mm-dd'
  if (text.includes('/')) return 'dd/mm/yyyy'
  return text.includes('.') ? 'dd.mm.yyyy' : 'd mmm yyyy'
}

function formula(text: string): Typed {
  try {
    return { ok: true, input: new Formula(tidied(text)) }
  } catch (fault) {
    if (!(fault instanceof FormulaFault)) throw fault
    return { ok: false, refusal: `This formula can’t be read: ${fault.message}`, at: fault.at + 1 }
  }
}

/** What to type for a cell to hold this: the formula, or the value so that it is read back as it is. */
export function asTyped(input: Input | undefined, number = ''): string {
  if (input === undefined) return ''
  if (input instanceof Formula) return input.text
  if (typeof input !== 'string') {
    const shown = typeof input === 'number' && number !== '' ? formatted(input, number)?.text : undefined
    const again = shown === undefined ? null : typed(shown)
    return again?.ok && again.input === input ? sure(shown) : textOf(input)
  }
  const again = typed(input)
  return again.ok && again.input === input ? input : `'${input}`
}

/** A value in words for a finding: text in quotes. */
export function valueInWords(value: Scalar, number = ''): string {
  if (value === null) return 'nothing'
  if (isError(value)) return value.code
  if (typeof value === 'string') return `“${value.length > 60 ? `${value.slice(0, 60)}…` : value}”`
  return formatted(value, number)?.text ?? textOf(value)
}
