import type { Knex } from 'knex'

/**
 * Where and when each sign-in was last seen; on which devices who has signed in before; and since when somebody has
 * a password that another gave them.
 */
export async function up(db: Knex): Promise<void> {
  await db.schema.alterTable('sign_ins', table => {
    table.string('seen_at', 30).notNullable().defaultTo('')
    table.string('device', 80).notNullable().defaultTo('')
  })
  await db('sign_ins').update({ seen_at: db.ref('created_at') })
  await db.schema.alterTable('people', table => table.string('password_given_at', 30).nullable())
  await db.schema.createTable('known_devices', table => {
    /** SHA-256 of what the device’s cookie holds. */
    table.string('device', 64).notNullable()
    table.string('person_id', 60).notNullable().references('people.id')
    table.string('last_at', 30).notNullable()
    table.primary(['device', 'person_id'])
    table.index(['last_at'])
  })
}

export async function down(db: Knex): Promise<void> {
  await db.schema.dropTable('known_devices')
  await db.schema.alterTable('people', table => table.dropColumn('password_given_at'))
  await db.schema.alterTable('sign_ins', table => table.dropColumns('seen_at', 'device'))
}
