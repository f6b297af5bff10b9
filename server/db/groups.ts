import type { Database } from './connection'

export interface Cohort {
  id: string
  title: string
}

export interface Course {
  id: string
  title: string
  about: string
  inviteCode: string
  trial: boolean
}

interface CourseRow {
  id: string
  title: string
  about: string
  invite_code: string
  trial: boolean | number
}
const fromRow = (row: CourseRow): Course => ({
  id: row.id,
  title: row.title,
  about: row.about,
  inviteCode: row.invite_code,
  trial: Boolean(row.trial),
})

/** Groups of people that are taught together. */
export function cohortsIn(db: Database) {
  return {
    async all(): Promise<Cohort[]> {
      return db<Cohort>('cohorts').orderBy('title')
    },
    async members(ids: readonly string[]): Promise<{ cohortId: string; personId: string }[]> {
      const rows = await db<{ cohort_id: string; person_id: string }>('cohort_people').whereIn('cohort_id', [...ids])
      return rows.map(row => ({ cohortId: row.cohort_id, personId: row.person_id }))
    },
    /** The titles of each person's cohorts, by title. Who is in none has no entry. */
    async titles(): Promise<Map<string, string[]>> {
      const rows: { person_id: string; title: string }[] = await db('cohort_people')
        .join('cohorts', 'cohorts.id', 'cohort_people.cohort_id')
        .orderBy('cohorts.title')
        .select('person_id', 'title')
      const titles = new Map<string, string[]>()
      for (const { person_id: personId, title } of rows) titles.set(personId, [...(titles.get(personId) ?? []), title])
      return titles
    },
    async join(cohortId: string, personId: string): Promise<void> {
      await db('cohort_people')
        .insert({ cohort_id: cohortId, person_id: personId })
        .onConflict(['cohort_id', 'person_id'])
        .ignore()
    },
    async add(cohort: Cohort, personIds: readonly string[]): Promise<void> {
      await db('cohorts').insert(cohort)
      await db.batchInsert(
        'cohort_people',
        personIds.map(person => ({ cohort_id: cohort.id, person_id: person })),
        100,
      )
    },
  }
}

/** Courses of study: papers that belong together, open to whoever joins. */
export function coursesIn(db: Database) {
  return {
    async all(): Promise<Course[]> {
      return (await db<CourseRow>('courses').orderBy('title')).map(fromRow)
    },
    async byCode(code: string): Promise<Course | undefined> {
      const row = await db<CourseRow>('courses').where({ invite_code: code.toUpperCase() }).first()
      return row && fromRow(row)
    },
    async of(personId: string): Promise<Course[]> {
      const rows: CourseRow[] = await db('courses')
        .join('course_people', 'course_people.course_id', 'courses.id')
        .where('course_people.person_id', personId)
        .select('courses.*')
      return rows.map(fromRow)
    },
    async add({ id, title, about, inviteCode, trial }: Course): Promise<void> {
      await db('courses').insert({ id, title, about, invite_code: inviteCode.toUpperCase(), trial })
    },
    async change({ id, title, about, inviteCode, trial }: Course): Promise<void> {
      await db('courses').where({ id }).update({ title, about, invite_code: inviteCode.toUpperCase(), trial })
    },
    async members(id: string): Promise<string[]> {
      return (await db<{ course_id: string; person_id: string }>('course_people').where({ course_id: id })).map(
        row => row.person_id,
      )
    },
    /** Who is in each course. */
    async allMembers(): Promise<Map<string, string[]>> {
      const rows = await db<{ course_id: string; person_id: string }>('course_people')
      const members = new Map<string, string[]>()
      for (const { course_id: id, person_id: person } of rows) members.set(id, [...(members.get(id) ?? []), person])
      return members
    },
    async join(id: string, personId: string, at: string): Promise<void> {
      await db('course_people')
        .insert({ course_id: id, person_id: personId, joined_at: at })
        .onConflict(['course_id', 'person_id'])
        .ignore()
    },
    async leave(id: string, personId: string): Promise<void> {
      await db('course_people').where({ course_id: id, person_id: personId }).delete()
    },
    async assignments(id: string): Promise<string[]> {
      return (await db<{ id: string; course_id: string }>('assignments').where({ course_id: id }).select('id')).map(
        row => row.id,
      )
    },
  }
}
