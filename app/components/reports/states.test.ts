import { describe, expect, it } from 'vitest'
import { statesInShort } from './states'
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
