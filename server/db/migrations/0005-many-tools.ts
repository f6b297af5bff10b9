import type { Knex } from 'knex'

/** What many tools need: points that wait for a marker, and content proved once for each version. */
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
}

export async function down(db: Knex): Promise<void> {
  await db.schema.dropTable('content_proofs')
  await db.schema.alterTable('sittings', table => table.dropColumn('waiting_hundredths'))
}
