import type { Knex } from 'knex'

/** What lists tell of a sitting that has ended, so that none of them makes it again from its log. */
export async function up(db: Knex): Promise<void> {
  await db.schema.createTable('sitting_figures', table => {
    table.string('sitting_id', 60).primary().references('sittings.id')
    /** JSON. What is missing or can't be read is made anew from the log. */
    table.text('figures').notNullable()
  })
  await db.raw('create index sittings_waiting on sittings (assignment_id) where waiting_hundredths > 0')
  await db.raw('create index sittings_ended on sittings (ended_at)')
  await db.raw('create index sittings_started on sittings (started_at)')
  await db.raw('create index sittings_of_paper on sittings (paper_id, state)')
  await db.raw('create index cohort_people_person on cohort_people (person_id)')
}

export async function down(db: Knex): Promise<void> {
  for (const index of ['waiting', 'ended', 'started', 'of_paper']) await db.raw(`drop index sittings_${index}`)
  await db.raw('drop index cohort_people_person')
  await db.schema.dropTable('sitting_figures')
}
