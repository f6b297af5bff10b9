import type { Surroundings } from '../surroundings'
import { CIRCLE, isReference, NO_NUMBER, WRONG_TYPE } from '../values'
import type { Reference, Scalar } from '../values'
import { define } from './definition'
import type { SheetFunction } from './definition'

/** A cell, and what it is taken to hold. */
interface Varied {
  sheet: number
  row: number
  column: number
  value: Scalar
}

const MOST_FORMULAS = 2000

/**
 * The value of a cell as it would be if other cells held something else: every formula that it stands on is worked
 * out with that, and no cell is changed.
 */
function withVaried(cell: Omit<Varied, 'value'>, varied: readonly Varied[], around: Surroundings): Scalar {
  const known = new Map<string, Scalar | 'working'>()
  const read = (sheet: number, row: number, column: number): Scalar => {
    const given = varied.find(one => one.sheet === sheet && one.row === row && one.column === column)
    if (given) return given.value
    const formula = around.formulaAt?.(sheet, row, column)
    if (!formula || !around.worked) return around.read(sheet, row, column)
    const key = `${sheet} ${row} ${column}`
    const before = known.get(key)
    if (before === 'working') return CIRCLE
    if (before !== undefined) return before
    if (known.size >= MOST_FORMULAS) return NO_NUMBER
    known.set(key, 'working')
    const value = around.worked(formula, { ...around, sheet, row, column, read })
    known.set(key, value)
    return value
  }
  return read(cell.sheet, cell.row, cell.column)
}

function cellOf(reference: Reference | undefined): Omit<Varied, 'value'> | null {
  const [area, ...more] = reference?.areas ?? []
  if (!area || more.length > 0 || area.top !== area.bottom || area.left !== area.right) return null
  return { sheet: area.sheet, row: area.top, column: area.left }
}

/** What if: OpenFormula 6.14, MULTIPLE.OPERATIONS. */
export const varied: readonly SheetFunction[] = [
  define(
    'MULTIPLE.OPERATIONS',
    'What a formula’s cell would show if one input, or two, held another value.',
    { result: 'reference', input: 'reference', value: 'value', other: 'raw?', otherValue: 'value?' },
    ({ result, input, value, other, otherValue = null }, around) => {
      const [cell, first] = [cellOf(result), cellOf(input)]
      const second = other === undefined ? null : isReference(other) ? cellOf(other) : null
      if (!cell || !first || (other !== undefined && !second)) return WRONG_TYPE
      const taken = [{ ...first, value }, ...(second ? [{ ...second, value: otherValue }] : [])]
      return withVaried(cell, taken, around)
    },
  ),
]
