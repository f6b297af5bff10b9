import { randomUUID } from 'node:crypto'
import type { Knex } from 'knex'
import { folded } from '../../../core/people/naming'

interface Made {
  id: string
  title: string
  /** The name that stood for the room in addresses until now. */
  address: string
}

/**
 * Rooms by themselves, with ids that are given. Until now a room was there once a paper named it, and its id was made
 * of its title by leaving out all but plain letters and figures: two rooms could share it, and it could be empty.
 */
export async function up(db: Knex): Promise<void> {
  await db.schema.createTable('rooms', table => {
    table.string('id', 60).primary()
    table.string('title', 60).notNullable()
    /** What titles that read alike have in common: no two rooms share it. */
    table.string('folded', 120).notNullable().unique()
  })
  await db.schema.alterTable('assignments', table => {
    table.string('room_id', 60).nullable()
    table.index(['room_id'])
  })
  const rooms = new Map<string, Made>()
  for (const { id, settings } of await db<{ id: string; settings: string | null }>('assignments')) {
    const title = titleIn(settings)
    if (title === null) continue
    const room = rooms.get(folded(title)) ?? { id: randomUUID(), title, address: addressOf(title) }
    if (!rooms.has(folded(title))) await db('rooms').insert({ id: room.id, title, folded: folded(title) })
    rooms.set(folded(title), room)
    await db('assignments').where({ id }).update({ room_id: room.id })
  }
  await keepStaff(db, [...rooms.values()])
}

/**
 * Whoever ran the only room of an address goes on running it. Where rooms shared one nobody can tell which was meant,
 * so an administrator or a trainer says it again.
 */
async function keepStaff(db: Knex, rooms: readonly Made[]): Promise<void> {
  const staff = await db<{ room_id: string; person_id: string }>('room_people')
  await db.schema.dropTable('room_people')
  await db.schema.createTable('room_people', table => {
    table.string('room_id', 60).notNullable().references('rooms.id')
    table.string('person_id', 60).notNullable().references('people.id')
    table.primary(['room_id', 'person_id'])
  })
  const kept = staff.flatMap(({ room_id: address, person_id: person }) => {
    const [room, another] = rooms.filter(one => one.address === address)
    return room && !another && address !== '' ? [{ room_id: room.id, person_id: person }] : []
  })
  await db.batchInsert('room_people', kept, 100)
}

function titleIn(settings: string | null): string | null {
  try {
    const { room } = JSON.parse(settings ?? '{}') as { room?: unknown }
    return typeof room === 'string' && room.trim() !== '' ? room.trim().slice(0, 60) : null
  } catch {
    return null
  }
}

const addressOf = (title: string): string =>
  title
    .toLowerCase()
    .normalize('NFKD')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')

export async function down(db: Knex): Promise<void> {
  const rooms = await db<{ id: string; title: string }>('rooms')
  const byId = new Map(rooms.map(({ id, title }) => [id, title]))
  for (const { id, settings, room_id: room } of await db<{ id: string; settings: string; room_id: string | null }>(
    'assignments',
  ).whereNotNull('room_id')) {
    const title = byId.get(room ?? '') ?? ''
    const before = JSON.stringify({ ...(JSON.parse(settings) as object), room: title })
    await db('assignments').where({ id }).update({ settings: before })
  }
  const staff = await db<{ room_id: string; person_id: string }>('room_people')
  await db.schema.dropTable('room_people')
  await db.schema.createTable('room_people', table => {
    table.string('room_id', 60).notNullable()
    table.string('person_id', 60).notNullable().references('people.id')
    table.primary(['room_id', 'person_id'])
  })
  const before = staff.map(one => ({ ...one, room_id: addressOf(byId.get(one.room_id) ?? '') }))
  for (const row of before.filter(({ room_id: address }) => address !== ''))
    await db('room_people').insert(row).onConflict(['room_id', 'person_id']).ignore()
  await db.schema.alterTable('assignments', table => table.dropIndex(['room_id']))
  await db.schema.raw('alter table assignments drop column room_id')
  await db.schema.dropTable('rooms')
}
