import { noAdjustments } from '../../../core/assignment/adjustments'
import type { Adjustments } from '../../../core/assignment/adjustments'
import { countingScore, isLate } from '../../../core/assignment/counting'
import { unitTotal } from '../../../core/assignment/units'
import type { Unit, UnitPart, UnitTotal } from '../../../core/assignment/units'
import type { Assignment, Share } from '../../db/assignments'
import type { Sitting } from '../../db/sittings'
import { windowOf } from '../sitting/window'
import { countedFor, scoredOf } from '../results/counted'

/** How one person stands on one assignment. Points in hundredths. */
export interface Standing {
  assignment: Assignment
  /** The score that counts; null while there is none. */
  score: number | null
  waiting: number
  sittings: number
  late: boolean
  working: boolean
  credit: 'claimed' | 'declined' | null
}

export function standingOn(
  assignment: Assignment,
  share: Share,
  sittings: readonly Sitting[],
  adjusted: Adjustments = noAdjustments,
): Standing {
  const { dueAt } = windowOf({ assignment, share }, adjusted)
  return {
    assignment,
    score: countingScore(countedFor(assignment.settings, dueAt), scoredOf(sittings)),
    waiting: sittings.reduce((sum, { waiting }) => sum + waiting, 0),
    sittings: sittings.length,
    late: sittings.some(({ endedAt }) => endedAt !== null && isLate({ dueAt }, endedAt)),
    working: sittings.some(({ state }) => state === 'running'),
    credit: sittings.findLast(({ credit }) => credit !== null)?.credit ?? null,
  }
}

/**
 * What a unit comes to for somebody, from how they stand on everything that they were given; null where nothing of
 * the unit was. `outOf` tells the points of an assignment, in hundredths.
 */
export function unitFrom(
  unit: Unit,
  standings: readonly Standing[],
  outOf: (assignment: Assignment) => number,
): UnitTotal | null {
  const part = ({ assignment, score }: Standing, weight: number): UnitPart => ({
    assignmentId: assignment.id,
    weight,
    score,
    outOf: outOf(assignment),
  })
  const parts = unit.parts.flatMap(({ assignmentId, weight }) => {
    const own = standings.find(({ assignment }) => assignment.id === assignmentId)
    return own ? [part(own, weight)] : []
  })
  const claimed = standings.findLast(
    ({ assignment, credit }) => credit === 'claimed' && countsFor(assignment, unit.title),
  )
  return parts.length === 0 && !claimed ? null : unitTotal(unit, parts, claimed ? part(claimed, 1) : null)
}

/** Whether an optional paper may stand in place of the unit of this title. */
export const countsFor = ({ settings }: Assignment, title: string): boolean =>
  settings.optional && settings.unit === title
