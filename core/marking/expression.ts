import type { BigNumber } from 'mathjs'
import { decimals } from '../ground/decimals'

const isDecimal = (value: unknown): value is BigNumber =>
  typeof value === 'object' && value !== null && 'isBigNumber' in value && value.isBigNumber === true

/**
 * Works out an expression over named decimals, in decimal arithmetic, rounded half up to two places:
 * `deriveAmount('owed / 2', { owed: '1000.00' })` is `'500.00'`. Null where it has no finite value.
 * Throws a SyntaxError for an expression that can't be read: the content is then at fault.
 */
export function deriveAmount(expression: string, values: Record<string, string>): string | null {
  const scope = Object.fromEntries(Object.entries(values).map(([name, value]) => [name, decimals.bignumber(value)]))
  const result: unknown = decimals.evaluate(expression, scope)
  return isDecimal(result) && result.isFinite() ? result.toFixed(2) : null
}
