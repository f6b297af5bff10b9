import { describe, expect, it } from 'vitest'
import { resultOf } from './result'
import type { PaperRules } from '../paper/schema'
import { evidenceFrom } from '../skills/evidence'
import { entries } from '../tools/ledger/journal'
import { advance, fold, startOf } from './fold'
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
import { packSitting, unpackSitting } from './snapshot'
import { taskProgressViewOf, taskViewOf } from '../wire/views'

describe('a handed-in step', () => {
  const plan = planWith()

  it('opens one after the other, and passes when all criteria are met', () => {
    expect(statuses(fold(plan, log()))).toEqual(['open', 'locked', 'open'])
    expect(statuses(fold(plan, log(right, check('delivery'))))).toEqual(['passed', 'open', 'open'])
  })

  it('spends a try only on a check, and keeps the work', () => {
    const state = fold(plan, log(withoutVat, check('delivery')))
    expect(state.tasks[0]?.steps[0]).toMatchObject({ status: 'open', checks: [{}] })
    expect(entries(books(state))).toHaveLength(1)
  })

  it('passed on the second try of [1, 0.5]: 1.67 and the date since the first, the rest by half: 3.33 of 4', () => {
    const undoFirst: EventBody = {
      kind: 'op',
      taskId: 'goods',
      op: { type: 'entry.reverse', entry: 1, date: '2026-10-31' },
    }
    expect(points(plan, withoutVat, check('delivery'), undoFirst, right, check('delivery'))).toBe(333)
  })

  it('out of tries under set-right: what the first check found, 2.67, and the model’s entry in the books', () => {
    const state = fold(plan, log(withoutVat, check('delivery'), fiddle, check('delivery')))
    expect(state.tasks[0]?.steps[0]).toMatchObject({ status: 'out-of-tries', setRight: true })
    expect(entries(books(state)).map(({ lines }) => lines.length)).toEqual([3])
    expect(resultOf(plan, state).points).toBe(267)
  })

  it('partial off: out of tries earns nothing', () => {
    expect(points(planWith({ partial: false }), withoutVat, check('delivery'), fiddle, check('delivery'))).toBe(0)
  })

  it('set right keeps the draft that is being written', () => {
    const draft = { date: '', narration: 'half', lines: [{ account: '10' }] }
    const state = fold(
      plan,
      log(
        withoutVat,
        check('delivery'),
        fiddle,
        { kind: 'op', taskId: 'goods', op: { type: 'draft.write', draft } },
        check('delivery'),
      ),
    )
    expect(state.tasks[0]?.steps[0]).toMatchObject({ setRight: true })
    expect(books(state).draft).toEqual(draft)
  })

  it('can’t be checked before it is open, after it is closed, or if it isn’t there', () => {
    const refusal = (stepId: string, ...before: EventBody[]) =>
      advance(plan, fold(plan, log(...before)), { ...check(stepId), at: at(500) }).outcome
    expect(refusal('payment')).toMatchObject({ status: 'refused', refusal: expect.stringContaining('isn’t open yet') })
    expect(refusal('delivery', right, check('delivery'))).toMatchObject({
      refusal: expect.stringContaining('passed already'),
    })
    expect(refusal('nowhere')).toMatchObject({ malformed: true })
  })

  it('left for good is skipped, earns what it had, and the next opens', () => {
    const state = fold(plan, log(withoutVat, check('delivery'), { kind: 'skip', taskId: 'goods', stepId: 'delivery' }))
    expect(statuses(state)).toEqual(['skipped', 'open', 'open'])
    expect(resultOf(plan, state).tasks[0]?.steps[0]?.points).toBe(267)
  })
})

describe('a watched step', () => {
  const plan = planWith()

  it('passes with the change that meets it', () => {
    expect(statuses(fold(plan, log(undo(1))))[2]).toBe('passed')
  })

  it('takes a wrong change back and spends a try', () => {
    const state = fold(plan, log(undo(2)))
    expect(state.tasks[1]?.steps[0]?.checks).toHaveLength(1)
    expect(entries(books(state, 1))).toHaveLength(2)
  })

  it('costs nothing for looking, or for a change that is refused', () => {
    const state = fold(
      plan,
      log({ kind: 'op', taskId: 'slip', op: { type: 'account.open', account: '6010' } }, undo(99)),
    )
    expect(state.tasks[1]?.steps[0]?.checks).toHaveLength(0)
  })

  it('is not checked by asking', () => {
    expect(
      advance(plan, fold(plan, log()), { kind: 'check', taskId: 'slip', stepId: 'undo', at: at(5) }).outcome,
    ).toMatchObject({ status: 'refused' })
  })

  it('is set right after the last try, and then the task is finished', () => {
    const state = fold(plan, log(undo(2), undo(2)))
    expect(entries(books(state, 1)).at(-1)?.reverses).toBe(1)
    expect(advance(plan, state, { ...undo(2), at: at(90) }).outcome).toMatchObject({
      status: 'refused',
      refusal: expect.stringContaining('finished'),
    })
  })
})

describe('follow-through', () => {
  const halfOfOwn = post('2010 D 50.00, 1020 C 50.00')
  const wrongTwice = [withoutVat, check('delivery'), fiddle, check('delivery')]

  it('half of the trainee’s own 100.00 counts as right: the same slip is not charged twice', () => {
    const plan = planWith({ afterTries: 'leave' })
    const result = resultOf(plan, fold(plan, log(...wrongTwice, halfOfOwn, check('payment'))))
    expect(result.tasks[0]?.steps[1]).toMatchObject({ status: 'passed', points: 200 })
    expect(result.tasks[0]?.steps[1]?.criteria[0]).toMatchObject({
      followedThrough: true,
      note: 'Right from your own earlier figure.',
    })
  })

  it('earns the paper’s share: 0.5 of 2 points', () => {
    expect(
      points(planWith({ afterTries: 'leave', followThrough: 0.5 }), ...wrongTwice, halfOfOwn, check('payment')) - 267,
    ).toBe(100)
  })

  it('the true value is right in any case, and a value that follows from neither is not', () => {
    const plan = planWith({ afterTries: 'leave' })
    expect(statuses(fold(plan, log(...wrongTwice, post('2010 D 60.00, 1020 C 60.00'), check('payment'))))[1]).toBe(
      'passed',
    )
    expect(statuses(fold(plan, log(...wrongTwice, post('2010 D 55.00, 1020 C 55.00'), check('payment'))))[1]).toBe(
      'open',
    )
  })
})

describe('the end', () => {
  const plan = planWith()

  it('judges work that was done but not checked, and the next step if that passes', () => {
    expect(points(plan, right)).toBe(400)
    expect(points(plan, right, post('2010 D 60.00, 1020 C 60.00'))).toBe(600)
    expect(points(plan, withoutVat)).toBe(267)
  })

  it('judges nothing again that has not changed since its check', () => {
    const result = resultOf(plan, fold(plan, log(withoutVat, check('delivery'), ended)))
    expect(result.tasks[0]?.steps[0]?.triesUsed).toBe(1)
  })

  it('steps that were never reached give no evidence', () => {
    const state = fold(plan, log(right, check('delivery'), ended))
    expect(
      evidenceFrom('s1', at(600), resultOf(plan, state)).map(({ stepId, criterionId }) => `${stepId}/${criterionId}`),
    ).toEqual(['delivery/entry', 'delivery/dated'])
  })

  it('after the deadline is at the deadline, and nothing counts any more', () => {
    const state = advance(plan, fold(plan, log()), { ...ended, how: 'time-up', at: at(9000) }).state
    expect(state).toMatchObject({ status: 'ended', how: 'time-up', endedAt: at(600) })
    expect(advance(plan, state, { ...right, at: at(9001) }).outcome).toMatchObject({ status: 'refused' })
  })

  it('points always add up: every total is the sum of its parts', () => {
    const result = resultOf(plan, fold(plan, log(withoutVat, check('delivery'), undo(2), undo(1), ended)))
    const parts = result.tasks.flatMap(task =>
      task.steps.flatMap(step => step.criteria.map(criterion => criterion.points)),
    )
    expect(parts.reduce((sum, part) => sum + part, 0)).toBe(result.points)
  })
})

describe('time spent', () => {
  it('is charged to the task and the step in hand, up to the deadline', () => {
    const plan = planWith()
    const state = fold(plan, [
      started,
      { kind: 'open', taskId: 'goods', at: at(10) },
      { ...right, at: at(40) },
      { ...check('delivery'), at: at(50) },
      { kind: 'open', taskId: 'slip', at: at(75) },
      { ...ended, at: at(9000) },
    ])
    expect(state.tasks.map(task => task.workedMs)).toEqual([65_000, 525_000])
    expect(state.tasks[0]?.steps.map(step => step.workedMs)).toEqual([40_000, 25_000])
  })
})

describe('the log', () => {
  const plan = planWith()
  const whole = log(
    { kind: 'open', taskId: 'goods' },
    withoutVat,
    check('delivery'),
    undo(2),
    fiddle,
    check('delivery'),
    { kind: 'revisit', taskId: 'slip', on: true },
    undo(1),
  )

  it('folds to the same state from any snapshot that went through JSON', async () => {
    const sitting = planFor(plan, startOf(whole))
    const once = fold(plan, whole)
    for (let cut = 1; cut < whole.length; cut += 1) {
      const kept = JSON.stringify(await packSitting(sitting, fold(plan, whole.slice(0, cut))))
      const snapshot = unpackSitting(sitting, JSON.parse(kept))
      expect(whole.slice(cut).reduce((state, event) => advance(plan, state, event).state, snapshot)).toEqual(once)
    }
  })

  it('must begin with the start', () => {
    expect(() => fold(plan, whole.slice(1))).toThrow(RangeError)
  })
})

describe('text that is marked', () => {
  const plan = planWith()
  const mark = { id: 'm', place: 'situation-0', from: 0, to: 4, text: 'Slip', word: '' }
  const slipOf = (...events: EventBody[]) => fold(plan, log(...events)).tasks.find(({ id }) => id === 'slip')!

  it('stays with its task, has another word, and is taken off; it is no work', () => {
    const on: EventBody = { kind: 'mark-text', taskId: 'slip', mark }
    const again: EventBody = { kind: 'mark-text', taskId: 'slip', mark: { ...mark, word: 'why?' } }
    const { marked, steps } = slipOf(on, again)
    expect(marked).toEqual([{ ...mark, word: 'why?' }])
    expect(steps.every(({ unjudged }) => !unjudged)).toBe(true)
    expect(slipOf(on, { kind: 'unmark-text', taskId: 'slip', markId: 'm' }).marked).toEqual([])
  })
})

describe('what a trainee sees', () => {
  it('is the task without its key, and points only where a step has passed', () => {
    const plan = planWith({ feedback: 'which' })
    const state = fold(plan, log(withoutVat, check('delivery')))
    const view = taskViewOf(plan, plan.tasks[0]!, state.tasks[0]!, 'K1')
    expect(Object.keys(view).sort()).toEqual([
      'begun',
      'heavy',
      'id',
      'keepsOthers',
      'mark',
      'marked',
      'minutes',
      'opened',
      'order',
      'reference',
      'revisit',
      'section',
      'steps',
      'title',
      'tool',
      'unchecked',
      'withheld',
    ])
    expect(view.steps[0]).toEqual({
      id: 'delivery',
      instruction: '…',
      mode: 'handed-in',
      status: 'open',
      triesAllowed: 2,
      triesUsed: 1,
      points: 4,
      minutes: 1.5,
      marking: 'program',
      hintsInAll: 0,
      lastCheck: {
        passed: false,
        criteria: [
          { label: 'entry', met: false },
          { label: 'date', met: true },
        ],
      },
    })
  })

  it('tells of a check no more than the paper’s rule', () => {
    const lastCheck = (feedback: PaperRules['feedback']) => {
      const plan = planWith({ feedback })
      return taskProgressViewOf(plan, plan.tasks[0]!, fold(plan, log(withoutVat, check('delivery'))).tasks[0]!).steps[0]
        ?.lastCheck
    }
    expect(lastCheck('none')).toEqual({ passed: false })
    expect(lastCheck('why')?.criteria?.[0]).toEqual({ label: 'entry', met: false, feedback: '…' })
  })
})

describe('a mark for coming back', () => {
  const plan = planWith()
  const mark = (on: boolean, stepId?: string): EventBody => ({ kind: 'revisit', taskId: 'goods', stepId, on })
  const marked = (...bodies: EventBody[]) => {
    const [task] = fold(plan, log(...bodies)).tasks
    return [task!.revisit, ...task!.steps.map(step => step.revisit ?? false)]
  }

  it('stands on a task, or on a step of it, and is taken off', () => {
    expect(marked(mark(true))).toEqual([true, false, false])
    expect(marked(mark(true, 'payment'))).toEqual([false, false, true])
    expect(marked(mark(true, 'payment'), mark(true), mark(false, 'payment'))).toEqual([true, false, false])
    expect(marked(mark(true, 'delivery'), right, check('delivery'))).toEqual([false, true, false])
  })

  it('stands on no step that isn’t there, and is told with the step', () => {
    const before = fold(plan, log())
    expect(advance(plan, before, { ...mark(true, 'nowhere'), at: at(10) }).outcome).toMatchObject({ malformed: true })
    const { state: after } = advance(plan, before, { ...mark(true, 'payment'), at: at(10) })
    const told = taskProgressViewOf(plan, plan.tasks[0]!, after.tasks[0]!, before.tasks[0])
    expect(told.steps).toMatchObject([{ id: 'payment', revisit: true }])
  })
})
