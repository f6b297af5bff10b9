import { z } from 'zod'
import { adjustments, noAdjustments } from '../../core/assignment/adjustments'
import type { Adjustments } from '../../core/assignment/adjustments'
import { sure } from '../../core/ground/sure'
import { trade } from '../../core/paper/schema'
import type { Trade } from '../../core/paper/schema'
import { plainLooks } from '../../core/people/kept-looks'
import type { Looks } from '../../core/people/kept-looks'
import { looks } from '../../core/people/looks'
import type { PersonView } from '../../core/wire/sign-in'
import type { Database } from './connection'
import { readOr } from './reading'

export interface Person extends PersonView {
  passwordHash: string
  about: string
  /** The trades of the programme; absent where they follow from the papers given. */
  trades?: Trade[]
  /** Since when nobody signs in to it any more; absent while it is open. */
  closedAt?: string
  /** Since when a second factor is asked for beside the password; absent where none is. */
  secondFactorAt?: string
  /** Since when the password is one that somebody gave them; absent where it is their own. */
  passwordGivenAt?: string
}

interface Row {
  id: string
  name: string
  email: string
  role: PersonView['role']
  password_hash: string
  about: string
  closed_at: string | null
  trades: string | null
  looks: string | null
  password_given_at: string | null
  second_factor_at: string | null
}

const programme = z.array(trade).min(1)

function fromRow(row: Row): Person {
  const { id, name, email, role, about, password_hash: passwordHash, closed_at: closedAt } = row
  const passwordGivenAt = row.password_given_at
  const trades =
    row.trades === null ? null : readOr('people', id, () => programme.parse(JSON.parse(sure(row.trades))), null)
  return {
    id,
    name,
    email,
    role,
    about,
    passwordHash,
    ...(trades === null ? {} : { trades }),
    ...(closedAt === null ? {} : { closedAt }),
    ...(passwordGivenAt === null ? {} : { passwordGivenAt }),
    ...(row.second_factor_at === null ? {} : { secondFactorAt: row.second_factor_at }),
  }
}

interface KeyRow {
  person_id: string
  key: string
}

/** People, by id or by sign-in address. `db` may be a transaction. */
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
    async looksOf(id: string): Promise<Looks> {
      const row = await db<Row>('people').where({ id }).first('looks')
      const text = row?.looks ?? null
      return text === null ? plainLooks : readOr('people', id, () => looks.parse(JSON.parse(text)), plainLooks)
    },
    /** A person's device key: this one, where there is none yet. */
    async deviceKey(id: string, made: string): Promise<string> {
      await db<KeyRow>('device_keys').insert({ person_id: id, key: made }).onConflict('person_id').ignore()
      const row = await db<KeyRow>('device_keys').where({ person_id: id }).first('key')
      return row?.key ?? made
    },
    async keepLooks(id: string, wanted: Looks): Promise<void> {
      await db<Row>('people')
        .where({ id })
        .update({ looks: JSON.stringify(wanted) })
    },
    async byIds(ids: readonly string[]): Promise<Map<string, Person>> {
      return new Map((await db<Row>('people').whereIn('id', [...new Set(ids)])).map(row => [row.id, fromRow(row)]))
    },
    async all(): Promise<Person[]> {
      return (await db<Row>('people').orderBy('name')).map(fromRow)
    },
    async anyone(): Promise<boolean> {
      return (await db<Row>('people').first('id')) !== undefined
    },
    /** Trainees whose account is open, by name. */
    async trainees(): Promise<Person[]> {
      return (await db<Row>('people').where({ role: 'trainee', closed_at: null }).orderBy('name')).map(fromRow)
    },
    async add(people: readonly Person[]): Promise<void> {
      const rows = people.map(
        ({
          id,
          name,
          email,
          role,
          about,
          passwordHash,
          passwordGivenAt,
          closedAt,
          trades,
        }): Omit<Row, 'looks' | 'second_factor_at'> => ({
          id,
          name,
          email,
          role,
          about,
          password_hash: passwordHash,
          closed_at: closedAt ?? null,
          password_given_at: passwordGivenAt ?? null,
          trades: trades ? JSON.stringify(trades) : null,
        }),
      )
      await db.batchInsert('people', rows, 50)
    },
    async rename(id: string, name: string): Promise<void> {
      await db<Row>('people').where({ id }).update({ name })
    },
    /** A new password: one’s own, or one that somebody was given at a moment. */
    async setPassword(id: string, passwordHash: string, givenAt: string | null): Promise<void> {
      await db<Row>('people').where({ id }).update({ password_hash: passwordHash, password_given_at: givenAt })
    },
    /** The trades of somebody's programme; null where they follow from the papers given. */
    async setTrades(id: string, trades: readonly Trade[] | null): Promise<void> {
      await db<Row>('people')
        .where({ id })
        .update({ trades: trades ? JSON.stringify(trades) : null })
    },
    /** Closes an account at a moment, or opens it again with null. */
    async close(id: string, at: string | null): Promise<void> {
      await db<Row>('people').where({ id }).update({ closed_at: at })
    },
  }
}

interface AdjustmentsRow {
  person_id: string
  document: string
}

/** What is set up for single people. Who has no row has no adjustments. */
export function adjustmentsIn(db: Database) {
  const read = (row: AdjustmentsRow): Adjustments =>
    readOr('adjustments', row.person_id, () => adjustments.parse(JSON.parse(row.document)), noAdjustments)
  return {
    async of(personId: string): Promise<Adjustments> {
      const row = await db<AdjustmentsRow>('adjustments').where({ person_id: personId }).first()
      return row ? read(row) : noAdjustments
    },
    async all(): Promise<Map<string, Adjustments>> {
      return new Map((await db<AdjustmentsRow>('adjustments')).map(row => [row.person_id, read(row)]))
    },
    async put(personId: string, document: Adjustments): Promise<void> {
      await db('adjustments')
        .insert({ person_id: personId, document: JSON.stringify(document) })
        .onConflict('person_id')
        .merge()
    },
  }
}
