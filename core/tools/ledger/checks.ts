import { z } from 'zod'
import type { Finding, JudgeContext } from '../tool'
import { amountOf, grouped } from './amount'
import { balanceOf } from './balances'
import { amountFault, closeness, compare, netsOf, shareOf } from './comparison'
import type { Comparison, Nets } from './comparison'
import { accountOf, entries, entryOf, reversalOf, standingEntries } from './journal'
import { day, dayInWords, entryName, side } from './state'
import type { Entry, LedgerState, Line } from './state'

const decimalString = z.string().regex(/^\d{1,13}(\.\d{1,2})?$/, 'a decimal string such as "450.00"')

/** A line that a check expects. Several account codes mean that any one of them is right. */
const expectedLine = z
  .strictObject({
    account: z.union([z.string(), z.array(z.string()).min(1)]),
    debit: decimalString.optional(),
    credit: decimalString.optional(),
  })
  .refine(line => (line.debit === undefined) !== (line.credit === undefined), 'exactly one of debit and credit')
const expectedLines = z.array(expectedLine).min(2).max(20)
type ExpectedLines = z.infer<typeof expectedLines>

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

const dateRange = { on: day.optional(), from: day.optional(), to: day.optional() }

export const ledgerCheck = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('entry-posted'), ...aboutEntry, partial: z.boolean().default(false) }),
  z.strictObject({ kind: z.literal('entry-dated'), ...aboutEntry, ...dateRange }),
  z.strictObject({ kind: z.literal('entry-narrated'), ...aboutEntry, mentions: z.array(z.string()).default([]) }),
  z.strictObject({ kind: z.literal('entry-reversed'), entry: z.int().positive(), ...dateRange }),
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
export type LedgerCheck = z.infer<typeof ledgerCheck>
type Check<Kind extends LedgerCheck['kind']> = Extract<LedgerCheck, { kind: Kind }>
type AboutEntry = Check<'entry-posted'> | Check<'entry-dated'> | Check<'entry-narrated'>

export function judge(state: LedgerState, check: LedgerCheck, _context: JudgeContext<LedgerState>): Finding {
  switch (check.kind) {
    case 'entry-posted':
      return judgePosted(state, check)
    case 'entry-dated':
      return judgeDated(state, check)
    case 'entry-narrated':
      return judgeNarrated(state, check)
    case 'entry-reversed':
      return judgeReversed(state, check)
    case 'account-balance':
      return judgeBalance(state, check)
    case 'trial-balance-shows':
      return judgeTrialBalance(state, check)
    case 'no-other-entries':
      return judgeNoOthers(state, check)
  }
}

const finding = (met: boolean, rest: Omit<Finding, 'met' | 'share'> & { share?: number }): Finding => {
  const { share = met ? 1 : 0, fault, note, ...texts } = rest
  return { met, share, ...texts, ...(met || fault === undefined ? {} : { fault }), ...(note ? { note } : {}) }
}

/** Every way of choosing one account for each line, as lines that can be compared. */
function variants(lines: ExpectedLines): Line[][] {
  return lines.reduce<Line[][]>(
    (built, line) => {
      const codes = typeof line.account === 'string' ? [line.account] : line.account
      const rest =
        line.debit !== undefined
          ? { side: 'debit' as const, amount: amountOf(line.debit) }
          : { side: 'credit' as const, amount: amountOf(line.credit ?? '0') }
      return built.flatMap(before => codes.map(account => [...before, { account, ...rest }]))
    },
    [[]],
  )
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

function linesInWords(state: LedgerState, lines: readonly Line[]): string {
  return lines
    .map(line => `${line.side} ${line.account} ${accountOf(state, line.account)?.name ?? ''} ${grouped(line.amount)}`)
    .join('; ')
}

const entryInWords = (state: LedgerState, entry: Entry): string =>
  `${entryName(entry.number)}: ${linesInWords(state, entry.lines)}`

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

function datesInWords(range: { on?: string; from?: string; to?: string }): string {
  if (range.on) return `on ${dayInWords(range.on)}`
  if (range.from && range.to) return `from ${dayInWords(range.from)} to ${dayInWords(range.to)}`
  return range.from
    ? `on or after ${dayInWords(range.from)}`
    : range.to
      ? `on or before ${dayInWords(range.to)}`
      : 'on any date'
}

const inRange = (date: string, range: { on?: string; from?: string; to?: string }): boolean =>
  (!range.on || date === range.on) && (!range.from || date >= range.from) && (!range.to || date <= range.to)

function judgeDated(state: LedgerState, check: Check<'entry-dated'>): Finding {
  const expected = `The entry is dated ${datesInWords(check).replace(/^on (?=\d)/, '')}.`
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

function judgeReversed(state: LedgerState, check: Check<'entry-reversed'>): Finding {
  const name = entryName(check.entry)
  const expected = `${name} is reversed by a linked entry dated ${datesInWords(check).replace(/^on (?=\d)/, '')}.`
  const reversal = reversalOf(state, check.entry)
  if (reversal) {
    return finding(inRange(reversal.date, check), {
      expected,
      found: `${entryName(reversal.number)} reverses it, dated ${dayInWords(reversal.date)}.`,
      fault: 'wrong-date',
    })
  }
  const other = entries(state)
    .slice(state.opening)
    .find(entry => entry.reverses !== undefined)
  if (other) {
    return finding(false, {
      expected,
      found: `${entryName(other.number)} reverses ${entryName(other.reverses!)}.`,
      fault: 'wrong-entry-reversed',
    })
  }
  const mirror = mirrorOf(state, check.entry)
  return mirror
    ? finding(false, {
        expected,
        found: `${entryName(mirror.number)} mirrors it but isn’t linked to it.`,
        fault: 'not-linked',
      })
    : finding(false, { expected, found: `${name} stands unreversed.`, fault: 'not-reversed' })
}

/** A trainee's own entry that undoes the one with this number without being linked to it. */
function mirrorOf(state: LedgerState, number: number): Entry | undefined {
  const original = entryOf(state, number)
  if (!original) return undefined
  const undone = new Map([...netsOf(original.lines)].map(([code, net]) => [code, -net]))
  return standingEntries(state).find(entry => matches(entry, undone))
}

interface Row {
  account: string
  side: 'debit' | 'credit'
  amount: string
}

/** One expected balance against the books; fault and texts as for a check of its own. */
function compareBalance(state: LedgerState, row: Row): { right: boolean; found: string; fault?: string } {
  const account = accountOf(state, row.account)
  if (!account) return { right: false, found: `there is no account ${row.account}`, fault: 'wrong-account' }
  const balance = balanceOf(state, account)
  const found = balance.amount === 0n ? 'nothing' : `${balance.side} ${grouped(balance.amount)}`
  const wanted = BigInt(amountOf(row.amount))
  if (balance.amount === wanted && (wanted === 0n || balance.side === row.side)) return { right: true, found }
  if (balance.amount === wanted) return { right: false, found, fault: 'wrong-side' }
  return { right: false, found, fault: amountFault(wanted, balance.amount) }
}

const rowInWords = (state: LedgerState, row: Row): string =>
  `${row.account} ${accountOf(state, row.account)?.name ?? ''} ${row.side} ${grouped(amountOf(row.amount))}`

function judgeBalance(state: LedgerState, check: Check<'account-balance'>): Finding {
  const { right, found, fault } = compareBalance(state, check)
  return finding(right, {
    expected: `Balance of ${rowInWords(state, check)}.`,
    found: `The balance is ${found}.`,
    fault,
  })
}

function judgeTrialBalance(state: LedgerState, check: Check<'trial-balance-shows'>): Finding {
  const rows = check.rows.map(row => ({ row, ...compareBalance(state, row) }))
  const right = rows.filter(row => row.right).length
  return finding(right === rows.length, {
    share: right / rows.length,
    expected: `The trial balance shows ${check.rows.map(row => rowInWords(state, row)).join('; ')}.`,
    found: `It shows ${rows.map(({ row, found }) => `${row.account} ${found}`).join('; ')}.`,
    fault: rows.find(row => !row.right)?.fault,
  })
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
