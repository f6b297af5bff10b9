import type { Database } from './connection'

interface Row {
  room_id: string
  person_id: string
}

/** Which invigilators run which room. Rooms are named by assignments. `db` may be a transaction. */
export function roomPeopleIn(db: Database) {
  return {
    async runs(personId: string, roomId: string): Promise<boolean> {
      return (await db<Row>('room_people').where({ room_id: roomId, person_id: personId }).first()) !== undefined
    },
    /** The ids of each room's invigilators. */
    async all(): Promise<Map<string, string[]>> {
      const rooms = new Map<string, string[]>()
      for (const { room_id: room, person_id: person } of await db<Row>('room_people'))
        rooms.set(room, [...(rooms.get(room) ?? []), person])
      return rooms
    },
    async put(roomId: string, personIds: readonly string[]): Promise<void> {
      await db.transaction(async trx => {
        await trx<Row>('room_people').where({ room_id: roomId }).delete()
        await trx.batchInsert(
          'room_people',
          [...new Set(personIds)].map(person => ({ room_id: roomId, person_id: person })),
          100,
        )
      })
    },
  }
}
