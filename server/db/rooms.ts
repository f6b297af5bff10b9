import { folded } from '../../core/people/naming'
import type { Database } from './connection'

/** Where papers are sat. The id is given and says nothing of the title. */
export interface Room {
  id: string
  title: string
}

interface RoomRow extends Room {
  folded: string
}

interface StaffRow {
  room_id: string
  person_id: string
}

/** Rooms, by themselves: a paper may name one only once it is there. `db` may be a transaction. */
export function roomsIn(db: Database) {
  const rooms = () => db<RoomRow>('rooms')
  return {
    async all(): Promise<Room[]> {
      return rooms().select('id', 'title').orderBy('folded')
    },
    async byId(id: string): Promise<Room | undefined> {
      return rooms().select('id', 'title').where({ id }).first()
    },
    /** The room that people would understand by a title. */
    async named(title: string): Promise<Room | undefined> {
      return rooms()
        .select('id', 'title')
        .where({ folded: folded(title) })
        .first()
    },
    /** Whether it was added: not where another room's title reads the same. */
    async add({ id, title }: Room): Promise<boolean> {
      await rooms()
        .insert({ id, title, folded: folded(title) })
        .onConflict('folded')
        .ignore()
      return (await this.named(title))?.id === id
    },
    /** Takes a room away, with who runs it; whether it is gone: not where a paper is given to be sat in it. */
    async remove(id: string): Promise<boolean> {
      return db.transaction(async trx => {
        if (await trx('assignments').where({ room_id: id }).first()) return false
        await trx<StaffRow>('room_people').where({ room_id: id }).delete()
        await trx<RoomRow>('rooms').where({ id }).delete()
        return true
      })
    },
  }
}

/** Which invigilators run which room. `db` may be a transaction. */
export function roomPeopleIn(db: Database) {
  return {
    async runs(personId: string, roomId: string): Promise<boolean> {
      return (await db<StaffRow>('room_people').where({ room_id: roomId, person_id: personId }).first()) !== undefined
    },
    /** The ids of each room's invigilators. */
    async all(): Promise<Map<string, string[]>> {
      const staff = new Map<string, string[]>()
      for (const { room_id: room, person_id: person } of await db<StaffRow>('room_people'))
        staff.set(room, [...(staff.get(room) ?? []), person])
      return staff
    },
    async put(roomId: string, personIds: readonly string[]): Promise<void> {
      await db.transaction(async trx => {
        await trx<StaffRow>('room_people').where({ room_id: roomId }).delete()
        await trx.batchInsert(
          'room_people',
          [...new Set(personIds)].map(person => ({ room_id: roomId, person_id: person })),
          100,
        )
      })
    },
  }
}
