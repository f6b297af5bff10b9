import type { Assignment } from '../db/assignments'
import type { Sitting } from '../db/sittings'
import { Problem } from './problem'

/** The sitting whose time is still running, if there is one. */
export function underWay(sittings: readonly Sitting[], at: string): Sitting | undefined {
  return sittings.find(sitting => sitting.state === 'running' && sitting.deadlineAt > at)
}

/** Why a sitting can't be started at this moment, or null if it can. `used` counts sittings begun so far. */
export function refuseStart(assignment: Assignment, used: number, at: string): Problem | null {
  const { opensAt, closesAt, sittingsAllowed } = assignment
  if (opensAt !== null && at < opensAt) return new Problem(403, 'not-open-yet', 'This paper isn’t open yet.', { opensAt })
  if (closesAt !== null && at >= closesAt) return new Problem(403, 'closed', 'This paper has closed.', { closesAt })
  if (used >= sittingsAllowed) {
    const all = sittingsAllowed === 1 ? 'Your one sitting has been used.' : `All ${sittingsAllowed} sittings have been used.`
    return new Problem(409, 'no-sittings-left', all)
  }
  return null
}
