import { describe, expect, it } from 'vitest'
import type { PaperRules } from '../paper/schema'
import { entries } from '../tools/ledger/journal'
import { advance, begin, fold } from './fold'
import type { EventBody } from './events'
import {
  at,
  books,
  check,
  ended,
  fiddle,
  log,
  planWith,
  points,
  post,
  right,
  started,
  statuses,
  undo,
  withoutVat,
} from './goods.fixture'
import { planFor } from './plan'
import { resultOf } from './result'

/** Weights as in the worked example: [1, 0.7, 0.4]. */
const plan = (rules: Partial<PaperRules> = {}) => planWith({ tries: 3, tryWeights: [1, 0.7, 0.4], ...rules })
const DELIVERY = '6010 D 100.00, 2200 D 20.00, 2010 C 120.00'
const payment = post('2010 D 60.00, 1020 C 60.00')
const skip = (stepId: string): EventBody => ({ kind: 'skip', taskId: 'goods', stepId })
const settle = (taskId: string, stepId: string): EventBody => ({ kind: 'settle', taskId, stepId })
const wrongDay = post(DELIVERY, '2026-10-29')
const takeBack = (number: number): EventBody => ({
  kind: 'op',
  taskId: 'goods',
  op: { type: 'entry.reverse', entry: number, date: '2026-10-31' },
})
const stepsOf = (rules: Partial<PaperRules>, ...bodies: EventBody[]) => {
  const one = plan(rules)
  return resultOf(one, fold(one, log(...bodies, ended))).tasks.flatMap(({ steps }) => steps)
}

describe('a correction never costs', () => {
  const corrected = [wrongDay, check('delivery'), takeBack(1), right]
  it('a wrong date, left after one check: 3.00 of 4.00', () => {
    expect(points(plan(), wrongDay, check('delivery'))).toBe(300)
  })
  it('put right and passed at the second try: 3.00 and 1.00 by 0.7 are 3.70, not 2.80', () => {
    expect(points(plan(), ...corrected, check('delivery'))).toBe(370)
  })
  it('put right, and never checked again: the end checks it, 3.70, not 2.10', () => {
    expect(points(plan(), ...corrected)).toBe(370)
  })
  it('begun again when time is up: what the first check found stays, 3.00, not 2.10', () => {
    expect(points(plan(), wrongDay, check('delivery'), takeBack(1))).toBe(300)
  })
  it('checked three times without a change: one try, 3.00, not 1.20, and it is said', () => {
    const again = advance(plan(), fold(plan(), log(wrongDay, check('delivery'))), { ...check('delivery'), at: at(90) })
    expect(again.outcome).toEqual({
      status: 'refused',
      refusal: 'Nothing has changed since the last check of this step. No try was spent.',
    })
    const thrice = stepsOf({}, wrongDay, check('delivery'), check('delivery'), check('delivery'))
    expect(thrice[0]).toMatchObject({ points: 300, triesUsed: 1 })
  })
  it('checked again after a look, or after a slip that was taken back: what comes out is the same', () => {
    const look: EventBody = { kind: 'op', taskId: 'goods', op: { type: 'account.open', account: '6010' } }
    const slip = [fiddle, { ...takeBack(2), op: { type: 'entry.reverse', entry: 2, date: '2026-10-30' } }]
    expect(stepsOf({}, wrongDay, check('delivery'), look, check('delivery'))[0]).toMatchObject({ triesUsed: 1 })
    expect(stepsOf({}, wrongDay, check('delivery'), ...slip, check('delivery'))[0]).toMatchObject({ triesUsed: 1 })
    // On another day than the slip it moves money from day to day: that is a change.
    expect(stepsOf({}, wrongDay, check('delivery'), fiddle, takeBack(2), check('delivery'))[0]).toMatchObject({
      triesUsed: 2,
    })
  })
  it('checked before anything was done: no try, and it is said', () => {
    const { outcome, state } = advance(plan(), fold(plan(), log()), { ...check('delivery'), at: at(90) })
    expect(outcome).toEqual({
      status: 'refused',
      refusal: 'Your work stands as it did when this step began. No try was spent.',
    })
    expect(state.tasks[0]?.steps[0]?.checks).toEqual([])
  })
  it('of a later step is measured by how that began: what was done for the one before is not its work', () => {
    const begun = [right, check('delivery')]
    expect(stepsOf({}, ...begun, check('payment'))[1]).toMatchObject({ triesUsed: 0, reached: false })
    expect(stepsOf({}, ...begun, fiddle, check('payment'))[1]).toMatchObject({ triesUsed: 1 })
  })
  it('of what was right as the step began passes', () => {
    expect(stepsOf({}, right, payment, check('delivery'), check('payment'))[1]).toMatchObject({
      status: 'passed',
      triesUsed: 1,
    })
  })
})

describe('work ahead', () => {
  it('of which only the first step was checked is judged at the end: 6.00, not 4.00', () => {
    expect(points(plan(), right, payment, check('delivery'))).toBe(600)
  })
  it('is judged even where the step before it isn’t right', () => {
    const [delivery, paid] = stepsOf({}, withoutVat, payment)
    expect([delivery?.points, paid?.points, delivery?.status, paid?.status]).toEqual([267, 200, 'open', 'passed'])
  })
  it('that gains nothing leaves its step not reached', () => {
    expect(stepsOf({}, right)[1]).toMatchObject({ status: 'locked', reached: false, triesUsed: 0 })
    expect(stepsOf({}, withoutVat)[1]).toMatchObject({ status: 'locked', reached: false, triesUsed: 0 })
  })
  it('counts as one more try only where one is left', () => {
    const twice = [wrongDay, check('delivery'), fiddle, check('delivery')]
    expect(stepsOf({ tries: 2, afterTries: 'leave' }, ...twice, takeBack(1), right)[0]).toMatchObject({
      status: 'out-of-tries',
      points: 300,
      triesUsed: 2,
    })
  })
})

describe('what was worked on and never checked', () => {
  const stray = post('1010 D 1.00, 1020 C 1.00', '2026-10-02')
  it('is judged and shown where it is wrong, for no try', () => {
    const [delivery] = stepsOf({}, stray)
    expect(delivery).toMatchObject({ status: 'open', reached: true, triesUsed: 0, points: 0 })
    expect(delivery?.criteria[0]?.found).not.toBe('Not judged.')
    expect(delivery?.criteria[0]?.faults).toHaveLength(1)
  })
  it('and was undone, or never begun, is not reached', () => {
    const undone = { ...takeBack(1), op: { type: 'entry.reverse', entry: 1, date: '2026-10-02' } }
    expect(stepsOf({}, stray, undone)[0]).toMatchObject({ reached: false, triesUsed: 0 })
    expect(stepsOf({})[0]).toMatchObject({ reached: false, triesUsed: 0 })
  })
  it('where steps are settled, counts as wrong as well', () => {
    expect(stepsOf({ answers: 'settled' }, stray)[0]).toMatchObject({ reached: true, points: 0 })
  })
  it('by the rules before stays not reached', () => {
    const before = { ...started, scoring: 3 as const }
    const events = [before, ...log(stray, ended).slice(1)]
    const { tasks } = resultOf(planFor(plan(), before), fold(plan(), events))
    expect(tasks[0]?.steps[0]).toMatchObject({ reached: false, triesUsed: 0 })
  })
})

describe('a watched step of several parts', () => {
  const both = (one: number, day = '2026-10-31'): EventBody => ({
    kind: 'op',
    taskId: 'slip',
    op: { type: 'entry.reverse', entry: one, date: day },
  })
  const two = planWith({ tries: 3, tryWeights: [1, 0.7, 0.4] }, [1, 2])
  const after = (...bodies: EventBody[]) => fold(two, log(...bodies)).tasks[1]
  it('keeps what brings it nearer, for no try', () => {
    const { state, outcome } = advance(two, fold(two, log()), { ...both(1), at: at(60) })
    expect(outcome).toMatchObject({ tried: { passed: false, kept: 'nearer' } })
    expect(entries(books(state, 1))).toHaveLength(3)
    expect(after(both(1), both(2))?.steps[0]).toMatchObject({ status: 'passed', checks: [{}] })
    expect(resultOf(two, fold(two, log(both(1), both(2), ended))).tasks[1]?.points).toBe(400)
  })
  it('takes back what doesn’t, for a try, and loses nothing that was held', () => {
    const aside: EventBody = { ...fiddle, taskId: 'slip' } as EventBody
    const kept = after(both(1), aside)
    expect(kept?.steps[0]?.checks.map(({ findings }) => findings.map(({ share }) => share))).toEqual([[1, 0]])
    expect(entries(kept?.work.state as ReturnType<typeof books>)).toHaveLength(3)
  })
  it('is judged at the end as far as it came', () => {
    expect(resultOf(two, fold(two, log(both(1), ended))).tasks[1]).toMatchObject({
      points: 200,
      steps: [{ status: 'open', triesUsed: 1 }],
    })
  })
  it('by the rules before spends a try for each part', () => {
    const before = { ...started, scoring: 3 as const }
    expect(fold(two, [before, ...log(both(1)).slice(1)]).tasks[1]?.steps[0]?.checks).toHaveLength(1)
  })
})

describe('leaving a step', () => {
  it('judges it: right work that is left instead of checked passes, 4.00, not 0', () => {
    const state = fold(plan(), log(right, skip('delivery')))
    expect(statuses(state).slice(0, 2)).toEqual(['passed', 'open'])
    expect(resultOf(plan(), state).points).toBe(400)
  })
  it('keeps what was right of it', () => {
    expect(stepsOf({}, wrongDay, skip('delivery'))[0]).toMatchObject({ status: 'skipped', points: 300, triesUsed: 1 })
  })
  it('with nothing done is skipped, without a try', () => {
    expect(stepsOf({}, skip('delivery'))[0]).toMatchObject({
      status: 'skipped',
      points: 0,
      triesUsed: 0,
      setRight: true,
    })
  })
})

describe('set right', () => {
  it('keeps what was posted ahead for the next step, and replaces what was this one’s', () => {
    const state = fold(plan({ tries: 1 }), log(withoutVat, payment, check('delivery')))
    expect(statuses(state).slice(0, 2)).toEqual(['out-of-tries', 'open'])
    expect(entries(books(state)).map(({ lines: own }) => own.length)).toEqual([2, 3])
    expect(points(plan({ tries: 1 }), withoutVat, payment, check('delivery'))).toBe(267 + 200)
  })
  it('is sound ground: what follows from the slip is no longer right', () => {
    const own = post('2010 D 50.00, 1020 C 50.00')
    const of = (afterTries: 'leave' | 'set-right') =>
      stepsOf({ tries: 1, afterTries }, withoutVat, check('delivery'), own, check('payment'))[1]?.status
    expect([of('leave'), of('set-right')]).toEqual(['passed', 'out-of-tries'])
  })
})

describe('steps that are settled', () => {
  const rules = { answers: 'settled', unsettle: false, afterTries: 'set-right' } as const
  it('tell nothing and spend nothing, watched ones included', () => {
    const started = fold(plan(rules), log(undo(2)))
    expect(started.tasks[1]?.steps[0]).toMatchObject({ status: 'open', checks: [] })
    expect(entries(books(started, 1))).toHaveLength(3)
    const settled = advance(plan(rules), started, { ...settle('slip', 'undo'), at: at(60) })
    expect(settled.outcome).toEqual({ status: 'accepted' })
    expect(settled.state.tasks[1]?.steps[0]).toMatchObject({ status: 'settled', checks: [] })
    expect(stepsOf(rules, undo(2), undo(1), settle('slip', 'undo'))[2]).toMatchObject({ status: 'passed', points: 200 })
  })
  it('that are left are judged in silence, and nothing is set right before the end', () => {
    const { state, outcome } = advance(plan(rules), fold(plan(rules), log(right)), { ...skip('delivery'), at: at(60) })
    expect(outcome).toEqual({ status: 'accepted' })
    expect(state.tasks[0]?.steps[0]).toMatchObject({ status: 'skipped', checks: [] })
    expect(state.tasks[0]?.steps[0]?.setRight).toBeUndefined()
    expect(stepsOf(rules, right, skip('delivery'))[0]).toMatchObject({ status: 'passed', points: 400 })
    expect(stepsOf(rules, skip('delivery'))[0]).toMatchObject({ status: 'skipped', points: 0, triesUsed: 0 })
  })
})

describe('a sitting by earlier rules that is marked again', () => {
  const before = { ...started, scoring: 3 as const }
  const two = planWith({ tries: 3 }, [1, 2])
  const again = planFor(two, before, 4)
  const stray = post('1010 D 1.00, 1020 C 1.00', '2026-10-02')
  const sat = [before, ...log(undo(1), stray, check('delivery'), check('delivery'), ended).slice(1)]
  const state = sat.slice(1).reduce((one, event) => advance(again, one, event).state, begin(again, before))

  it('is taken as it was: a part of a watched step was a try and went back', () => {
    expect(state.tasks[1]?.steps[0]?.checks).toHaveLength(1)
    expect(entries(books(state, 1))).toHaveLength(2)
  })
  it('is marked by what holds today: what was worked on and not checked is shown', () => {
    const open = [before, ...log(stray, ended).slice(1)]
    const left = open.slice(1).reduce((one, event) => advance(again, one, event).state, begin(again, before))
    expect(resultOf(again, left).tasks[0]?.steps[0]).toMatchObject({ reached: true, triesUsed: 0 })
  })
})

describe('sittings by earlier rules', () => {
  const before = { ...started, scoring: 2 as const }
  const pointsBefore = (...bodies: EventBody[]): number => {
    const events = [before, ...log(...bodies, ended).slice(1)]
    return resultOf(planFor(plan(), before), fold(plan(), events)).points
  }
  it('stay as they were marked: work ahead not reached, a step left not judged, a check again a try', () => {
    expect(pointsBefore(right, payment, check('delivery'))).toBe(400)
    expect(pointsBefore(right, skip('delivery'))).toBe(0)
    expect(
      fold(plan(), [before, ...log(wrongDay, check('delivery'), check('delivery')).slice(1)]).tasks[0]?.steps[0]
        ?.checks,
    ).toHaveLength(2)
  })
})
