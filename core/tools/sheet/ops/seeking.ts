import { sure } from '../../../ground/sure'
import { Calculator } from '../calculation/calculator'
import { readCorner } from '../formula/references'
import { typed } from '../typing'
import { Formula } from '../workbook/formula'
import { formulaAt, valueAt, withSheet } from '../workbook/workbook'
import type { Workbook } from '../workbook/workbook'
import { Refusal, sheetIn } from './refusal'

const MOST_TRIALS = 120

/**
 * Finds the number in one cell that makes the formula of another give what is wanted, and puts it in: by secants
 * from where it stands now, and by halving once the wanted result lies between two trials.
 */
export function seek(workbook: Workbook, name: string, cell: string, wanted: string, by: string): Workbook {
  const { place, sheet } = sheetIn(workbook, name)
  const [result, input] = [sure(readCorner(cell)), sure(readCorner(by))]
  const read = typed(wanted)
  const goal = read.ok ? read.input : undefined
  if (typeof goal !== 'number') throw new Refusal(`“${wanted}” is no number.`)
  if (!formulaAt(sheet, result.row, result.column))
    throw new Refusal(`${cell} has no formula whose result could change.`)
  const before = sheet.inputs.at(input.row, input.column)
  if (before instanceof Formula) throw new Refusal(`${by} holds a formula: its number can’t be chosen.`)
  const calculator = new Calculator()
  const with_ = (number: number): Workbook =>
    withSheet(workbook, place, { ...sheet, inputs: sheet.inputs.with([[input.row, input.column, number]]) })
  const missedBy = (number: number): number => {
    const worked = sure(calculator.changed(workbook, with_(number)).sheets[place])
    const value = valueAt(worked, result.row, result.column)
    return typeof value === 'number' ? value - goal : NaN
  }
  const found = rootOf(missedBy, typeof before === 'number' ? before : 0, Math.max(1e-9, Math.abs(goal) * 1e-12))
  if (found === null) throw new Refusal(`No number in ${by} was found that makes ${cell} ${wanted}.`)
  return with_(found)
}

/** Where a function of a number comes to nothing, sought from a first number; null where none was found. */
function rootOf(missedBy: (number: number) => number, first: number, within: number): number | null {
  let [low, high] = [first, first === 0 ? 1 : first * 1.1]
  let [atLow, atHigh] = [missedBy(low), missedBy(high)]
  for (let trial = 0; trial < MOST_TRIALS; trial += 1) {
    if (Math.abs(atLow) <= within) return tidy(low, missedBy, within)
    if (Math.abs(atHigh) <= within) return tidy(high, missedBy, within)
    if (Number.isNaN(atLow) || Number.isNaN(atHigh)) return null
    if (atLow < 0 !== atHigh < 0) return halved(missedBy, [low, high], atLow, within)
    const secant = high - (atHigh * (high - low)) / (atHigh - atLow)
    const next = Number.isFinite(secant) && secant !== high ? secant : high + (high - low) * 2 + 1
    ;[low, atLow] = [high, atHigh]
    ;[high, atHigh] = [next, missedBy(next)]
  }
  return null
}

function halved(
  missedBy: (number: number) => number,
  [one, other]: [number, number],
  atOne: number,
  within: number,
): number | null {
  let [low, high] = [one, other]
  for (let trial = 0; trial < 200; trial += 1) {
    const middle = (low + high) / 2
    const at = missedBy(middle)
    if (Number.isNaN(at)) return null
    if (Math.abs(at) <= within) return tidy(middle, missedBy, within)
    // Where the result jumps over what is wanted, no number gives it.
    if (middle === low || middle === high) return Math.abs(at) <= within * 1e6 ? middle : null
    if (at < 0 === atOne < 0) low = middle
    else high = middle
  }
  return null
}

/** The roundest number near by that is as good. */
function tidy(number: number, missedBy: (number: number) => number, within: number): number {
  for (let figures = 3; figures < 15; figures += 1) {
    const round = Number(number.toPrecision(figures))
    if (Math.abs(missedBy(round)) <= within) return round
  }
  return number
}
