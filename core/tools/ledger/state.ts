import { z } from 'zod'
import type { Pence } from '../../ground/money'

export const side = z.enum(['debit', 'credit'])
export type Side = z.infer<typeof side>

export const accountType = z.enum(['asset', 'liability', 'equity', 'income', 'expense'])

/** An ISO 8601 calendar date, `2026-10-30`. */
export const day = z.iso.date()

export const account = z.strictObject({
  code: z.string().min(1).max(12),
  name: z.string().min(1).max(80),
  type: accountType,
  /** Only for contra accounts: the side on which a balance is usual, where it differs from the type's. */
  normal: side.optional(),
  /** A heading groups accounts and takes no postings. */
  heading: z.boolean().optional(),
  /** What the account is for, where a check must know it. */
  role: z.enum(['vat']).optional(),
})
export type Account = z.infer<typeof account>

export const period = z.strictObject({ from: day, to: day })
export type Period = z.infer<typeof period>

/** A line as it is written: a decimal string on one side. Whether it can be posted is another question. */
export const writtenLine = z.strictObject({
  account: z.string().max(40),
  debit: z.string().max(40).optional(),
  credit: z.string().max(40).optional(),
})
export type WrittenLine = z.infer<typeof writtenLine>

export const writtenEntry = z.strictObject({
  date: z.string().max(40),
  narration: z.string().max(500),
  lines: z.array(writtenLine).max(200),
})
export type WrittenEntry = z.infer<typeof writtenEntry>

export const ledgerSetup = z.strictObject({
  chart: z.array(account).min(1),
  period,
  /** Entries that stand in the journal before the trainee begins. */
  opening: z.array(writtenEntry).default([]),
})
export type LedgerSetup = z.infer<typeof ledgerSetup>

export interface Line {
  account: string
  side: Side
  amount: Pence
}

/** A posted entry. It is never edited; a mistake is put right by another entry that reverses it. */
export interface Entry {
  /** 1, 2, 3 … in the order of posting, shown as J-001. */
  number: number
  date: string
  narration: string
  lines: readonly Line[]
  /** The number of the entry that this one reverses. */
  reverses?: number
}

export const view = z.enum(['journal', 'accounts', 'trial-balance'])
export type View = z.infer<typeof view>

/** How many entries a journal page holds. Posting copies one page at most, however long the journal is. */
export const PAGE_LENGTH = 128

export interface LedgerState {
  chart: readonly Account[]
  period: Period
  /** The journal in order of posting, in pages of `PAGE_LENGTH`; only the last may be shorter. */
  pages: readonly (readonly Entry[])[]
  /** How many entries stood there before the trainee began. */
  opening: number
  draft: WrittenEntry
  view: View
  /** The account whose postings are open beside the journal. */
  account: string | null
}

export const EMPTY_DRAFT: WrittenEntry = { date: '', narration: '', lines: [] }

/** The number under which people know an entry: J-007. */
export function entryName(number: number): string {
  return `J-${String(number).padStart(3, '0')}`
}

const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec']

/** An ISO day for reading: 30 Oct 2026. What isn't a day stays as it is. */
export function dayInWords(iso: string): string {
  const [year, month, date] = iso.split('-').map(Number)
  const name = month === undefined ? undefined : MONTHS[month - 1]
  return name && date ? `${date} ${name} ${year}` : iso
}

export function normalSide(account: Account): Side {
  if (account.normal) return account.normal
  return account.type === 'asset' || account.type === 'expense' ? 'debit' : 'credit'
}
