import type { Knex } from 'knex'

/** The logs that scores and decisions rest on: what is in them stays as it is. */
const LOGS = ['sitting_events', 'audit']

/** The database itself refuses to change or remove an entry of a log, whoever asks. */
export async function up(db: Knex): Promise<void> {
  for (const log of LOGS) {
    for (const act of ['update', 'delete']) {
      await db.raw(
        `create trigger ${log}_no_${act} before ${act} on ${log} begin select raise(abort, '${log} is only added to'); end`,
      )
    }
  }
}

export async function down(db: Knex): Promise<void> {
  for (const log of LOGS) for (const act of ['update', 'delete']) await db.raw(`drop trigger ${log}_no_${act}`)
}
