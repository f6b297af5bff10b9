import type { Knex } from 'knex'

/** What trainees said in answers that are spoken, in pieces as they came. */
export async function up(db: Knex): Promise<void> {
  await db.schema.createTable('recordings', table => {
    table.string('sitting_id', 60).notNullable().references('sittings.id')
    table.string('id', 64).notNullable()
    table.string('task_id', 60).notNullable()
    table.string('step_id', 60).notNullable()
    table.string('begun_at', 30).notNullable()
    table.primary(['sitting_id', 'id'])
  })
  await db.schema.createTable('recording_pieces', table => {
    table.string('sitting_id', 60).notNullable()
    table.string('recording_id', 64).notNullable()
    table.integer('number').notNullable()
    table.integer('bytes').notNullable()
    /** One byte for each sample: see core/ground/sound. */
    table.binary('sound').notNullable()
    table.primary(['sitting_id', 'recording_id', 'number'])
    table.foreign(['sitting_id', 'recording_id']).references(['sitting_id', 'id']).inTable('recordings')
  })
}

export async function down(db: Knex): Promise<void> {
  await db.schema.dropTable('recording_pieces')
  await db.schema.dropTable('recordings')
}
