import { runInThisContext } from 'node:vm'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { surroundingsOf } from '../calculation/peeking'
import { Cells } from '../workbook/cells'
import { emptySheet } from '../workbook/workbook'
import { resultOf } from './evaluate'
import { functionGroups } from './functions'
import { parse } from './parser'
import { limits } from './spending'
import { isError, isMatrix, MOST_TEXT } from './values'

/** What is so large, long or many that working it out plainly would take minutes. */
const EXTREMES = ['1E9', '1E15', 'SEQUENCE(1000000)', 'A1:B30000', 'REPT("a",32767)', '"*a*a*a*a*a*a*a*a*b"']
/** Thousands of times what the steps take that a formula has here. */
const CUT_OFF_MS = 10_000
const STEPS = 300_000

const usual = limits.formula
beforeAll(() => void (limits.formula = STEPS))
afterAll(() => void (limits.formula = usual))

const many = Array.from({ length: 30_000 }, (_, row) => [row, 0, row % 7 === 0 ? 'a'.repeat(200) : row] as const)
const sheet = {
  ...emptySheet(1, 'Data'),
  inputs: Cells.of(many.map(([row, column, value]) => [row, column, value] as const)),
}
const around = surroundingsOf({ sheets: [sheet], names: [], today: 46447 }, 0, 99, 29)

/** Works a formula out; one that doesn’t end is cut off, which fails. */
function workedOut(formula: string): void {
  const place = globalThis as { workOut?: () => unknown }
  place.workOut = () => {
    const value = resultOf(parse(formula), around)
    if (typeof value === 'string') expect(value.length).toBeLessThanOrEqual(MOST_TEXT)
    else expect(typeof value === 'number' || typeof value === 'boolean' || isError(value) || isMatrix(value)).toBe(true)
  }
  try {
    runInThisContext('workOut()', { timeout: CUT_OFF_MS })
  } catch (error) {
    throw new Error(`${formula}: ${String(error)}`)
  }
}

describe('whatever a formula asks for, it is worked out or refused soon', () => {
  const functions = Object.values(functionGroups).flat()
  it.each(
    functions.map(({ name, least, most, parameters }) => [name, least, Math.min(most, parameters.length + 1)] as const),
  )(
    '%s',
    (name, least, most) => {
      const times = (count: number, extreme: string): string[] => Array.from({ length: count }, () => extreme)
      for (const extreme of EXTREMES) {
        workedOut(`${name}(${times(most, extreme).join(',')})`)
        workedOut(`${name}(${['1', ...times(Math.max(1, least) - 1, extreme)].join(',')})`)
      }
    },
    120_000,
  )
})
