import type { Database } from './connection'
import type { PersonView } from '../../core/wire/work'

export interface Person extends PersonView {
  passwordHash: string
  timeFactor: number
  about: string
}

interface Row {
  id: string
  name: string
  email: string
  role: PersonView['role']
  password_hash: string
  time_factor: number
  about: string
}

const fromRow = (row: Row): Person => ({
  id: row.id, name: row.name, email: row.email, role: row.role, about: row.about,
  passwordHash: row.password_hash, timeFactor: row.time_factor,
})

/** People, by id or by sign-in address. */
export function peopleIn(db: Database) {
  return {
    async byEmail(email: string): Promise<Person | undefined> {
      const row = await db<Row>('people').where({ email: email.toLowerCase() }).first()
      return row && fromRow(row)
    },
    async byId(id: string): Promise<Person | undefined> {
      const row = await db<Row>('people').where({ id }).first()
      return row && fromRow(row)
    },
    async all(): Promise<Person[]> {
      return (await db<Row>('people').orderBy('name')).map(fromRow)
    },
    async add(people: readonly Person[]): Promise<void> {
      const rows = people.map(({ passwordHash, timeFactor, ...rest }) => ({ ...rest, password_hash: passwordHash, time_factor: timeFactor }))
      await db.batchInsert('people', rows, 50)
    },
  }
}
