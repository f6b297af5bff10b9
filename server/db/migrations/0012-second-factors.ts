import type { Knex } from 'knex'

/** What somebody has beside their password: a secret shared with their authenticator, and codes for when it is lost. */
export async function up(db: Knex): Promise<void> {
  await db.schema.alterTable('people', table => table.string('second_factor_at', 30).nullable())
  await db.schema.createTable('second_factors', table => {
    table.string('person_id', 60).primary().references('people.id')
    /** In base 32 (RFC 4648). */
    table.string('secret', 64).notNullable()
    /** The time step of the last code that was taken (RFC 6238, 5.2): none is taken twice. */
    table.bigInteger('last_step').notNullable()
  })
  await db.schema.createTable('recovery_codes', table => {
    table.string('person_id', 60).notNullable().references('people.id')
    /** SHA-256 of the code. */
    table.string('digest', 64).notNullable()
    table.primary(['person_id', 'digest'])
  })
}

export async function down(db: Knex): Promise<void> {
  await db.schema.dropTable('recovery_codes')
  await db.schema.dropTable('second_factors')
  await db.schema.alterTable('people', table => table.dropColumn('second_factor_at'))
}
