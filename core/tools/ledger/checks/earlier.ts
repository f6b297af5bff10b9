import { z } from 'zod'
import type { Finding } from '../../tool'
import { standingEntries } from '../journal'
import { dayInWords, entryName, side } from '../state'
import { judgeBalance, judgeBalances } from './balance'
import { compare } from './comparison'
import type { Comparison } from './comparison'
import { dateRange, decimalString, expectedLines, variants } from './expected'
import type { ExpectedLines } from './expected'
import type { Nets } from './nets'
import { datedInWords, entryInWords, finding, inRange, linesInWords } from './wording'
import type { Entry, LedgerState, Line } from '../state'

/**
 * Which entry a check is about: the one with these lines, where entries with the `besides` lines belong to other
 * steps.
 */
const aboutEntry = {
  lines: expectedLines,
  /** Other sets of lines that are right as well. */
  or: z.array(expectedLines).default([]),
  /** Entries that other steps ask for: never mistaken for this one. */
  besides: z.array(expectedLines).default([]),
}

/**
 * Checks as papers had them before work was judged by the movement of the accounts: they look for one entry.
 * Published papers keep them for good, so that their sittings stay as they were marked.
 */
export const earlierCheck = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('entry-posted'), ...aboutEntry, partial: z.boolean().default(false) }),
  z.strictObject({ kind: z.literal('entry-dated'), ...aboutEntry, ...dateRange }),
  z.strictObject({ kind: z.literal('entry-narrated'), ...aboutEntry, mentions: z.array(z.string()).default([]) }),
  z.strictObject({ kind: z.literal('account-balance'), account: z.string(), side, amount: decimalString }),
  z.strictObject({
    kind: z.literal('trial-balance-shows'),
    rows: z.array(z.strictObject({ account: z.string(), side, amount: decimalString })).min(1),
  }),
  z.strictObject({
    kind: z.literal('no-other-entries'),
    /** How many entries may stand, not counting those that match `besides`. Nothing posted is never met. */
    standing: z.int().positive().default(1),
    besides: z.array(expectedLines).default([]),
  }),
])
export type EarlierCheck = z.infer<typeof earlierCheck>
type Check<Kind extends EarlierCheck['kind']> = Extract<EarlierCheck, { kind: Kind }>
type AboutEntry = Check<'entry-posted'> | Check<'entry-dated'> | Check<'entry-narrated'>

export function judgeEarlier(state: LedgerState, check: EarlierCheck): Finding {
  switch (check.kind) {
    case 'entry-posted':
      return judgePosted(state, check)
    case 'entry-dated':
      return judgeDated(state, check)
    case 'entry-narrated':
      return judgeNarrated(state, check)
    case 'account-balance':
      return judgeBalance(state, check)
    case 'trial-balance-shows':
      return judgeBalances(state, check.rows)
    case 'no-other-entries':
      return judgeNoOthers(state, check)
  }
}

/** Net amount of each account in an entry, with those that come to nothing. */
function netsOf(lines: readonly Line[]): Nets {
  const nets = new Map<string, bigint>()
  for (const line of lines) {
    nets.set(line.account, (nets.get(line.account) ?? 0n) + BigInt(line.side === 'debit' ? line.amount : -line.amount))
  }
  return nets
}

const rightSets = (check: { lines: ExpectedLines; or?: ExpectedLines[] }): Line[][] =>
  [check.lines, ...(check.or ?? [])].flatMap(variants)

const matches = (entry: Entry, nets: Nets): boolean => {
  const own = netsOf(entry.lines)
  return own.size === nets.size && [...nets].every(([code, net]) => own.get(code) === net)
}

/** Standing entries without one match for each of the entries that other steps ask for. */
function remaining(state: LedgerState, besides: ExpectedLines[]): Entry[] {
  const left = standingEntries(state)
  for (const lines of besides) {
    const nets = variants(lines).map(netsOf)
    const index = left.findIndex(entry => nets.some(set => matches(entry, set)))
    if (index >= 0) left.splice(index, 1)
  }
  return left
}

interface Candidate {
  entry: Entry
  comparison: Comparison
}

/** The entry that comes closest to what the check is about; the later of two that come equally close. */
function closest(state: LedgerState, check: AboutEntry): Candidate | undefined {
  let best: (Candidate & { rank: number }) | undefined
  const sets = rightSets(check).map(netsOf)
  for (const entry of remaining(state, check.besides)) {
    const own = netsOf(entry.lines)
    for (const nets of sets) {
      const comparison = compare(state, nets, own)
      const rank = closeness(nets, entry, comparison)
      if (!best || rank >= best.rank) best = { entry, comparison, rank }
    }
  }
  return best
}

/**
 * How close an entry comes: whole is 1; accounts, sides and amounts earn a third each, and only in this order of
 * need.
 */
function shareOf(comparison: Comparison): number {
  if (!comparison.accountsRight) return 0
  return (1 + (comparison.sidesRight ? 1 : 0) + (comparison.amountsRight ? 1 : 0)) / 3
}

/** Rank for finding the entry that the trainee most likely meant: more matching accounts, then a higher share. */
function closeness(expected: Nets, entry: Entry, comparison: Comparison): number {
  const accounts = new Set(entry.lines.map(line => line.account))
  const shared = [...expected.keys()].filter(code => accounts.has(code)).length
  return shared / Math.max(expected.size, accounts.size) + shareOf(comparison)
}

function judgePosted(state: LedgerState, check: Check<'entry-posted'>): Finding {
  const expected = rightSets(check)
    .map(lines => linesInWords(state, lines))
    .join(' – or – ')
  const candidate = closest(state, check)
  if (!candidate) return finding(false, { expected, found: 'No entry was posted for this.', fault: 'not-posted' })
  const { comparison, entry } = candidate
  const met = comparison.fault === undefined
  const share = met ? 1 : check.partial ? shareOf(comparison) : 0
  return finding(met, {
    share,
    expected,
    found: entryInWords(state, entry),
    fault: comparison.fault,
    note: comparison.note,
  })
}

function judgeDated(state: LedgerState, check: Check<'entry-dated'>): Finding {
  const expected = `The entry is dated ${datedInWords(check)}.`
  const candidate = closest(state, check)
  if (!candidate) return finding(false, { expected, found: 'No entry was posted for this.', fault: 'not-posted' })
  const { entry } = candidate
  return finding(inRange(entry.date, check), {
    expected,
    found: `${entryName(entry.number)} is dated ${dayInWords(entry.date)}.`,
    fault: 'wrong-date',
  })
}

function judgeNarrated(state: LedgerState, check: Check<'entry-narrated'>): Finding {
  const wanted = check.mentions.length > 0 ? ` that mentions ${check.mentions.join(' and ')}` : ''
  const expected = `The entry has a narration${wanted}.`
  const candidate = closest(state, check)
  if (!candidate) return finding(false, { expected, found: 'No entry was posted for this.', fault: 'not-posted' })
  const { narration, number } = candidate.entry
  const lower = narration.toLowerCase()
  const met = /\p{L}{2}/u.test(narration) && check.mentions.every(word => lower.includes(word.toLowerCase()))
  const found =
    narration === '' ? `${entryName(number)} has no narration.` : `${entryName(number)} says “${narration}”.`
  return finding(met, { expected, found, fault: 'no-narration' })
}

function judgeNoOthers(state: LedgerState, check: Check<'no-other-entries'>): Finding {
  const left = remaining(state, check.besides)
  const expected =
    check.standing === 1
      ? 'One entry stands for this step and nothing else.'
      : `${check.standing} entries stand for this step and nothing else.`
  const found =
    left.length === 0 ? 'No entry stands.' : `Standing: ${left.map(entry => entryName(entry.number)).join(', ')}.`
  return finding(left.length === check.standing, {
    expected,
    found,
    fault: left.length < check.standing ? 'not-posted' : 'other-entries',
  })
}
