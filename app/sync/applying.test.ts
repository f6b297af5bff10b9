import { describe, expect, it } from 'vitest'
import { chart, lines, period } from '../../core/tools/ledger/books.fixture'
import { ledger } from '../../core/tools/ledger'
import type { StepView, TaskView } from '../../core/wire/sitting'
import { tryOp, withEvent } from './applying'

const step = (id: string, status: StepView['status']): StepView => ({
  id,
  instruction: '…',
  mode: 'handed-in',
  status,
  triesAllowed: 3,
  triesUsed: 0,
  points: 1,
  minutes: 1,
})
const task: TaskView = {
  id: 't',
  section: 's',
  reference: 'R-01',
  title: 'T',
  tool: 'ledger',
  minutes: 1,
  brief: { situation: [], documents: [] },
  setup: {},
  opened: false,
  revisit: false,
  begun: false,
  unchecked: false,
  state: ledger.initial({ chart, period, opening: [] }),
  steps: [step('one', 'open'), step('two', 'locked'), step('three', 'locked')],
}
const post = { type: 'entry.post', entry: { date: '2026-10-30', narration: 'x', lines: lines('6010 D 5, 1020 C 5') } }
const statuses = (one: TaskView): string[] => one.steps.map(({ status }) => status)

describe('what the device applies on top of what the server confirmed', () => {
  it('an operation changes the work, and marks it as begun and unchecked', () => {
    const tried = tryOp(task, post)
    expect(tried).toMatchObject({ ok: true, changes: true, task: { begun: true, unchecked: true } })
    expect(tryOp(task, { type: 'view.show', view: 'accounts' })).toMatchObject({
      ok: true,
      changes: false,
      task: { begun: false },
    })
  })

  it('one that the tool refuses, or doesn’t know, changes nothing', () => {
    expect(tryOp(task, { ...post, entry: { ...post.entry, lines: lines('6010 D 5, 1020 C 6') } }).ok).toBe(false)
    expect(withEvent(task, { id: 'e', kind: 'op', taskId: 't', op: { type: 'nothing' } })).toBe(task)
  })

  it('settling and opening again, as the server does it', () => {
    const settled = withEvent(task, { id: 'e', kind: 'settle', taskId: 't', stepId: 'one' })
    expect(statuses(settled)).toEqual(['settled', 'open', 'locked'])
    expect(statuses(withEvent(settled, { id: 'f', kind: 'unsettle', taskId: 't', stepId: 'one' }))).toEqual([
      'open',
      'locked',
      'locked',
    ])
    expect(withEvent(settled, { id: 'g', kind: 'settle', taskId: 't', stepId: 'one' })).toBe(settled)
  })
})
