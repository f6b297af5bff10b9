import type { Database } from './connection'

/** A recording as far as it has come. */
export interface Recording {
  id: string
  taskId: string
  stepId: string
  pieces: number
  bytes: number
}

interface Row {
  sitting_id: string
  id: string
  task_id: string
  step_id: string
  begun_at: string
}
interface PieceRow {
  sitting_id: string
  recording_id: string
  number: number
  bytes: number
  sound: Buffer
}

/** Answers that are spoken. A piece is never changed; a recording goes as a whole. */
export function recordingsIn(db: Database) {
  return {
    async of(sittingId: string): Promise<Recording[]> {
      const rows = await db<Row>('recordings').where({ sitting_id: sittingId }).orderBy('begun_at')
      const sizes = await db<PieceRow>('recording_pieces')
        .where({ sitting_id: sittingId })
        .groupBy('recording_id')
        .select<{ id: string; pieces: number; bytes: number }[]>(
          'recording_id as id',
          db.raw('count(*) as pieces'),
          db.raw('sum(bytes) as bytes'),
        )
      const sizeOf = new Map(sizes.map(size => [size.id, size]))
      return rows.map(({ id, task_id: taskId, step_id: stepId }) => ({
        id,
        taskId,
        stepId,
        pieces: sizeOf.get(id)?.pieces ?? 0,
        bytes: sizeOf.get(id)?.bytes ?? 0,
      }))
    },

    /** All that was said in a recording; nothing where there is none. */
    async sound(sittingId: string, id: string): Promise<Buffer> {
      const rows = await db<PieceRow>('recording_pieces')
        .where({ sitting_id: sittingId, recording_id: id })
        .orderBy('number')
        .select('sound')
      return Buffer.concat(rows.map(({ sound }) => sound))
    },

    async begin(sittingId: string, { id, taskId, stepId }: Omit<Recording, 'pieces' | 'bytes'>, at: string) {
      await db<Row>('recordings').insert({ sitting_id: sittingId, id, task_id: taskId, step_id: stepId, begun_at: at })
    },

    async add(sittingId: string, id: string, number: number, sound: Buffer): Promise<void> {
      const piece = { sitting_id: sittingId, recording_id: id, number, bytes: sound.length, sound }
      await db<PieceRow>('recording_pieces').insert(piece)
    },

    /** Deletes all of a sitting but these. Most sittings have none: then nothing is written. */
    async keepOnly(sittingId: string, ids: readonly string[]): Promise<void> {
      const others = (
        await db<Row>('recordings')
          .where({ sitting_id: sittingId })
          .whereNotIn('id', [...ids])
          .select('id')
      ).map(({ id }) => id)
      if (others.length === 0) return
      await db.transaction(async within => {
        await within<PieceRow>('recording_pieces')
          .where({ sitting_id: sittingId })
          .whereIn('recording_id', others)
          .delete()
        await within<Row>('recordings').where({ sitting_id: sittingId }).whereIn('id', others).delete()
      })
    },
  }
}
