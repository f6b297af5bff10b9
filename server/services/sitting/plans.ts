import { LRUCache } from 'lru-cache'
import type { PaperHead, PaperOutline } from '../../../core/paper/head'
import { tasksOf } from '../../../core/paper/schema'
import { planOf, withTasksOf } from '../../../core/sitting/plan'
import type { Plan } from '../../../core/sitting/plan'
import { loadTools } from '../../../core/tools/registry'
import { papersIn } from '../../db/papers'
import type { Sitting } from '../../db/sittings'
import type { Context } from '../ground/context'

type Sat = Pick<Sitting, 'paperId' | 'paperVersion'>
const keyOf = ({ paperId, paperVersion }: Sat): string => `${paperId}@${paperVersion}`

/** Papers made ready, kept in memory: they never change once published. */
export function planService({ db }: Context) {
  const papers = papersIn(db)
  const plans = new LRUCache<string, Promise<Plan>>({ max: 100 })

  /** A few hundred bytes each. */
  const heads = new Map<string, PaperHead>()
  const outlines = new LRUCache<string, PaperOutline>({ max: 300 })

  function find(paperId: string, version: number): Promise<Plan> {
    const key = `${paperId}@${version}`
    const plan = plans.get(key) ?? make(paperId, version)
    plans.set(key, plan)
    plan.catch(() => plans.delete(key))
    return plan
  }

  return {
    find,

    /** What a list tells of the papers that it is about: no plan is made for them. */
    async heads(wanted: readonly Sat[]): Promise<(of: Sat) => PaperHead> {
      if (wanted.some(one => !heads.has(keyOf(one))))
        for (const head of await papers.heads()) heads.set(`${head.id}@${head.version}`, head)
      return one => {
        const head = heads.get(keyOf(one))
        if (!head) throw new RangeError(`There is no paper ${keyOf(one)}.`)
        return head
      }
    },

    /** What reports on skills tell of papers; nothing of one that isn't there. */
    async outlines(wanted: readonly Sat[]): Promise<(of: Sat) => PaperOutline | undefined> {
      const missing = wanted.filter(one => !outlines.has(keyOf(one)))
      const named = missing.map(({ paperId, paperVersion }) => ({ id: paperId, version: paperVersion }))
      const read = missing.length === 0 ? new Map<string, PaperOutline>() : await papers.outlines(named)
      const found = new Map(wanted.map(one => [keyOf(one), read.get(keyOf(one)) ?? outlines.get(keyOf(one))]))
      for (const [key, outline] of read) outlines.set(key, outline)
      return one => found.get(keyOf(one))
    },

    /** The paper that was sat, with the checks that mark it: later ones where it was marked again. */
    async of({
      paperId,
      paperVersion,
      rescored,
    }: Pick<Sitting, 'paperId' | 'paperVersion' | 'rescored'>): Promise<Plan> {
      const sat = await find(paperId, paperVersion)
      return rescored ? withTasksOf(sat, await find(paperId, rescored.version)) : sat
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
