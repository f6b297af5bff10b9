import { describe, expect, it } from 'vitest'
import { paper } from '../paper/schema'
import type { Strand } from '../paper/schema'
import { provePaper } from '../proof/proof'
import type { EventBody } from './events'
import { fold } from './fold'
import { ended, log, planWith } from './goods.fixture'
import { planOf } from './plan'
import { resultOf } from './result'

const written = (id: string) => ({
  id,
  instruction: id,
  mode: 'handed-in',
  marking: 'person',
  criteria: [{ id: 'told', label: 'told', points: 4, skills: ['pay'], feedback: '…' }],
  model: [{ type: 'answer', part: id, answer: 'Because.' }],
})

/** Two texts and a number, with one strand of 2.00. */
function paperWith(strand: Partial<Strand> = {}) {
  const goods = planWith().paper
  const number = {
    ...written('sum'),
    marking: 'program',
    criteria: [{ ...written('sum').criteria[0]!, check: { kind: 'number', is: '60' } }],
    model: [{ type: 'answer', part: 'sum', answer: { text: '60', decimal: '.' } }],
  }
  const asked = {
    id: 'asked',
    title: 'Asked',
    tool: 'questions',
    minutes: 1,
    brief: { situation: ['…'] },
    setup: {
      parts: [
        { kind: 'written', id: 'why', least: 1, most: 9 },
        { kind: 'written', id: 'how', least: 1, most: 9 },
        { kind: 'number', id: 'sum' },
      ],
    },
    order: 'free',
    steps: [written('why'), written('how'), number],
  }
  const method = { id: 'method', label: 'Method', points: 2, skills: ['pay'], feedback: '…', ...strand }
  return paper.parse({ ...goods, strands: [method], sections: [{ ...goods.sections[0], tasks: [asked] }] })
}
const answer = (part: string, given: unknown): EventBody => ({
  kind: 'op',
  taskId: 'asked',
  op: { type: 'answer', part, answer: given },
})
const over = (...steps: string[]) => ({ over: steps.map(step => ({ task: 'asked', step })) })

describe('a strand waits for a marker', () => {
  it.each([
    ['where anything of the paper does', {}, ['why'], 200],
    ['where a step that it is about does', over('why', 'sum'), ['why'], 200],
    ['not where only others do', over('how', 'sum'), ['why'], 0],
    ['not where nobody marks what was answered', {}, ['sum'], 0],
  ])('%s', (_, strand, parts, waits) => {
    const plan = planOf(paperWith(strand))
    const acts = parts.map(part => answer(part, part === 'sum' ? { text: '60', decimal: '.' } : 'Because.'))
    const result = resultOf(plan, fold(plan, log(...acts, ended)))
    expect(result.tasks.at(-1)!.steps[0]!.waiting).toBe(waits)
    expect(result.waiting).toBe(waits + (parts[0] === 'sum' ? 0 : 400))
  })
})

describe('the proof of a paper with strands', () => {
  it.each([
    ['holds', over('why', 'how'), []],
    ['wants each to be about something that a person marks', over('sum'), ['p/method: a person marks nothing']],
    ['names a step that isn’t there', over('why', 'when'), ['p/method: there is no step asked/when.']],
    ['names a skill that isn’t there', { skills: ['fly'] }, ['p/method: there is no skill fly.']],
    [
      'wants its highest level to be worth its points',
      { levels: [1, 0].map(points => ({ points, text: '…' })) },
      ['p/method: its highest'],
    ],
  ])('%s', (_, strand, faults) => {
    const found = provePaper(paperWith(strand), new Set(['pay']))
    expect(found).toEqual(faults.map(said => expect.stringContaining(said) as string))
  })
})
