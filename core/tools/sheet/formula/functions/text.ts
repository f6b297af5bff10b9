import { sure } from '../../../../ground/sure'
import { readNumber, toText } from '../converting'
import { formatted } from '../../formats/number-format'
import { spend } from '../spending'
import { eachHeld, matricesOf } from '../surroundings'
import { isError, matrixFrom, MOST_TEXT, NO_NUMBER, NOT_THERE, textWithin, WRONG_TYPE } from '../values'
import type { Scalar } from '../values'
import { hasWildcard, wildcardPattern } from '../wildcards'
import { rounded } from './arithmetic'
import { define } from './definition'
import type { SheetFunction } from './definition'

/** The most characters that a cell holds. */

/** The steps that it takes to read a number format and show a value by it. */
const A_FORMAT = 40

const of = (name: string, about: string, work: (text: string) => Scalar): SheetFunction =>
  define(name, about, { text: 'text' }, ({ text }) => work(text))

const letters = (text: string): string[] => [...text]
const part = (text: string, from: number, to?: number): string => letters(text).slice(from, to).join('')

const proper = (text: string): string =>
  text
    .toLowerCase()
    .replace(/(^|[^\p{L}])(\p{L})/gu, (_, before: string, letter: string) => before + letter.toUpperCase())

/** Where a text stands in another, counted from 1, from a place on. */
function found(wanted: string, within: string, from: number, pattern: boolean): Scalar {
  if (from < 1 || from > within.length + 1) return WRONG_TYPE
  const start = Math.floor(from) - 1
  const place = pattern ? wildcardPattern(wanted).search(within.slice(start)) : within.slice(start).indexOf(wanted)
  return place < 0 ? WRONG_TYPE : place + start + 1
}

function fixed(number: number, places: number, plain: boolean): string {
  const value = rounded(number, places)
  const text = Math.abs(value).toFixed(Math.max(0, places))
  const [whole = '', decimals] = text.split('.')
  const grouped = plain ? whole : whole.replace(/\B(?=(\d{3})+$)/g, ',')
  return `${value < 0 ? '-' : ''}${grouped}${decimals ? `.${decimals}` : ''}`
}

function substituted(text: string, old: string, by: string, which: number | undefined): Scalar {
  if (old === '') return text
  const pieces = text.split(old)
  if (which === undefined)
    return text.length + (pieces.length - 1) * (by.length - old.length) > MOST_TEXT ? WRONG_TYPE : pieces.join(by)
  if (which < 1) return WRONG_TYPE
  const at = Math.floor(which)
  return at >= pieces.length ? text : pieces.slice(0, at).join(old) + by + pieces.slice(at).join(old)
}

/** The text before or after one of the places where another stands; a number below 0 counts from the end. */
function cut(text: string, mark: string, which: number, before: boolean): Scalar {
  if (which === 0) return WRONG_TYPE
  const pieces = text.split(mark)
  const at = which > 0 ? which : pieces.length + which
  if (at < 1 || at >= pieces.length) return NOT_THERE
  return (before ? pieces.slice(0, at) : pieces.slice(at)).join(mark)
}

/** Text: OpenFormula 6.20. Places count characters from 1. */
export const text: readonly SheetFunction[] = [
  define('CONCATENATE', 'Joins values to one text.', { texts: 'text...' }, ({ texts }) => textWithin(texts.join(''))),
  define('CONCAT', 'Joins values and whole areas to one text.', { texts: 'text...' }, ({ texts }) =>
    texts.join('').slice(0, MOST_TEXT),
  ),
  define(
    'TEXTJOIN',
    'Joins values with something between them.',
    { between: 'text', skipEmpty: 'logical', values: 'raw...' },
    ({ between, skipEmpty, values }, around) => {
      const texts: string[] = []
      for (const matrix of values.flatMap(value => matricesOf(value, around))) {
        let wrong: Scalar = null
        eachHeld(matrix, value => {
          const one = toText(value)
          if (isError(one)) wrong ??= one
          else if (one !== '' || !skipEmpty) texts.push(one)
        })
        if (wrong) return wrong
      }
      return textWithin(texts.join(between))
    },
  ),
  of('LEN', 'How many characters a text has.', value => letters(value).length),
  of('LOWER', 'A text in small letters.', value => value.toLowerCase()),
  of('UPPER', 'A text in capitals.', value => value.toUpperCase()),
  of('PROPER', 'A text with a capital at the start of each word.', proper),
  of('TRIM', 'A text without spaces around it, and with single ones within.', value =>
    value.replace(/ +/g, ' ').replace(/^ | $/g, ''),
  ),
  of('CLEAN', 'A text without characters that can’t be printed.', value => value.replace(/[\u0000-\u001f]/g, '')),
  define(
    'LEFT',
    'The first characters of a text.',
    { text: 'text', length: 'number?' },
    ({ text: value, length = 1 }) => (length < 0 ? WRONG_TYPE : part(value, 0, Math.floor(length))),
  ),
  define(
    'RIGHT',
    'The last characters of a text.',
    { text: 'text', length: 'number?' },
    ({ text: value, length = 1 }) =>
      length < 0 ? WRONG_TYPE : Math.floor(length) === 0 ? '' : part(value, -Math.floor(length)),
  ),
  define(
    'MID',
    'Some characters from the middle of a text.',
    { text: 'text', start: 'number', length: 'number' },
    ({ text: value, start, length }) =>
      start < 1 || length < 0
        ? WRONG_TYPE
        : part(value, Math.floor(start) - 1, Math.floor(start) - 1 + Math.floor(length)),
  ),
  define(
    'FIND',
    'Where one text stands in another; capitals matter.',
    { wanted: 'text', text: 'text', from: 'number?' },
    ({ wanted, text: value, from = 1 }) => found(wanted, value, from, false),
  ),
  define(
    'SEARCH',
    'Where one text stands in another; capitals don’t matter, ? and * are wildcards.',
    { wanted: 'text', text: 'text', from: 'number?' },
    ({ wanted, text: value, from = 1 }) =>
      hasWildcard(wanted)
        ? found(wanted, value, from, true)
        : found(wanted.toLowerCase(), value.toLowerCase(), from, false),
  ),
  define(
    'SUBSTITUTE',
    'Replaces one text by another, everywhere or at one place.',
    { text: 'text', old: 'text', new: 'text', which: 'number?' },
    args => substituted(args.text, args.old, args.new, args.which),
  ),
  define(
    'REPLACE',
    'Replaces characters at a place.',
    { text: 'text', start: 'number', length: 'number', new: 'text' },
    args =>
      args.start < 1 || args.length < 0
        ? WRONG_TYPE
        : part(args.text, 0, Math.floor(args.start) - 1) +
          args.new +
          part(args.text, Math.floor(args.start) - 1 + Math.floor(args.length)),
  ),
  define('REPT', 'A text several times.', { text: 'text', times: 'number' }, ({ text: value, times }) =>
    times < 0 || value.length * times > MOST_TEXT ? WRONG_TYPE : value.repeat(Math.floor(times)),
  ),
  define(
    'EXACT',
    'Whether two texts are the same to the letter.',
    { one: 'text', other: 'text' },
    ({ one, other }) => one === other,
  ),
  of('VALUE', 'The number that a text shows.', value => readNumber(value) ?? WRONG_TYPE),
  define(
    'NUMBERVALUE',
    'The number that a text shows, with its own decimal and group marks.',
    { text: 'text', decimal: 'text?', group: 'text?' },
    ({ text: value, decimal = '.', group = ',' }) => {
      const plain = value.split(group).join('').split(decimal).join('.').replace(/\s/g, '')
      return plain === '' ? 0 : (readNumber(plain) ?? WRONG_TYPE)
    },
  ),
  define('TEXT', 'A value as a format shows it.', { value: 'known', format: 'text' }, ({ value, format }) => {
    spend(A_FORMAT)
    return formatted(value, format)?.text ?? WRONG_TYPE
  }),
  define(
    'FIXED',
    'A number with decimal places, as text.',
    { number: 'number', places: 'number?', plain: 'logical?' },
    ({ number, places = 2, plain = false }) => fixed(number, Math.trunc(places), plain),
  ),
  define('CHAR', 'The character of a number.', { number: 'number' }, ({ number }) =>
    number < 1 || number > 255 ? WRONG_TYPE : String.fromCharCode(Math.floor(number)),
  ),
  of('CODE', 'The number of the first character.', value => (value === '' ? WRONG_TYPE : value.charCodeAt(0))),
  define('UNICHAR', 'The character of a number in Unicode.', { number: 'number' }, ({ number }) =>
    number < 1 || number > 0x10ffff || (number >= 0xd800 && number < 0xe000)
      ? WRONG_TYPE
      : String.fromCodePoint(Math.floor(number)),
  ),
  of('UNICODE', 'The number of the first character in Unicode.', value => value.codePointAt(0) ?? WRONG_TYPE),
  define(
    'TEXTBEFORE',
    'What stands before a mark.',
    { text: 'text', mark: 'text', which: 'number?' },
    ({ text: value, mark, which = 1 }) => cut(value, mark, Math.trunc(which), true),
  ),
  define(
    'TEXTAFTER',
    'What stands after a mark.',
    { text: 'text', mark: 'text', which: 'number?' },
    ({ text: value, mark, which = 1 }) => cut(value, mark, Math.trunc(which), false),
  ),
  define(
    'TEXTSPLIT',
    'A text in pieces, across columns and down rows.',
    { text: 'text', across: 'text', down: 'text?' },
    ({ text: value, across, down }) => {
      if (across === '') return NO_NUMBER
      const rows = (down ? value.split(down) : [value]).map(row => row.split(across))
      return matrixFrom(
        rows.length,
        Math.max(...rows.map(row => row.length)),
        (row, column) => sure(rows[row])[column] ?? NOT_THERE,
      )
    },
  ),
]
