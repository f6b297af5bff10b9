import type { Knex } from 'knex'

/** Accounts can be closed: nobody signs in to them any more, and all that was done in them stays. */
export async function up(db: Knex): Promise<void> {
  await db.schema.alterTable('people', table => {
    table.string('closed_at', 30)
  })
}

export async function down(db: Knex): Promise<void> {
  await db.schema.alterTable('people', table => {
    table.dropColumn('closed_at')
  })
}
