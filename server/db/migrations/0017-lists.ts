import type { Knex } from 'knex'

/**
 * What lists and reports on skills tell of a paper, beside all of it (null, or unreadable, is made from the paper), and
 * indexes by which it is counted how people get on.
 */
export async function up(db: Knex): Promise<void> {
  await db.schema.alterTable('papers', table => {
    table.text('head')
    table.text('outline')
  })
  await db.raw('create index sittings_newest on sittings (assignment_id, person_id, number, state, ended_at)')
  await db.raw('create index shares_standing on assigned_people (assignment_id, person_id) where withdrawn_at is null')
}

export async function down(db: Knex): Promise<void> {
  for (const index of ['sittings_newest', 'shares_standing']) await db.raw(`drop index ${index}`)
  await db.schema.alterTable('papers', table => {
    table.dropColumn('head')
    table.dropColumn('outline')
  })
}
