import { assignmentSettings } from '../../core/assignment/settings'
import type { AssignmentSettings } from '../../core/assignment/settings'
import type { Database } from './connection'
import { roomsIn } from './rooms'
import { FIRST_MOMENT, momentOrNull, readOr } from './reading'

/** A paper given to people, with everything that was decided about it. */
export interface Assignment {
  id: string
  paperId: string
  paperVersion: number
  /** Names its room by its title, as people do; kept is the room's id. */
  settings: AssignmentSettings
  courseId: string | null
  releasedAt: string | null
  givenBy: string | null
  givenAt?: string | null
  /** Null where it may be sat anywhere. */
  roomId?: string | null
  /** Its settings can't be read: nobody can start it, and it is shown as what it is. */
  unreadable?: true
}

/** One person's part of an assignment: what was granted to them and how far they are before the start. */
export interface Share {
  assignmentId: string
  personId: string
  extraSittings: number
  closesAt: string | null
  readingAt: string | null
  waitingAt: string | null
  admittedAt: string | null
  codeAt: string | null
}

export interface Given {
  assignment: Assignment
  share: Share
}

interface Row {
  id: string
  paper_id: string
  paper_version: number
  settings: string
  room_id: string | null
  course_id: string | null
  released_at: string | null
  given_at: string | null
  given_by: string | null
}

export interface ShareRow {
  assignment_id: string
  person_id: string
  extra_sittings: number
  closes_at: string | null
  reading_at: string | null
  waiting_at: string | null
  admitted_at: string | null
  code_at: string | null
  withdrawn_at: string | null
}

/** A row with the title of its room. */
type Found = Row & { room_title: string | null }

/** What stands in for settings that can't be read: closed, with nothing shown. */
const unreadable = assignmentSettings.parse({ closesAt: FIRST_MOMENT, results: 'after-release', answers: false })

function fromRow(row: Found): Assignment {
  const read = () => assignmentSettings.parse({ ...JSON.parse(row.settings), room: row.room_title ?? '' })
  const settings = readOr('assignments', row.id, read, unreadable)
  return {
    id: row.id,
    paperId: row.paper_id,
    paperVersion: row.paper_version,
    settings,
    roomId: row.room_id,
    courseId: row.course_id,
    releasedAt: momentOrNull('assignments', row.id, row.released_at),
    givenBy: row.given_by,
    givenAt: momentOrNull('assignments', row.id, row.given_at),
    ...(settings === unreadable ? { unreadable: true } : {}),
  }
}

export function shareFromRow(row: ShareRow): Share {
  const moment = (text: string | null): string | null =>
    momentOrNull('assigned_people', `${row.assignment_id} ${row.person_id}`, text)
  return {
    assignmentId: row.assignment_id,
    personId: row.person_id,
    extraSittings: row.extra_sittings,
    closesAt: moment(row.closes_at),
    readingAt: moment(row.reading_at),
    waitingAt: moment(row.waiting_at),
    admittedAt: moment(row.admitted_at),
    codeAt: moment(row.code_at),
  }
}

const columns: Record<Exclude<keyof Share, 'assignmentId' | 'personId'>, keyof ShareRow> = {
  extraSittings: 'extra_sittings',
  closesAt: 'closes_at',
  readingAt: 'reading_at',
  waitingAt: 'waiting_at',
  admittedAt: 'admitted_at',
  codeAt: 'code_at',
}

/** Papers given to people. */
export function assignmentsIn(db: Database) {
  const shares = () => db<ShareRow>('assigned_people').whereNull('withdrawn_at')
  const found = () =>
    db<Row>('assignments')
      .leftJoin('rooms', 'rooms.id', 'assignments.room_id')
      .select<Found[]>('assignments.*', { room_title: 'rooms.title' })
  const newestFirst = () => found().orderBy('given_at', 'desc').orderBy('assignments.id')

  /** Settings as they are kept, and the room that they name; throws a RangeError for one that isn't there. */
  async function kept(settings: AssignmentSettings): Promise<Pick<Row, 'settings' | 'room_id'>> {
    const { room: title, ...rest } = settings
    const room = title === '' ? null : await roomsIn(db).named(title)
    if (room === undefined) throw new RangeError(`There is no room “${title}”.`)
    return { settings: JSON.stringify(rest), room_id: room?.id ?? null }
  }

  async function withAssignments(rows: ShareRow[]): Promise<Given[]> {
    const ids = [...new Set(rows.map(row => row.assignment_id))]
    const byId = new Map((await found().whereIn('assignments.id', ids)).map(row => [row.id, fromRow(row)]))
    return rows.flatMap(row => {
      const assignment = byId.get(row.assignment_id)
      return assignment ? [{ assignment, share: shareFromRow(row) }] : []
    })
  }

  return {
    async all(): Promise<Assignment[]> {
      return (await newestFirst()).map(fromRow)
    },
    async byId(id: string): Promise<Assignment | undefined> {
      const [row] = await found().where('assignments.id', id)
      return row && fromRow(row)
    },
    /** Those that were given last first. */
    async byIds(ids: readonly string[]): Promise<Map<string, Assignment>> {
      return new Map((await newestFirst().whereIn('assignments.id', [...ids])).map(row => [row.id, fromRow(row)]))
    },
    /** What is sat in these rooms, and in no other; nothing where none is named. */
    async inRooms(roomIds: readonly string[]): Promise<Assignment[]> {
      return (await newestFirst().whereIn('room_id', [...roomIds])).map(fromRow)
    },
    async of(personId: string): Promise<Given[]> {
      return withAssignments(await shares().where({ person_id: personId }))
    },
    /** Only if it was given to this person. */
    async find(id: string, personId: string): Promise<Given | undefined> {
      const [given] = await withAssignments(await shares().where({ assignment_id: id, person_id: personId }))
      return given
    },
    /** Of everyone, or of some people only. */
    /** Whoever has any of these. */
    async receivers(ids: readonly string[]): Promise<string[]> {
      const rows = await shares()
        .whereIn('assignment_id', [...ids])
        .distinct<{ person_id: string }[]>('person_id')
      return rows.map(row => row.person_id)
    },
    /** How many people have each of these, and the first cohort by title in which all of them are. */
    async receivedBy(ids: readonly string[]): Promise<Map<string, { people: number; cohort: string | null }>> {
      const counted = () =>
        shares()
          .whereIn('assignment_id', [...ids])
          .groupBy('assignment_id')
      const all: { id: string; people: number }[] = await counted()
        .select({ id: 'assignment_id' })
        .count({ people: '*' })
      const together: { id: string; title: string; people: number }[] = await counted()
        .join('cohort_people', 'cohort_people.person_id', 'assigned_people.person_id')
        .join('cohorts', 'cohorts.id', 'cohort_people.cohort_id')
        .groupBy('cohorts.id')
        .orderBy('cohorts.title')
        .select({ id: 'assignment_id', title: 'cohorts.title' })
        .count({ people: '*' })
      return new Map(
        all.map(({ id, people }) => {
          const cohort = together.find(one => one.id === id && one.people === people)?.title ?? null
          return [id, { people, cohort }]
        }),
      )
    },
    async sharesOf(ids: readonly string[], personIds?: readonly string[]): Promise<Share[]> {
      const all = shares().whereIn('assignment_id', [...ids])
      return (await (personIds ? all.whereIn('person_id', [...personIds]) : all)).map(shareFromRow)
    },
    async give(assignment: Assignment, personIds: readonly string[], at: string): Promise<void> {
      const { id, paperId, paperVersion, settings, courseId, releasedAt, givenBy } = assignment
      const columns = await kept(settings)
      await db.transaction(async trx => {
        await trx<Row>('assignments').insert({
          id,
          paper_id: paperId,
          paper_version: paperVersion,
          ...columns,
          course_id: courseId,
          released_at: releasedAt,
          given_at: at,
          given_by: givenBy,
        })
        await trx.batchInsert(
          'assigned_people',
          personIds.map(person => ({ assignment_id: id, person_id: person })),
          100,
        )
      })
    },
    /** Gives it to more people; who has it already keeps what they have. */
    async giveTo(id: string, personIds: readonly string[]): Promise<void> {
      if (personIds.length === 0) return
      await db('assigned_people')
        .insert(personIds.map(person => ({ assignment_id: id, person_id: person, withdrawn_at: null })))
        .onConflict(['assignment_id', 'person_id'])
        .merge(['withdrawn_at'])
    },
    async withdraw(ids: readonly string[], personId: string, at: string): Promise<void> {
      await db<ShareRow>('assigned_people')
        .whereIn('assignment_id', [...ids])
        .andWhere({ person_id: personId })
        .update({ withdrawn_at: at })
    },
    async change(id: string, settings: AssignmentSettings): Promise<void> {
      await db<Row>('assignments')
        .where({ id })
        .update(await kept(settings))
    },
    async release(id: string, at: string): Promise<void> {
      await db<Row>('assignments').where({ id }).update({ released_at: at })
    },
    async changeShare(
      assignmentId: string,
      personIds: readonly string[],
      change: Partial<Omit<Share, 'assignmentId' | 'personId'>>,
    ): Promise<void> {
      const update = Object.fromEntries(
        Object.entries(change).map(([name, value]) => [columns[name as keyof typeof columns], value]),
      )
      await db<ShareRow>('assigned_people')
        .where({ assignment_id: assignmentId })
        .whereIn('person_id', [...personIds])
        .update(update)
    },
  }
}
