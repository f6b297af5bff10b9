import { addressText, readAddress } from '../../../ground/addresses/ipv4'
import type { Address } from '../../../ground/addresses/ipv4'

/** Addresses from one to another, both of them included. */
export interface Range {
  first: Address
  last: Address
}

/** One address, or two with a hyphen between them; null for anything else, or where the second comes first. */
function readRange(text: string): Range | null {
  const [one = '', other, ...more] = text.split('-').map(part => part.trim())
  const first = readAddress(one)
  const last = other === undefined ? first : readAddress(other)
  return first === null || last === null || last < first || more.length > 0 ? null : { first, last }
}

const rangeText = ({ first, last }: Range): string =>
  first === last ? addressText(first) : `${addressText(first)}-${addressText(last)}`

/** Several of them, with commas between; null where one can’t be read. */
export function readRanges(text: string): Range[] | null {
  const ranges = text.split(',').map(part => readRange(part.trim()))
  return ranges.every(range => range !== null) ? ranges : null
}

export const rangesText = (ranges: readonly Range[]): string => ranges.map(rangeText).join(',')
export const isInRange = (address: Address, { first, last }: Range): boolean => address >= first && address <= last
