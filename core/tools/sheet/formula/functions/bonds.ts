import { dayOf, daysInMonth, monthsOn, serialOf } from '../dates'
import { NO_NUMBER } from '../values'
import type { Scalar } from '../values'
import { days360, yearFraction } from './dates'
import { define } from './definition'
import type { SheetFunction } from './definition'
import { root } from './finance'
import { spend } from '../spending'

/** A bond as the functions on coupons take it: bought on a day, paid back on another, with coupons in between. */
interface Coupons {
  settlement: number
  maturity: number
  /** Coupons a year: 1, 2 or 4. */
  frequency: number
  /** How days are counted: 0 and 4 by years of 360, 1 as they are, 2 by 360, 3 by 365. */
  basis: number
}

const life = { settlement: 'number', maturity: 'number', frequency: 'number', basis: 'number?' } as const
const rated = { settlement: 'number', maturity: 'number', rate: 'number' } as const

function couponsOf(given: { settlement: number; maturity: number; frequency: number; basis?: number | undefined }) {
  const coupons = {
    settlement: Math.floor(given.settlement),
    maturity: Math.floor(given.maturity),
    frequency: Math.floor(given.frequency),
    basis: Math.floor(given.basis ?? 0),
  }
  const right =
    coupons.settlement < coupons.maturity &&
    coupons.settlement >= 0 &&
    [1, 2, 4].includes(coupons.frequency) &&
    coupons.basis >= 0 &&
    coupons.basis <= 4
  return right ? coupons : null
}

/** The day of a coupon, counted back from maturity; the last of a month stays the last. */
function couponDay({ maturity, frequency }: Coupons, back: number): number {
  const day = monthsOn(maturity, (-back * 12) / frequency)
  const end = dayOf(maturity)
  if (end.day !== daysInMonth(end.year, end.month)) return day
  const { year, month } = dayOf(day)
  return serialOf(year, month, daysInMonth(year, month))
}

/** How many coupons are still to come. */
function comingOf(coupons: Coupons): number {
  let count = 1
  while (couponDay(coupons, count) > coupons.settlement) {
    spend(1)
    count += 1
  }
  return count
}

/** Days between two days by a way of counting. */
function daysBy(basis: number, from: number, to: number): number {
  return basis === 0 || basis === 4 ? days360(from, to, basis === 4) : to - from
}

/** Where a day of settlement lies among the coupons; all in days but for the number of coupons. */
function periodOf(coupons: Coupons) {
  const count = comingOf(coupons)
  const [before, next] = [couponDay(coupons, count), couponDay(coupons, count - 1)]
  const { basis, frequency, settlement } = coupons
  const days = basis === 1 ? next - before : (basis === 3 ? 365 : 360) / frequency
  const since = daysBy(basis, before, settlement)
  // By years of 360 days what is left is what isn’t gone.
  const left = basis === 0 || basis === 4 ? days - since : next - settlement
  return { count, before, next, days, since, left }
}

const coupon = (name: string, about: string, work: (period: ReturnType<typeof periodOf>) => number): SheetFunction =>
  define(name, about, life, args => {
    const coupons = couponsOf(args)
    return coupons ? work(periodOf(coupons)) : NO_NUMBER
  })

interface Bond extends Coupons {
  rate: number
  redemption: number
}

/** The price per 100 without what the coupon has grown to since the last one (OpenFormula 6.12, PRICE). */
function priceOf(bond: Bond, yielded: number): number {
  const { count, days, since, left } = periodOf(bond)
  const { frequency, rate, redemption } = bond
  const paid = (100 * rate) / frequency
  const grown = paid * (since / days)
  const share = left / days
  if (count === 1) return (redemption + paid) / (1 + (share * yielded) / frequency) - grown
  const factor = 1 + yielded / frequency
  let sum = redemption / factor ** (count - 1 + share)
  for (let at = 0; at < count; at += 1) sum += paid / factor ** (at + share)
  return sum - grown
}

/** The average time until a bond pays, weighted by what its payments are worth, in years (Macaulay). */
function durationOf(coupons: Coupons, rate: number, yielded: number): number {
  const { count, days, left } = periodOf(coupons)
  const { frequency } = coupons
  const factor = 1 + yielded / frequency
  let [sum, weighted] = [0, 0]
  for (let at = 0; at < count; at += 1) {
    const time = at + left / days
    const worth = ((100 * rate) / frequency + (at === count - 1 ? 100 : 0)) / factor ** time
    sum += worth
    weighted += worth * time
  }
  return weighted / sum / frequency
}

const bond = { ...rated, yielded: 'number', frequency: 'number', basis: 'number?' } as const

const duration = (
  name: string,
  about: string,
  work: (years: number, yielded: number, frequency: number) => number,
): SheetFunction =>
  define(name, about, bond, args => {
    const coupons = couponsOf(args)
    if (!coupons || args.rate < 0 || args.yielded < 0) return NO_NUMBER
    return work(durationOf(coupons, args.rate, args.yielded), args.yielded, coupons.frequency)
  })

/** A paper that pays its interest with what was lent, on the last day; `worth`: by its parts of years. */
const atMaturity = (
  name: string,
  about: string,
  last: 'yielded' | 'price',
  work: (parts: { whole: number; gone: number; left: number }, rate: number, last: number) => number,
): SheetFunction =>
  define(
    name,
    about,
    { settlement: 'number', maturity: 'number', issue: 'number', rate: 'number', last: 'number', basis: 'number?' },
    args => {
      const { settlement, maturity, issue, rate, basis = 0 } = args
      const between = (from: number, to: number): number | null => yearFraction(from, to, Math.floor(basis))
      const [whole, gone, left] = [between(issue, maturity), between(issue, settlement), between(settlement, maturity)]
      const wrong =
        issue > settlement || settlement >= maturity || rate < 0 || (last === 'price' ? args.last <= 0 : args.last < 0)
      if (wrong || whole === null || gone === null || left === null) return NO_NUMBER
      return work({ whole, gone, left }, rate, args.last)
    },
  )

/** Interest from a day of issue to another, for so much lent at a rate. */
function accrued(issue: number, to: number, rate: number, lent: number, basis: number): Scalar {
  const years = yearFraction(issue, to, Math.floor(basis))
  return years === null || issue >= to || rate <= 0 || lent <= 0 ? NO_NUMBER : lent * rate * years
}

/** Bonds with coupons, and papers that pay at maturity (OpenFormula 6.12). */
export const bonds: readonly SheetFunction[] = [
  coupon('COUPNUM', 'How many coupons are still to come.', ({ count }) => count),
  coupon('COUPPCD', 'The day of the coupon before.', ({ before }) => before),
  coupon('COUPNCD', 'The day of the next coupon.', ({ next }) => next),
  coupon('COUPDAYS', 'The days of the coupon’s period in which a day lies.', ({ days }) => days),
  coupon('COUPDAYBS', 'The days from the coupon before to a day.', ({ since }) => since),
  coupon('COUPDAYSNC', 'The days from a day to the next coupon.', ({ left }) => left),
  define(
    'PRICE',
    'The price of a bond with coupons, per 100, at a yield.',
    { ...rated, yielded: 'number', redemption: 'number', frequency: 'number', basis: 'number?' },
    args => {
      const coupons = couponsOf(args)
      if (!coupons || args.rate < 0 || args.yielded < 0 || args.redemption <= 0) return NO_NUMBER
      return priceOf({ ...coupons, rate: args.rate, redemption: args.redemption }, args.yielded)
    },
  ),
  define(
    'YIELD',
    'What a bond with coupons yields that is bought at a price.',
    { ...rated, price: 'number', redemption: 'number', frequency: 'number', basis: 'number?' },
    args => {
      const coupons = couponsOf(args)
      if (!coupons || args.rate < 0 || args.price <= 0 || args.redemption <= 0) return NO_NUMBER
      const one = { ...coupons, rate: args.rate, redemption: args.redemption }
      const missing = (yielded: number): number => {
        spend(1)
        return priceOf(one, yielded) - args.price
      }
      return root(missing, Math.max(0.01, args.rate)) ?? NO_NUMBER
    },
  ),
  duration('DURATION', 'The average time until a bond pays, in years.', years => years),
  duration(
    'MDURATION',
    'How far a bond’s price falls, in hundredths, for each hundredth more of yield.',
    (years, yielded, frequency) => years / (1 + yielded / frequency),
  ),
  atMaturity(
    'PRICEMAT',
    'The price of a paper that pays its interest at maturity, per 100.',
    'yielded',
    ({ whole, gone, left }, rate, yielded) => (100 + whole * rate * 100) / (1 + left * yielded) - gone * rate * 100,
  ),
  atMaturity(
    'YIELDMAT',
    'What a paper yields that pays its interest at maturity.',
    'price',
    ({ whole, gone, left }, rate, price) => ((1 + whole * rate) / (price / 100 + gone * rate) - 1) / left,
  ),
  define(
    'ACCRINT',
    'Interest of a bond with coupons from its issue to a day.',
    {
      issue: 'number',
      first: 'number',
      settlement: 'number',
      rate: 'number',
      lent: 'number',
      frequency: 'number',
      basis: 'number?',
    },
    ({ issue, settlement, rate, lent, frequency, basis = 0 }) =>
      [1, 2, 4].includes(Math.floor(frequency)) ? accrued(issue, settlement, rate, lent, basis) : NO_NUMBER,
  ),
  define(
    'ACCRINTM',
    'Interest of a paper from its issue to the day on which it pays.',
    { issue: 'number', settlement: 'number', rate: 'number', lent: 'number?', basis: 'number?' },
    ({ issue, settlement, rate, lent = 1000, basis = 0 }) => accrued(issue, settlement, rate, lent, basis),
  ),
]
