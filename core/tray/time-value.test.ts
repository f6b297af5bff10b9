import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { timeValue, wanted } from './time-value'
import type { TimeValue } from './time-value'

const given = (changed: Partial<TimeValue>): TimeValue => ({
  periods: 0,
  rate: 0,
  present: 0,
  payment: 0,
  future: 0,
  ...changed,
})

describe('money over time', () => {
  it.each([
    ['payment' as const, given({ periods: 60, rate: 0.5, present: 6000 }), -115.9968],
    ['future' as const, given({ periods: 10, rate: 3, present: -1000 }), 1343.9164],
    ['present' as const, given({ periods: 5, rate: 4, future: 1000 }), -821.9271],
    ['periods' as const, given({ rate: 1, present: 5000, payment: -200 }), 28.9118],
    ['rate' as const, given({ periods: 12, present: 1000, payment: -90 }), 1.2043],
    ['periods' as const, given({ present: 1200, payment: -100 }), 12],
    ['payment' as const, given({ periods: 12, present: 1200 }), -100],
  ])('%s of %j is %s', (which, all, found) => {
    expect(timeValue(which, all)).toBeCloseTo(found, 3)
  })

  it('is paid at the beginning of a period for less', () => {
    const all = given({ periods: 12, rate: 1, present: 1000 })
    expect(timeValue('payment', all, true)! * 1.01).toBeCloseTo(timeValue('payment', all)!, 8)
  })

  it('has nothing where nothing fits', () => {
    expect(timeValue('periods', given({ rate: 5, present: 1000, payment: -10 }))).toBeNull()
    expect(timeValue('periods', given({ present: 1000 }))).toBeNull()
  })

  it('comes back to each of the five from the other four', () => {
    const any = fc.record({
      periods: fc.integer({ min: 2, max: 60 }),
      rate: fc.double({ min: 0.1, max: 5, noNaN: true }),
      present: fc.integer({ min: 100, max: 9000 }),
      payment: fc.integer({ min: -500, max: -10 }),
    })
    fc.assert(
      fc.property(any, fc.constantFrom(...wanted), fc.boolean(), (some, which, atBegin) => {
        const all = { ...some, future: 0 }
        all.future = timeValue('future', all, atBegin)!
        const found = timeValue(which, { ...all, [which]: 0 }, atBegin)
        // More than one rate can fit where signs change twice, and there may be no rate that is found.
        if (which === 'rate') return
        expect(found! / all[which]).toBeCloseTo(1, 4)
      }),
    )
  })
})
