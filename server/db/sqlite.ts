import Sqlite from 'better-sqlite3'
import type { Knex } from 'knex'

/** What is SQLite's own. Everything else in server/db is written as Knex writes it for any database. */

interface RawConnection {
  pragma(statement: string): unknown
}

/**
 * A data file as Knex opens it. Write-ahead log with `synchronous=FULL`: when a transaction has returned, it is on
 * disk and outlives a killed process and a power cut.
 */
export const dialect = (file: string): Knex.Config => ({
  client: 'better-sqlite3',
  connection: { filename: file },
  useNullAsDefault: true,
  pool: {
    min: 1,
    max: 1,
    afterCreate: (connection: RawConnection, done: (error: Error | null, connection: RawConnection) => void) => {
      for (const statement of ['journal_mode = WAL', 'synchronous = FULL', 'foreign_keys = ON', 'busy_timeout = 2000'])
        connection.pragma(statement)
      done(null, connection)
    },
  },
})

/** Writes a whole copy into a file that isn't there yet. */
export const copyInto = (db: Knex, file: string): Promise<unknown> => db.raw('VACUUM INTO ?', [file])

const ACTS = ['update', 'delete']

/** From here on the database itself refuses to change or remove a row of a log, whoever asks. */
export async function onlyAddedTo(db: Knex, log: string): Promise<void> {
  for (const act of ACTS)
    await db.raw(
      `create trigger ${log}_no_${act} before ${act} on ${log} begin select raise(abort, '${log} is only added to'); end`,
    )
}

export async function changedAgain(db: Knex, log: string): Promise<void> {
  for (const act of ACTS) await db.raw(`drop trigger ${log}_no_${act}`)
}

/** SQL for a member of the JSON in a column, null where that can't be read: `jsonIn('settings', 'dueAt')`. */
export const jsonIn = (column: string, member: string): string =>
  `case when json_valid(${column}) then json_extract(${column}, '$.${member}') end`

/** What is wrong with a data file, in SQLite's words; null where it can be read. */
export function damageOf(file: string): string | null {
  try {
    const db = new Sqlite(file)
    try {
      const found = db.pragma('quick_check(1)', { simple: true })
      return found === 'ok' ? null : String(found).replace(/\s+/g, ' ')
    } finally {
      db.close()
    }
  } catch (error) {
    return error instanceof Error ? error.message : String(error)
  }
}

/** The locks of this process: one that nobody held would be closed, and with it given back. */
const held: Sqlite.Database[] = []

/**
 * Takes a lock that the system gives back when this process ends, however it ends. False where another process has
 * it.
 */
export function lockAlone(file: string): boolean {
  const lock = new Sqlite(file, { timeout: 0 })
  try {
    lock.pragma('journal_mode = DELETE')
    lock.exec('BEGIN EXCLUSIVE')
    held.push(lock)
    return true
  } catch (error) {
    lock.close()
    if (error instanceof Sqlite.SqliteError && error.code.startsWith('SQLITE_BUSY')) return false
    throw error
  }
}
