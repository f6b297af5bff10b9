import { newestOf } from '../../core/ground/time/moments'
import { shareFromRow } from './assignments'
import type { Share, ShareRow } from './assignments'
import type { Database } from './connection'
import { jsonIn } from './sqlite'

/** How far those are who have an assignment, by their newest sitting. */
export interface HowFar {
  people: number
  notStarted: number
  working: number
  handedIn: number
}

/** The newest sitting of a share, as far as it is asked for. */
const ofNewest = (column: string): string => `(
  select ${column} from sittings
  where sittings.assignment_id = share.assignment_id and sittings.person_id = share.person_id
  order by number desc limit 1)`

/** How assignments get on, counted where the rows are: nobody reads through the sittings of years for a list. */
export function howFarIn(db: Database) {
  return {
    /** By assignment; one that nobody has is missing. */
    async all(): Promise<Map<string, HowFar>> {
      const rows: { id: string; state: 'running' | 'ended' | null; people: number }[] = await db.raw(`
        select id, state, count(*) as people
        from (select assignment_id as id, ${ofNewest('state')} as state from assigned_people as share where withdrawn_at is null)
        group by id, state`)
      const all = new Map<string, HowFar>()
      for (const { id, state, people } of rows) {
        const far = all.get(id) ?? { people: 0, notStarted: 0, working: 0, handedIn: 0 }
        far.people += people
        far[state === null ? 'notStarted' : state === 'running' ? 'working' : 'handedIn'] += people
        all.set(id, far)
      }
      return all
    },

    /** When something last happened with these assignments, and how many of their sittings run. */
    async stirred(ids: readonly string[]): Promise<Map<string, { running: number; last: string }>> {
      const of = (table: string) =>
        db(table)
          .whereIn('assignment_id', [...ids])
          .groupBy('assignment_id')
      const sat: { id: string; running: number; started: string; ended: string | null }[] = await of('sittings')
        .select({ id: 'assignment_id' }, db.raw(`count(case when state = 'running' then 1 end) as running`))
        .max({ started: 'started_at', ended: 'ended_at' })
      const atTheDoor: { id: string; waiting: string | null; admitted: string | null; reading: string | null }[] =
        await of('assigned_people')
          .select({ id: 'assignment_id' })
          .max({ waiting: 'waiting_at', admitted: 'admitted_at', reading: 'reading_at' })
      const all = new Map<string, { running: number; last: string }>()
      for (const { id, running, started, ended } of sat) all.set(id, { running, last: newestOf(started, ended) })
      for (const { id, waiting, admitted, reading } of atTheDoor) {
        const { running, last } = all.get(id) ?? { running: 0, last: '' }
        all.set(id, { running, last: newestOf(last, waiting, admitted, reading) })
      }
      return all
    },

    /**
     * The shares whose newest sitting ended after the assignment was due, or hasn't ended though it is. Later times
     * that people were granted aren't looked at: some of these aren't late, and nobody else is.
     */
    async perhapsLate(now: string): Promise<{ share: Share; endedAt: string | null }[]> {
      const rows: (ShareRow & { ended_at: string | null })[] = await db.raw(
        `select * from (
           select share.*, ${ofNewest('ended_at')} as ended_at, due
           from (select id, ${jsonIn('settings', 'dueAt')} as due from assignments) as given
           join assigned_people as share on share.assignment_id = given.id
           where share.withdrawn_at is null and due is not null)
         where due < coalesce(ended_at, ?)`,
        [now],
      )
      return rows.map(({ ended_at: endedAt, ...row }) => ({ share: shareFromRow(row), endedAt }))
    },
  }
}
