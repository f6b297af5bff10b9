import { deskAct, deskKey } from '../../core/marking/desk'
import type { DeskAct, DeskEntry } from '../../core/marking/desk'
import type { Database } from './connection'
import { momentOf, readOr } from './reading'
import type { Sitting } from './sittings'

interface Row {
  seq: number
  sitting_id: string
  task_id: string
  step_id: string
  log_events: number
  person_id: string
  at: string
  act: string
}

/** The work of one step of an ended sitting, as it was handed over. */
export interface Answered {
  sitting: Pick<Sitting, 'id' | 'digestEvents'>
  taskId: string
  stepId: string
}

/** What was done at the marking desk, oldest first. Nothing here changes or removes an entry. */
export function deskIn(db: Database) {
  return {
    /** Of a sitting as it ended, by task and step: what was said of an earlier ending is another answer’s. */
    async of({ id, digestEvents }: Pick<Sitting, 'id' | 'digestEvents'>): Promise<Map<string, DeskEntry[]>> {
      return (await this.ofAll([{ id, digestEvents }])).get(id) ?? new Map<string, DeskEntry[]>()
    },

    async ofAll(
      sittings: readonly Pick<Sitting, 'id' | 'digestEvents'>[],
    ): Promise<Map<string, Map<string, DeskEntry[]>>> {
      const ends = new Map(sittings.map(({ id, digestEvents }) => [id, digestEvents]))
      const rows = await db<Row>('desk_entries')
        .whereIn('sitting_id', [...ends.keys()])
        .orderBy('seq')
      const all = new Map<string, Map<string, DeskEntry[]>>()
      for (const row of rows) {
        if (row.log_events !== ends.get(row.sitting_id)) continue
        const act = readOr('desk_entries', String(row.seq), () => deskAct.parse(JSON.parse(row.act)), null)
        if (!act) continue
        const steps = all.get(row.sitting_id) ?? new Map<string, DeskEntry[]>()
        const key = deskKey(row.task_id, row.step_id)
        const at = momentOf('desk_entries', String(row.seq), row.at)
        steps.set(key, [...(steps.get(key) ?? []), { at, by: row.person_id, act }])
        all.set(row.sitting_id, steps)
      }
      return all
    },

    async add({ sitting, taskId, stepId }: Answered, personId: string, at: string, act: DeskAct): Promise<void> {
      await db<Row>('desk_entries').insert({
        sitting_id: sitting.id,
        task_id: taskId,
        step_id: stepId,
        log_events: sitting.digestEvents ?? 0,
        person_id: personId,
        at,
        act: JSON.stringify(act),
      })
    },
  }
}
