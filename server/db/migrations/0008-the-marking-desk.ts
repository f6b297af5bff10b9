import type { Knex } from 'knex'
import { onlyAddedTo } from '../sqlite'

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
  await onlyAddedTo(db, 'desk_entries')
}

export async function down(db: Knex): Promise<void> {
  await db.schema.dropTable('desk_entries')
}
