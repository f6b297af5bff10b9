import { LRUCache } from 'lru-cache'
import { planOf } from '../../core/sitting/plan'
import type { Plan } from '../../core/sitting/plan'
import { papersIn } from '../db/papers'
import type { Context } from './context'

/** Papers made ready, kept in memory: they never change once published. */
export function planService({ db }: Context) {
  const papers = papersIn(db)
  const plans = new LRUCache<string, Plan>({ max: 100 })
  return {
    async find(paperId: string, version: number): Promise<Plan> {
      const key = `${paperId}@${version}`
      const known = plans.get(key)
      if (known) return known
      const paper = await papers.find(paperId, version)
      if (!paper) throw new RangeError(`There is no paper ${key}.`)
      const plan = planOf(paper)
      plans.set(key, plan)
      return plan
    },
  }
}
export type PlanService = ReturnType<typeof planService>
