import { randomInt } from 'node:crypto'
import { allowanceFor } from '../../../core/assignment/adjustments'
import { SCORING } from '../../../core/marking/points'
import type { EventBody } from '../../../core/sitting/events'
import { begin } from '../../../core/sitting/fold'
import { isVaried, planFor } from '../../../core/sitting/plan'
import { endsAt } from '../../../core/sitting/sections'
import type { StartRequest } from '../../../core/wire/given'
import { assignmentsIn } from '../../db/assignments'
import type { Given } from '../../db/assignments'
import { adjustmentsIn } from '../../db/people'
import type { Person } from '../../db/people'
import { sittingsIn } from '../../db/sittings'
import type { Sitting, StoredEvent } from '../../db/sittings'
import type { Context } from '../ground/context'
import type { GateKeeper, GateStanding } from './gates'
import { about, aboutShare } from '../ground/notices'
import type { NoticeBoard } from '../ground/notices'
import type { PlanService } from './plans'
import { notFound, Problem } from '../ground/problem'
import { turns } from '../ground/turns'
import { refuseStart, underWay, windowOf } from './window'

/** Starting a sitting: the window, the gates, and the first event of its log. */
export function startingService(
  { db, now, newId, log }: Context,
  plans: PlanService,
  gates: GateKeeper,
  notices: NoticeBoard,
) {
  const sittings = sittingsIn(db)
  const assignments = assignmentsIn(db)
  const inTurn = turns()

  /**
   * The titles of the papers that must be finished before these, by assignment; none where there is no such paper, or
   * where it is finished. `own`: all sittings of the person to whom they were given.
   */
  async function mustFinish(given: readonly Given[], own: readonly Sitting[]): Promise<Map<string, string>> {
    const firstOf = await assignments.byIds(given.flatMap(({ assignment }) => assignment.settings.after ?? []))
    const headOf = await plans.heads([...firstOf.values()])
    const finished = new Set(
      own.flatMap(({ assignmentId, state, how }) => (state === 'ended' && how !== 'voided' ? assignmentId : [])),
    )
    return new Map(
      given.flatMap(({ assignment }) => {
        const first = firstOf.get(assignment.settings.after ?? '')
        return first && !finished.has(first.id) ? [[assignment.id, headOf(first).title] as const] : []
      }),
    )
  }

  async function mustFinishOne(given: Given): Promise<string | null> {
    const { assignment, share } = given
    if (assignment.settings.after === null) return null
    const earlier = await sittings.on(assignment.settings.after, share.personId)
    return (await mustFinish([given], earlier)).get(assignment.id) ?? null
  }

  async function standingOf(given: Given, at: string): Promise<GateStanding> {
    const all = await assignments.of(given.share.personId)
    const headOf = await plans.heads([given, ...all].map(({ assignment }) => assignment))
    const titled = ({ assignment }: Given) => ({ assignment, title: headOf(assignment).title })
    const others = all.filter(({ assignment }) => assignment.id !== given.assignment.id).map(titled)
    return { given, others, title: titled(given).title, mustFinish: await mustFinishOne(given), at }
  }

  async function make(person: Person, given: Given, number: number, request: StartRequest): Promise<Sitting> {
    const { assignment } = given
    const at = now()
    const adjusted = await adjustmentsIn(db).of(person.id)
    const base = await plans.find(assignment.paperId, assignment.paperVersion)
    const { closesAt } = windowOf(given, adjusted)
    // Only what was asked for goes into the log.
    const asked = new Set(assignment.settings.details.map(({ id }) => id))
    const details = Object.fromEntries(Object.entries(request.details ?? {}).filter(([id]) => asked.has(id)))
    const body: Extract<EventBody, { kind: 'started' }> = {
      kind: 'started',
      allowanceMs: allowanceFor(base.paper.minutes, adjusted),
      closesAt,
      scoring: SCORING,
      ...(isVaried(base) ? { seed: randomInt(2 ** 32) } : {}),
      ...(adjusted.extraTries > 0 ? { extraTries: adjusted.extraTries } : {}),
      ...(adjusted.breakMinutes > 0 ? { breakMs: adjusted.breakMinutes * 60_000 } : {}),
      ...(Object.keys(assignment.settings.rules).length > 0 ? { rules: assignment.settings.rules } : {}),
      ...(Object.keys(details).length > 0 ? { details } : {}),
      ...(request.systemCheck ? { systemCheck: request.systemCheck } : {}),
    }
    const first: StoredEvent = { seq: 1, clientId: newId(), status: 'accepted', body, clientAt: null, serverAt: at }
    const plan = planFor(base, body)
    const sitting: Sitting = {
      id: newId(),
      assignmentId: assignment.id,
      personId: person.id,
      paperId: base.paper.id,
      paperVersion: base.paper.version,
      number,
      state: 'running',
      startedAt: at,
      deadlineAt: endsAt(plan, begin(plan, { ...body, at }), at),
      endedAt: null,
      how: null,
      score: null,
      outOf: plan.outOf,
      waiting: 0,
      signedAs: null,
      credit: null,
      digest: null,
      digestEvents: null,
      rescored: null,
    }
    await sittings.start(sitting, first)
    return sitting
  }

  return {
    mustFinish,
    mustFinishOne,
    standingOf,

    /** Starts a sitting, or gives back the one that is under way. */
    async start(
      person: Person,
      assignmentId: string,
      request: StartRequest = {},
    ): Promise<{ created: boolean; id: string }> {
      return inTurn(`${assignmentId} ${person.id}`, async () => {
        const given = await assignments.find(assignmentId, person.id)
        if (!given) throw notFound('assignment')
        const earlier = await sittings.on(assignmentId, person.id)
        const at = now()
        const running = underWay(earlier, at)
        if (running) return { created: false, id: running.id }
        const refusal = refuseStart(windowOf(given, await adjustmentsIn(db).of(person.id)), earlier.length, at)
        if (refusal) throw refusal
        await gates.check(person.id, await standingOf(given, at), request)
        const sitting = await make(person, given, earlier.length + 1, request)
        // Each sitting is admitted anew.
        await assignments.changeShare(assignmentId, [person.id], { waitingAt: null, admittedAt: null, codeAt: null })
        log.info({ sitting: sitting.id, person: person.id, deadline: sitting.deadlineAt }, 'sitting started')
        notices.tell({ ...about(sitting), what: 'changed' })
        return { created: true, id: sitting.id }
      })
    },

    /** The trainee begins to read: from now on the reading time runs. */
    async read(person: Person, assignmentId: string): Promise<void> {
      const given = await assignments.find(assignmentId, person.id)
      if (!given) throw notFound('assignment')
      if (given.share.readingAt === null) await assignments.changeShare(assignmentId, [person.id], { readingAt: now() })
    },

    /** The trainee asks to be let in. */
    async wait(person: Person, assignmentId: string): Promise<void> {
      const given = await assignments.find(assignmentId, person.id)
      if (!given) throw notFound('assignment')
      const { admission, codeFrom, accessCode } = given.assignment.settings
      if (!admission && !(codeFrom === 'invigilator' && accessCode !== ''))
        throw new Problem(409, 'no-admission', 'Nobody has to let you in to this paper.')
      const earlier = await sittings.on(assignmentId, person.id)
      const refusal = refuseStart(windowOf(given, await adjustmentsIn(db).of(person.id)), earlier.length, now())
      if (refusal) throw refusal
      if (given.share.waitingAt === null) await assignments.changeShare(assignmentId, [person.id], { waitingAt: now() })
      notices.tell({ ...aboutShare(assignmentId, person.id), what: 'at-the-door' })
    },
  }
}
export type StartingService = ReturnType<typeof startingService>
