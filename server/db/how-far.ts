import { shareFromRow } from './assignments'
import type { Share, ShareRow } from './assignments'
import type { Database } from './connection'

/** How far those are who have an assignment, by their newest sitting. */
export interface HowFar {
  people: number
  notStarted: number
  working: number
  handedIn: number
}

/** Every share that stands, with the newest sitting of it. */
const NEWEST = `
  from assigned_people as share
  left join sittings as newest
    on newest.assignment_id = share.assignment_id and newest.person_id = share.person_id
    and not exists (
      select 1 from sittings as later
      where later.assignment_id = newest.assignment_id and later.person_id = newest.person_id
        and later.number > newest.number
    )`

/** How assignments get on, counted where the rows are: nobody reads through the sittings of years for a list. */
export function howFarIn(db: Database) {
  return {
    /** By assignment; one that nobody has is missing. */
    async all(): Promise<Map<string, HowFar>> {
      const rows: { id: string; state: 'running' | 'ended' | null; people: number }[] = await db.raw(`
        select share.assignment_id as id, newest.state as state, count(*) as people ${NEWEST}
        where share.withdrawn_at is null
        group by share.assignment_id, newest.state`)
      const all = new Map<string, HowFar>()
      for (const { id, state, people } of rows) {
        const far = all.get(id) ?? { people: 0, notStarted: 0, working: 0, handedIn: 0 }
        far.people += people
        far[state === null ? 'notStarted' : state === 'running' ? 'working' : 'handedIn'] += people
        all.set(id, far)
      }
      return all
    },

    /**
     * The shares whose newest sitting ended after the assignment was due, or hasn't ended though it is. Later times
     * that people were granted aren't looked at: some of these aren't late, and nobody else is.
     */
    async perhapsLate(now: string): Promise<{ share: Share; endedAt: string | null }[]> {
      const rows: (ShareRow & { ended_at: string | null })[] = await db.raw(
        `select share.*, newest.ended_at as ended_at ${NEWEST}
         join assignments as given on given.id = share.assignment_id
         where share.withdrawn_at is null and json_extract(given.settings, '$.dueAt') < coalesce(newest.ended_at, ?)`,
        [now],
      )
      return rows.map(({ ended_at: endedAt, ...row }) => ({ share: shareFromRow(row), endedAt }))
    },
  }
}
