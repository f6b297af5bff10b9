import { categoryOf, decimalsOf, isGrouped } from '../../formats/number-format'
import { childOf, escaped } from '../xml'
import type { Element } from '../xml'

/** Number formats as styles of ODF (OASIS ODF 1.3 part 3, section 16.29), as far as a basic one goes. */

const DATE = /yyyy|yy|mmmm|mmm|mm|m|dddd|ddd|dd|d|hh|h|ss|s|"[^"]*"|\\.|[\s\S]/gi

function datePart(token: string, minutes: boolean): string {
  const long = (on: boolean): string => (on ? ' number:style="long"' : '')
  switch (token.toLowerCase()) {
    case 'yyyy':
    case 'yy':
      return `<number:year${long(token.length === 4)}/>`
    case 'mmmm':
    case 'mmm':
      return `<number:month number:textual="true"${long(token.length === 4)}/>`
    case 'mm':
    case 'm':
      return minutes ? `<number:minutes${long(token.length === 2)}/>` : `<number:month${long(token.length === 2)}/>`
    case 'dddd':
    case 'ddd':
      return `<number:day-of-week${long(token.length === 4)}/>`
    case 'dd':
    case 'd':
      return `<number:day${long(token.length === 2)}/>`
    case 'hh':
    case 'h':
      return `<number:hours${long(token.length === 2)}/>`
    case 'ss':
    case 's':
      return `<number:seconds${long(token.length === 2)}/>`
    default:
      return `<number:text>${escaped(token.replace(/^"|"$/g, '').replace(/^\\/, ''))}</number:text>`
  }
}

function moment(code: string): string {
  let hours = false
  return [...code.matchAll(DATE)]
    .map(([token]) => {
      const part = datePart(token, hours)
      if (/^[hs]/i.test(token)) hours = true
      else if (/^[a-z]/i.test(token)) hours = false
      return part
    })
    .join('')
}

/** A style for a format code by its name; null for one that goes beyond the basics. */
export function numberStyle(name: string, code: string): string | null {
  const category = categoryOf(code)
  const places = decimalsOf(code) ?? 0
  const number =
    `<number:number number:decimal-places="${places}" number:min-decimal-places="${places}" number:min-integer-digits="1"` +
    `${isGrouped(code) ? ' number:grouping="true"' : ''}/>`
  const style = (kind: string, inside: string): string =>
    `<number:${kind} style:name="${name}">${inside}</number:${kind}>`
  if (codeFor(category, places, isGrouped(code), code) !== code && category !== 'date' && category !== 'time')
    return null
  switch (category) {
    case 'number':
      return style('number-style', number)
    case 'percent':
      return style('percentage-style', `${number}<number:text>%</number:text>`)
    case 'money':
      return style(
        'currency-style',
        `<number:currency-symbol>${escaped(code[0] ?? '£')}</number:currency-symbol>${number}`,
      )
    case 'date':
      return style('date-style', moment(code))
    case 'time':
      return style('time-style', moment(code))
    default:
      return null
  }
}

function codeFor(category: string, places: number, grouped: boolean, code: string): string {
  const number = `${grouped ? '#,##0' : '0'}${places > 0 ? `.${'0'.repeat(places)}` : ''}`
  if (category === 'percent') return `${number}%`
  return category === 'money' ? `${code[0] ?? ''}${number}` : number
}

const isLong = ({ attributes }: Element): boolean => attributes.style === 'long'

function momentPart(part: Element): string {
  switch (part.name) {
    case 'year':
      return isLong(part) ? 'yyyy' : 'yy'
    case 'month':
      return part.attributes.textual === 'true' ? (isLong(part) ? 'mmmm' : 'mmm') : isLong(part) ? 'mm' : 'm'
    case 'day':
      return isLong(part) ? 'dd' : 'd'
    case 'day-of-week':
      return isLong(part) ? 'dddd' : 'ddd'
    case 'hours':
      return isLong(part) ? 'hh' : 'h'
    case 'minutes':
      return isLong(part) ? 'mm' : 'm'
    case 'seconds':
      return isLong(part) ? 'ss' : 's'
    case 'text':
      return /[a-z"\\]/i.test(part.text) ? `"${part.text.replaceAll('"', '')}"` : part.text
    default:
      return ''
  }
}

/** The format code of a style; null for one that says nothing. */
export function codeFrom(style: Element): string | null {
  const number = childOf(style, 'number')
  const places = Number(number?.attributes['decimal-places'] ?? 0)
  const grouped = number?.attributes.grouping === 'true'
  switch (style.name) {
    case 'number-style':
      return number ? codeFor('number', places, grouped, '') : null
    case 'percentage-style':
      return codeFor('percent', places, grouped, '')
    case 'currency-style':
      return codeFor('money', places, grouped, childOf(style, 'currency-symbol')?.text ?? '£')
    case 'date-style':
    case 'time-style':
      return style.children.map(momentPart).join('')
    default:
      return null
  }
}
