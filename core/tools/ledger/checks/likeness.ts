import { sure } from '../../../ground/sure'
import { amountFault } from './comparison'

import type { Nets } from './nets'

const size = (amount: bigint): bigint => (amount < 0n ? -amount : amount)
const sameSide = (a: bigint, b: bigint): boolean => a > 0n === b > 0n

/**
 * What a line is worth of a whole one: a third for its account, another for its side with it, and the last for its
 * amount with both.
 */
function lineWorth(expected: bigint, found: bigint | undefined): number {
  if (found === undefined) return 0
  if (!sameSide(expected, found)) return 1 / 3
  return expected === found ? 1 : 2 / 3
}

const worth = (expected: Nets, found: Nets, accounts: readonly string[]): number =>
  accounts.reduce((sum, code) => sum + lineWorth(sure(expected.get(code)), found.get(code)), 0)

/**
 * The share that a movement earns that isn't right, from 0 to less than 1: the mean worth of the lines that are
 * expected, less a line for each that stands beyond them and for each entry too many. Lines that any entry for
 * this would have right (`given`) earn nothing; and the share is never more than the whole is worth with them.
 */
export function shareOfLines(expected: Nets, found: Nets, given: ReadonlySet<string>, tooMany = 0): number {
  const all = [...expected.keys()]
  const counted = all.filter(code => !given.has(code))
  const missing = all.filter(code => !found.has(code)).length
  const beyond = [...found.keys()].filter(code => !expected.has(code)).length
  const off = Math.max(0, beyond - missing) + tooMany
  const mean = (accounts: readonly string[]): number =>
    accounts.length === 0 ? 0 : Math.max(0, worth(expected, found, accounts) - off) / accounts.length
  return Math.min(mean(counted), mean(all))
}

/** How like a movement is to what is expected: for finding out which step it was meant for. */
export function closeness(expected: Nets, found: Nets): number {
  const amounts = [...expected.values()].filter(amount => [...found.values()].some(one => size(one) === size(amount)))
  return worth(expected, found, [...expected.keys()]) / expected.size + amounts.length / expected.size / 2
}

/**
 * Whether an entry can be taken for an attempt at this movement: an amount of it stands there, or all the accounts
 * agree, or an account and side agree where the amount is a slip of the pen away.
 */
export function isRecognised(expected: Nets, found: Nets): boolean {
  if (expected.size === found.size && [...expected.keys()].every(code => found.has(code))) return true
  const amounts = [...found.values()].map(size)
  return [...expected].some(([code, net]) => {
    if (amounts.includes(size(net))) return true
    const own = found.get(code)
    return own !== undefined && sameSide(own, net) && amountFault(net, own) !== 'wrong-amount'
  })
}
