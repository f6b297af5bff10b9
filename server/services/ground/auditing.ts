import type { AuditView } from '../../../core/wire/room'
import { assignmentsIn } from '../../db/assignments'
import { auditIn, link } from '../../db/audit'
import type { AuditEntry, AuditRecord, AuditShare } from '../../db/audit'
import { peopleIn } from '../../db/people'
import type { Person } from '../../db/people'
import { roomPeopleIn, roomsIn } from '../../db/rooms'
import type { Context } from './context'
import { csvOf } from '../../../core/ground/csv'

const PAGE = 200

/** The acts that concern who runs a room. */
const IN_ROOMS = [
  'admit',
  'enter-code',
  'pause',
  'resume',
  'extend',
  'free',
  'end',
  'void',
  'incident',
  'message',
  'staff-room',
]

/** The record of what the staff did: written, read, checked, exported; never changed. */
export function auditService({ db, now }: Context) {
  const audit = auditIn(db)

  async function views(records: readonly AuditRecord[]): Promise<AuditView[]> {
    const people = await peopleIn(db).byIds(records.flatMap(({ personId, subjectId }) => [personId, subjectId]))
    return records.map(({ seq, at, personId, action, room, subjectId, sittingId, detail }) => ({
      seq,
      at,
      who: people.get(personId)?.name ?? personId,
      action,
      room,
      subject: people.get(subjectId)?.name ?? subjectId,
      sittingId,
      detail,
    }))
  }

  /** Whether every link of the chain holds: nothing was changed, put in or taken out between. */
  const holds = (records: readonly AuditRecord[]): boolean =>
    records.every(
      (record, index) =>
        record.seq === index + 1 && record.chain === link(records[index - 1]?.chain ?? '', record.seq, record),
    )

  /** An invigilator's share: what is done in the rooms that they run, and nothing of marks, accounts or other rooms. */
  async function shareOf({ id, role }: Person): Promise<AuditShare | 'all'> {
    if (role === 'administrator') return 'all'
    const own = [...(await roomPeopleIn(db).all())].filter(([, people]) => people.includes(id)).map(([room]) => room)
    const rooms = (await roomsIn(db).all()).filter(room => own.includes(room.id))
    return {
      actions: IN_ROOMS,
      rooms: rooms.map(({ title }) => title),
      assignmentIds: (await assignmentsIn(db).inRooms(own)).map(assignment => assignment.id),
    }
  }

  return {
    async note(
      person: Person,
      action: string,
      entries: readonly Partial<Omit<AuditEntry, 'at' | 'personId' | 'action'>>[],
    ): Promise<void> {
      if (entries.length === 0) return
      const at = now()
      await audit.append(
        entries.map(entry => ({
          at,
          personId: person.id,
          action,
          room: '',
          assignmentId: '',
          sittingId: '',
          subjectId: '',
          detail: '',
          ...entry,
        })),
      )
    },

    /** What concerns this reader: all of it for who may see everything, for others what was done in their rooms. */
    async page(
      reader: Person,
      before?: number,
    ): Promise<{ intact: boolean; entries: AuditView[]; next: number | null }> {
      const records = await audit.newest(await shareOf(reader), PAGE, before)
      return {
        intact: holds(await audit.all()),
        entries: await views(records),
        next: records.length === PAGE ? (records.at(-1)?.seq ?? null) : null,
      }
    },

    /** What concerns this reader as CSV (RFC 4180), oldest first, each line with its link of the chain. */
    async csv(reader: Person): Promise<string> {
      const records = (await audit.newest(await shareOf(reader), Number.MAX_SAFE_INTEGER)).reverse()
      const rows = (await views(records)).map((view, index) => ({
        'no.': view.seq,
        'time (UTC)': view.at,
        'who': view.who,
        'action': view.action,
        'room': view.room,
        'whom': view.subject,
        'sitting': view.sittingId,
        'detail': view.detail,
        'chain (SHA-256)': records[index]?.chain ?? '',
      }))
      return csvOf(rows)
    },
  }
}
export type AuditService = ReturnType<typeof auditService>
