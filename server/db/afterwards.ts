import { rating } from '../../core/wire/afterwards'
import type { Rating } from '../../core/wire/afterwards'
import type { Database } from './connection'
import { readOr } from './reading'

export interface Upload {
  id: string
  sittingId: string
  name: string
  type: string
  size: number
  at: string
}

interface UploadRow {
  id: string
  sitting_id: string
  name: string
  type: string
  size: number
  content: Buffer
  at: string
}
const withoutContent = ['id', 'sitting_id', 'name', 'type', 'size', 'at'] as const
const uploadFromRow = ({ sitting_id: sittingId, ...row }: Omit<UploadRow, 'content'>): Upload => ({ ...row, sittingId })

/** What people think of a paper, given once. */
export function ratingsIn(db: Database) {
  return {
    async of(sittingIds: readonly string[]): Promise<Map<string, Rating>> {
      const rows = await db<{ sitting_id: string; document: string }>('ratings').whereIn('sitting_id', [...sittingIds])
      const read = (row: { sitting_id: string; document: string }): Rating | null =>
        readOr('ratings', row.sitting_id, () => rating.parse(JSON.parse(row.document)), null)
      return new Map(
        rows.flatMap(row => {
          const found = read(row)
          return found ? [[row.sitting_id, found]] : []
        }),
      )
    },
    async put(sittingId: string, document: Rating, at: string): Promise<void> {
      await db('ratings')
        .insert({ sitting_id: sittingId, document: JSON.stringify(document), at })
        .onConflict('sitting_id')
        .merge()
    },
  }
}

/** Photos and PDFs of work, beside the sitting. */
export function uploadsIn(db: Database) {
  return {
    async of(sittingId: string): Promise<Upload[]> {
      const rows = await db<UploadRow>('uploads')
        .where({ sitting_id: sittingId })
        .orderBy('at')
        .select(...withoutContent)
      return rows.map(uploadFromRow)
    },
    /** How many each sitting has; those that have none are missing. */
    async counts(sittingIds: readonly string[]): Promise<Map<string, number>> {
      const rows: { sitting_id: string; files: number }[] = await db('uploads')
        .whereIn('sitting_id', [...sittingIds])
        .groupBy('sitting_id')
        .select('sitting_id')
        .count({ files: '*' })
      return new Map(rows.map(({ sitting_id, files }) => [sitting_id, Number(files)]))
    },
    async find(id: string): Promise<(Upload & { content: Buffer }) | undefined> {
      const row = await db<UploadRow>('uploads').where({ id }).first()
      return row && { ...uploadFromRow(row), content: row.content }
    },
    async add({ sittingId, ...upload }: Upload, content: Buffer): Promise<void> {
      await db<UploadRow>('uploads').insert({ ...upload, sitting_id: sittingId, content })
    },
    async remove(id: string): Promise<void> {
      await db<UploadRow>('uploads').where({ id }).delete()
    },
  }
}
