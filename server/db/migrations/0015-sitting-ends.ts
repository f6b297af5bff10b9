import type { Knex } from 'knex'

/** What a sitting came to when it ended, and which versions of its tools made that of it: what a rebuild is held to. */
export async function up(db: Knex): Promise<void> {
  await db.schema.createTable('sitting_ends', table => {
    table.string('sitting_id', 60).primary().references('sittings.id')
    table.string('made_by', 200).notNullable()
    /** SHA-256 over the marks of its work and the whole result, in hexadecimal. */
    table.string('digest', 64).notNullable()
    /** JSON: the points of each step, in hundredths. */
    table.text('points').notNullable()
    /** The versions of which it was told already that they come to something else. */
    table.string('told', 200).notNullable().defaultTo('')
  })
}

export async function down(db: Knex): Promise<void> {
  await db.schema.dropTable('sitting_ends')
}
