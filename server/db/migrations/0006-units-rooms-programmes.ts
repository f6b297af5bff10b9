import type { Knex } from 'knex'

/** Units of weighted papers, who runs which room, and which trades a trainee's programme has. */
export async function up(db: Knex): Promise<void> {
  await db.schema.createTable('units', table => {
    table.string('id', 60).primary()
    table.string('title', 120).notNullable().unique()
    table.text('document').notNullable()
  })
  await db.schema.createTable('room_people', table => {
    /** The room's name as part of an address: rooms are named by assignments. */
    table.string('room_id', 60).notNullable()
    table.string('person_id', 60).notNullable().references('people.id')
    table.primary(['room_id', 'person_id'])
  })
  await db.schema.alterTable('people', table => {
    /** JSON: the trades of the person's programme; null where it follows from the papers given. */
    table.string('trades', 200)
  })
  await keepRooms(db)
}

/** Until now any invigilator ran any room: those who are there keep the rooms that are there. */
async function keepRooms(db: Knex): Promise<void> {
  const settings: { settings: string | null }[] = await db('assignments').select('settings')
  const rooms = new Set(settings.flatMap(row => roomOf(row.settings)))
  const invigilators: { id: string }[] = await db('people').where({ role: 'invigilator' }).select('id')
  const rows = [...rooms].flatMap(room => invigilators.map(({ id }) => ({ room_id: room, person_id: id })))
  await db.batchInsert('room_people', rows, 100)
}

function roomOf(settings: string | null): string[] {
  try {
    const { room = '' } = JSON.parse(settings ?? '{}') as { room?: string }
    const id = room
      .toLowerCase()
      .normalize('NFKD')
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-|-$/g, '')
    return id === '' ? [] : [id]
  } catch {
    return []
  }
}

export async function down(db: Knex): Promise<void> {
  await db.schema.alterTable('people', table => table.dropColumn('trades'))
  await db.schema.dropTable('room_people')
  await db.schema.dropTable('units')
}
