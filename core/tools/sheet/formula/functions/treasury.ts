import { NO_NUMBER } from '../values'
import { define } from './definition'
import type { SheetFunction } from './definition'

/** Days from settlement to maturity of a bill of at most a year; null for what is none. */
function daysOf(settlement: number, maturity: number): number | null {
  const days = Math.floor(maturity) - Math.floor(settlement)
  return days > 0 && days <= 366 ? days : null
}

const between = { settlement: 'number', maturity: 'number' } as const

/** Treasury bills, on years of 360 days (OpenFormula 6.12). */
export const treasury: readonly SheetFunction[] = [
  define('TBILLPRICE', 'The price of a bill at a discount rate.', { ...between, discount: 'number' }, args => {
    const days = daysOf(args.settlement, args.maturity)
    if (days === null || args.discount <= 0) return NO_NUMBER
    const price = 100 * (1 - (args.discount * days) / 360)
    return price < 0 ? NO_NUMBER : price
  }),
  define('TBILLYIELD', 'What a bill yields that is bought at a price.', { ...between, price: 'number' }, args => {
    const days = daysOf(args.settlement, args.maturity)
    return days === null || args.price <= 0 ? NO_NUMBER : ((100 - args.price) / args.price) * (360 / days)
  }),
  define(
    'TBILLEQ',
    'The yield of a bill as of a bond, at a discount rate.',
    { ...between, discount: 'number' },
    args => {
      const days = daysOf(args.settlement, args.maturity)
      if (days === null || args.discount <= 0) return NO_NUMBER
      const rest = 360 - args.discount * days
      if (rest <= 0) return NO_NUMBER
      if (days <= 182) return (365 * args.discount) / rest
      // Beyond half a year interest is paid once between: the root of a quadratic.
      const [share, price] = [days / 365, rest / 360]
      return (-2 * share + 2 * Math.sqrt(share * share - (2 * share - 1) * (1 - 1 / price))) / (2 * share - 1)
    },
  ),
]
