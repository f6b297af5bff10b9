import { mkdirSync } from 'node:fs'
import { dirname } from 'node:path'
import knex from 'knex'
import type { Knex } from 'knex'
import { migrations } from './migrations'

export type Database = Knex

interface RawConnection {
  pragma(statement: string): unknown
}

/**
 * Opens the data file, making it and its folder if need be, and brings it to the newest schema.
 *
 * Write-ahead log with `synchronous=FULL`: when a transaction has returned, it is on disk and outlives
 * a killed process and a power cut.
 */
export async function openDatabase(file: string): Promise<Database> {
  mkdirSync(dirname(file), { recursive: true })
  const db = knex({
    client: 'better-sqlite3',
    connection: { filename: file },
    useNullAsDefault: true,
    // What people wrote stays out of error messages, and so out of the log of the server.
    compileSqlOnError: false,
    pool: {
      min: 1,
      max: 1,
      afterCreate: (connection: RawConnection, done: (error: Error | null, connection: RawConnection) => void) => {
        for (const statement of [
          'journal_mode = WAL',
          'synchronous = FULL',
          'foreign_keys = ON',
          'busy_timeout = 2000',
        ])
          connection.pragma(statement)
        done(null, connection)
      },
    },
  })
  await db.migrate.latest({ migrationSource: migrations })
  return db
}
