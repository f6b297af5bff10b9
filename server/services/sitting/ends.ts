import { createHash } from 'node:crypto'
import { pointsInWords } from '../../../core/marking/points'
import type { Plan } from '../../../core/sitting/plan'
import type { SittingResult } from '../../../core/sitting/result'
import { peopleIn } from '../../db/people'
import { sittingEndsIn } from '../../db/sitting-ends'
import type { SittingEnd } from '../../db/sitting-ends'
import type { AuditService } from '../ground/auditing'
import type { Context } from '../ground/context'
import { Problem } from '../ground/problem'
import type { LiveSitting } from './live-sittings'

/** The versions of the tools of a paper: those whose operations and checks make its results. */
function madeBy({ tasks }: Plan): string {
  const tools = new Map(tasks.map(({ tool }) => [tool.id, tool.version]))
  return [...tools]
    .sort()
    .map(([id, version]) => `${id}-${version}`)
    .join(' ')
}

const pointsOf = ({ tasks }: SittingResult): Record<string, number> =>
  Object.fromEntries(tasks.flatMap(task => task.steps.map(step => [`${task.id}/${step.id}`, step.points])))

function digestOf({ state }: Pick<LiveSitting, 'state'>, result: SittingResult): string {
  const marks = state.tasks.map(({ id, work }) => [id, work.mark])
  return createHash('sha256')
    .update(JSON.stringify([marks, result]))
    .digest('hex')
}

/** Which steps came to other points, in words. */
function differenceOf(then: SittingEnd['points'], now: Record<string, number>): string {
  const steps = Object.keys({ ...then, ...now }).filter(step => then[step] !== now[step])
  if (steps.length === 0) return 'the points are the same, what was found or done isn’t'
  return steps
    .map(step => `${step}: ${pointsInWords(then[step] ?? 0)} then, ${pointsInWords(now[step] ?? 0)} now`)
    .join('; ')
}

/**
 * A result is made from the log each time it is looked at. What it came to at the end is kept beside it, so that a
 * program which makes something else of the same log is noticed, and never shows that as the result.
 */
export function endKeeper({ db, log }: Pick<Context, 'db' | 'log'>, audit: AuditService) {
  const ends = sittingEndsIn(db)
  return {
    async keep(one: LiveSitting, result: SittingResult): Promise<void> {
      const { sitting, plan } = one
      const kept = { madeBy: madeBy(plan), digest: digestOf(one, result), points: pointsOf(result) }
      await ends.put({ sittingId: sitting.id, ...kept })
    },

    /** Throws a Problem with 409 where the result is no longer what it was; administrators are told what differs. */
    async hold(one: LiveSitting, result: SittingResult): Promise<void> {
      const { sitting, plan } = one
      const kept = await ends.of(sitting.id)
      if (!kept || kept.digest === digestOf(one, result)) return
      const now = madeBy(plan)
      const difference = differenceOf(kept.points, pointsOf(result))
      if (kept.told !== now) {
        log.error(
          { sitting: sitting.id, then: kept.madeBy, now, difference },
          'a sitting comes out otherwise than it did',
        )
        const person = await peopleIn(db).byId(sitting.personId)
        const detail = `${kept.madeBy} then, ${now} now: ${difference}`.slice(0, 2000)
        const { id: sittingId, assignmentId, personId: subjectId } = sitting
        if (person) await audit.note(person, 'comes-out-otherwise', [{ sittingId, assignmentId, subjectId, detail }])
        await ends.tell(sitting.id, now)
      }
      throw new Problem(
        409,
        'comes-out-otherwise',
        'This program makes something else of the sitting than it came to when it ended. It isn’t shown until an ' +
          'administrator has looked at it; the score that was told stands.',
      )
    },
  }
}
export type EndKeeper = ReturnType<typeof endKeeper>
