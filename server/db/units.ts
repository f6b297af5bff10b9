import { unitDocument } from '../../core/assignment/units'
import type { Unit } from '../../core/assignment/units'
import type { Database } from './connection'
import { readOr } from './reading'

interface Row {
  id: string
  title: string
  document: string
}

const rowOf = ({ id, ...document }: Unit): Row => ({ id, title: document.title, document: JSON.stringify(document) })

/** Units: papers that make one figure together. `db` may be a transaction. */
export function unitsIn(db: Database) {
  const read = (row: Row): Unit[] =>
    readOr('units', row.id, () => [{ ...unitDocument.parse(JSON.parse(row.document)), id: row.id }], [])
  return {
    /** By title. One that can't be read is passed over. */
    async all(): Promise<Unit[]> {
      return (await db<Row>('units').orderBy('title')).flatMap(read)
    },
    async byId(id: string): Promise<Unit | undefined> {
      return (await db<Row>('units').where({ id })).flatMap(read)[0]
    },
    async put(unit: Unit): Promise<void> {
      await db<Row>('units').insert(rowOf(unit)).onConflict('id').merge()
    },
    async remove(id: string): Promise<void> {
      await db<Row>('units').where({ id }).delete()
    },
  }
}
