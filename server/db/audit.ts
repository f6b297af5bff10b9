import { createHash } from 'node:crypto'
import type { Database } from './connection'

/** Something that a person of the staff did, for good. */
export interface AuditEntry {
  at: string
  personId: string
  action: string
  room: string
  assignmentId: string
  sittingId: string
  subjectId: string
  detail: string
}

export interface AuditRecord extends AuditEntry {
  seq: number
  chain: string
}

interface Row {
  seq: number
  at: string
  person_id: string
  action: string
  room: string
  assignment_id: string
  sitting_id: string
  subject_id: string
  detail: string
  chain: string
}

/** Which entries somebody reads: these acts alone, done in these rooms or about papers that are sat there. */
export interface AuditShare {
  actions: readonly string[]
  rooms: readonly string[]
  assignmentIds: readonly string[]
}

/** The link of an entry: SHA-256, in hexadecimal, of the link before it and the entry as JSON. */
export function link(
  before: string,
  seq: number,
  { at, personId, action, room, assignmentId, sittingId, subjectId, detail }: AuditEntry,
): string {
  return createHash('sha256')
    .update(JSON.stringify([before, seq, at, personId, action, room, assignmentId, sittingId, subjectId, detail]))
    .digest('hex')
}

const fromRow = (row: Row): AuditRecord => ({
  seq: row.seq,
  at: row.at,
  personId: row.person_id,
  action: row.action,
  room: row.room,
  assignmentId: row.assignment_id,
  sittingId: row.sitting_id,
  subjectId: row.subject_id,
  detail: row.detail,
  chain: row.chain,
})

/**
 * What the staff did, in a chain: nothing here changes or removes an entry, and whoever does it elsewhere breaks
 * the chain.
 */
export function auditIn(db: Database) {
  return {
    async append(entries: readonly AuditEntry[]): Promise<void> {
      await db.transaction(async trx => {
        const last = await trx<Row>('audit').orderBy('seq', 'desc').first()
        let { seq, chain } = last ?? { seq: 0, chain: '' }
        const rows = entries.map((entry): Row => {
          seq += 1
          chain = link(chain, seq, entry)
          return {
            seq,
            at: entry.at,
            person_id: entry.personId,
            action: entry.action,
            room: entry.room,
            assignment_id: entry.assignmentId,
            sitting_id: entry.sittingId,
            subject_id: entry.subjectId,
            detail: entry.detail,
            chain,
          }
        })
        await trx.batchInsert('audit', rows, 50)
      })
    },
    async all(): Promise<AuditRecord[]> {
      return (await db<Row>('audit').orderBy('seq')).map(fromRow)
    },
    /** The newest entries, of all or of somebody's share. */
    async newest(share: AuditShare | 'all', count: number, before = Number.MAX_SAFE_INTEGER): Promise<AuditRecord[]> {
      const found = db<Row>('audit').where('seq', '<', before).orderBy('seq', 'desc').limit(count)
      if (share !== 'all')
        void found
          .whereIn('action', [...share.actions])
          .andWhere(either =>
            either.whereIn('room', [...share.rooms]).orWhereIn('assignment_id', [...share.assignmentIds]),
          )
      return (await found).map(fromRow)
    },
  }
}
