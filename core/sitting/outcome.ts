import type { SittingState } from './progress'
import type { Tried } from './trying'

/**
 * What an event came to. A refused event leaves the sitting as it was and says why in words; `malformed`
 * marks one that makes no sense for this paper: no such task or step, or not an operation of the task's tool.
 */
export type Outcome = { status: 'accepted'; tried?: Tried } | { status: 'refused'; refusal: string; malformed?: true }

export interface Advanced {
  state: SittingState
  outcome: Outcome
}

export const accepted = (state: SittingState, tried?: Tried): Advanced => ({
  state,
  outcome: { status: 'accepted', ...(tried ? { tried } : {}) },
})
export const malformed = (state: SittingState, refusal: string): Advanced => ({
  state,
  outcome: { status: 'refused', refusal, malformed: true },
})
export const refused = (state: SittingState, refusal: string): Advanced => ({
  state,
  outcome: { status: 'refused', refusal },
})
