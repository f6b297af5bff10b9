import { z } from 'zod'
import { sure } from '../../../ground/sure'
import type { Finding } from '../../tool'
import { placeAddress } from '../addresses'
import { compared } from '../formula/comparing'
import { readNumber } from '../formula/converting'
import { isError } from '../formula/values'
import type { Scalar } from '../formula/values'
import { moved } from '../ops/moving'
import type { SheetState } from '../state'
import { valueInWords } from '../typing'
import { Formula } from '../workbook/formula'
import { placeIn } from '../workbook/places'
import { valueAt } from '../workbook/workbook'
import type { Workbook } from '../workbook/workbook'
import { cellChanges, changesInWords } from './changing'
import { expectedOn, groundsAfter, groundsOf, spoiltInWords } from './given'
import type { Expected, Grounds, Spoilt } from './given'
import { placesOf, together } from './places'
import type { CellFinding, Place, SheetContext } from './places'

const plain = z.union([z.number(), z.string(), z.boolean()])

/**
 * What cells must show: `is` the one value, `are` values row after row, or `by` a formula written for the first
 * cell, which is worked out in the trainee’s own workbook and copied along.
 */
const expectation = {
  at: placeAddress,
  is: plain.optional(),
  are: z.array(plain.nullable()).optional(),
  by: z.string().startsWith('=').optional(),
  /** Other formulas that are right as well, from the trainee’s own earlier results: all cells by one of them. */
  or: z.array(z.string().startsWith('=')).default([]),
  /** How far a number may be off. */
  within: z.number().min(0).default(0.000_001),
  /** Whether capitals and small letters are told apart in text. */
  exactly: z.boolean().default(false),
}
const oneExpectation = (check: { is?: unknown; are?: unknown; by?: unknown }): boolean =>
  [check.is, check.are, check.by].filter(one => one !== undefined).length === 1

export const valueCheck = z
  .strictObject({ kind: z.literal('value'), ...expectation })
  .refine(oneExpectation, 'exactly one of is, are and by')
export type ValueCheck = z.infer<typeof valueCheck>

/** The same after other cells were changed on a copy: a value that was typed in doesn’t follow. */
export const followsCheck = z
  .strictObject({
    kind: z.literal('follows'),
    ...expectation,
    changes: cellChanges.min(1),
  })
  .refine(oneExpectation, 'exactly one of is, are and by')
export type FollowsCheck = z.infer<typeof followsCheck>

type Expectation = Pick<ValueCheck, 'at' | 'is' | 'are' | 'by'>
type Closeness = Pick<ValueCheck, 'within' | 'exactly'>

/** What each of the cells must show, and where. */
function expectedIn(grounds: Grounds, { is, are, by }: Expectation, places: readonly Place[]): Expected[] {
  const on = grounds.own
  if (is !== undefined) return places.map(() => ({ value: is, on }))
  if (are !== undefined) return places.map((_, at) => ({ value: are[at], on }))
  const formula = new Formula(sure(by))
  const first = places[0]
  return places.map(({ on, row, column }) => {
    const here = moved(formula, row - sure(first).row, column - sure(first).column) as Formula
    return expectedOn(grounds, here, on, row, column)
  })
}

/** Whether a value is what is expected, as nearly as is asked for. An error never is, whatever is expected. */
export function same(found: Scalar, expected: Scalar | undefined, { within, exactly }: Closeness): boolean {
  if (expected === undefined || expected === null) return found === null || found === ''
  if (isError(expected) || isError(found)) return false
  if (typeof found !== typeof expected) return false
  if (typeof found === 'number' && typeof expected === 'number') return Math.abs(found - expected) <= within
  return exactly ? found === expected : compared(found, expected) === 0
}

const inWords = (expected: Scalar | undefined, number: string): string =>
  isError(expected ?? null) ? 'a value' : valueInWords(expected ?? null, number)

function faultOf(found: Scalar, expected: Scalar | undefined, { within }: Closeness): string {
  if (found === null || found === '') return 'left-empty'
  if (isError(found)) return 'error-value'
  if (typeof expected === 'number' && typeof found === 'string') {
    const number = readNumber(found)
    return number !== null && Math.abs(number - expected) <= within ? 'text-for-number' : 'wrong-value'
  }
  return 'wrong-value'
}

/** The finding for what is expected, or for one of its alternatives where more of that is met. */
function best<Check extends Pick<ValueCheck, 'by' | 'or'>>(check: Check, judged: (check: Check) => Finding): Finding {
  const first = judged(check)
  if (first.met || check.or.length === 0) return first
  const others = check.or.map(by => judged({ ...check, by }))
  return others.reduce((found, other) => (other.share > found.share ? other : found), first)
}

export function judgeValue(state: SheetState, check: ValueCheck, context: SheetContext): Finding {
  const grounds = groundsOf(state, context, placeIn(state.workbook, check.at))
  return best(check, one => valueFound(grounds, one))
}

/** What is told where what a cell stands on was spoilt: that, and not what comes of it. */
const inputOr = (
  workbook: Workbook,
  spoilt: Spoilt | undefined,
  words: Pick<CellFinding, 'expected' | 'found'>,
): Pick<CellFinding, 'expected' | 'found'> =>
  spoilt ? { expected: 'a result of what was given', found: spoiltInWords(workbook, spoilt) } : words

const foundAt = (workbook: Workbook, { on, row, column }: Place): Scalar =>
  valueAt(sure(workbook.sheets[on]), row, column)

function valueFound(grounds: Grounds, check: ValueCheck): Finding {
  const places = placesOf(grounds.own, check.at)
  const expected = expectedIn(grounds, check, places)
  const cells = places.map((place, at): CellFinding => {
    const { value, on, spoilt } = sure(expected[at])
    const found = foundAt(on, place)
    const number = place.sheet.formats.at(place.row, place.column)?.number ?? ''
    const met = same(found, value, check) && !spoilt
    const fault = spoilt && found !== null ? 'input-changed' : faultOf(found, value, check)
    return {
      place,
      met,
      ...inputOr(grounds.own, spoilt, {
        expected: inWords(value, number),
        found: valueInWords(found, typeof found === 'number' ? number : ''),
      }),
      ...(met ? {} : { fault }),
    }
  })
  return together(cells, `A value in ${check.at}.`)
}

export function judgeFollows(state: SheetState, check: FollowsCheck, context: SheetContext): Finding {
  const before = groundsOf(state, context, placeIn(state.workbook, check.at))
  const after = groundsAfter(state, before, check.changes)
  return best(check, one => followingFound(before, after, one))
}

function followingFound(grounds: Grounds, after: Grounds, check: FollowsCheck): Finding {
  const places = placesOf(after.own, check.at)
  const expected = expectedIn(after, check, places)
  // A formula that shows the value now, and one that shows it then, are asked for together.
  const now = check.by ? expectedIn(grounds, check, placesOf(grounds.own, check.at)) : null
  const cells = places.map((place, at): CellFinding => {
    const { row, column, sheet } = place
    const { value, on, spoilt } = sure(expected[at])
    const found = foundAt(on, place)
    const formula =
      sheet.inputs.at(row, column) instanceof Formula || (sheet.inputs.at(row, column) === undefined && found !== null)
    const first = now && sure(now[at])
    const before = foundAt(first?.on ?? grounds.own, place)
    const rightNow = first === null || same(before, first.value, check)
    const met = same(found, value, check) && rightNow && formula && !spoilt
    const number = sheet.formats.at(row, column)?.number ?? ''
    const fault = faultOfFollowing(before, first?.value, found, formula, check)
    return {
      place,
      met,
      ...inputOr(grounds.own, spoilt, {
        expected: `${inWords(value, number)} once ${changesInWords(check.changes)}`,
        found:
          found === null ? 'nothing' : `${valueInWords(found, number)}${formula ? ' by its formula' : ', typed in'}`,
      }),
      ...(met ? {} : { fault: spoilt && before !== null ? 'input-changed' : fault }),
    }
  })
  return together(cells, `A formula in ${check.at}.`)
}

function faultOfFollowing(
  before: Scalar,
  now: Scalar | undefined,
  found: Scalar,
  formula: boolean,
  how: Closeness,
): string {
  if (before === null || before === '') return 'left-empty'
  if (!formula) return now === undefined || same(before, now, how) ? 'typed-value' : 'wrong-value'
  if (isError(found)) return 'error-value'
  return now !== undefined && same(before, now, how) ? 'does-not-follow' : 'wrong-value'
}
