import { FV, NPER, PMT, PV, RATE } from '@formulajs/formulajs'

/**
 * Money over time (the annuity equation of financial mathematics): what is had at first, what comes in each period,
 * and what is had at the end, at a rate for each period. What comes in is positive, what is paid is negative, as
 * seen by one side throughout.
 */
export interface TimeValue {
  /** How many periods. */
  periods: number
  /** Per cent for each period. */
  rate: number
  /** At first. */
  present: number
  /** In each period. */
  payment: number
  /** At the end. */
  future: number
}
export type Wanted = keyof TimeValue
export const wanted = ['periods', 'rate', 'present', 'payment', 'future'] as const satisfies readonly Wanted[]

/** One of the five from the others; null where there is none. `atBegin`: payments fall on the beginning of a period. */
export function timeValue(which: Wanted, given: TimeValue, atBegin = false): number | null {
  const { periods, present, payment, future } = given
  const rate = given.rate / 100
  const type = atBegin ? 1 : 0
  const found: unknown = {
    periods: () => (rate === 0 ? -(present + future) / payment : NPER(rate, payment, present, future, type)),
    rate: () => Number(RATE(periods, payment, present, future, type)) * 100,
    present: () => PV(rate, periods, payment, future, type),
    payment: () => PMT(rate, periods, present, future, type),
    future: () => FV(rate, periods, payment, present, type),
  }[which]()
  return typeof found === 'number' && Number.isFinite(found) ? found : null
}
