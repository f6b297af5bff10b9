import { parseAmount, grouped } from '../../ground/money'
import { accountOf } from './journal'
import { day, dayInWords } from './state'
import type { LedgerState, Line, WrittenEntry, WrittenLine } from './state'

type Read = { ok: true; lines: Line[] } | { ok: false; reasons: string[] }

const filled = (text: string | undefined): text is string => text !== undefined && text.trim() !== ''

function readLine(state: LedgerState, line: WrittenLine, at: string): { line?: Line; reason?: string } {
  const code = line.account.trim()
  if (code === '') return { reason: `${at} has no account.` }
  const account = accountOf(state, code)
  if (!account) return { reason: `${at}: there is no account ${code.slice(0, 24)} in this chart.` }
  if (account.heading)
    return { reason: `${at}: ${code} ${account.name} is a heading and takes no postings; choose an account under it.` }
  if (filled(line.debit) && filled(line.credit))
    return { reason: `${at} has an amount on both sides; a line is either a debit or a credit.` }
  const side = filled(line.debit) ? 'debit' : 'credit'
  const written = line[side]
  if (!filled(written)) return { reason: `${at} has no amount.` }
  const amount = parseAmount(written)
  if (!amount.ok) return { reason: `${at}: ${amount.reason}.` }
  if (amount.pence === 0) return { reason: `${at} is for 0.00; leave the line out instead.` }
  return { line: { account: code, side, amount: amount.pence } }
}

/** Debits less credits. Exact however many lines there are. */
export function difference(lines: readonly Line[]): bigint {
  return lines.reduce((sum, line) => sum + BigInt(line.side === 'debit' ? line.amount : -line.amount), 0n)
}

/** Why this date can't be posted to, as a sentence, or null if it can. */
export function refuseDate(state: LedgerState, date: string): string | null {
  if (!filled(date)) return 'The entry has no date.'
  if (!day.safeParse(date).success) return `“${date.slice(0, 24)}” is not a date; write it like 2026-10-30.`
  if (date < state.period.from || date > state.period.to) {
    return `${dayInWords(date)} is outside the open period, ${dayInWords(state.period.from)} to ${dayInWords(state.period.to)}.`
  }
  return null
}

/**
 * Reads an entry as it would be posted, or gives every reason why it can't be, each a sentence.
 * The date is not looked at here: entries that stood before the open period have earlier ones.
 */
export function readEntry(state: LedgerState, entry: WrittenEntry): Read {
  const reasons: string[] = []
  const lines: Line[] = []
  entry.lines.forEach((written, index) => {
    const { line, reason } = readLine(state, written, `Line ${index + 1}`)
    if (line) lines.push(line)
    if (reason) reasons.push(reason)
  })
  if (entry.lines.length < 2) reasons.push('An entry needs two lines at least.')
  else if (reasons.length === 0) {
    const off = difference(lines)
    if (off !== 0n) {
      const [more, less] = off > 0n ? ['Debits', 'credits'] : ['Credits', 'debits']
      reasons.push(`${more} are ${grouped(off > 0n ? off : -off)} more than ${less}; the two must be equal.`)
    }
  }
  if (/[\u0000-\u001f\u007f]/.test(entry.narration)) reasons.push('The narration holds characters that can’t be shown.')
  return reasons.length === 0 ? { ok: true, lines } : { ok: false, reasons }
}
