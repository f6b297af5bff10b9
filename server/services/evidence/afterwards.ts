import { rm } from 'node:fs/promises'
import { isLate } from '../../../core/assignment/counting'
import type { UnitTotal } from '../../../core/assignment/units'
import type { AfterView, Rating, UploadView } from '../../../core/wire/afterwards'
import { triesOf } from '../../../core/sitting/progress'
import type { ResponseFile } from '../../../core/wire/response'
import { ratingsIn, uploadsIn } from '../../db/afterwards'
import type { Upload } from '../../db/afterwards'
import { assignmentsIn } from '../../db/assignments'
import type { Assignment } from '../../db/assignments'
import { adjustmentsIn, peopleIn } from '../../db/people'
import type { Person } from '../../db/people'
import { sittingsIn } from '../../db/sittings'
import type { Sitting } from '../../db/sittings'
import type { FileAnew } from '../../uploads/anew'
import type { Context } from '../ground/context'
import type { UnitService } from '../giving/units'
import type { JudgeService } from '../sitting/judging'
import type { LiveSitting, LiveSittings } from '../sitting/live-sittings'
import { mayDo } from '../ground/permissions'
import type { PlanService } from '../sitting/plans'
import { notFound, Problem } from '../ground/problem'
import { digestOf } from '../sitting/receipts'
import { isReleased, releasedFrom } from '../results/release'
import { windowOf } from '../sitting/window'

/** So many files arrive at a time, from all people together. */
const MOST_ARRIVING = 8

/** Lets a body come, up to so many bytes, and says in which file it lies then. */
export type Arriving = (largest: number) => Promise<string>

type UploadRules = NonNullable<Assignment['settings']['evidence']>

const uploadViewOf = ({ id, name, type, size, at }: Upload): UploadView => ({ id, name, type, size, at })

interface Parts {
  plans: PlanService
  live: LiveSittings
  units: UnitService
  judging: JudgeService
}

/** What comes after a sitting: the receipt, the response as a file, rating, credit, and evidence of the work. */
export function afterwardsService({ db, now, newId, writeAnew }: Context, { plans, live, units, judging }: Parts) {
  const sittings = sittingsIn(db)
  const uploads = uploadsIn(db)
  /** The people of whom a file is just arriving or being looked through. */
  const arriving = new Set<string>()

  async function ended(
    person: Person,
    id: string,
  ): Promise<{ sitting: Sitting; assignment: Assignment; endedAt: string }> {
    const one = await live.find(id)
    const sitting = one?.sitting
    if (!sitting || (sitting.personId !== person.id && !mayDo(person, 'mark'))) throw notFound('sitting')
    const assignment = await assignmentsIn(db).byId(sitting.assignmentId)
    if (!assignment) throw notFound('assignment')
    if (sitting.endedAt === null) throw new Problem(409, 'sitting-running', 'This sitting is still under way.')
    return { sitting, assignment, endedAt: sitting.endedAt }
  }

  /** Only whoever sat it: staff looks on. */
  async function own(person: Person, id: string) {
    const found = await ended(person, id)
    if (found.sitting.personId !== person.id) throw new Problem(403, 'not-allowed', 'Only the trainee can do this.')
    return found
  }

  const uploadUntil = ({ settings }: Assignment, endedAt: string): string | null =>
    settings.evidence === null ? null : new Date(Date.parse(endedAt) + settings.evidence.minutes * 60_000).toISOString()

  async function openForUploads(person: Person, id: string) {
    const { assignment, endedAt } = await own(person, id)
    const until = uploadUntil(assignment, endedAt)
    if (until === null || assignment.settings.evidence === null)
      throw new Problem(409, 'no-evidence', 'No evidence of work is asked for here.')
    if (now() >= until)
      throw new Problem(403, 'too-late', 'The time for uploading is over. Ask your trainer.', { until })
    return assignment.settings.evidence
  }

  /** A file as it is kept, where the rules of the assignment let it in beside those that are there already. */
  async function taken({ files, megabytes }: UploadRules, arrives: Arriving, already: number): Promise<FileAnew> {
    if (already >= files)
      throw new Problem(
        409,
        'enough-files',
        `${files === 1 ? 'One file is' : `${files} files are`} allowed. Take one away first.`,
      )
    const file = await arrives(megabytes * 1_000_000)
    try {
      const found = await writeAnew(file)
      if ('why' in found) throw new Problem(found.status, found.code, found.why)
      return found
    } finally {
      await rm(file, { force: true })
    }
  }

  /** What the trainee decided, and what the unit comes to by what they may know. */
  async function creditOf({ personId, credit }: Sitting, unit: string): Promise<AfterView['credit']> {
    const standing = await units.standing(personId, unit)
    const percent = (total: UnitTotal | null | undefined): number | null =>
      typeof total?.percent === 'number' ? total.percent / 100 : null
    return {
      unit,
      decided: credit,
      without: percent(standing?.without),
      papers: standing?.without?.counted.length ?? 0,
      now: percent(standing?.now),
    }
  }

  /** As the trainee left it: before the closing check, and without what set it right. */
  async function workOf({ sitting, plan, state }: LiveSitting): Promise<ResponseFile['work']> {
    const works: ResponseFile['work'] = []
    for (const task of state.beforeEnd ?? state.tasks) {
      const taskPlan = plan.task(task.id)
      if (!taskPlan) continue
      works.push({
        taskId: task.id,
        tool: taskPlan.task.tool,
        state: await judging.plain(sitting, taskPlan, task.work),
        steps: task.steps.map(({ id, status, checks, workedMs }) => ({
          id,
          status,
          triesUsed: triesOf({ checks }),
          workedMs,
        })),
      })
    }
    return works
  }

  return {
    async view(person: Person, id: string): Promise<AfterView> {
      const { sitting, assignment, endedAt } = await ended(person, id)
      const paper = (await plans.heads([sitting]))(sitting)
      const given = await assignmentsIn(db).find(assignment.id, sitting.personId)
      const dueAt = given
        ? windowOf(given, await adjustmentsIn(db).of(sitting.personId)).dueAt
        : assignment.settings.dueAt
      const { rating, optional, unit, evidence } = assignment.settings
      const until = uploadUntil(assignment, endedAt)
      const at = now()
      return {
        sittingId: id,
        assignmentId: assignment.id,
        paperTitle: paper.title,
        how: sitting.how ?? 'time-up',
        endedAt,
        now: at,
        events: sitting.digestEvents ?? 0,
        digest: sitting.digest ?? '',
        signedAs: sitting.signedAs,
        late: isLate({ dueAt }, endedAt),
        result: { shown: isReleased(assignment, at), from: releasedFrom(assignment) },
        rating: { asked: rating, given: (await ratingsIn(db).of([id])).get(id) ?? null },
        credit: optional ? await creditOf(sitting, unit) : null,
        evidence:
          evidence === null || until === null
            ? null
            : {
                until,
                files: evidence.files,
                megabytes: evidence.megabytes,
                uploads: (await uploads.of(id)).map(uploadViewOf),
              },
      }
    },

    async rate(person: Person, id: string, given: Rating): Promise<void> {
      const { assignment } = await own(person, id)
      if (!assignment.settings.rating) throw new Problem(409, 'no-rating', 'No rating is asked for here.')
      await ratingsIn(db).put(id, given, now())
    },

    /** Whether the score of an optional paper counts in place of its unit's. */
    async credit(person: Person, id: string, counts: boolean): Promise<void> {
      const { assignment, sitting } = await own(person, id)
      if (!assignment.settings.optional)
        throw new Problem(409, 'not-optional', 'This paper isn’t optional; its score counts in any case.')
      if (sitting.how === 'voided')
        throw new Problem(409, 'voided', 'This sitting was voided; it has no score to count.')
      if (!isReleased(assignment, now())) throw new Problem(409, 'result-held', 'Decide when your result shows.')
      await live.with(id, async one => {
        await sittings.credit(id, counts ? 'claimed' : 'declined')
        if (one) one.sitting = { ...one.sitting, credit: counts ? 'claimed' : 'declined' }
      })
    },

    /**
     * Takes a photo or a PDF, and keeps it written anew. Its type is what it says itself, never what its name says.
     * Nothing of it is read before it is clear that it may come: one of each person at a time, and some in all.
     */
    async upload(person: Person, id: string, name: string, arrives: Arriving): Promise<UploadView> {
      const rules = await openForUploads(person, id)
      if (arriving.has(person.id))
        throw new Problem(409, 'one-at-a-time', 'Your last file is still on its way. Send this one after it.')
      if (arriving.size >= MOST_ARRIVING)
        throw new Problem(503, 'many-files', 'Many files are arriving just now. Send this one again.', undefined, 5)
      arriving.add(person.id)
      try {
        const kept = await taken(rules, arrives, (await uploads.of(id)).length)
        const named = name.trim().slice(0, 200) || 'unnamed'
        const upload = {
          id: newId(),
          sittingId: id,
          name: named,
          type: kept.type,
          size: kept.content.length,
          at: now(),
        }
        await uploads.add(upload, Buffer.from(kept.content))
        return uploadViewOf(upload)
      } finally {
        arriving.delete(person.id)
      }
    },

    async content(
      person: Person,
      id: string,
      uploadId: string,
    ): Promise<{ type: string; name: string; content: Buffer }> {
      await ended(person, id)
      const found = await uploads.find(uploadId)
      if (found?.sittingId !== id) throw notFound('file')
      return { type: found.type, name: found.name, content: Buffer.from(found.content) }
    },

    async takeAway(person: Person, id: string, uploadId: string): Promise<void> {
      await openForUploads(person, id)
      const found = await uploads.find(uploadId)
      if (found?.sittingId !== id) throw notFound('file')
      await uploads.remove(uploadId)
    },

    /** The response of an ended sitting as an open file, with everything that its digest is made over. */
    async response(person: Person, id: string): Promise<ResponseFile> {
      const { sitting, assignment, endedAt } = await ended(person, id)
      const one = await live.find(id)
      const sitter = await peopleIn(db).byId(sitting.personId)
      if (!one || !sitter) throw notFound('sitting')
      const events = (await sittings.log(id)).slice(0, sitting.digestEvents ?? undefined)
      return {
        format: 'steady-anvil-response',
        version: 1,
        sitting: {
          id,
          number: sitting.number,
          startedAt: sitting.startedAt,
          endedAt,
          how: sitting.how ?? 'time-up',
          signedAs: sitting.signedAs,
        },
        person: { id: sitter.id, name: sitter.name },
        paper: { id: sitting.paperId, version: sitting.paperVersion, title: one.plan.paper.title },
        events: events.map(({ seq, clientId, status, clientAt, serverAt, body }) => [
          seq,
          clientId,
          status,
          clientAt,
          serverAt,
          body,
        ]),
        digest: { algorithm: 'SHA-256', hex: sitting.digest ?? digestOf(events), events: events.length },
        // Work that was set right holds the model's, and how steps came out is for the result to tell.
        work: mayDo(person, 'mark') || isReleased(assignment, now()) ? await workOf(one) : [],
      }
    },

    /** Whether a digest is that of the log on the server: what a centre checks a receipt by. */
    async verify(id: string, digest: string): Promise<{ known: boolean; matches: boolean }> {
      const sitting = await sittings.find(id)
      if (!sitting?.digestEvents) return { known: false, matches: false }
      const events = (await sittings.log(id)).slice(0, sitting.digestEvents)
      return { known: true, matches: digestOf(events) === digest.trim().toLowerCase() }
    },
  }
}
