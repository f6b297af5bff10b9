import type { Scoring } from '../../core/marking/points'
import type { EventBody, HowEnded } from '../../core/sitting/events'
import type { JudgedCriterion } from '../../core/skills/report'
import type { Database } from './connection'
import { momentOf } from './reading'

export interface Sitting {
  id: string
  assignmentId: string
  personId: string
  paperId: string
  paperVersion: number
  number: number
  state: 'running' | 'ended'
  startedAt: string
  deadlineAt: string
  endedAt: string | null
  how: HowEnded | null
  score: number | null
  outOf: number
  /** Of `outOf`, what waits for a marker. */
  waiting: number
  signedAs: string | null
  credit: 'claimed' | 'declined' | null
  /** SHA-256 of the log up to the end, in hexadecimal, and how many events that is. */
  digest: string | null
  digestEvents: number | null
  /** Where it was marked again by later rules: by which, and what its score was before, in hundredths. */
  rescored: Rescoring | null
}

export interface Rescoring {
  version: number
  scoring: Scoring
  at: string
  scoreBefore: number
}

/** The version of the paper whose checks mark a sitting. */
export function markedVersion({ paperVersion, rescored }: Pick<Sitting, 'paperVersion' | 'rescored'>): number {
  return rescored?.version ?? paperVersion
}

export interface Ending {
  endedAt: string
  how: HowEnded
  /** Null for a sitting that was voided. */
  score: number | null
  waiting: number
  signedAs: string | null
  digest: string
  evidence: readonly JudgedCriterion[]
}

export interface MarkedAgain extends Omit<Rescoring, 'scoreBefore'> {
  score: number
  waiting: number
  evidence: readonly JudgedCriterion[]
}

export type EventStatus = 'accepted' | 'refused' | 'late'

/** An event as the log keeps it. `seq` counts from 1 without gaps. */
export interface StoredEvent {
  seq: number
  clientId: string
  status: EventStatus
  body: EventBody
  clientAt: string | null
  serverAt: string
}

/** Which events a log holds, by the sender's ids with their places, and how much they say, in characters. */
export interface KnownEvents {
  ids: [string, number][]
  bytes: number
  late: { events: number; bytes: number }
}

export interface Snapshot {
  seq: number
  madeBy: string
  document: string
}

interface SittingRow {
  id: string
  assignment_id: string
  person_id: string
  paper_id: string
  paper_version: number
  number: number
  state: 'running' | 'ended'
  started_at: string
  deadline_at: string
  ended_at: string | null
  how_ended: HowEnded | null
  score_hundredths: number | null
  out_of_hundredths: number
  waiting_hundredths: number
  signed_as: string | null
  credit: 'claimed' | 'declined' | null
  digest: string | null
  digest_events: number | null
  marked_version: number | null
  marked_scoring: Scoring | null
  marked_at: string | null
  score_before_hundredths: number | null
}

interface EventRow {
  sitting_id: string
  seq: number
  client_id: string
  kind: string
  payload: string
  status: EventStatus
  client_at: string | null
  server_at: string
}

function fromRow(row: SittingRow): Sitting {
  const moment = (text: string): string => momentOf('sittings', row.id, text)
  return {
    id: row.id,
    assignmentId: row.assignment_id,
    personId: row.person_id,
    paperId: row.paper_id,
    paperVersion: row.paper_version,
    number: row.number,
    state: row.state,
    startedAt: moment(row.started_at),
    deadlineAt: moment(row.deadline_at),
    endedAt: row.ended_at === null ? null : moment(row.ended_at),
    how: row.how_ended,
    score: row.score_hundredths,
    outOf: row.out_of_hundredths,
    waiting: row.waiting_hundredths,
    signedAs: row.signed_as,
    credit: row.credit,
    digest: row.digest,
    digestEvents: row.digest_events,
    rescored: rescoringOf(row),
  }
}

function rescoringOf({ id, marked_version, marked_scoring, marked_at, score_before_hundredths }: SittingRow) {
  if (marked_version === null || marked_scoring === null || marked_at === null) return null
  return {
    version: marked_version,
    scoring: marked_scoring,
    at: momentOf('sittings', id, marked_at),
    scoreBefore: score_before_hundredths ?? 0,
  }
}

const eventToRow = (sittingId: string, { seq, clientId, status, body, clientAt, serverAt }: StoredEvent): EventRow => {
  const { kind, ...payload } = body
  return {
    sitting_id: sittingId,
    seq,
    client_id: clientId,
    kind,
    payload: JSON.stringify(payload),
    status,
    client_at: clientAt,
    server_at: serverAt,
  }
}

// The body was validated before it was written, and the log is append-only.
const eventFromRow = (row: EventRow): StoredEvent => ({
  seq: row.seq,
  clientId: row.client_id,
  status: row.status,
  clientAt: row.client_at,
  serverAt: row.server_at,
  body: { kind: row.kind, ...(JSON.parse(row.payload) as object) } as EventBody,
})

const evidenceRows = (evidence: readonly JudgedCriterion[], personId: string) =>
  evidence.map(({ sittingId, taskId, stepId, criterionId, skills, points, outOf, faults, at }) => ({
    sitting_id: sittingId,
    task_id: taskId,
    step_id: stepId,
    criterion_id: criterionId,
    person_id: personId,
    skills: JSON.stringify(skills),
    points,
    out_of: outOf,
    faults: JSON.stringify(faults),
    at,
  }))

/** What a sitting says about skills now, in place of what it said. */
async function replaceEvidence(
  trx: Database,
  id: string,
  personId: string,
  evidence: readonly JudgedCriterion[],
): Promise<void> {
  await trx('evidence').where({ sitting_id: id }).delete()
  await trx.batchInsert('evidence', evidenceRows(evidence, personId), 50)
}

/** How many rows at the most share one write: SQLite takes 32,766 values in a statement, and a row has eight. */
const SHARED_ROWS = 1000

/** Sittings and their append-only logs. Nothing here changes or removes an event. */
export function sittingsIn(db: Database) {
  const writeSoon = sharedWrites(db)
  return {
    async find(id: string): Promise<Sitting | undefined> {
      const row = await db<SittingRow>('sittings').where({ id }).first()
      return row && fromRow(row)
    },
    async of(personId: string): Promise<Sitting[]> {
      return (await db<SittingRow>('sittings').where({ person_id: personId }).orderBy('started_at', 'desc')).map(
        fromRow,
      )
    },
    async on(assignmentId: string, personId: string): Promise<Sitting[]> {
      return (
        await db<SittingRow>('sittings').where({ assignment_id: assignmentId, person_id: personId }).orderBy('number')
      ).map(fromRow)
    },
    /** Of everyone, or of some people only. */
    async onAll(assignmentIds: readonly string[], personIds?: readonly string[]): Promise<Sitting[]> {
      const all = db<SittingRow>('sittings').whereIn('assignment_id', [...assignmentIds])
      return (await (personIds ? all.whereIn('person_id', [...personIds]) : all).orderBy('number')).map(fromRow)
    },
    async byIds(ids: readonly string[]): Promise<Map<string, Sitting>> {
      const rows = await db<SittingRow>('sittings').whereIn('id', [...ids])
      return new Map(rows.map(row => [row.id, fromRow(row)]))
    },
    /** Ended sittings in which something waits for a marker, or to which one has said something. */
    async handedOver(assignmentId?: string): Promise<Sitting[]> {
      const said = db('desk_entries').select('sitting_id')
      const over = db<SittingRow>('sittings')
        .where({ state: 'ended' })
        .andWhereNot({ how_ended: 'voided' })
        .andWhere(either => either.where('waiting_hundredths', '>', 0).orWhereIn('id', said))
      return (await (assignmentId === undefined ? over : over.andWhere({ assignment_id: assignmentId }))).map(fromRow)
    },
    async first(id: string): Promise<StoredEvent | undefined> {
      const row = await db<EventRow>('sitting_events').where({ sitting_id: id, seq: 1 }).first()
      return row && eventFromRow(row)
    },
    /** The newest moment on record: of the start or the end of any sitting, or of an event of one that runs. */
    async newestMoment(): Promise<string | undefined> {
      const running = db<SittingRow>('sittings').where({ state: 'running' }).select('id')
      const newest = (await Promise.all([
        db<SittingRow>('sittings').max({ newest: 'started_at' }).first(),
        db<SittingRow>('sittings').max({ newest: 'ended_at' }).first(),
        db<EventRow>('sitting_events').whereIn('sitting_id', running).max({ newest: 'server_at' }).first(),
      ])) as ({ newest: string | null } | undefined)[]
      return newest
        .flatMap(row => row?.newest ?? [])
        .sort()
        .at(-1)
    },
    /** Whether somebody sits a paper whose time isn’t up. */
    async isSitting(personId: string, at: string): Promise<boolean> {
      const running = db<SittingRow>('sittings').where({ person_id: personId, state: 'running' })
      return (await running.andWhere('deadline_at', '>', at).first('id')) !== undefined
    },
    /** Running sittings whose deadline was before `moment`. */
    async expiredBefore(moment: string): Promise<Sitting[]> {
      return (
        await db<SittingRow>('sittings')
          .where({ state: 'running' })
          .andWhere('deadline_at', '<', moment)
          .orderBy('deadline_at')
      ).map(fromRow)
    },
    async start(sitting: Sitting, first: StoredEvent): Promise<void> {
      await db.transaction(async trx => {
        await trx<SittingRow>('sittings').insert({
          id: sitting.id,
          assignment_id: sitting.assignmentId,
          person_id: sitting.personId,
          paper_id: sitting.paperId,
          paper_version: sitting.paperVersion,
          number: sitting.number,
          state: sitting.state,
          started_at: sitting.startedAt,
          deadline_at: sitting.deadlineAt,
          ended_at: null,
          how_ended: null,
          score_hundredths: null,
          waiting_hundredths: 0,
          out_of_hundredths: sitting.outOf,
          signed_as: null,
          credit: null,
          digest: null,
          digest_events: null,
          marked_version: null,
          marked_scoring: null,
          marked_at: null,
          score_before_hundredths: null,
        })
        await trx<EventRow>('sitting_events').insert(eventToRow(sitting.id, first))
      })
    },
    async log(id: string, afterSeq = 0): Promise<StoredEvent[]> {
      return (
        await db<EventRow>('sitting_events').where({ sitting_id: id }).andWhere('seq', '>', afterSeq).orderBy('seq')
      ).map(eventFromRow)
    },
    /** The sender's id of every event, with its place in the log, and how much they say together, in characters. */
    async known(id: string): Promise<KnownEvents> {
      const rows: (Pick<EventRow, 'client_id' | 'seq' | 'status'> & { size: number })[] = await db('sitting_events')
        .where({ sitting_id: id })
        .select('client_id', 'seq', 'status', db.raw('length(payload) as size'))
      const late = rows.filter(({ status }) => status === 'late')
      const sizeOf = (some: typeof rows): number => some.reduce((sum, { size }) => sum + size, 0)
      return {
        ids: rows.map(row => [row.client_id, row.seq]),
        bytes: sizeOf(rows),
        late: { events: late.length, bytes: sizeOf(late) },
      }
    },
    /**
     * Durably: resolves when the events are on disk, all of them; rejects when none of them is. Gives back how
     * much they say, in characters.
     */
    async append(id: string, events: readonly StoredEvent[]): Promise<number> {
      const rows = events.map(event => eventToRow(id, event))
      await writeSoon(rows)
      return rows.reduce((sum, { payload }) => sum + payload.length, 0)
    },
    async moveDeadline(id: string, deadlineAt: string): Promise<void> {
      await db<SittingRow>('sittings').where({ id }).update({ deadline_at: deadlineAt })
    },
    /** The last event, the ending and its evidence: one transaction. */
    async end(
      id: string,
      last: StoredEvent,
      personId: string,
      { endedAt, how, score, waiting, signedAs, digest, evidence }: Ending,
    ): Promise<void> {
      await db.transaction(async trx => {
        await trx<EventRow>('sitting_events').insert(eventToRow(id, last))
        await trx<SittingRow>('sittings').where({ id }).update({
          state: 'ended',
          ended_at: endedAt,
          how_ended: how,
          score_hundredths: score,
          waiting_hundredths: waiting,
          signed_as: signedAs,
          digest,
          digest_events: last.seq,
        })
        await trx.batchInsert('evidence', evidenceRows(evidence, personId), 50)
      })
    },
    /** Opens an ended sitting again: its evidence goes, its log stays. */
    async reopen(id: string, event: StoredEvent, deadlineAt: string): Promise<void> {
      await db.transaction(async trx => {
        await trx<EventRow>('sitting_events').insert(eventToRow(id, event))
        await trx<SittingRow>('sittings').where({ id }).update({
          state: 'running',
          deadline_at: deadlineAt,
          ended_at: null,
          how_ended: null,
          score_hundredths: null,
          waiting_hundredths: 0,
          signed_as: null,
          credit: null,
          digest: null,
          digest_events: null,
        })
        await trx('evidence').where({ sitting_id: id }).delete()
        await trx('sitting_ends').where({ sitting_id: id }).delete()
        await trx('sitting_figures').where({ sitting_id: id }).delete()
      })
    },
    /** Ended sittings of a paper in any version, oldest first. */
    async endedOf(paperId: string): Promise<Sitting[]> {
      const rows = db<SittingRow>('sittings').where({ paper_id: paperId, state: 'ended' })
      return (await rows.orderBy('ended_at')).map(fromRow)
    },
    /** Score and evidence by later rules, in one transaction. The log stays; what the score was first is kept. */
    async markAgain(
      { id, personId, score: told, rescored }: Sitting,
      { version, scoring, at, score, waiting, evidence }: MarkedAgain,
    ): Promise<void> {
      await db.transaction(async trx => {
        await trx<SittingRow>('sittings')
          .where({ id })
          .update({
            marked_version: version,
            marked_scoring: scoring,
            marked_at: at,
            score_before_hundredths: rescored?.scoreBefore ?? told,
            score_hundredths: score,
            waiting_hundredths: waiting,
          })
        await trx('sitting_snapshots').where({ sitting_id: id }).delete()
        await trx('sitting_ends').where({ sitting_id: id }).delete()
        await trx('sitting_figures').where({ sitting_id: id }).delete()
        await replaceEvidence(trx, id, personId, evidence)
      })
    },
    /** Score and evidence with what a marker gave, in one transaction. */
    async score(
      { id, personId }: Sitting,
      { score, waiting, evidence }: Pick<MarkedAgain, 'score' | 'waiting' | 'evidence'>,
    ): Promise<void> {
      await db.transaction(async trx => {
        await trx<SittingRow>('sittings').where({ id }).update({ score_hundredths: score, waiting_hundredths: waiting })
        await replaceEvidence(trx, id, personId, evidence)
      })
    },
    async credit(id: string, credit: 'claimed' | 'declined'): Promise<void> {
      await db<SittingRow>('sittings').where({ id }).update({ credit })
    },
    async snapshot(id: string): Promise<Snapshot | undefined> {
      const row = await db<{ sitting_id: string; seq: number; made_by: string; document: string }>('sitting_snapshots')
        .where({ sitting_id: id })
        .first()
      return row && { seq: row.seq, madeBy: row.made_by, document: row.document }
    },
    async keepSnapshot(id: string, { seq, madeBy, document }: Snapshot): Promise<void> {
      await db('sitting_snapshots')
        .insert({ sitting_id: id, seq, made_by: madeBy, document })
        .onConflict('sitting_id')
        .merge()
    },
  }
}

interface Append {
  rows: readonly EventRow[]
  done(): void
  failed(error: unknown): void
}

/** Takes from the front what goes into one write: one append at least. */
function takeShare(waiting: Append[]): Append[] {
  let rows = 0
  const count = waiting.findIndex(append => {
    rows += append.rows.length
    return rows > SHARED_ROWS
  })
  return waiting.splice(0, count < 0 ? waiting.length : Math.max(1, count))
}

/**
 * Writes rows into the log. Appends that come in while the server is busy share one statement, and so one
 * durable transaction: under load the disk is asked to sync once for many trainees instead of once for each.
 * Hot path: the statement is written out, because what the query builder makes of several rows takes SQLite
 * twice as long to prepare.
 */
function sharedWrites(db: Database): (rows: readonly EventRow[]) => Promise<void> {
  const waiting: Append[] = []

  async function insert(rows: readonly EventRow[]): Promise<void> {
    const values = rows.map(() => '(?, ?, ?, ?, ?, ?, ?, ?)').join(', ')
    await db.raw(
      `insert into sitting_events (sitting_id, seq, client_id, kind, payload, status, client_at, server_at) values ${values}`,
      rows.flatMap(row => [
        row.sitting_id,
        row.seq,
        row.client_id,
        row.kind,
        row.payload,
        row.status,
        row.client_at,
        row.server_at,
      ]),
    )
  }

  async function flush(): Promise<void> {
    const appends = takeShare(waiting)
    if (waiting.length > 0) setImmediate(() => void flush())
    try {
      await insert(appends.flatMap(({ rows }) => rows))
      for (const { done } of appends) done()
    } catch (error) {
      // One that can't be written (its place is taken) must not keep the others out.
      const alone = appends.length > 1 && String(error).includes('constraint')
      for (const { rows, done, failed } of appends)
        await (alone ? insert(rows) : Promise.reject(error as Error)).then(done, failed)
    }
  }

  return rows =>
    new Promise((done, failed) => {
      waiting.push({ rows, done, failed })
      if (waiting.length === 1) setImmediate(() => void flush())
    })
}
