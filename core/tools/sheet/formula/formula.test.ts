import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { parse as readYaml } from 'yaml'
import { z } from 'zod'
import { surroundingsOf } from '../calculation/peeking'
import { emptySheet } from '../workbook/workbook'
import { Cells } from '../workbook/cells'
import { evaluate } from './evaluate'
import { functionGroups, functionNames } from './functions'
import { parse } from './parser'
import { readCorner } from './references'
import { valueThere } from './surroundings'
import { matrixFrom, isError, isMatrix, to15Digits } from './values'
import type { Scalar } from './values'

const single = z.union([z.number(), z.string(), z.boolean()])
const expected = z.union([single, z.array(z.array(single))])
const { data, cases } = z
  .strictObject({
    data: z.record(z.string(), single),
    cases: z.record(z.string(), z.array(z.tuple([z.string(), expected]))),
  })
  .parse(readYaml(readFileSync('core/tools/sheet/formula/cases.yaml', 'utf8')))

const sheet = {
  ...emptySheet(1, 'Data'),
  inputs: Cells.of(
    Object.entries(data).map(([address, value]) => {
      const { row, column } = readCorner(address)!
      return [row, column, value] as const
    }),
  ),
}
/** 1 March 2027. */
const workbook = { sheets: [sheet], names: [], today: 46447 }
/** The formula stands in AD100, away from everything. */
const around = surroundingsOf(workbook, 0, 99, 29)

const plain = (value: Scalar): unknown => (isError(value) ? value.code : value)

function valueOf(formula: string): unknown {
  const value = valueThere(evaluate(parse(formula.slice(1)), around), around)
  if (!isMatrix(value)) return plain(value ?? 0)
  if (value.rows === 1 && value.columns === 1) return plain(value.at(0, 0))
  return Array.from({ length: value.rows }, (_, row) =>
    Array.from({ length: value.columns }, (__, column) => plain(value.at(row, column))),
  )
}

/** Numbers to nine significant digits: as many as the sources give. */
function near(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(near)
  return typeof value === 'number' ? Number(value.toPrecision(9)) : value
}

const all = Object.values(cases).flat()

describe.each(Object.entries(cases))('%s', (_, group) => {
  it.each(group)('%s is %j', (formula, wantedValue) => {
    const found = near(valueOf(formula))
    const wanted = near(wantedValue)
    if (typeof wanted === 'number' && typeof found === 'number' && wanted !== found)
      expect(Math.abs(found - wanted)).toBeLessThan(1e-8 * Math.max(1e-3, Math.abs(wanted)))
    else expect(found).toEqual(wanted)
  })
})

describe('the table of cases', () => {
  it('has at least 600, none of them twice', () => {
    expect(all.length).toBeGreaterThanOrEqual(600)
    expect(new Set(all.map(([formula]) => formula)).size).toBe(all.length)
  })

  it('has every function but those that several spreadsheets share under other names', () => {
    const written = all.map(([formula]) => formula).join(' ')
    const missing = functionNames.filter(name => !written.includes(`${name}(`))
    expect(missing.length).toBeLessThan(functionNames.length * 0.06)
  })

  it('knows more than 300 functions, each with a word on what it is for', () => {
    expect(functionNames.length).toBeGreaterThan(300)
    for (const { name, about, parameters, least, most } of Object.values(functionGroups).flat()) {
      expect([name, about.length > 3, least <= most]).toEqual([name, true, true])
      expect(new Set(parameters.map(parameter => parameter.name)).size).toBe(parameters.length)
    }
  })
})

describe('reading a formula', () => {
  const fault = (formula: string): string => {
    try {
      parse(formula)
      return 'read'
    } catch (error) {
      return error instanceof Error ? error.message : String(error)
    }
  }

  it('says in words why it can’t, and where', () => {
    expect(fault('')).toBe('After the equals sign a formula must follow.')
    expect(fault('1+')).toBe('The formula ends too early.')
    expect(fault('SUM(A1')).toBe('The bracket after SUM isn’t closed.')
    expect(fault('(1+2')).toBe('A bracket isn’t closed.')
    expect(fault('1)')).toBe('This bracket closes none that is open.')
    expect(fault('"abc')).toBe('The text that begins here has no closing quotation mark.')
    expect(fault('1 2')).toBe('“2” can’t stand here.')
    expect(fault('{1,2;3}')).toBe('The rows between curly brackets must be equally long.')
    expect(fault('$A$9999999')).toBe('$A$9999999 lies off the sheet.')
    expect(fault('1 ? 2')).toBe('“?” can’t stand here.')
  })

  it('bounds what it takes on: length, brackets and signs', () => {
    expect(fault(`${'1+'.repeat(5000)}1`)).toBe('A formula may have 8192 characters; this one has 10001.')
    expect(fault(`${'('.repeat(4000)}1`)).toMatch(/nested 128 deep/)
    expect(fault(`${'-'.repeat(4000)}1`)).toMatch(/signs|nested/)
  })

  it('takes 64 conditions in one another', () => {
    const nested = Array.from({ length: 64 }, (_, at) => `IF(A1=${at},${at},`).join('') + '99' + ')'.repeat(64)
    expect(evaluate(parse(nested), around)).toBe(3)
  })

  it('keeps where each part stands', () => {
    const tree = parse('SUM(A1:B2)+Data!C3')
    if (tree.kind !== 'infix') throw new Error('no sum')
    expect([tree.left.from, tree.left.to, tree.right.from, tree.right.to]).toEqual([0, 10, 11, 18])
  })
})

describe('numbers in matrices', () => {
  it('are read where they are asked for', () => {
    const matrix = matrixFrom(2, 2, (row, column) => row * 2 + column)
    expect([matrix.at(1, 1), matrix.at(5, 5), to15Digits(0.1 + 0.2)]).toEqual([3, null, 0.3])
  })
})
