import { LRUCache } from 'lru-cache'
import { tasksOf } from '../../../core/paper/schema'
import { planOf } from '../../../core/sitting/plan'
import type { Plan } from '../../../core/sitting/plan'
import { loadTools } from '../../../core/tools/registry'
import { papersIn } from '../../db/papers'
import type { Context } from '../ground/context'

/** Papers made ready, kept in memory: they never change once published. */
export function planService({ db }: Context) {
  const papers = papersIn(db)
  const plans = new LRUCache<string, Promise<Plan>>({ max: 100 })
  return {
    find(paperId: string, version: number): Promise<Plan> {
      const key = `${paperId}@${version}`
      const plan = plans.get(key) ?? make(paperId, version)
      plans.set(key, plan)
      plan.catch(() => plans.delete(key))
      return plan
    },
  }

  async function make(paperId: string, version: number): Promise<Plan> {
    const paper = await papers.find(paperId, version)
    if (!paper) throw new RangeError(`There is no paper ${paperId}@${version}.`)
    await loadTools(tasksOf(paper).map(({ tool }) => tool))
    return planOf(paper)
  }
}
export type PlanService = ReturnType<typeof planService>
