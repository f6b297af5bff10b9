import { sure } from '../../../../ground/sure'
import { toLogical } from '../converting'
import { valueThere } from '../surroundings'
import type { Surroundings } from '../surroundings'
import { ERROR_CODES, isError, isMatrix, isReference, matrixFrom, NOT_THERE, WRONG_TYPE } from '../values'
import type { Scalar, Value } from '../values'
import { define, spread } from './definition'
import type { SheetFunction } from './definition'

/** Chooses for a single value, or for each of an array. */
function each(condition: Value, around: Surroundings, choose: (value: Scalar) => Value): Value {
  const there = valueThere(condition, around)
  if (!isMatrix(there)) return choose(there)
  return matrixFrom(there.rows, there.columns, (row, column) => {
    const chosen = valueThere(choose(there.at(row, column)), around)
    return spread(chosen, row, column)
  })
}

const isThat = (name: string, about: string, holds: (value: Scalar) => boolean): SheetFunction =>
  define(name, about, { value: 'value' }, ({ value }) => holds(value))

const parity = (name: string, about: string, odd: boolean): SheetFunction =>
  define(name, about, { number: 'number' }, ({ number }) => (Math.trunc(number) % 2 !== 0) === odd)

/** Logic and information: OpenFormula 6.13 and 6.15. */
export const logic: readonly SheetFunction[] = [
  define(
    'IF',
    'One value where a condition holds, and another where it doesn’t.',
    { condition: 'raw', then: 'lazy?', otherwise: 'lazy?' },
    (args, around) =>
      each(args.condition, around, value => {
        const holds = toLogical(value)
        if (isError(holds)) return holds
        if (holds) return args.then ? args.then() : true
        return args.otherwise ? args.otherwise() : false
      }),
  ),
  define('IFS', 'The value after the first condition that holds.', { pairs: 'lazy...' }, ({ pairs }, around) => {
    for (let at = 0; at + 1 < pairs.length; at += 2) {
      const holds = toLogical(firstValue(sure(pairs[at])(), around))
      if (isError(holds)) return holds
      if (holds) return sure(pairs[at + 1])()
    }
    return NOT_THERE
  }),
  define(
    'SWITCH',
    'The value after the first one that is equal; the last where none is.',
    { value: 'known', pairs: 'lazy...' },
    ({ value, pairs }, around) => {
      for (let at = 0; at + 1 < pairs.length; at += 2) {
        const found = firstValue(sure(pairs[at])(), around)
        if (isError(found)) return found
        const same =
          typeof found === 'string' && typeof value === 'string'
            ? found.toLowerCase() === value.toLowerCase()
            : found === value
        if (same) return sure(pairs[at + 1])()
      }
      return pairs.length % 2 === 1 ? sure(pairs.at(-1))() : NOT_THERE
    },
  ),
  define(
    'IFERROR',
    'A value, or another where it is an error.',
    { value: 'lazy', otherwise: 'lazy' },
    ({ value, otherwise }, around) => each(value(), around, found => (isError(found) ? otherwise() : found)),
  ),
  define(
    'IFNA',
    'A value, or another where it isn’t there.',
    { value: 'lazy', otherwise: 'lazy' },
    ({ value, otherwise }, around) => each(value(), around, found => (found === NOT_THERE ? otherwise() : found)),
  ),
  define('AND', 'Whether all conditions hold.', { conditions: 'logical...' }, ({ conditions }) =>
    conditions.length === 0 ? WRONG_TYPE : conditions.every(Boolean),
  ),
  define('OR', 'Whether any condition holds.', { conditions: 'logical...' }, ({ conditions }) =>
    conditions.length === 0 ? WRONG_TYPE : conditions.some(Boolean),
  ),
  define('XOR', 'Whether an odd number of conditions holds.', { conditions: 'logical...' }, ({ conditions }) =>
    conditions.length === 0 ? WRONG_TYPE : conditions.filter(Boolean).length % 2 === 1,
  ),
  define('NOT', 'The opposite of a condition.', { condition: 'logical' }, ({ condition }) => !condition),
  define('TRUE', 'TRUE.', {}, () => true),
  define('FALSE', 'FALSE.', {}, () => false),
  isThat('ISBLANK', 'Whether a cell is empty.', value => value === null),
  isThat('ISNUMBER', 'Whether a value is a number.', value => typeof value === 'number'),
  isThat('ISTEXT', 'Whether a value is text.', value => typeof value === 'string'),
  isThat('ISNONTEXT', 'Whether a value isn’t text.', value => typeof value !== 'string'),
  isThat('ISLOGICAL', 'Whether a value is TRUE or FALSE.', value => typeof value === 'boolean'),
  isThat('ISERROR', 'Whether a value is an error.', isError),
  isThat('ISERR', 'Whether a value is an error other than #N/A.', value => isError(value) && value !== NOT_THERE),
  isThat('ISNA', 'Whether a value is #N/A.', value => value === NOT_THERE),
  parity('ISEVEN', 'Whether a number is even.', false),
  parity('ISODD', 'Whether a number is odd.', true),
  define('ISREF', 'Whether this is a reference.', { value: 'raw' }, ({ value }) => isReference(value)),
  define('ISFORMULA', 'Whether a cell holds a formula.', { cell: 'reference' }, ({ cell }, around) => {
    const area = sure(cell.areas[0])
    return typeof around.formulaAt?.(area.sheet, area.top, area.left) === 'string'
  }),
  define('FORMULA', 'The formula of a cell, as text.', { cell: 'reference' }, ({ cell }, around) => {
    const area = sure(cell.areas[0])
    return around.formulaAt?.(area.sheet, area.top, area.left) ?? NOT_THERE
  }),
  define('NA', 'The error #N/A: not there.', {}, () => NOT_THERE),
  define('N', 'A value as a number: TRUE is 1, text is 0.', { value: 'value' }, ({ value }) => {
    if (isError(value) || typeof value === 'number') return value
    return value === true ? 1 : 0
  }),
  define('T', 'A value if it is text, else nothing.', { value: 'known' }, ({ value }) =>
    typeof value === 'string' ? value : '',
  ),
  define('TYPE', '1 number, 2 text, 4 logical, 16 error, 64 array.', { value: 'raw' }, ({ value }, around) => {
    const there = valueThere(value, around)
    if (isMatrix(there)) return 64
    if (isError(there)) return 16
    return typeof there === 'string' ? 2 : typeof there === 'boolean' ? 4 : 1
  }),
  define('ERROR.TYPE', 'The number of an error.', { value: 'value' }, ({ value }) => {
    const place = isError(value) ? ERROR_CODES.indexOf(value.code) : -1
    return place >= 0 && place < 7 ? place + 1 : NOT_THERE
  }),
  define(
    'CHOOSE',
    'One of several values, by its number.',
    { number: 'number', values: 'lazy...' },
    ({ number, values }) => {
      const chosen = values[Math.floor(number) - 1]
      return chosen ? chosen() : WRONG_TYPE
    },
  ),
]

function firstValue(value: Value, around: Surroundings): Scalar {
  const there = valueThere(value, around)
  return isMatrix(there) ? there.at(0, 0) : there
}
