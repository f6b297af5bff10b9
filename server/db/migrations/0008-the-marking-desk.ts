import type { Knex } from 'knex'

/** What markers did with answers, and what trainees replied: only added to, as all logs are. */
export async function up(db: Knex): Promise<void> {
  await db.schema.createTable('desk_entries', table => {
    table.increments('seq')
    table.string('sitting_id', 60).notNullable().references('sittings.id')
    table.string('task_id', 60).notNullable()
    table.string('step_id', 60).notNullable()
    /** How many events the sitting’s log had: an answer that was changed since is another answer. */
    table.integer('log_events').notNullable()
    table.string('person_id', 60).notNullable().references('people.id')
    table.string('at', 30).notNullable()
    table.text('act').notNullable()
    table.index(['sitting_id', 'task_id', 'step_id'])
  })
  for (const act of ['update', 'delete'])
    await db.raw(
      `create trigger desk_entries_no_${act} before ${act} on desk_entries ` +
        `begin select raise(abort, 'desk_entries is only added to'); end`,
    )
}

export async function down(db: Knex): Promise<void> {
  await db.schema.dropTable('desk_entries')
}
