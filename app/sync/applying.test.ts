import { describe, expect, it } from 'vitest'
import type { StepView, TaskView } from '../../core/wire/sitting'
import { withEvent, withProgress } from './applying'

const step = (id: string, status: StepView['status']): StepView => ({
  id,
  instruction: '…',
  mode: 'handed-in',
  status,
  triesAllowed: 3,
  triesUsed: 0,
  points: 1,
  minutes: 1,
  marking: 'program',
  hintsInAll: 0,
})
const task: TaskView = {
  id: 't',
  section: 's',
  reference: 'R-01',
  title: 'T',
  withheld: false,
  tool: 'ledger',
  minutes: 1,
  heavy: false,
  keepsOthers: true,
  order: 'in-turn',
  opened: false,
  revisit: false,
  marked: [],
  begun: false,
  unchecked: false,
  mark: '0.',
  steps: [step('one', 'open'), step('two', 'locked'), step('three', 'locked')],
}
const statuses = (one: TaskView): string[] => one.steps.map(({ status }) => status)

describe('what the device applies on top of what the server confirmed', () => {
  it('a mark in a text, another word at it, and its taking off', () => {
    const mark = { id: 'm', place: 'situation-0', from: 0, to: 4, text: 'Slip', word: '' }
    const marked = withEvent(task, { id: 'e', kind: 'mark-text', taskId: 't', mark })
    expect(marked.marked).toEqual([mark])
    const said = withEvent(marked, { id: 'f', kind: 'mark-text', taskId: 't', mark: { ...mark, word: 'why?' } })
    expect(said.marked.map(({ word }) => word)).toEqual(['why?'])
    expect(withEvent(said, { id: 'g', kind: 'unmark-text', taskId: 't', markId: 'm' }).marked).toEqual([])
  })

  it('an operation that changes the work marks the task as begun and unchecked; a look doesn’t', () => {
    const op = { id: 'e', kind: 'op' as const, taskId: 't', op: {} }
    expect(withEvent(task, op, true)).toMatchObject({ begun: true, unchecked: true })
    expect(withEvent(task, op, false)).toBe(task)
  })

  it('of its steps the server tells those that changed; what it no longer says is gone', () => {
    const hinted = { ...task, steps: task.steps.map(one => ({ ...one, hints: ['look at the date'] })) }
    const told = { ...task, mark: '4.abc', steps: [{ id: 'one', status: 'passed' as const, triesUsed: 1, earned: 1 }] }
    const now = withProgress(hinted, told)
    expect(now.mark).toBe('4.abc')
    expect(now.steps[0]).toMatchObject({ status: 'passed', triesUsed: 1, instruction: '…' })
    expect(now.steps[0]).not.toHaveProperty('hints')
    expect(now.steps[1]).toBe(hinted.steps[1])
  })

  it('a step that a person marks is handed over, and steps in free order lock none', () => {
    const free: TaskView = {
      ...task,
      order: 'free',
      steps: task.steps.map(one => ({ ...one, status: 'open', marking: 'person' })),
    }
    const over = withEvent(free, { id: 'e', kind: 'settle', taskId: 't', stepId: 'two' })
    expect(statuses(over)).toEqual(['open', 'awaiting-marker', 'open'])
    expect(statuses(withEvent(over, { id: 'f', kind: 'unsettle', taskId: 't', stepId: 'two' }))).toEqual([
      'open',
      'open',
      'open',
    ])
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
