import { closingFor } from '../../../core/assignment/adjustments'
import type { Adjustments } from '../../../core/assignment/adjustments'
import type { Given } from '../../db/assignments'
import type { Sitting } from '../../db/sittings'
import { Problem } from '../ground/problem'

/** When and how often one person may sit an assignment: the assignment's own window, with what was granted to them. */
export interface Window {
  opensAt: string | null
  dueAt: string | null
  closesAt: string | null
  sittingsAllowed: number
}

export function windowOf({ assignment, share }: Given, adjustments: Adjustments): Window {
  const { opensAt, dueAt, closesAt, sittingsAllowed } = assignment.settings
  const own = share.closesAt ?? closingFor(closesAt, adjustments)
  return {
    opensAt,
    // Whoever may sit later is not late before then.
    dueAt:
      dueAt !== null && share.closesAt !== null && share.closesAt > dueAt
        ? share.closesAt
        : closingFor(dueAt, adjustments),
    closesAt: own,
    sittingsAllowed: sittingsAllowed + share.extraSittings,
  }
}

/** The sitting whose time is still running, if there is one. */
export function underWay(sittings: readonly Sitting[], at: string): Sitting | undefined {
  return sittings.find(sitting => sitting.state === 'running' && sitting.deadlineAt > at)
}

/** Why a sitting can't be started at this moment, or null if it can. `used` counts sittings begun so far. */
export function refuseStart({ opensAt, closesAt, sittingsAllowed }: Window, used: number, at: string): Problem | null {
  if (opensAt !== null && at < opensAt)
    return new Problem(403, 'not-open-yet', 'This paper isn’t open yet.', { opensAt })
  if (closesAt !== null && at >= closesAt) return new Problem(403, 'closed', 'This paper has closed.', { closesAt })
  if (used >= sittingsAllowed) {
    const all =
      sittingsAllowed === 1 ? 'Your one sitting has been used.' : `All ${sittingsAllowed} sittings have been used.`
    return new Problem(409, 'no-sittings-left', all)
  }
  return null
}
