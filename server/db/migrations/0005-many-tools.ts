import type { Knex } from 'knex'

/**
 * What many tools and a real centre need: points that wait for a marker, content proved once for each version,
 * rooms with invigilators of their own, units whose papers have weights, and the trades of a trainee's programme.
 */
export async function up(db: Knex): Promise<void> {
  await db.schema.alterTable('sittings', table => {
    /** Of its points, what a person has yet to mark. */
    table.integer('waiting_hundredths').notNullable().defaultTo(0)
  })
  await db.schema.createTable('content_proofs', table => {
    /** SHA-256 of the content and of the program that proved it. */
    table.string('digest', 64).primary()
    table.string('proved_at', 30).notNullable()
  })
  await db.schema.createTable('room_invigilators', table => {
    table.string('room', 60).notNullable()
    table.string('person_id', 60).notNullable().references('people.id')
    table.primary(['room', 'person_id'])
  })
  await db.schema.createTable('units', table => {
    table.string('id', 60).primary()
    table.string('title', 120).notNullable()
    /** How many of its papers with the lowest scores don't count. */
    table.integer('dropped').notNullable().defaultTo(0)
  })
  await db.schema.createTable('unit_papers', table => {
    table.string('unit_id', 60).notNullable().references('units.id')
    table.string('assignment_id', 60).notNullable().references('assignments.id')
    table.integer('weight').notNullable()
    table.primary(['unit_id', 'assignment_id'])
  })
  await db.schema.alterTable('people', table => {
    /** Trades of the programme, as a JSON list; null for all. */
    table.text('trades')
  })
}

export async function down(db: Knex): Promise<void> {
  for (const table of ['unit_papers', 'units', 'room_invigilators', 'content_proofs']) await db.schema.dropTable(table)
  await db.schema.alterTable('sittings', table => table.dropColumn('waiting_hundredths'))
  await db.schema.alterTable('people', table => table.dropColumn('trades'))
}
