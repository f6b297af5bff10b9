import { surroundingsOf } from '../../core/tools/sheet/calculation/peeking'
import { resultOf } from '../../core/tools/sheet/formula/evaluate'
import { functionGroups } from '../../core/tools/sheet/formula/functions'
import { parse } from '../../core/tools/sheet/formula/parser'
import { Cells } from '../../core/tools/sheet/workbook/cells'
import { emptySheet } from '../../core/tools/sheet/workbook/workbook'

/** What is large, long, many, or of the other sign, and a few plain values to go beside it. */
const GIVEN = [
  '1E9',
  '-1E9',
  '1E15',
  '0.5',
  '2',
  '-3',
  '1E5',
  'SEQUENCE(200000)',
  'SEQUENCE(200000)-100000',
  'SEQUENCE(300000)/7',
  'SEQUENCE(400,400)',
  'A1:B30000',
  'C1:C30000',
  'REPT("a",32767)',
  'REPT("ab",9000)',
  'REPT("1,",9000)',
  'REPT("9",32767)',
  '"*a*a*a*a*a*a*a*a*b"',
  'REPT("a",3000)&SEQUENCE(100000)',
  'TRUE',
  '"2026-11-24"',
]

const ROWS = 30_000
const sheet = {
  ...emptySheet(1, 'Data'),
  inputs: Cells.of(
    Array.from({ length: ROWS }, (_, row) => row).flatMap(row => [
      [row, 0, row % 7 === 0 ? 'a'.repeat(200) : row] as const,
      [row, 1, row - ROWS / 2] as const,
      [row, 2, `${'ab'.repeat(row % 90)}${row}`] as const,
    ]),
  ),
}
const around = surroundingsOf({ sheets: [sheet], names: [], today: 46447 }, 0, 99, 29)

/** A seeded source of chance (mulberry32), so that the search finds the same again. */
function chance(seed: number): () => number {
  let state = seed
  return () => {
    state = (state + 0x6d2b79f5) | 0
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state)
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296
  }
}

/** How long a formula takes by itself, in ms. */
export function timeOf(formula: string): number {
  const begun = performance.now()
  resultOf(parse(formula), around)
  return performance.now() - begun
}

export interface Dear {
  formula: string
  ms: number
}

/** The dearest formulas that `tries` random calls of each function find, the dearest first. */
export function dearest(count: number, tries: number, seed = 7): Dear[] {
  const next = chance(seed)
  const pick = (): string => GIVEN[Math.floor(next() * GIVEN.length)]!
  const found: Dear[] = []
  for (const { name, least, most, parameters } of Object.values(functionGroups).flat()) {
    const longest = Math.min(most, parameters.length + 1)
    for (let time = 0; time < tries; time += 1) {
      const args = Array.from({ length: least + Math.floor(next() * (longest - least + 1)) }, pick)
      const formula = `${name}(${args.join(',')})`
      found.push({ formula, ms: timeOf(formula) })
    }
  }
  return found.sort((a, b) => b.ms - a.ms).slice(0, count)
}
