import { z } from 'zod'
import type { JudgedCriterion } from '../../core/skills/report'
import type { Database } from './connection'
import { momentOf, readOr } from './reading'

const list = z.array(z.string())

interface Row {
  sitting_id: string
  task_id: string
  step_id: string
  criterion_id: string
  person_id: string
  skills: string
  points: number
  out_of: number
  faults: string
  at: string
}

/** Judged criteria of ended sittings. They are written where a sitting ends, in the same transaction. */
export function evidenceIn(db: Database) {
  return {
    async of(personId: string): Promise<JudgedCriterion[]> {
      const rows = await db<Row>('evidence').where({ person_id: personId }).orderBy('at')
      return rows.map(row => ({
        at: momentOf('evidence', row.sitting_id, row.at),
        sittingId: row.sitting_id,
        taskId: row.task_id,
        stepId: row.step_id,
        criterionId: row.criterion_id,
        skills: readOr('evidence', row.sitting_id, () => list.parse(JSON.parse(row.skills)), []),
        points: row.points,
        outOf: row.out_of,
        faults: readOr('evidence', row.sitting_id, () => list.parse(JSON.parse(row.faults)), []),
      }))
    },
  }
}
