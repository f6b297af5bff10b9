import { z } from 'zod'
import type { Database } from './connection'
import { readOr } from './reading'

/** What a sitting came to when it ended. */
export interface SittingEnd {
  sittingId: string
  madeBy: string
  digest: string
  /** By step, `task/step`, in hundredths. */
  points: Readonly<Record<string, number>>
  told: string
}

interface Row {
  sitting_id: string
  made_by: string
  digest: string
  points: string
  told: string
}
const points = z.record(z.string(), z.int())

export function sittingEndsIn(db: Database) {
  return {
    async of(sittingId: string): Promise<SittingEnd | undefined> {
      const row = await db<Row>('sitting_ends').where({ sitting_id: sittingId }).first()
      if (!row) return undefined
      const read = readOr('sitting_ends', row.sitting_id, () => points.parse(JSON.parse(row.points)), {})
      return { sittingId, madeBy: row.made_by, digest: row.digest, points: read, told: row.told }
    },
    async put({ sittingId, madeBy, digest, points: all }: Omit<SittingEnd, 'told'>): Promise<void> {
      await db<Row>('sitting_ends')
        .insert({ sitting_id: sittingId, made_by: madeBy, digest, points: JSON.stringify(all), told: '' })
        .onConflict('sitting_id')
        .merge()
    },
    /** It was told of these versions. */
    async tell(sittingId: string, madeBy: string): Promise<void> {
      await db<Row>('sitting_ends').where({ sitting_id: sittingId }).update({ told: madeBy })
    },
  }
}
