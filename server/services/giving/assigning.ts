import { randomUUID } from 'node:crypto'
import { group, mean } from 'd3'
import { adjustmentsInWords, noAdjustments } from '../../../core/assignment/adjustments'
import type { Adjustments } from '../../../core/assignment/adjustments'
import { countingScore, isLate } from '../../../core/assignment/counting'
import type { AssignmentSettings } from '../../../core/assignment/settings'
import type {
  AssignmentAct,
  assignRequest,
  ChoicesView,
  GivenView,
  ProgressView,
  TraineeProgress,
} from '../../../core/wire/assigning'
import type { z } from 'zod'
import { ratingsIn, uploadsIn } from '../../db/afterwards'
import { assignmentsIn } from '../../db/assignments'
import type { Assignment, Share } from '../../db/assignments'
import { cohortsIn, coursesIn } from '../../db/groups'
import { howFarIn } from '../../db/how-far'
import type { HowFar } from '../../db/how-far'
import { papersIn } from '../../db/papers'
import { adjustmentsIn, peopleIn } from '../../db/people'
import type { Person } from '../../db/people'
import { sittingsIn } from '../../db/sittings'
import { roomsIn } from '../../db/rooms'
import { unitsIn } from '../../db/units'
import type { Sitting } from '../../db/sittings'
import type { AuditService } from '../ground/auditing'
import type { Context } from '../ground/context'
import type { SittingWriter } from '../sitting/ending'
import type { LiveSittings } from '../sitting/live-sittings'
import type { PlanService } from '../sitting/plans'
import { aboutShare } from '../ground/notices'
import type { NoticeBoard } from '../ground/notices'
import { notFound, Problem } from '../ground/problem'
import { isReleased } from '../results/release'
import { whom } from './whom'
import { windowOf } from '../sitting/window'
import { countedFor, scoredOf } from '../results/counted'

/** What is looked up once for all whose progress is told. */
interface Around {
  people: ReadonlyMap<string, Person>
  adjustments: ReadonlyMap<string, Adjustments>
  /** How many files were sent to a sitting. */
  uploads: ReadonlyMap<string, number>
}

interface Parts {
  plans: PlanService
  live: LiveSittings
  writer: SittingWriter
  notices: NoticeBoard
  audit: AuditService
}

const NOBODY: HowFar = { people: 0, notStarted: 0, working: 0, handedIn: 0 }

/** Giving papers to people, and following how they get on. */
export function assigningService({ db, now }: Context, { plans, live, writer, notices, audit }: Parts) {
  const assignments = assignmentsIn(db)
  const sittings = sittingsIn(db)

  async function found(id: string): Promise<Assignment> {
    const assignment = await assignments.byId(id)
    if (!assignment) throw notFound('assignment')
    return assignment
  }

  /** An optional paper may stand in place of a unit that there is. */
  async function proveUnit({ optional, unit }: AssignmentSettings): Promise<void> {
    if (optional && !(await unitsIn(db).all()).some(({ title }) => title === unit))
      throw new Problem(422, 'no-such-unit', `There is no unit “${unit}”. Units are made beside the marks book.`, {
        'settings.unit': 'There is no such unit.',
      })
  }

  /** A paper is sat in a room that there is, or anywhere. */
  async function proveRoom({ room }: AssignmentSettings): Promise<void> {
    if (room !== '' && !(await roomsIn(db).named(room)))
      throw new Problem(422, 'no-such-room', `There is no room “${room}”. Rooms are added on the page Rooms.`, {
        'settings.room': 'There is no such room.',
      })
  }

  function progressOf(
    assignment: Assignment,
    share: Share,
    own: readonly Sitting[],
    { people, adjustments, uploads }: Around,
  ): TraineeProgress {
    const adjusted = adjustments.get(share.personId) ?? noAdjustments
    const window = windowOf({ assignment, share }, adjusted)
    const settings = countedFor(assignment.settings, window.dueAt)
    const late = (endedAt: string | null): boolean => isLate(settings, endedAt ?? now())
    const last = own.at(-1)
    const score = countingScore(settings, scoredOf(own))
    return {
      personId: share.personId,
      name: people.get(share.personId)?.name ?? share.personId,
      state: !last
        ? 'not-started'
        : last.state === 'running'
          ? 'working'
          : last.how === 'voided'
            ? 'voided'
            : 'handed-in',
      late: last ? late(last.endedAt) : late(null),
      sittingsUsed: own.length,
      sittingsAllowed: window.sittingsAllowed,
      closesAt: window.closesAt,
      adjustments: adjustmentsInWords(adjusted),
      countingScore: score === null ? null : score / 100,
      sittings: own.map(({ id, number, startedAt, endedAt, how, score: points, signedAs, credit, digest }) => ({
        id,
        number,
        startedAt,
        endedAt,
        how,
        score: points === null ? null : points / 100,
        late: endedAt !== null && late(endedAt),
        signedAs,
        credit,
        digest,
        uploads: uploads.get(id) ?? 0,
      })),
    }
  }

  async function ratingsOf(ids: readonly string[]): Promise<ProgressView['ratings']> {
    const given = [...(await ratingsIn(db).of(ids)).values()]
    const average = (of: 'effort' | 'clarity' | 'time'): number =>
      Math.round((mean(given, one => one[of]) ?? 0) * 10) / 10
    return {
      count: given.length,
      effort: average('effort'),
      clarity: average('clarity'),
      time: average('time'),
      words: given.flatMap(({ words }) => (words === '' ? [] : [words])),
    }
  }

  /** Boards that are open hear of whom they are to wait for. */
  const tellGiven = (assignmentId: string, personIds: readonly string[]): void => {
    for (const personId of personIds) notices.tell({ ...aboutShare(assignmentId, personId), what: 'given' })
  }

  return {
    async choices(): Promise<ChoicesView> {
      const [papers, cohorts, courses, people, all] = await Promise.all([
        papersIn(db).newest(),
        cohortsIn(db).all(),
        coursesIn(db).all(),
        peopleIn(db).trainees(),
        assignments.all(),
      ])
      const [members, joined, headOf] = await Promise.all([
        cohortsIn(db).members(cohorts.map(({ id }) => id)),
        coursesIn(db).allMembers(),
        plans.heads([...all, ...papers.map(({ id, version }) => ({ paperId: id, paperVersion: version }))]),
      ])
      return {
        papers: papers.map(({ id, version }) => {
          const { title, trade, kind, minutes, rules, whole } = headOf({ paperId: id, paperVersion: version })
          return { id, version, title, trade, kind, minutes, ...whole, rules }
        }),
        cohorts: cohorts.map(({ id, title }) => ({
          id,
          title,
          people: members.filter(({ cohortId }) => cohortId === id).map(({ personId }) => personId),
        })),
        courses: courses.map(({ id, title, inviteCode, trial }) => ({
          id,
          title,
          inviteCode,
          trial,
          people: joined.get(id) ?? [],
        })),
        people: people.map(({ id, name, email }) => ({ id, name, email })),
        rooms: (await roomsIn(db).all()).map(({ title }) => title),
        assignments: all.map(assignment => ({
          id: assignment.id,
          title: headOf(assignment).title,
          paperId: assignment.paperId,
          tells: assignment.settings.answers && isReleased(assignment, now()),
        })),
        units: (await unitsIn(db).all()).map(({ title }) => title),
      }
    },

    async give(
      trainer: Person,
      { paperId, people, cohorts, courseId, settings }: z.infer<typeof assignRequest>,
    ): Promise<{ id: string; people: number }> {
      const version = (await papersIn(db).newest()).find(paper => paper.id === paperId)?.version
      if (version === undefined)
        throw new Problem(422, 'no-such-paper', 'Choose a paper.', { paperId: 'There is no such paper.' })
      if (settings.after !== null && !(await assignments.byId(settings.after)))
        throw new Problem(422, 'no-such-assignment', 'The paper that must be finished first doesn’t exist.', {
          'settings.after': 'There is no such assignment.',
        })
      await proveUnit(settings)
      await proveRoom(settings)
      const to = await whom(db).all(people, cohorts, courseId)
      if (to.length === 0 && courseId === null)
        throw new Problem(422, 'nobody', 'Choose a cohort, people or a course.', { people: 'Nobody is chosen.' })
      const id = randomUUID()
      await assignments.give(
        { id, paperId, paperVersion: version, settings, courseId, releasedAt: null, givenBy: trainer.id },
        to,
        now(),
      )
      tellGiven(id, to)
      await audit.note(trainer, 'assign', [
        { assignmentId: id, room: settings.room, detail: `${paperId} to ${to.length} people` },
      ])
      return { id, people: to.length }
    },

    async list(): Promise<GivenView[]> {
      const at = now()
      const [all, howFar, perhapsLate, adjusted] = await Promise.all([
        assignments.all(),
        howFarIn(db).all(),
        howFarIn(db).perhapsLate(at),
        adjustmentsIn(db).all(),
      ])
      const headOf = await plans.heads(all)
      const byAssignment = group(perhapsLate, ({ share }) => share.assignmentId)
      return all.map(assignment => {
        const paper = headOf(assignment)
        const { people, ...far } = howFar.get(assignment.id) ?? NOBODY
        const late = (byAssignment.get(assignment.id) ?? []).filter(({ share, endedAt }) => {
          const { dueAt } = windowOf({ assignment, share }, adjusted.get(share.personId) ?? noAdjustments)
          return isLate({ dueAt }, endedAt ?? at)
        })
        const { room, opensAt, dueAt, closesAt, results } = assignment.settings
        return {
          id: assignment.id,
          paperTitle: paper.title,
          trade: paper.trade,
          room,
          opensAt,
          dueAt,
          closesAt,
          results,
          people,
          released: isReleased(assignment, at),
          optional: assignment.settings.optional,
          unreadable: assignment.unreadable === true,
          ...far,
          late: late.length,
        }
      })
    },

    async progress(id: string): Promise<ProgressView> {
      const assignment = await found(id)
      const paper = (await plans.heads([assignment]))(assignment)
      const [shares, sat] = await Promise.all([assignments.sharesOf([id]), sittings.onAll([id])])
      const [people, adjustments, uploads] = await Promise.all([
        peopleIn(db).byIds(shares.map(({ personId }) => personId)),
        adjustmentsIn(db).all(),
        uploadsIn(db).counts(sat.map(sitting => sitting.id)),
      ])
      const byPerson = group(sat, ({ personId }) => personId)
      const rows = shares.map(share =>
        progressOf(assignment, share, byPerson.get(share.personId) ?? [], { people, adjustments, uploads }),
      )
      return {
        id,
        paperTitle: paper.title,
        outOf: paper.size.points,
        exactPoints: paper.size.exactPoints,
        now: now(),
        settings: assignment.settings,
        paperRules: paper.rules,
        released: isReleased(assignment, now()),
        unreadable: assignment.unreadable === true,
        people: rows.sort((a, b) => a.name.localeCompare(b.name, 'en-GB')),
        ratings: await ratingsOf(sat.map(sitting => sitting.id)),
      }
    },

    async act(trainer: Person, id: string, act: AssignmentAct): Promise<void> {
      const assignment = await found(id)
      const shares = await assignments.sharesOf([id])
      const note = (subjects: readonly string[], detail: string, sittingId = '') =>
        audit.note(
          trainer,
          act.act,
          subjects.map(subjectId => ({
            assignmentId: id,
            room: assignment.settings.room,
            subjectId,
            sittingId,
            detail,
          })),
        )
      if (act.act === 'grant' || act.act === 'later') whom(db).proveShares(shares, act.people)
      switch (act.act) {
        case 'grant':
          for (const share of shares.filter(({ personId }) => act.people.includes(personId)))
            await assignments.changeShare(id, [share.personId], { extraSittings: share.extraSittings + act.sittings })
          return note(act.people, `${act.sittings} more: ${act.reason}`)
        case 'later':
          await assignments.changeShare(id, act.people, { closesAt: new Date(act.closesAt).toISOString() })
          return note(act.people, `until ${new Date(act.closesAt).toISOString()}: ${act.reason}`)
        case 'release':
          await assignments.release(id, now())
          return note([''], 'results released')
        case 'settings':
          if (act.settings.unit !== assignment.settings.unit) await proveUnit(act.settings)
          await proveRoom(act.settings)
          await assignments.change(id, act.settings)
          return note([''], JSON.stringify(changesOf(assignment.settings, act.settings)))
        case 'add-people':
          await whom(db).proveTrainees(act.people)
          await assignments.giveTo(id, act.people)
          tellGiven(id, act.people)
          return note(act.people, 'added')
        case 'reopen': {
          const subject = await live.with(act.sittingId, async one => {
            if (!one || one.sitting.assignmentId !== id) throw notFound('sitting')
            const refusal = await writer.reopen(one, act.minutes * 60_000, act.reason, now())
            if (refusal) throw new Problem(409, 'not-ended', refusal)
            return one.sitting.personId
          })
          return note([subject], `${act.minutes} min: ${act.reason}`, act.sittingId)
        }
      }
    },
  }
}
export type AssigningService = ReturnType<typeof assigningService>

/** What nobody reads in the audit log: only that it was changed. */
const secret: ReadonlySet<string> = new Set<keyof AssignmentSettings>(['accessCode'])
const masked = (value: unknown): string => (value === '' || value === undefined ? '' : '•••')

/** What differs, as [before, after], for the audit log. */
function changesOf(before: object, after: object): Record<string, [unknown, unknown]> {
  const old = new Map<string, unknown>(Object.entries(before))
  return Object.fromEntries(
    Object.entries(after)
      .filter(([name, value]) => JSON.stringify(value) !== JSON.stringify(old.get(name)))
      .map(([name, value]) => [
        name,
        secret.has(name) ? [masked(old.get(name)), masked(value)] : [old.get(name), value],
      ]),
  )
}
