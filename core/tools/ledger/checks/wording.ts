import type { Finding } from '../../tool'
import { grouped } from '../../../ground/money'
import { accountOf } from '../journal'
import { dayInWords, entryName } from '../state'
import type { Entry, LedgerState, Line } from '../state'

/** A finding with what goes without saying: no fault where it is met, all or nothing where no share is given. */
export const finding = (met: boolean, rest: Omit<Finding, 'met' | 'share'> & { share?: number }): Finding => {
  const { share = met ? 1 : 0, fault, note, ...texts } = rest
  return { met, share, ...texts, ...(met || fault === undefined ? {} : { fault }), ...(note ? { note } : {}) }
}

export function linesInWords(state: LedgerState, lines: readonly Line[]): string {
  return lines
    .map(line => `${line.side} ${line.account} ${accountOf(state, line.account)?.name ?? ''} ${grouped(line.amount)}`)
    .join('; ')
}

export const entryInWords = (state: LedgerState, entry: Entry): string =>
  `${entryName(entry.number)}: ${linesInWords(state, entry.lines)}`

export const namesInWords = (entries: readonly Entry[]): string =>
  entries.map(({ number }) => entryName(number)).join(', ')

/** Days from which to which, both included; either may be open. */
export interface DateRange {
  on?: string | undefined
  from?: string | undefined
  to?: string | undefined
}

export function datesInWords(range: DateRange): string {
  if (range.on) return `on ${dayInWords(range.on)}`
  if (range.from && range.to) return `from ${dayInWords(range.from)} to ${dayInWords(range.to)}`
  return range.from
    ? `on or after ${dayInWords(range.from)}`
    : range.to
      ? `on or before ${dayInWords(range.to)}`
      : 'on any date'
}

/** The same after “dated”: a single day needs no “on” there. */
export const datedInWords = (range: DateRange): string => datesInWords(range).replace(/^on (?=\d)/, '')

export const inRange = (date: string, range: DateRange): boolean =>
  (!range.on || date === range.on) && (!range.from || date >= range.from) && (!range.to || date <= range.to)
