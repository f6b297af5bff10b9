import { sure } from '../ground/sure'
import { paper } from '../paper/schema'
import type { PaperRules } from '../paper/schema'
import { chart, lines, period } from '../tools/ledger/books.fixture'
import type { LedgerState } from '../tools/ledger/state'
import type { EventBody, LoggedEvent } from './events'
import { fold } from './fold'
import { planOf } from './plan'
import { resultOf } from './result'

const START = Date.UTC(2026, 10, 24, 14)
export const at = (seconds: number): string => new Date(START + seconds * 1000).toISOString()

/**
 * Delivery of 100.00 with 20 VAT, then half of it paid (follows from the delivery), then, in another task, a
 * watched reversal, or several.
 */
export function planWith(rules: Partial<PaperRules> = {}, undone: readonly number[] = [1]) {
  const posting = (text: string) => ({
    type: 'entry.post',
    entry: { date: '2026-10-30', narration: 'x', lines: lines(text) },
  })
  const delivery = lines('6010 D 100.00, 2200 D 20.00, 2010 C 120.00')
  const payment = lines('2010 D 60.00, 1020 C 60.00')
  return planOf(
    paper.parse({
      id: 'p',
      version: 1,
      title: 'P',
      trade: 'bookkeeping',
      kind: 'mock',
      minutes: 10,
      about: '',
      instructions: [],
      rules: { tries: 2, tryWeights: [1, 0.5], ...rules },
      release: {},
      sections: [
        {
          id: 's',
          title: 'S',
          tasks: [
            {
              id: 'goods',
              title: 'Goods',
              tool: 'ledger',
              minutes: 2,
              brief: { situation: ['…'] },
              setup: { chart, period },
              steps: [
                {
                  id: 'delivery',
                  instruction: '…',
                  mode: 'handed-in',
                  criteria: [
                    {
                      id: 'entry',
                      label: 'entry',
                      points: 3,
                      skills: ['buy'],
                      feedback: '…',
                      check: { kind: 'movement', partial: true, lines: delivery },
                    },
                    {
                      id: 'dated',
                      label: 'date',
                      points: 1,
                      skills: ['dates'],
                      feedback: '…',
                      check: { kind: 'dated', on: '2026-10-30' },
                    },
                  ],
                  model: [posting('6010 D 100.00, 2200 D 20.00, 2010 C 120.00')],
                },
                {
                  id: 'payment',
                  instruction: '…',
                  mode: 'handed-in',
                  criteria: [
                    {
                      id: 'entry',
                      label: 'entry',
                      points: 2,
                      skills: ['pay'],
                      feedback: '…',
                      check: { kind: 'movement', lines: payment },
                      followThrough: {
                        from: [{ step: 'delivery', figure: 'net credit 2010', as: 'owed' }],
                        put: { 'lines.0.debit': 'owed / 2', 'lines.1.credit': 'owed / 2' },
                      },
                    },
                  ],
                  model: [posting('2010 D 60.00, 1020 C 60.00')],
                },
              ],
            },
            {
              id: 'slip',
              title: 'Slip',
              tool: 'ledger',
              minutes: 1,
              brief: { situation: ['…'] },
              setup: {
                chart,
                period,
                opening: [
                  { date: '2026-10-02', narration: 'wrong', lines: lines('6010 D 5, 1020 C 5') },
                  { date: '2026-10-03', narration: 'right', lines: lines('6010 D 7, 1020 C 7') },
                ],
              },
              steps: [
                {
                  id: 'undo',
                  instruction: '…',
                  mode: 'watched',
                  criteria: undone.map(entry => ({
                    id: `undone-${entry}`,
                    label: 'undone',
                    points: 2,
                    skills: ['undo'],
                    feedback: '…',
                    check: { kind: 'entry-reversed', entry },
                  })),
                  model: undone.map(entry => ({ type: 'entry.reverse', entry, date: '2026-10-31' })),
                },
              ],
            },
          ],
        },
      ],
    }),
  )
}

export const post = (text: string, date = '2026-10-30'): EventBody => ({
  kind: 'op',
  taskId: 'goods',
  op: { type: 'entry.post', entry: { date, narration: 'x', lines: lines(text) } },
})
export const check = (stepId: string): EventBody => ({ kind: 'check', taskId: 'goods', stepId })
export const undo = (entry: number): EventBody => ({
  kind: 'op',
  taskId: 'slip',
  op: { type: 'entry.reverse', entry, date: '2026-10-31' },
})
export const right = post('6010 D 100.00, 2200 D 20.00, 2010 C 120.00')
/** Of three lines one is right, one is right but for its amount, one is missing: 5/9 of 3.00 is 1.67. */
export const withoutVat = post('6010 D 100.00, 2010 C 100.00')
/** A change that helps nothing, so that there is something to check again. */
export const fiddle = post('6010 D 1.00, 1020 C 1.00')

export const started = {
  kind: 'started',
  allowanceMs: 600_000,
  closesAt: null,
  scoring: 4,
  at: at(0),
} as const satisfies LoggedEvent
export const log = (...bodies: EventBody[]): LoggedEvent[] => [
  started,
  ...bodies.map((body, index) => ({ ...body, at: at(10 * (index + 1)) })),
]
export const ended = { kind: 'ended', how: 'handed-in' } as const satisfies EventBody
export const statuses = (state: ReturnType<typeof fold>): string[] =>
  state.tasks.flatMap(task => task.steps.map(step => step.status))
export const books = (state: ReturnType<typeof fold>, task = 0): LedgerState =>
  sure(state.tasks[task]).work.state as LedgerState
export const points = (plan: ReturnType<typeof planWith>, ...bodies: EventBody[]): number =>
  resultOf(plan, fold(plan, log(...bodies, ended))).points
