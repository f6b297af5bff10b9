import { describe, expect, it } from 'vitest'
import { condition } from '../workbook/features/condition'
import { conditionFrom, conditionQuestions } from './conditions'

describe('the answers to a condition', () => {
  it.each([
    [
      { is: 'equal', to: ' rack ' },
      { is: 'equal', to: 'rack' },
    ],
    [
      { is: 'more', to: '=$I$4' },
      { is: 'more', to: '=$I$4' },
    ],
    [
      { is: 'between', to: '1', and: '9' },
      { is: 'between', from: '1', to: '9' },
    ],
    [
      { is: 'not-between', to: '1', and: '9' },
      { is: 'not-between', from: '1', to: '9' },
    ],
    [
      { is: 'containing', to: 'oo' },
      { is: 'containing', text: 'oo' },
    ],
    [
      { is: 'largest', to: '3' },
      { is: 'largest', count: 3 },
    ],
    [
      { is: 'smallest', to: '10%' },
      { is: 'smallest', count: 10, percent: true },
    ],
    [{ is: 'empty', to: 'whatever' }, { is: 'empty' }],
    [{ is: 'repeated' }, { is: 'repeated' }],
    [{ is: 'above-average' }, { is: 'above-average' }],
    [
      { is: 'true', to: '=A1>2' },
      { is: 'true', formula: '=A1>2' },
    ],
  ])('%j make %j', (answers, wanted) => {
    expect(conditionFrom(answers)).toEqual(wanted)
    expect(condition.safeParse(wanted).success).toBe(true)
  })

  it.each([
    [{ is: 'equal', to: '' }],
    [{ is: 'between', to: '1', and: ' ' }],
    [{ is: 'ending', to: '' }],
    [{ is: 'largest', to: '0' }],
    [{ is: 'largest', to: '2.5' }],
    [{ is: 'true', to: 'A1>2' }],
  ])('%j lack something, in words', answers => {
    expect(typeof conditionFrom(answers)).toBe('string')
  })

  it('are asked for only where they are needed, and every kind that is offered can be made', () => {
    const [kind, first, second] = conditionQuestions('Where a cell')
    expect(second!.only?.of).toEqual(['between', 'not-between'])
    for (const { value: is } of kind!.choices!) {
      const to = is === 'true' ? '=A1' : '5'
      expect(condition.safeParse(conditionFrom({ is, to, and: '9' })).success, is).toBe(true)
      const needed = typeof conditionFrom({ is, to: '', and: '' }) === 'string'
      expect(first!.only!.of.includes(is), is).toBe(needed)
    }
  })
})
