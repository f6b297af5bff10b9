import type { Knex } from 'knex'

/** What the work of a person that waits on a device is sealed with: made at first need, and given to them alone. */
export async function up(db: Knex): Promise<void> {
  await db.schema.createTable('device_keys', table => {
    table.string('person_id', 60).primary().references('people.id')
    /** 256 bits in base64url. */
    table.string('key', 64).notNullable()
  })
}

export async function down(db: Knex): Promise<void> {
  await db.schema.dropTable('device_keys')
}
