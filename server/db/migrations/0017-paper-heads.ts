import type { Knex } from 'knex'

/** What lists and reports on skills tell of a paper, beside all of it. Null, or unreadable, is made from the paper. */
export async function up(db: Knex): Promise<void> {
  await db.schema.alterTable('papers', table => {
    table.text('head')
    table.text('outline')
  })
}

export async function down(db: Knex): Promise<void> {
  await db.schema.alterTable('papers', table => {
    table.dropColumn('head')
    table.dropColumn('outline')
  })
}
