import type { Database } from './connection'
import { momentOf } from './reading'

export interface Message {
  id: string
  sittingId: string
  personId: string
  side: 'trainee' | 'room'
  reference: string
  text: string
  at: string
}

interface Row {
  id: string
  sitting_id: string
  person_id: string
  side: 'trainee' | 'room'
  reference: string
  text: string
  at: string
}
const fromRow = ({ sitting_id: sittingId, person_id: personId, ...row }: Row): Message => ({
  ...row,
  sittingId,
  personId,
  at: momentOf('messages', row.id, row.at),
})

/** What is said between a bench and its room. */
export function messagesIn(db: Database) {
  return {
    async of(sittingIds: readonly string[]): Promise<Message[]> {
      return (
        await db<Row>('messages')
          .whereIn('sitting_id', [...sittingIds])
          .orderBy('at')
      ).map(fromRow)
    },
    /** Of sittings whose paper is sat in no room, the newest so many, oldest first. */
    async inNoRoom(most: number): Promise<Message[]> {
      const rows = await db<Row>('messages')
        .join('sittings', 'sittings.id', 'messages.sitting_id')
        .join('assignments', 'assignments.id', 'sittings.assignment_id')
        .whereNull('assignments.room_id')
        .orderBy('messages.at', 'desc')
        .limit(most)
        .select<Row[]>('messages.*')
      return rows.reverse().map(fromRow)
    },
    async add({ sittingId, personId, ...message }: Message): Promise<void> {
      await db<Row>('messages').insert({ ...message, sitting_id: sittingId, person_id: personId })
    },
  }
}
