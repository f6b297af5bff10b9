import { z } from 'zod'
import type { Database } from './connection'
import { readOr } from './reading'

/** What lists tell of a sitting that has ended. */
export const figures = z.strictObject({
  /** The task and step that were in hand, and how many steps were done with, in words. */
  where: z.string(),
  finished: z.string(),
  closesFirst: z.boolean(),
  extendedMinutes: z.int(),
  pauseReason: z.string(),
  savedAt: z.string(),
  awaySince: z.string().nullable(),
  awayTimes: z.int(),
  lastFailedAt: z.string().nullable(),
  device: z.string(),
  devices: z.int(),
  /** Parts whose answers wait for a person to mark them, as `deskKey` names them. */
  awaiting: z.array(z.string()),
})
export type Figures = z.infer<typeof figures>

interface Row {
  sitting_id: string
  figures: string
}

export function figuresIn(db: Database) {
  return {
    /** By sitting. Those that nothing is kept of, or nothing that can be read, are missing. */
    async of(sittingIds: readonly string[]): Promise<Map<string, Figures>> {
      const rows = await db<Row>('sitting_figures').whereIn('sitting_id', [...sittingIds])
      return new Map(
        rows.flatMap(row => {
          const read = readOr('sitting_figures', row.sitting_id, () => figures.parse(JSON.parse(row.figures)), null)
          return read ? [[row.sitting_id, read] as const] : []
        }),
      )
    },
    async put(sittingId: string, own: Figures): Promise<void> {
      await db<Row>('sitting_figures')
        .insert({ sitting_id: sittingId, figures: JSON.stringify(own) })
        .onConflict('sitting_id')
        .merge()
    },
  }
}
