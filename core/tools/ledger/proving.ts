import { pick } from '../../ground/random'
import type { Proving, Random } from '../tool'
import { amountOf, decimal } from '../../ground/money'
import { sure } from '../../ground/sure'
import type { LedgerCheck } from './checks'
import { variants } from './checks/expected'
import { checksOf } from './checks/sharing'
import type { LedgerContext } from './checks/sharing'
import { entryCount } from './journal'
import type { LedgerOp } from './ops'
import type { LedgerState, WrittenEntry, WrittenLine } from './state'

type Post = Extract<LedgerOp, { type: 'entry.post' }>

const isPost = (op: LedgerOp): op is Post => op.type === 'entry.post'

const withEntry = (ops: readonly LedgerOp[], at: Post, ...entries: WrittenEntry[]): LedgerOp[] =>
  ops.flatMap(op => (op === at ? entries.map((entry): LedgerOp => ({ type: 'entry.post', entry })) : [op]))

/** The same lines in another order. */
function otherOrder(ops: readonly LedgerOp[], post: Post, random: Random): LedgerOp[] {
  const { lines } = post.entry
  const from = Math.floor(random() * lines.length)
  const turned = [...lines.slice(from), ...lines.slice(0, from)]
  return withEntry(ops, post, { ...post.entry, lines: random() < 0.5 ? turned : turned.reverse() })
}

const sideOf = (line: WrittenLine): 'debit' | 'credit' => (line.debit === undefined ? 'credit' : 'debit')
const penceOf = (line: WrittenLine): number => amountOf(line[sideOf(line)] ?? '0')
const lineOf = ({ account }: WrittenLine, side: 'debit' | 'credit', pence: number): WrittenLine => ({
  account,
  [side]: decimal(pence),
})

/** One line as two of the same account. */
function lineSplit(ops: readonly LedgerOp[], post: Post, random: Random): LedgerOp[] {
  const { lines } = post.entry
  const line = sure(pick(lines, random))
  const pence = penceOf(line)
  if (pence < 2) return [...ops]
  const part = 1 + Math.floor(random() * (pence - 1))
  const halves = [lineOf(line, sideOf(line), part), lineOf(line, sideOf(line), pence - part)]
  return withEntry(ops, post, { ...post.entry, lines: lines.flatMap(one => (one === line ? halves : [one])) })
}

/** A line of an account beside it that comes to nothing. */
function cancelling(ops: readonly LedgerOp[], post: Post, random: Random): LedgerOp[] {
  const line = sure(pick(post.entry.lines, random))
  const pence = 1 + Math.floor(random() * 50_000)
  const lines = [...post.entry.lines, lineOf(line, 'debit', pence), lineOf(line, 'credit', pence)]
  return withEntry(ops, post, { ...post.entry, lines })
}

/** One entry as two that balance each by itself. */
function entrySplit(ops: readonly LedgerOp[], post: Post, random: Random): LedgerOp[] {
  const { lines } = post.entry
  const debit = sure(
    pick(
      lines.filter(line => sideOf(line) === 'debit'),
      random,
    ),
  )
  const credit = sure(
    pick(
      lines.filter(line => sideOf(line) === 'credit'),
      random,
    ),
  )
  const most = Math.min(penceOf(debit), penceOf(credit))
  if (most < 2) return [...ops]
  const part = 1 + Math.floor(random() * (most - 1))
  const rest = lines.flatMap(line => {
    const left = line === debit || line === credit ? penceOf(line) - part : penceOf(line)
    return left > 0 ? [lineOf(line, sideOf(line), left)] : []
  })
  return withEntry(
    ops,
    post,
    { ...post.entry, lines: [lineOf(debit, 'debit', part), lineOf(credit, 'credit', part)] },
    { ...post.entry, lines: rest },
  )
}

/** Looks around between the operations. */
function withLooks(ops: readonly LedgerOp[], state: LedgerState, random: Random): LedgerOp[] {
  const look = (): LedgerOp => {
    const account = pick(state.chart, random)?.code ?? null
    return random() < 0.5
      ? { type: 'account.open', account }
      : { type: 'view.show', view: sure(pick(['journal', 'accounts', 'trial-balance'] as const, random)) }
  }
  return ops.flatMap(op => (random() < 0.6 ? [look(), op] : [op, look()]))
}

/** A wrong entry after the others, taken back by a linked reversal or by hand. */
function withSlipTakenBack(ops: readonly LedgerOp[], before: LedgerState, random: Random): LedgerOp[] {
  const accounts = before.chart.filter(({ heading }) => !heading)
  const debit = sure(pick(accounts, random))
  const credit = sure(
    pick(
      accounts.filter(account => account !== debit),
      random,
    ),
  )
  const amount = decimal(1 + Math.floor(random() * 500_000))
  const { from, to } = before.period
  const entry = (one: string, other: string): WrittenEntry => ({
    date: random() < 0.5 ? from : to,
    narration: 'Slip',
    lines: [
      { account: one, debit: amount },
      { account: other, credit: amount },
    ],
  })
  const posted = ops.filter(op => op.type === 'entry.post' || op.type === 'entry.reverse').length
  const back: LedgerOp =
    random() < 0.5
      ? { type: 'entry.reverse', entry: entryCount(before) + posted + 1, date: to }
      : { type: 'entry.post', entry: entry(credit.code, debit.code) }
  return [...ops, { type: 'entry.post', entry: entry(debit.code, credit.code) }, back]
}

/** Entries that no later reversal takes back. */
function standingPosts(ops: readonly LedgerOp[], before: LedgerState): Post[] {
  const changes = ops.filter(op => op.type === 'entry.post' || op.type === 'entry.reverse')
  const reversed = new Set(changes.flatMap(op => (op.type === 'entry.reverse' ? [op.entry] : [])))
  return changes.filter((op, at): op is Post => isPost(op) && !reversed.has(entryCount(before) + at + 1))
}

/** Whether entries are numbered on: a solution that reverses entries of its own counts on their numbers. */
const reversesOwn = (ops: readonly LedgerOp[], before: LedgerState): boolean =>
  ops.some(op => op.type === 'entry.reverse' && op.entry > entryCount(before))

/** A penny more on both sides. */
function aPenny(ops: readonly LedgerOp[], post: Post, random: Random): LedgerOp[] {
  const debit = pick(
    post.entry.lines.filter(line => sideOf(line) === 'debit'),
    random,
  )
  const credit = pick(
    post.entry.lines.filter(line => sideOf(line) === 'credit' && line.account !== debit?.account),
    random,
  )
  const lines = post.entry.lines.map(line =>
    line === debit || line === credit ? lineOf(line, sideOf(line), penceOf(line) + 1) : line,
  )
  return withEntry(ops, post, { ...post.entry, lines })
}

/** Every account that one of these checks takes for right. */
function accountsAsked(checks: readonly LedgerCheck[]): Set<string> {
  return new Set(
    checks.flatMap(check =>
      check.kind === 'movement' ? [check.lines, ...check.or].flat().flatMap(({ account }) => account) : [],
    ),
  )
}

/** Another account in place of one. */
function otherAccount(
  ops: readonly LedgerOp[],
  post: Post,
  before: LedgerState,
  context: LedgerContext,
  random: Random,
) {
  const asked = accountsAsked(checksOf(context))
  const others = before.chart.filter(
    ({ code, heading }) =>
      !heading && !asked.has(code) && !ops.some(op => isPost(op) && op.entry.lines.some(line => line.account === code)),
  )
  const line = sure(pick(post.entry.lines, random))
  const other = pick(others, random)
  if (!other) return null
  const lines = post.entry.lines.map(one => (one === line ? { ...one, account: other.code } : one))
  return withEntry(ops, post, { ...post.entry, lines })
}

/** A day on which the entry isn't asked to be. */
function dayOutside(ops: readonly LedgerOp[], post: Post, before: LedgerState, context: LedgerContext, random: Random) {
  const dated = checksOf(context).find(check => check.kind === 'dated')
  if (!dated) return null
  const [first, last] = [Date.parse(before.period.from), Date.parse(before.period.to)]
  const days = Array.from({ length: (last - first) / 86_400_000 + 1 }, (_, day) =>
    new Date(first + day * 86_400_000).toISOString().slice(0, 10),
  ).filter(day => (dated.on && day !== dated.on) || (dated.from && day < dated.from) || (dated.to && day > dated.to))
  const date = pick(days, random)
  return date === undefined ? null : withEntry(ops, post, { ...post.entry, date })
}

export const proving: Proving<LedgerState, LedgerOp, LedgerCheck> = {
  harmless(ops, before, context, random) {
    const post = pick(ops.filter(isPost), random)
    const looks = { change: 'looks in between', ops: withLooks(ops, before, random) }
    if (!post) return looks
    const changes = [
      () => looks,
      () => ({ change: 'order of lines', ops: otherOrder(ops, post, random) }),
      () => ({ change: 'a line split in two', ops: lineSplit(ops, post, random) }),
      () => ({ change: 'lines of an account that cancel', ops: cancelling(ops, post, random) }),
      () => ({ change: 'a wrong entry taken back', ops: withSlipTakenBack(ops, before, random) }),
    ]
    const inOne = checksOf(context).some(({ kind }) => kind === 'one-entry')
    if (!inOne && !reversesOwn(ops, before))
      changes.push(() => ({ change: 'an entry split into two', ops: entrySplit(ops, post, random) }))
    return sure(pick(changes, random))()
  },
  harmful(ops, before, context, random) {
    if (!checksOf(context).some(({ kind }) => kind === 'movement')) return null
    const post = pick(standingPosts(ops, before), random)
    if (!post) return null
    const kind = sure(pick(['a penny', 'another account', 'a day outside'], random))
    const changed =
      kind === 'a penny'
        ? aPenny(ops, post, random)
        : kind === 'another account'
          ? otherAccount(ops, post, before, context, random)
          : dayOutside(ops, post, before, context, random)
    return changed && { change: kind, ops: changed }
  },
  following(ops, derived) {
    if (derived.kind !== 'movement') return ops
    const posts = ops.filter(isPost)
    const [lines] = variants(derived.lines)
    const moving = (lines ?? []).filter(({ amount }) => amount > 0)
    if (posts.length !== 1 || moving.length < 2) return null
    const written = moving.map(({ account, side, amount }): WrittenLine => ({ account, [side]: decimal(amount) }))
    return withEntry(ops, sure(posts[0]), { ...sure(posts[0]).entry, lines: written })
  },
}
