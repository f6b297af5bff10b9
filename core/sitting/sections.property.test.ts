import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { paper } from '../paper/schema'
import { chart, lines, period } from '../tools/ledger/books.fixture'
import { deadlineOf, workedMs } from './clock'
import { ms } from '../ground/time/moments'
import type { EventBody, LoggedEvent } from './events'
import { advance, begin, fold } from './fold'
import { planFor, planOf } from './plan'
import type { SittingState } from './progress'
import { endsAt, passTime } from './sections'

const START = Date.UTC(2026, 10, 25, 9)
const at = (seconds: number): string => new Date(START + seconds * 1000).toISOString()
const delivery = lines('6010 D 100.00, 2010 C 100.00')
const entry = { date: '2026-10-30', narration: 'x', lines: delivery }
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
      model: [{ type: 'entry.post', entry }],
    },
  ],
})
const base = planOf(
  paper.parse({
    id: 'p',
    version: 1,
    title: 'P',
    trade: 'bookkeeping',
    kind: 'exam',
    minutes: 12,
    about: '',
    instructions: [],
    rules: { tries: 2 },
    release: {},
    sections: [
      { id: 'first', title: 'First', minutes: 3, movement: 'one-way', tasks: [task('a')] },
      { id: 'second', title: 'Second', minutes: 4, tasks: [task('b')] },
      { id: 'third', title: 'Third', tasks: [task('c')] },
    ],
  }),
)
const started: Extract<LoggedEvent, { kind: 'started' }> = {
  kind: 'started',
  allowanceMs: 720_000,
  closesAt: null,
  breakMs: 90_000,
  at: at(0),
}
const plan = planFor(base, started)

const taskId = fc.constantFrom('a', 'b', 'c', 'nowhere')
const body: fc.Arbitrary<EventBody> = fc.oneof(
  fc.record({ kind: fc.constant('open' as const), taskId }),
  fc.record({ kind: fc.constant('op' as const), taskId, op: fc.constant({ type: 'entry.post', entry }) }),
  fc.record({ kind: fc.constant('check' as const), taskId, stepId: fc.constantFrom('one', 'nowhere') }),
  fc.record({ kind: fc.constant('skip' as const), taskId, stepId: fc.constant('one') }),
  fc.record({ kind: fc.constant('settle' as const), taskId, stepId: fc.constant('one') }),
  fc.record({ kind: fc.constant('leave' as const), sectionId: fc.constantFrom('first', 'second', 'third') }),
  fc.record({ kind: fc.constant('paused' as const), reason: fc.constant('drill') }),
  fc.constantFrom<EventBody>(
    { kind: 'resumed' },
    { kind: 'break' },
    { kind: 'away', on: true },
    { kind: 'note', text: 'x' },
    { kind: 'seated', seat: 's', device: '' },
  ),
  fc.record({
    kind: fc.constant('extended' as const),
    byMs: fc.integer({ min: 1000, max: 120_000 }),
    reason: fc.constant('x'),
  }),
  fc.constant<EventBody>({ kind: 'ended', how: 'handed-in' }),
  fc.record({
    kind: fc.constant('reopened' as const),
    byMs: fc.integer({ min: 1000, max: 120_000 }),
    reason: fc.constant('x'),
  }),
)

/** Events at random distances, up to five minutes apart. */
const logs = fc.array(fc.tuple(fc.integer({ min: 0, max: 300 }), body), { maxLength: 14 }).map(steps => {
  let seconds = 0
  return steps.map(([wait, event]): LoggedEvent => ({ ...event, at: at((seconds += wait)) }))
})

const states = (log: readonly LoggedEvent[]): SittingState[] => {
  const all = [begin(plan, started)]
  for (const event of log) all.push(advance(plan, all.at(-1)!, event).state)
  return all
}

describe('whatever happens in a sitting with sections', () => {
  it('nothing throws, and the log folded at once is the log folded event by event', () => {
    fc.assert(
      fc.property(logs, log => {
        expect(fold(base, [started, ...log])).toEqual(states(log).at(-1))
      }),
      { numRuns: 8000 },
    )
  })

  it('time passes the same in one go as bit by bit', () => {
    fc.assert(
      fc.property(logs, fc.integer({ min: 0, max: 600 }), fc.integer({ min: 0, max: 600 }), (log, first, second) => {
        const state = states(log).at(-1)!
        if (state.status === 'ended') return
        const from = (ms(state.lastAt) - START) / 1000
        const [between, end] = [at(from + first), at(from + first + second)]
        expect(passTime(plan, passTime(plan, state, between), end)).toEqual(passTime(plan, state, end))
      }),
      { numRuns: 800 },
    )
  })

  it('no section is charged more than its limit, nor all of them more than was worked, and the end is never after the deadline', () => {
    fc.assert(
      fc.property(logs, log => {
        for (const state of states(log)) {
          const charged = state.sections.reduce((sum, section) => sum + section.workedMs, 0)
          expect(charged).toBeLessThanOrEqual(workedMs(state.clock, state.lastAt))
          for (const section of state.sections)
            expect(section.workedMs).toBeLessThanOrEqual(
              (plan.section(section.id)?.limitMs ?? Infinity) + section.extraMs,
            )
          expect(endsAt(plan, state, state.lastAt) <= deadlineOf(state.clock, state.lastAt)).toBe(true)
        }
      }),
      { numRuns: 800 },
    )
  })

  it('a closed section stays closed until the sitting is opened again', () => {
    fc.assert(
      fc.property(logs, log => {
        const all = states(log)
        all.forEach((state, index) => {
          const next = all[index + 1]
          if (!next || log[index]?.kind === 'reopened') return
          state.sections.forEach((section, place) => {
            if (section.closed !== null) expect(next.sections[place]?.closed).toBe(section.closed)
          })
        })
      }),
      { numRuns: 8000 },
    )
  })
})
