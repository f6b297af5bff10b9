import { describe, expect, it } from 'vitest'
import { paper } from '../paper/schema'
import type { PaperRules } from '../paper/schema'
import { chart, lines, period } from '../tools/ledger/books.fixture'
import type { EventBody, LoggedEvent } from './events'
import { advance, fold } from './fold'
import { paceAfterLeaving, paceAt } from '../wire/pace'
import { planFor, planOf } from './plan'
import { endsAt, passTime, sectionDeadline } from './sections'
import { paceViewOf } from '../wire/views'

const START = Date.UTC(2026, 10, 25, 9)
const at = (seconds: number): string => new Date(START + seconds * 1000).toISOString()
const delivery = lines('6010 D 100.00, 2010 C 100.00')

const task = (id: string) => ({
  id,
  title: id,
  tool: 'ledger',
  minutes: 2,
  brief: { situation: ['…'] },
  setup: { chart, period },
  steps: [
    {
      id: 'one',
      instruction: '…',
      mode: 'handed-in',
      criteria: [
        {
          id: 'entry',
          label: 'entry',
          points: 2,
          skills: ['x'],
          feedback: '…',
          check: { kind: 'entry-posted', lines: delivery },
        },
      ],
      model: [{ type: 'entry.post', entry: { date: '2026-10-30', narration: 'x', lines: delivery } }],
    },
    {
      id: 'two',
      instruction: '…',
      mode: 'handed-in',
      criteria: [
        {
          id: 'dated',
          label: 'dated',
          points: 1,
          skills: ['x'],
          feedback: '…',
          check: { kind: 'entry-dated', lines: delivery, on: '2026-10-30' },
        },
      ],
      model: [{ type: 'entry.post', entry: { date: '2026-10-30', narration: 'x', lines: delivery } }],
    },
  ],
})

/** Two sections, of 4 and 6 minutes of their own unless told otherwise. */
function planWith(first: object = {}, second: object = {}, rules: Partial<PaperRules> = {}) {
  return planOf(
    paper.parse({
      id: 'p',
      version: 1,
      title: 'P',
      trade: 'bookkeeping',
      kind: 'exam',
      minutes: 10,
      about: '',
      instructions: [],
      rules: { tries: 2, ...rules },
      release: {},
      sections: [
        { id: 'first', title: 'First', minutes: 4, movement: 'one-way', ...first, tasks: [task('a'), task('b')] },
        { id: 'second', title: 'Second', minutes: 6, movement: 'one-way', ...second, tasks: [task('c'), task('d')] },
      ],
    }),
  )
}

type Started = Extract<LoggedEvent, { kind: 'started' }>
const started = (more: Partial<Started> = {}): Started => ({
  kind: 'started',
  allowanceMs: 600_000,
  closesAt: null,
  at: at(0),
  ...more,
})
type Timed = [number, EventBody]
const log = (...events: Timed[]): LoggedEvent[] => [
  started(),
  ...events.map(([seconds, body]) => ({ ...body, at: at(seconds) })),
]
const open = (taskId: string): EventBody => ({ kind: 'open', taskId })
const post = (taskId: string): EventBody => ({
  kind: 'op',
  taskId,
  op: { type: 'entry.post', entry: { date: '2026-10-30', narration: 'x', lines: delivery } },
})
const leave = (sectionId: string): EventBody => ({ kind: 'leave', sectionId })

function refusal(plan: ReturnType<typeof planWith>, events: Timed[], last: Timed): string | null {
  const before = fold(plan, log(...events))
  const { outcome } = advance(plan, before, { ...last[1], at: at(last[0]) })
  return outcome.status === 'refused' ? outcome.refusal : null
}

describe('a section with its own time', () => {
  const plan = planWith()

  it('is closed at the moment its time is up, and the next one begins then', () => {
    const state = fold(plan, log([10, open('a')], [300, open('c')]))
    expect(state.sections).toMatchObject([
      { workedMs: 240_000, closed: 'time-up', closedAt: at(240) },
      { workedMs: 60_000, closed: null },
    ])
    expect(state.tasks.map(({ workedMs }) => workedMs)).toEqual([230_000, 0, 60_000, 0])
    expect(refusal(plan, [[10, open('a')]], [241, post('a')])).toBe('The time of “First” is up.')
  })

  it('is not hurried by a pause, and grows with an extension', () => {
    const paused: Timed[] = [
      [100, { kind: 'paused', reason: 'fire drill' }],
      [400, { kind: 'resumed' }],
    ]
    expect(sectionDeadline(plan, fold(plan, log(...paused)), at(400))).toBe(at(540))
    expect(refusal(plan, paused, [539, post('a')])).toBeNull()
    const extended = fold(plan, log([100, { kind: 'extended', byMs: 60_000, reason: 'late start' }]))
    expect(sectionDeadline(plan, extended, at(100))).toBe(at(300))
    expect(endsAt(plan, extended, at(100))).toBe(at(660))
  })

  it('takes what was made in time and came within the grace period', () => {
    const state = passTime(plan, fold(plan, log([10, open('a')])), at(250))
    expect(advance(plan, state, { ...post('a'), inGrace: true, at: at(250) }).outcome.status).toBe('accepted')
    expect(advance(plan, state, { ...post('a'), at: at(250) }).outcome.status).toBe('refused')
  })

  it('grows with the trainee’s own time', () => {
    const own = planFor(plan, started({ allowanceMs: 750_000 }))
    expect(own.sections.map(({ limitMs }) => limitMs)).toEqual([300_000, 450_000])
  })

  it('brings the end of the sitting nearer when it is left early', () => {
    const state = fold(plan, log([60, leave('first')]))
    expect(endsAt(plan, state, at(60))).toBe(at(420))
    const over = passTime(plan, state, at(500))
    expect(over.section).toBeNull()
    expect(endsAt(plan, over, at(500))).toBe(at(420))
  })
})

describe('movement', () => {
  it('one way: a section is left before another is entered, and never opened again', () => {
    const plan = planWith({ minutes: undefined }, { minutes: undefined })
    expect(refusal(plan, [[5, open('a')]], [6, open('c')])).toBe('Leave “First” before you go on to “Second”.')
    expect(refusal(plan, [[5, leave('first')]], [6, open('c')])).toBeNull()
    expect(refusal(plan, [[5, leave('first')]], [6, post('a')])).toBe(
      'You have left “First”, and it can’t be opened again.',
    )
    expect(fold(plan, log([5, leave('first')])).current).toBe('c')
    expect(refusal(plan, [], [6, leave('second')])).toBe('This isn’t the section you are in.')
  })

  it('free: any open section at any time', () => {
    const plan = planWith({ minutes: undefined, movement: 'free' }, { minutes: undefined, movement: 'free' })
    expect(refusal(plan, [[5, open('c')]], [6, open('a')])).toBeNull()
    expect(refusal(plan, [], [6, leave('first')])).toMatch(/isn’t left for good/)
  })
})

describe('order and drawing', () => {
  const shuffled = planWith({ order: 'shuffled' }, { draw: 1, order: 'shuffled' })
  const of = (seed: number) =>
    planFor(shuffled, started({ seed }))
      .tasks.map(plan => plan.task.id)
      .join('')

  it('follow from the seed alone: the same seed gives the same paper, others give others', () => {
    expect(of(7)).toBe(of(7))
    const seen = new Set(Array.from({ length: 40 }, (_, seed) => of(seed)))
    expect([...seen].sort()).toEqual(['abc', 'abd', 'bac', 'bad'])
    expect(planFor(shuffled, started({ seed: 1 })).outOf).toBe(900)
  })

  it('stay as written where the paper says so', () => {
    expect(planFor(planWith(), started({ seed: 9 })).tasks.map(plan => plan.task.id)).toEqual(['a', 'b', 'c', 'd'])
  })
})

describe('rules of the assignment and of the person', () => {
  it('stand in the log and hold for the sitting', () => {
    const plan = planFor(planWith(), started({ extraTries: 1, rules: { tries: 4, feedback: 'why' } }))
    expect(plan.tasks[0]!.steps[0]!.tries).toBe(5)
    expect(plan.rules.feedback).toBe('why')
    expect(planFor(planWith(), started()).tasks[0]!.steps[0]!.tries).toBe(2)
  })
})

describe('steps that are settled', () => {
  const plan = planWith({}, {}, { answers: 'settled' })
  const settle = (stepId: string): EventBody => ({ kind: 'settle', taskId: 'a', stepId })
  const unsettle = (stepId: string): EventBody => ({ kind: 'unsettle', taskId: 'a', stepId })
  const statuses = (...events: Timed[]): string[] =>
    fold(plan, log(...events)).tasks[0]!.steps.map(({ status }) => status)

  it('open the next one, tell nothing, and are judged at the end by what they left', () => {
    const events: Timed[] = [
      [5, post('a')],
      [6, settle('one')],
    ]
    expect(statuses(...events)).toEqual(['settled', 'open'])
    expect(fold(plan, log(...events)).tasks[0]!.steps[0]!.checks).toEqual([])
    expect(statuses(...events, [7, settle('two')], [8, { kind: 'ended', how: 'handed-in' }])).toEqual([
      'passed',
      'passed',
    ])
    expect(statuses([6, settle('one')], [8, { kind: 'ended', how: 'handed-in' }])).toEqual(['out-of-tries', 'open'])
  })

  it('can be opened again while nothing builds on them, where the paper lets it', () => {
    expect(statuses([5, settle('one')], [6, unsettle('one')])).toEqual(['open', 'locked'])
    expect(
      refusal(
        plan,
        [
          [5, settle('one')],
          [6, settle('two')],
        ],
        [7, unsettle('one')],
      ),
    ).toMatch(/Later steps build on this one/)
    expect(
      refusal(planWith({}, {}, { answers: 'settled', unsettle: false }), [[5, settle('one')]], [7, unsettle('one')]),
    ).toBe('In this paper a settled step stays settled.')
  })

  it('are not checked, and checked ones are not settled', () => {
    expect(refusal(plan, [], [5, { kind: 'check', taskId: 'a', stepId: 'one' }])).toBe(
      'In this paper steps are settled, not checked.',
    )
    expect(refusal(planWith(), [], [5, settle('one')])).toBe('In this paper steps are checked, not settled.')
  })
})

describe('a break', () => {
  const plan = planWith({ minutes: undefined }, { minutes: undefined })
  const withBreak = (...events: Timed[]) =>
    fold(plan, [started({ breakMs: 120_000 }), ...events.map(([seconds, body]) => ({ ...body, at: at(seconds) }))])

  it('stops the clock for as long as it lasts', () => {
    const state = withBreak([60, { kind: 'break' }], [120, { kind: 'resumed' }])
    expect(endsAt(plan, state, at(120))).toBe(at(660))
    expect(state.clock.breakLeftMs).toBe(60_000)
  })

  it('ends by itself when its minutes are used up', () => {
    const state = passTime(plan, withBreak([60, { kind: 'break' }]), at(300))
    expect(endsAt(plan, state, at(300))).toBe(at(720))
    expect(state.clock).toMatchObject({ pausedAt: null, breakLeftMs: 0 })
  })

  it('is refused to whoever has none left', () => {
    expect(refusal(plan, [], [5, { kind: 'break' }])).toBe('There are no break minutes left.')
  })
})

describe('a sitting that is opened again', () => {
  it('goes on where it was before the end judged it, with so many minutes', () => {
    const plan = planWith({ minutes: undefined }, { minutes: undefined })
    const state = fold(
      plan,
      log(
        [10, post('a')],
        [20, { kind: 'ended', how: 'handed-in' }],
        [1000, { kind: 'reopened', byMs: 300_000, reason: 'handed in by mistake' }],
      ),
    )
    expect(state.status).toBe('running')
    expect(state.tasks[0]).toMatchObject({
      steps: [{ status: 'open', checks: [], unjudged: true }, { status: 'locked' }],
    })
    expect(endsAt(plan, state, at(1000))).toBe(at(1300))
    expect(advance(plan, state, { ...post('a'), at: at(1010) }).outcome.status).toBe('accepted')
  })
})

describe('the pace on the device', () => {
  const plan = planWith()
  const pace = paceViewOf(plan, fold(plan, log([10, open('a')])), at(10))

  it('goes on to the next section by itself as the server does', () => {
    expect(paceAt(pace, Date.parse(at(239)))).toBe(pace)
    expect(paceAt(pace, Date.parse(at(250)))).toMatchObject({
      section: 'second',
      deadline: at(600),
      sections: [{ closed: 'time-up' }, { deadline: at(600) }],
    })
    expect(paceAt(pace, Date.parse(at(700))).section).toBeNull()
  })

  it('leaves a section as the server does', () => {
    const left = paceAfterLeaving(pace, 'first', Date.parse(at(60)))
    const server = paceViewOf(plan, fold(plan, log([10, open('a')], [60, leave('first')])), at(60))
    expect(left).toMatchObject({ section: server.section, deadline: server.deadline })
    expect(paceAfterLeaving(left, 'first', Date.parse(at(70)))).toBe(left)
  })
})
