import { describe, expect, it } from 'vitest'
import { statesInShort, triesInWords } from './states'
import type { StepResultView } from '../../../core/wire/result'

const step = (status: StepResultView['status'], reached = true) => ({ status, reached }) as StepResultView

describe('how the steps of a task ended', () => {
  it('is said one by one for a few, and counted for many', () => {
    expect(statesInShort([step('passed'), step('out-of-tries'), step('locked', false)])).toBe(
      'passed · out of tries · not reached',
    )
    expect(statesInShort([step('passed'), step('passed'), step('skipped'), step('locked', false)])).toBe(
      '2 passed · 1 left · 1 not reached',
    )
  })
})

it('tries are told where there were some, and not where a person marks', () => {
  const of = { status: 'passed', waiting: 0, triesUsed: 2, triesAllowed: 3, earnsCheck: 2 } as const
  expect(triesInWords(of)).toBe(' · 2 of 3 tries')
  expect(triesInWords({ ...of, earnsCheck: 1 })).toBe(' · 2 of 3 tries, earns its check 1')
  expect(triesInWords({ ...of, status: 'marked' })).toBe('')
  expect(triesInWords({ ...of, status: 'awaiting-marker', waiting: 7 })).toBe('')
})
