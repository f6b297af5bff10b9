import { sure } from '../../../../ground/sure'
import { yearFraction } from './dates'
import { DIVISION, finite, NO_NUMBER, WRONG_TYPE } from '../values'
import type { Scalar } from '../values'
import { define } from './definition'
import type { SheetFunction } from './definition'
import { spend } from '../spending'

/**
 * Money over time: OpenFormula 6.12. What is paid is below nothing, what is received above; `due` is TRUE or 1 where
 * payments fall at the start of a period.
 */
interface Loan {
  rate: number
  periods: number
  payment: number
  present: number
  future: number
  due: number
}

const grown = (rate: number, periods: number): number => (1 + rate) ** periods

/** What a series of payments of 1 comes to at its end. */
const annuity = (rate: number, periods: number, due: number): number =>
  rate === 0 ? periods : ((1 + rate * due) * (grown(rate, periods) - 1)) / rate

const futureValue = ({ rate, periods, payment, present, due }: Omit<Loan, 'future'>): number =>
  -(present * grown(rate, periods) + payment * annuity(rate, periods, due))
const presentValue = ({ rate, periods, payment, future, due }: Omit<Loan, 'present'>): number =>
  -(future + payment * annuity(rate, periods, due)) / grown(rate, periods)
const payment = ({ rate, periods, present, future, due }: Omit<Loan, 'payment'>): number =>
  -(future + present * grown(rate, periods)) / annuity(rate, periods, due)

/** The interest within the payment of one period. */
function interest(loan: Omit<Loan, 'payment'>, period: number): number {
  const paid = payment(loan)
  if (loan.due === 1 && period === 1) return 0
  const owed = futureValue({ ...loan, periods: period - 1, payment: paid })
  return (owed * loan.rate) / (loan.due === 1 ? 1 + loan.rate : 1)
}

/** What one value of a series costs, as against reading a cell: a power, a division. */
const A_POWER = 3

/** Where a function is nothing, from a guess: by tangents, then by halving. `of` says what its own values cost. */
export function root(of: (x: number) => number, guess: number, least = -0.999_999): number | null {
  let x = guess
  for (let round = 0; round < 100; round += 1) {
    const [value, step] = [of(x), 1e-7 * Math.max(1, Math.abs(x))]
    const next = x - (value * 2 * step) / (of(x + step) - of(x - step))
    if (!Number.isFinite(next) || next <= least) break
    if (Math.abs(next - x) < 1e-13 * Math.max(1, Math.abs(x))) return next
    x = next
  }
  if (Number.isFinite(x) && Math.abs(of(x)) < 1e-9) return x
  return halved(of, least)
}

function halved(of: (x: number) => number, least: number): number | null {
  const places = [least, -0.99, -0.9, -0.5, -0.1, 0, 0.01, 0.05, 0.1, 0.2, 0.5, 1, 2, 5, 10, 100]
  for (let at = 1; at < places.length; at += 1) {
    let [low, high] = [sure(places[at - 1]), sure(places[at])]
    let before = of(low)
    if (!Number.isFinite(before) || before * of(high) > 0) continue
    for (let round = 0; round < 200; round += 1) {
      const middle = (low + high) / 2
      const value = of(middle)
      if (value * before <= 0) high = middle
      else {
        low = middle
        before = value
      }
    }
    return (low + high) / 2
  }
  return null
}

function discounted(rate: number, values: readonly number[]): number {
  spend(A_POWER * values.length)
  return values.reduce((sum, value, period) => sum + value / grown(rate, period), 0)
}

/** The same for payments on given days, on the first of them. */
function discountedByDay(rate: number, values: readonly number[], dates: readonly number[]): number {
  spend(A_POWER * values.length)
  return values.reduce((sum, value, at) => sum + value / grown(rate, (sure(dates[at]) - sure(dates[0])) / 365), 0)
}

/** Net present value where the first value comes after one period. */
const netPresent = (rate: number, values: readonly number[]): number => discounted(rate, values) / (1 + rate)

const bothSigns = (values: readonly number[]): boolean =>
  values.some(value => value > 0) && values.some(value => value < 0)

/** Double-declining depreciation of one period. */
function declining(cost: number, salvage: number, life: number, period: number, factor: number): number {
  const share = Math.min(1, factor / life)
  let [left, lost] = [cost, 0]
  spend(period)
  for (let at = 1; at <= period; at += 1) {
    lost = Math.min(left * share, Math.max(0, left - salvage))
    left -= lost
  }
  return lost
}

/** Depreciation by a fixed rate rounded to three places; the first year may be short. */
function fixedDeclining(cost: number, salvage: number, life: number, period: number, months: number): Scalar {
  if (cost <= 0 || salvage < 0 || life <= 0 || period < 1 || months < 1 || months > 12) return NO_NUMBER
  if (period > life + (months < 12 ? 1 : 0)) return NO_NUMBER
  const rate = Math.round((1 - (salvage / cost) ** (1 / life)) * 1000) / 1000
  let [left, lost] = [cost, 0]
  spend(period)
  for (let at = 1; at <= period; at += 1) {
    lost = at === 1 ? (cost * rate * months) / 12 : at === life + 1 ? (left * rate * (12 - months)) / 12 : left * rate
    left -= lost
  }
  return lost
}

/** Depreciation between two moments, going over to equal parts where those are larger. */
function variable(
  cost: number,
  salvage: number,
  life: number,
  start: number,
  end: number,
  factor: number,
  stay: boolean,
): number {
  let [left, sum] = [cost, 0]
  spend(end)
  for (let period = 0; period < Math.ceil(end); period += 1) {
    const quick = Math.min((left * factor) / life, Math.max(0, left - salvage))
    const equal = Math.max(0, left - salvage) / (life - period)
    const lost = !stay && equal > quick ? equal : quick
    const part = Math.max(0, Math.min(end, period + 1) - Math.max(start, period))
    sum += lost * part
    left -= lost
  }
  return sum
}

const loan = { rate: 'number', periods: 'number', present: 'number', future: 'number?', due: 'logical?' } as const
const whole = ({
  rate,
  periods,
  present,
  future = 0,
  due = false,
}: {
  rate: number
  periods: number
  present: number
  future: number | undefined
  due: boolean | undefined
}): Omit<Loan, 'payment'> => ({
  rate,
  periods,
  present,
  future,
  due: due ? 1 : 0,
})

/** Sums over periods of a loan. */
function over(
  name: string,
  about: string,
  each: (loan: Omit<Loan, 'payment'>, period: number) => number,
): SheetFunction {
  return define(
    name,
    about,
    { rate: 'number', periods: 'number', present: 'number', first: 'number', last: 'number', due: 'logical' },
    args => {
      const [first, last] = [Math.ceil(args.first), Math.floor(args.last)]
      if (args.rate <= 0 || args.periods <= 0 || args.present <= 0 || first < 1 || last < first || last > args.periods)
        return NO_NUMBER
      const given = whole({ ...args, future: 0 })
      let sum = 0
      spend(last - first)
      for (let period = first; period <= last; period += 1) sum += each(given, period)
      return finite(sum)
    },
  )
}

export const finance: readonly SheetFunction[] = [
  define('PMT', 'The payment of each period for a loan.', loan, args =>
    args.periods === 0 ? NO_NUMBER : finite(payment(whole(args))),
  ),
  define(
    'PV',
    'What later payments are worth now.',
    { rate: 'number', periods: 'number', payment: 'number', future: 'number?', due: 'logical?' },
    ({ rate, periods, payment: paid, future = 0, due = false }) =>
      finite(presentValue({ rate, periods, payment: paid, future, due: due ? 1 : 0 })),
  ),
  define(
    'FV',
    'What payments come to at the end.',
    { rate: 'number', periods: 'number', payment: 'number', present: 'number?', due: 'logical?' },
    ({ rate, periods, payment: paid, present = 0, due = false }) =>
      finite(futureValue({ rate, periods, payment: paid, present, due: due ? 1 : 0 })),
  ),
  define(
    'NPER',
    'How many periods a loan takes.',
    { rate: 'number', payment: 'number', present: 'number', future: 'number?', due: 'logical?' },
    ({ rate, payment: paid, present, future = 0, due = false }) => {
      if (rate === 0) return paid === 0 ? DIVISION : -(present + future) / paid
      const perPeriod = (paid * (1 + rate * (due ? 1 : 0))) / rate
      return finite(Math.log((perPeriod - future) / (perPeriod + present)) / Math.log(1 + rate))
    },
  ),
  define(
    'RATE',
    'The rate of interest of each period.',
    { periods: 'number', payment: 'number', present: 'number', future: 'number?', due: 'logical?', guess: 'number?' },
    ({ periods, payment: paid, present, future = 0, due = false, guess = 0.1 }) => {
      if (periods <= 0) return NO_NUMBER
      const found = root(
        rate => futureValue({ rate, periods, payment: paid, present, due: due ? 1 : 0 }) - future,
        guess,
      )
      return found ?? NO_NUMBER
    },
  ),
  define(
    'IPMT',
    'The interest within the payment of one period.',
    { rate: 'number', period: 'number', ...loanRest() },
    args =>
      args.period < 1 || args.period > args.periods
        ? NO_NUMBER
        : finite(interest(whole(args), Math.floor(args.period))),
  ),
  define(
    'PPMT',
    'What the payment of one period pays back.',
    { rate: 'number', period: 'number', ...loanRest() },
    args =>
      args.period < 1 || args.period > args.periods
        ? NO_NUMBER
        : finite(payment(whole(args)) - interest(whole(args), Math.floor(args.period))),
  ),
  over('CUMIPMT', 'Interest paid from one period to another.', interest),
  over(
    'CUMPRINC',
    'What is paid back from one period to another.',
    (given, period) => payment(given) - interest(given, period),
  ),
  define(
    'NPV',
    'What later payments are worth now, the first after one period.',
    { rate: 'number', values: 'number...' },
    ({ rate, values }) => (rate === -1 ? DIVISION : finite(netPresent(rate, values))),
  ),
  define(
    'IRR',
    'The rate at which payments are worth nothing now.',
    { values: 'numbers', guess: 'number?' },
    ({ values, guess = 0.1 }) =>
      bothSigns(values) ? (root(rate => discounted(rate, values), guess) ?? NO_NUMBER) : NO_NUMBER,
  ),
  define(
    'MIRR',
    'IRR with rates of their own for what is borrowed and what is laid out.',
    { values: 'numbers', borrowed: 'number', invested: 'number' },
    ({ values, borrowed, invested }) => {
      if (!bothSigns(values)) return DIVISION
      const gained =
        netPresent(
          invested,
          values.map(value => Math.max(0, value)),
        ) * grown(invested, values.length)
      const spent =
        netPresent(
          borrowed,
          values.map(value => Math.min(0, value)),
        ) *
        (1 + borrowed)
      return finite((-gained / spent) ** (1 / (values.length - 1)) - 1)
    },
  ),
  define(
    'XNPV',
    'What payments on given days are worth on the first.',
    { rate: 'number', values: 'numbers', dates: 'numbers' },
    ({ rate, values, dates }) => {
      if (values.length !== dates.length || values.length === 0 || rate <= -1) return NO_NUMBER
      return finite(discountedByDay(rate, values, dates))
    },
  ),
  define(
    'XIRR',
    'The rate at which payments on given days are worth nothing.',
    { values: 'numbers', dates: 'numbers', guess: 'number?' },
    ({ values, dates, guess = 0.1 }) => {
      if (values.length !== dates.length || !bothSigns(values)) return NO_NUMBER
      return root(rate => discountedByDay(rate, values, dates), guess) ?? NO_NUMBER
    },
  ),
  define(
    'SLN',
    'Depreciation in equal parts.',
    { cost: 'number', salvage: 'number', life: 'number' },
    ({ cost, salvage, life }) => (life === 0 ? DIVISION : (cost - salvage) / life),
  ),
  define(
    'SYD',
    'Depreciation by the sum of the years’ digits.',
    { cost: 'number', salvage: 'number', life: 'number', period: 'number' },
    ({ cost, salvage, life, period }) =>
      life <= 0 || period < 1 || period > life
        ? NO_NUMBER
        : ((cost - salvage) * (life - period + 1) * 2) / (life * (life + 1)),
  ),
  define(
    'DDB',
    'Depreciation by a share of what is left, twice the equal part unless told otherwise.',
    { cost: 'number', salvage: 'number', life: 'number', period: 'number', factor: 'number?' },
    ({ cost, salvage, life, period, factor = 2 }) =>
      cost < 0 || salvage < 0 || life <= 0 || period < 1 || period > life || factor <= 0
        ? NO_NUMBER
        : declining(cost, salvage, life, Math.floor(period), factor),
  ),
  define(
    'DB',
    'Depreciation by a fixed rate.',
    { cost: 'number', salvage: 'number', life: 'number', period: 'number', months: 'number?' },
    ({ cost, salvage, life, period, months = 12 }) =>
      fixedDeclining(cost, salvage, life, Math.floor(period), Math.floor(months)),
  ),
  define(
    'VDB',
    'Depreciation between two moments.',
    {
      cost: 'number',
      salvage: 'number',
      life: 'number',
      start: 'number',
      end: 'number',
      factor: 'number?',
      stay: 'logical?',
    },
    ({ cost, salvage, life, start, end, factor = 2, stay = false }) =>
      cost < 0 || salvage < 0 || life <= 0 || start < 0 || end < start || end > life
        ? NO_NUMBER
        : finite(variable(cost, salvage, life, start, end, factor, stay)),
  ),
  define(
    'EFFECT',
    'The yearly rate of a nominal one with several periods.',
    { nominal: 'number', periods: 'number' },
    ({ nominal, periods }) =>
      nominal <= 0 || periods < 1 ? NO_NUMBER : (1 + nominal / Math.floor(periods)) ** Math.floor(periods) - 1,
  ),
  define(
    'NOMINAL',
    'The nominal rate of a yearly one.',
    { effective: 'number', periods: 'number' },
    ({ effective, periods }) =>
      effective <= 0 || periods < 1
        ? NO_NUMBER
        : Math.floor(periods) * ((1 + effective) ** (1 / Math.floor(periods)) - 1),
  ),
  define(
    'ISPMT',
    'The interest of one period where what is owed falls evenly.',
    { rate: 'number', period: 'number', periods: 'number', present: 'number' },
    ({ rate, period, periods, present }) => (periods === 0 ? DIVISION : -present * rate * (1 - period / periods)),
  ),
  define(
    'RRI',
    'The rate at which a value grows to another.',
    { periods: 'number', present: 'number', future: 'number' },
    ({ periods, present, future }) =>
      periods <= 0 || present === 0 ? NO_NUMBER : finite((future / present) ** (1 / periods) - 1),
  ),
  define(
    'PDURATION',
    'How many periods a value takes to grow to another.',
    { rate: 'number', present: 'number', future: 'number' },
    ({ rate, present, future }) =>
      rate <= 0 || present <= 0 || future <= 0 ? NO_NUMBER : Math.log(future / present) / Math.log(1 + rate),
  ),
  define(
    'DOLLARDE',
    'A price in parts of a whole as a decimal.',
    { price: 'number', parts: 'number' },
    ({ price, parts }) => {
      const by = Math.floor(parts)
      if (by < 0) return NO_NUMBER
      if (by === 0) return DIVISION
      const units = Math.trunc(price)
      return units + ((price - units) * 10 ** Math.ceil(Math.log10(by))) / by
    },
  ),
  define(
    'DOLLARFR',
    'A decimal price in parts of a whole.',
    { price: 'number', parts: 'number' },
    ({ price, parts }) => {
      const by = Math.floor(parts)
      if (by < 0) return NO_NUMBER
      if (by === 0) return DIVISION
      const units = Math.trunc(price)
      return units + ((price - units) * by) / 10 ** Math.ceil(Math.log10(by))
    },
  ),
  discount(
    'DISC',
    'The discount rate of a paper.',
    (price, redemption, years) => (redemption - price) / redemption / years,
  ),
  discount(
    'INTRATE',
    'The rate of interest of a paper that is fully paid in.',
    (price, redemption, years) => (redemption - price) / price / years,
  ),
  discount(
    'RECEIVED',
    'What a fully paid-in paper gives at its end, at a discount rate.',
    (invested, rate, years) => invested / (1 - rate * years),
  ),
  discount(
    'PRICEDISC',
    'The price of a paper at a discount rate.',
    (rate, redemption, years) => redemption - rate * redemption * years,
  ),
  discount(
    'YIELDDISC',
    'The yearly yield of a discounted paper.',
    (price, redemption, years) => (redemption - price) / price / years,
  ),
]

function loanRest() {
  return { periods: 'number', present: 'number', future: 'number?', due: 'logical?' } as const
}

/** A paper bought on one day and paid back on another. */
function discount(
  name: string,
  about: string,
  work: (one: number, other: number, years: number) => number,
): SheetFunction {
  return define(
    name,
    about,
    { settlement: 'number', maturity: 'number', one: 'number', other: 'number', basis: 'number?' },
    ({ settlement, maturity, one, other, basis = 0 }) => {
      if (maturity <= settlement || one <= 0 || other <= 0) return NO_NUMBER
      const years = yearFraction(settlement, maturity, Math.floor(basis))
      return years === null ? NO_NUMBER : years === 0 ? WRONG_TYPE : finite(work(one, other, years))
    },
  )
}
