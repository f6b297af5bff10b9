import { readNumber } from './converting'
import { isError, to15Digits } from './values'
import type { Scalar, SheetError } from './values'
import { hasWildcard, wildcardPattern } from './wildcards'
import { A_STEP_OF_TEXT, spend } from './spending'

type Plain = Exclude<Scalar, SheetError>

const rank = (value: Plain): number => (typeof value === 'number' ? 0 : typeof value === 'string' ? 1 : 2)

const collator = new Intl.Collator('en', { sensitivity: 'accent' })

/** An empty cell is what it is compared with: 0, no text, or FALSE. */
function filled(value: Plain, other: Plain): number | string | boolean {
  if (value !== null) return value
  if (typeof other === 'string') return ''
  return typeof other === 'boolean' ? false : 0
}

/**
 * Below 0 where the first comes first, 0 where they are equal: numbers before text before logicals; text without
 * regard to case; numbers by 15 significant digits, so that 0.1+0.2 equals 0.3.
 */
export function compared(one: Plain, other: Plain): number {
  spend(1)
  const [left, right] = [filled(one, other), filled(other, one)]
  if (typeof left === 'number' && typeof right === 'number') return to15Digits(left) - to15Digits(right)
  if (typeof left === 'string' && typeof right === 'string') {
    spend((left.length + right.length) / A_STEP_OF_TEXT)
    return collator.compare(left, right)
  }
  return rank(left) - rank(right) || Number(left) - Number(right)
}

export type Criterion = (value: Scalar) => boolean

/**
 * What COUNTIF and its like ask of each cell (ODF 1.3 part 4, 4.11.8): a value that the cell must equal, or a text
 * such as ">=5", "<>shed" or "Hull*". A number as text counts as that number, in the criterion and in the cell.
 */
export function criterionOf(wanted: Scalar): Criterion {
  if (isError(wanted)) return value => value === wanted
  if (typeof wanted !== 'string') {
    const value = wanted ?? 0
    return found => found !== null && !isError(found) && equals(found, value)
  }
  const [, operator = '', rest = ''] = /^(<=|>=|<>|=|<|>)?(.*)$/s.exec(wanted) ?? []
  const number = readNumber(rest)
  const value: number | string | boolean =
    number ?? (/^(true|false)$/i.test(rest) ? rest.toUpperCase() === 'TRUE' : rest)
  switch (operator) {
    case '':
    case '=':
      if (rest === '') return found => found === null || (operator === '' && found === '')
      return found => found !== null && !isError(found) && equals(found, value)
    case '<>':
      if (rest === '') return found => found !== null
      return found => isError(found) || found === null || !equals(found, value)
    default:
      return found => {
        if (found === null || isError(found) || typeof found !== typeof value) return false
        const order = compared(found, value)
        if (operator === '<') return order < 0
        if (operator === '>') return order > 0
        return operator === '<=' ? order <= 0 : order >= 0
      }
  }
}

function equals(found: number | string | boolean, wanted: number | string | boolean): boolean {
  if (typeof wanted === 'string' && typeof found === 'string')
    return hasWildcard(wanted) ? wildcardPattern(wanted).test(found) : compared(found, wanted) === 0
  if (typeof wanted === 'number' && typeof found === 'string') {
    spend(found.length / A_STEP_OF_TEXT)
    return readNumber(found) === wanted
  }
  return typeof found === typeof wanted && compared(found, wanted) === 0
}
