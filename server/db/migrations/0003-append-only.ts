import type { Knex } from 'knex'
import { changedAgain, onlyAddedTo } from '../sqlite'

/** The logs that scores and decisions rest on: what is in them stays as it is. */
const LOGS = ['sitting_events', 'audit']

/** The database itself refuses to change or remove an entry of a log, whoever asks. */
export async function up(db: Knex): Promise<void> {
  for (const log of LOGS) await onlyAddedTo(db, log)
}

export async function down(db: Knex): Promise<void> {
  for (const log of LOGS) await changedAgain(db, log)
}
