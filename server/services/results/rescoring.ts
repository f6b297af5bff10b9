import { releasedIn } from '../../../core/marking/desk'
import { SCORING, pointsInWords } from '../../../core/marking/points'
import type { Scoring } from '../../../core/marking/points'
import { advancing, begin, startOf } from '../../../core/sitting/fold'
import { judgedBy } from '../../../core/sitting/judgement'
import { withMarks } from '../../../core/sitting/marked'
import { planFor, withTasksOf } from '../../../core/sitting/plan'
import type { Plan } from '../../../core/sitting/plan'
import { resulting } from '../../../core/sitting/result'
import type { SittingResult } from '../../../core/sitting/result'
import { evidenceFrom } from '../../../core/skills/evidence'
import { deskIn } from '../../db/desk'
import { papersIn } from '../../db/papers'
import { peopleIn } from '../../db/people'
import type { Person } from '../../db/people'
import { markedVersion, sittingsIn } from '../../db/sittings'
import type { Sitting, StoredEvent } from '../../db/sittings'
import type { AuditService } from '../ground/auditing'
import type { Context } from '../ground/context'
import { notFound } from '../ground/problem'
import type { JudgeService, WhoseWork } from '../sitting/judging'
import { logged } from '../sitting/live-sittings'
import type { PlanService } from '../sitting/plans'

/** One ended sitting by the rules of its time and by today's. Points in hundredths. */
export interface Rescored {
  sittingId: string
  person: string
  number: number
  endedAt: string
  before: number
  after: number
  outOf: number
  /** Steps whose points differ. */
  steps: { step: string; before: number; after: number }[]
  /** Why it can't be marked again; null where it was, or would be. */
  refused: string | null
}

interface Parts {
  plans: PlanService
  judging: JudgeService
  audit: AuditService
}

/**
 * Marking ended sittings again by today's rules and the newest checks of their paper. Nothing is ever marked again by
 * itself: a figure that somebody was told changes only by this, and the sitting says so from then on.
 */
export function rescoringService({ db, now, log }: Context, { plans, judging, audit }: Parts) {
  const sittings = sittingsIn(db)

  /** What a log comes to by these checks: by the rules of its time, or by those given. */
  async function resultBy(base: Plan, sitting: WhoseWork, events: readonly StoredEvent[], scoring?: Scoring) {
    const accepted = events.filter(({ status }) => status === 'accepted').map(logged)
    const started = startOf(accepted)
    const plan = planFor(base, started, scoring)
    const judge = judging.whatever(sitting)
    let state = begin(plan, started)
    for (const event of accepted.slice(1)) state = (await judgedBy(advancing(plan, state, event), judge)).state
    return judgedBy(resulting(plan, state), judge)
  }

  /** Marked again for good where somebody answers for it; else only worked out. */
  async function markedAgain(sitting: Sitting, newest: Plan, by: Person | null): Promise<Rescored> {
    const events = await sittings.log(sitting.id)
    const sat = await plans.of(sitting)
    // What people gave stays, whatever the program now finds.
    const marks = releasedIn(await deskIn(db).of(sitting))
    const before = withMarks(sat, await resultBy(sat, sitting, events, sitting.rescored?.scoring), marks)
    const person = await peopleIn(db).byId(sitting.personId)
    const told = {
      sittingId: sitting.id,
      person: person?.name ?? sitting.personId,
      number: sitting.number,
      endedAt: sitting.endedAt ?? sitting.deadlineAt,
      before: sitting.score ?? before.points,
      outOf: sitting.outOf,
    }
    const refused = whyNot(sat, newest)
    if (refused) return { ...told, after: told.before, steps: [], refused }
    const { version } = newest.paper
    const plan = withTasksOf(sat, newest)
    const after = withMarks(plan, await resultBy(plan, sitting, events, SCORING), marks)
    if (by) {
      await sittings.markAgain(sitting, {
        version,
        scoring: SCORING,
        at: now(),
        score: after.points,
        waiting: after.waiting,
        evidence: evidenceFrom(sitting.id, told.endedAt, after),
      })
      const detail = `${sitting.paperId}: ${pointsInWords(told.before)} before, ${pointsInWords(after.points)} now`
      await audit.note(by, 'rescore', [{ sittingId: sitting.id, detail }])
      log.info({ sitting: sitting.id, before: told.before, after: after.points }, 'marked again')
    }
    return { ...told, after: after.points, steps: differences(before, after), refused: null }
  }

  return {
    /**
     * Every ended sitting of a paper that was not yet marked by today's rules and checks, before and after. `dry`
     * changes nothing; otherwise `by` answers for it in the audit log.
     */
    async paper(paperId: string, how: { dry: true } | { dry: false; by: Person }) {
      const version = (await papersIn(db).newest()).find(({ id }) => id === paperId)?.version
      if (version === undefined) throw notFound('paper')
      const newest = await plans.find(paperId, version)
      const rescored: Rescored[] = []
      for (const sitting of await sittings.endedOf(paperId)) {
        if (sitting.how === 'voided' || (await isOfToday(sitting, version))) continue
        rescored.push(await markedAgain(sitting, newest, how.dry ? null : how.by))
      }
      return rescored
    },
  }

  async function isOfToday(sitting: Sitting, version: number): Promise<boolean> {
    if (markedVersion(sitting) !== version) return false
    if (sitting.rescored) return sitting.rescored.scoring === SCORING
    const first = await sittings.first(sitting.id)
    return first?.body.kind === 'started' && first.body.scoring === SCORING
  }
}
export type RescoringService = ReturnType<typeof rescoringService>

/** The same steps for the same points in the same books: only then do the operations of the log mean the same. */
function whyNot(sat: Plan, newest: Plan): string | null {
  for (const { task, steps } of sat.tasks) {
    const now = newest.task(task.id)
    if (!now) return `The paper of today has no task ${task.id}.`
    if (JSON.stringify(now.task.setup) !== JSON.stringify(task.setup)) return `${task.id} begins otherwise today.`
    const shape = (all: typeof steps): string =>
      JSON.stringify(all.map(({ step, points }) => [step.id, step.mode, points, step.criteria.map(({ id }) => id)]))
    if (shape(now.steps) !== shape(steps)) return `${task.id} has other steps or points today.`
  }
  return null
}

function differences(before: SittingResult, after: SittingResult): Rescored['steps'] {
  const steps = (result: SittingResult) =>
    result.tasks.flatMap(task => task.steps.map(step => ({ step: `${task.id}/${step.id}`, points: step.points })))
  const now = new Map(steps(after).map(({ step, points }) => [step, points]))
  return steps(before).flatMap(({ step, points }) => {
    const later = now.get(step) ?? 0
    return later === points ? [] : [{ step, before: points, after: later }]
  })
}
