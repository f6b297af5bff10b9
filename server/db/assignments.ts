import type { Database } from './connection'

export interface Assignment {
  id: string
  paperId: string
  paperVersion: number
  opensAt: string | null
  closesAt: string | null
  sittingsAllowed: number
}

interface Row {
  id: string
  paper_id: string
  paper_version: number
  opens_at: string | null
  closes_at: string | null
  sittings_allowed: number
}

const fromRow = (row: Row): Assignment => ({
  id: row.id, paperId: row.paper_id, paperVersion: row.paper_version,
  opensAt: row.opens_at, closesAt: row.closes_at, sittingsAllowed: row.sittings_allowed,
})

/** Papers given to people, with their windows. */
export function assignmentsIn(db: Database) {
  const of = (personId: string) => db<Row>('assignments')
    .join('assigned_people', 'assigned_people.assignment_id', 'assignments.id')
    .where('assigned_people.person_id', personId)
    .select('assignments.*')
  return {
    async of(personId: string): Promise<Assignment[]> {
      const rows: Row[] = await of(personId)
      return rows.map(fromRow)
    },
    /** Only if it was given to this person. */
    async find(id: string, personId: string): Promise<Assignment | undefined> {
      const [row]: Row[] = await of(personId).andWhere('assignments.id', id)
      return row && fromRow(row)
    },
    async give(assignment: Assignment, personIds: readonly string[]): Promise<void> {
      const { id, paperId, paperVersion, opensAt, closesAt, sittingsAllowed } = assignment
      await db.transaction(async (trx) => {
        await trx<Row>('assignments').insert({ id, paper_id: paperId, paper_version: paperVersion, opens_at: opensAt, closes_at: closesAt, sittings_allowed: sittingsAllowed })
        await trx.batchInsert('assigned_people', personIds.map(person => ({ assignment_id: id, person_id: person })), 100)
      })
    },
  }
}
