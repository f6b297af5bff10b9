import { cohortsIn, coursesIn } from '../../db/groups'
import { peopleIn } from '../../db/people'
import type { Database } from '../../db/connection'
import { Problem } from '../ground/problem'

/** Whom papers are given to. Everything here throws a Problem with 422 for what isn't there or can't be given one. */
export function whom(db: Database) {
  const refuseAny = (strangers: readonly string[], field: string, message: string): void => {
    if (strangers.length > 0) throw new Problem(422, 'not-there', message, { [field]: strangers.join(', ') })
  }
  const trainees = async () => new Set((await peopleIn(db).trainees()).map(({ id }) => id))

  /** The ids are those of trainees whose accounts are open. */
  async function proveTrainees(ids: readonly string[]): Promise<void> {
    const known = await trainees()
    const strangers = ids.filter(id => !known.has(id))
    refuseAny(strangers, 'people', 'Papers are given to trainees whose accounts are open. Some of these aren’t.')
  }

  return {
    proveTrainees,

    /** The ids are those of people who have been given the assignment already. */
    proveShares(shares: readonly { personId: string }[], ids: readonly string[]): void {
      const given = new Set(shares.map(({ personId }) => personId))
      const strangers = ids.filter(id => !given.has(id))
      refuseAny(strangers, 'people', 'Some of these people haven’t been given this paper.')
    },

    /** All trainees of people, cohorts and a course, each once. */
    async all(people: readonly string[], cohorts: readonly string[], courseId: string | null): Promise<string[]> {
      await proveTrainees(people)
      const groups = new Set((await cohortsIn(db).all()).map(({ id }) => id))
      const strange = cohorts.filter(id => !groups.has(id))
      refuseAny(strange, 'cohorts', 'One of these cohorts doesn’t exist.')
      const courses = await coursesIn(db).all()
      const isThere = courseId === null || courses.some(({ id }) => id === courseId)
      refuseAny(isThere ? [] : [courseId], 'courseId', 'There is no such course.')
      const members = (await cohortsIn(db).members(cohorts)).map(({ personId }) => personId)
      const joined = courseId === null ? [] : await coursesIn(db).members(courseId)
      const known = await trainees()
      return [...new Set([...people, ...members, ...joined])].filter(id => known.has(id))
    },
  }
}
