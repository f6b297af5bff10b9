import { z } from 'zod'
import { sure } from '../../../ground/sure'
import type { Finding } from '../../tool'
import { dayInWords, entryName } from '../state'
import type { Entry, LedgerState } from '../state'
import { compare } from './comparison'
import { dateRange, expectedMovement, variants } from './expected'
import { shareOfLines } from './likeness'
import { movementOf, sumOf } from './nets'
import type { Nets } from './nets'
import { checksOf, setsOfMovement, shareOut } from './sharing'
import type { LedgerContext, Sharing } from './sharing'
import { datedInWords, entryInWords, finding, inRange, linesInWords, namesInWords } from './wording'

/** What the step asks to be moved, in however many entries, and `or` else. `partial`: a share for each right line. */
export const movementCheck = z.strictObject({
  kind: z.literal('movement'),
  lines: expectedMovement,
  /** Other sets of lines that are right as well. */
  or: z.array(expectedMovement).default([]),
  partial: z.boolean().default(false),
})
export type MovementCheck = z.infer<typeof movementCheck>

/** About the entries that make up the step's movement. */
export const datedCheck = z.strictObject({ kind: z.literal('dated'), ...dateRange })
export const narratedCheck = z.strictObject({
  kind: z.literal('narrated'),
  mentions: z.array(z.string().min(1)).default([]),
})
/** Criteria of form, for tasks that teach it: all of it in one entry; nothing left standing beside it. */
export const oneEntryCheck = z.strictObject({ kind: z.literal('one-entry') })
export const nothingElseCheck = z.strictObject({ kind: z.literal('nothing-else') })

const NOT_POSTED = { found: 'No entry was posted for this.', fault: 'not-posted' }

/** The step's entries that are as asked for, or those that come closest; and those that stand beside them. */
interface Own {
  entries: readonly Entry[]
  beside: readonly Entry[]
}

interface Attempt {
  entries: readonly Entry[]
  set: Nets
  found: Nets
  /** How near it comes, whatever stands beside it. */
  worth: number
}

/** These entries against that set of the right ones to which they come nearest. */
function attempt(sets: readonly Nets[], entries: readonly Entry[]): Attempt {
  const found = sumOf(entries.map(({ lines }) => movementOf(lines)))
  return nearest(sets.map(set => ({ entries, set, found, worth: shareOfLines(set, found, new Set()) })))
}

/** The first of those that come nearest. */
function nearest(attempts: readonly Attempt[]): Attempt {
  const [first, ...others] = attempts
  if (!first) throw new RangeError('There is nothing to choose from.')
  return others.reduce((best, one) => (one.worth > best.worth + 1e-9 ? one : best), first)
}

/**
 * The attempt at a step's movement that comes nearest: one of the entries meant for it, of equals the later, since it
 * is what the trainee thought last; or all of them together where that is nearer.
 */
function bestAttempt(sets: readonly Nets[], meant: readonly Entry[]): Attempt | undefined {
  if (meant.length === 0) return undefined
  return nearest([...meant.map(entry => [entry]).reverse(), meant].map(entries => attempt(sets, entries)))
}

function ownOf(state: LedgerState, context: LedgerContext): Own | null {
  const sharing = shareOut(state, context)
  const slips = sharing.slips.get(context.step) ?? []
  const share = sharing.right.get(context.step)
  if (share) return { entries: share.entries, beside: slips }
  const meant = sharing.meant.get(context.step) ?? []
  const check = movementOfStep(context)
  const best = check ? bestAttempt(setsOfMovement(check), meant) : undefined
  const entries = best?.entries ?? meant
  return entries.length === 0
    ? null
    : { entries, beside: [...meant.filter(entry => !entries.includes(entry)), ...slips] }
}

function movementOfStep(context: LedgerContext): MovementCheck | undefined {
  return checksOf(context).find(check => check.kind === 'movement')
}

function givenOf({ lines, or }: MovementCheck): ReadonlySet<string> {
  const given = [lines, ...or].flat().filter(line => line.given)
  return new Set(given.flatMap(({ account }) => account))
}

export function judgeMovement(state: LedgerState, check: MovementCheck, context: LedgerContext): Finding {
  const expected = [check.lines, ...check.or]
    .flatMap(variants)
    .map(lines => linesInWords(state, lines))
    .join(' – or – ')
  const sets = setsOfMovement(check)
  // Where amounts follow from own figures, they stand for the true ones.
  const derived = check !== movementOfStep(context)
  const sharing = shareOut(state, context, derived ? sets : undefined)
  return sharing.right.has(context.step)
    ? judgeRight(state, check, context, sharing, expected)
    : judgeWrong(state, check, context, sharing, expected, sets)
}

const inWords = (state: LedgerState, entries: readonly Entry[]): string =>
  entries.map(entry => entryInWords(state, entry)).join(' and ')

/** The movement is there. What stands beside it is charged here unless the step has a criterion of its own for that. */
function judgeRight(
  state: LedgerState,
  check: MovementCheck,
  context: LedgerContext,
  sharing: Sharing,
  expected: string,
): Finding {
  const { entries, nets } = sure(sharing.right.get(context.step))
  const charged = checksOf(context).some(({ kind }) => kind === 'nothing-else')
  const beside = charged ? [] : (sharing.slips.get(context.step) ?? [])
  const met = beside.length === 0
  return finding(met, {
    expected,
    found: inWords(state, [...entries, ...beside]),
    share: met ? 1 : check.partial ? shareOfLines(nets, nets, givenOf(check), beside.length) : 0,
    fault: 'other-entries',
    note: met
      ? undefined
      : `${namesInWords(beside)} ${beside.length === 1 ? 'stands' : 'stand'} beside it, and nothing asks for that.`,
  })
}

function judgeWrong(
  state: LedgerState,
  check: MovementCheck,
  context: LedgerContext,
  sharing: Sharing,
  expected: string,
  sets: readonly Nets[],
): Finding {
  const slips = sharing.slips.get(context.step) ?? []
  const meant = sharing.meant.get(context.step) ?? []
  const best = bestAttempt(sets, meant)
  if (best) {
    const { entries, set, found } = best
    const { fault, note } = compare(state, set, found)
    const tooMany = meant.length - entries.length + slips.length
    return finding(false, {
      expected,
      found: inWords(state, entries),
      share: check.partial ? shareOfLines(set, found, givenOf(check), tooMany) : 0,
      fault,
      note,
    })
  }
  return slips.length > 0
    ? finding(false, { expected, found: inWords(state, slips), fault: 'other-entries', note: 'Nothing asks for that.' })
    : finding(false, { expected, ...NOT_POSTED })
}

export function judgeDated(state: LedgerState, check: z.infer<typeof datedCheck>, context: LedgerContext): Finding {
  const expected = `The entry is dated ${datedInWords(check)}.`
  const own = ownOf(state, context)
  if (!own) return finding(false, { expected, ...NOT_POSTED })
  return finding(
    own.entries.every(({ date }) => inRange(date, check)),
    {
      expected,
      found: own.entries.map(({ number, date }) => `${entryName(number)} is dated ${dayInWords(date)}.`).join(' '),
      fault: 'wrong-date',
    },
  )
}

/** A word is mentioned where it stands by itself: 311 stands in SB-311, and neither in 3110 nor in 1311. */
function mentions(narration: string, word: string): boolean {
  const literal = word.replace(/[.*+?^${}()|[\]\\]/g, String.raw`\$&`)
  return new RegExp(String.raw`(?<![\p{L}\p{N}])${literal}(?![\p{L}\p{N}])`, 'iu').test(narration)
}

export function judgeNarrated(
  state: LedgerState,
  check: z.infer<typeof narratedCheck>,
  context: LedgerContext,
): Finding {
  const wanted = check.mentions.length > 0 ? ` that mentions ${check.mentions.join(' and ')}` : ''
  const expected = `The entry has a narration${wanted}.`
  const own = ownOf(state, context)
  if (!own) return finding(false, { expected, ...NOT_POSTED })
  // Where nothing in particular is to be mentioned, it must at least be a word.
  const said = check.mentions.length > 0 ? /[\p{L}\p{N}]/u : /\p{L}{2}/u
  const met =
    own.entries.every(({ narration }) => said.test(narration)) &&
    check.mentions.every(word => own.entries.some(({ narration }) => mentions(narration, word)))
  const found = own.entries
    .map(({ number, narration }) =>
      narration === '' ? `${entryName(number)} has no narration.` : `${entryName(number)} says “${narration}”.`,
    )
    .join(' ')
  return finding(met, { expected, found, fault: 'no-narration' })
}

export function judgeOneEntry(state: LedgerState, context: LedgerContext): Finding {
  const expected = 'It is all in one entry.'
  const own = ownOf(state, context)
  if (!own) return finding(false, { expected, ...NOT_POSTED })
  return finding(own.entries.length === 1, {
    expected,
    found: `It is in ${namesInWords(own.entries)}.`,
    fault: 'several-entries',
  })
}

export function judgeNothingElse(state: LedgerState, context: LedgerContext): Finding {
  const expected = 'Nothing else is left standing.'
  const own = ownOf(state, context)
  if (!own) return finding(false, { expected, ...NOT_POSTED })
  return finding(own.beside.length === 0, {
    expected,
    found: `Standing: ${namesInWords([...own.entries, ...own.beside])}.`,
    fault: 'other-entries',
  })
}
