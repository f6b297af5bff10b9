import { describe, expect, it } from 'vitest'
import { proveTask } from '../../core/proof/proof'
import { tasksOf } from '../../core/paper/schema'
import { skillsOf } from '../../core/skills/tree'
import { proveContent, readContent } from '../../server/content/read'

const content = await readContent(['content'])
const skills = new Set(content.trees.flatMap(skillsOf).map(({ id }) => id))
const tasks = [...new Map(content.papers.flatMap(tasksOf).map(task => [task.id, task])).values()]

describe('the content proof', () => {
  it.each(tasks.map(task => [task.id, task] as const))('%s ships', (_, task) => {
    expect(proveTask(task, skills)).toEqual([])
  })

  it.each(tasks.map(task => [task.id, task] as const))('%s has two traps at least', (_, task) => {
    expect(task.steps.flatMap(step => step.traps).length).toBeGreaterThanOrEqual(2)
  })

  it('holds for the papers and the skill tree as a whole', async () => {
    expect(await proveContent(content)).toEqual([])
    expect(skills.size).toBeGreaterThanOrEqual(20)
  })

  it('the week-end paper: 10 tasks of 1 to 4 steps, suggested times that fit into 25 minutes', () => {
    const paper = content.papers.find(({ id }) => id === 'week-end-journals')!
    const steps = tasksOf(paper).map(task => task.steps.length)
    expect(steps).toHaveLength(10)
    expect([Math.min(...steps), Math.max(...steps)]).toEqual([1, 4])
    expect(tasksOf(paper).reduce((sum, task) => sum + task.minutes, 0)).toBeLessThanOrEqual(paper.minutes ?? 0)
  })
})

describe('the proof itself finds', () => {
  const good = tasks.find(({ id }) => id === 'paint-on-account')!
  const broken = (change: (task: typeof good) => void): string[] => {
    const copy = structuredClone(good)
    change(copy)
    return proveTask(copy, skills)
  }

  it('a model that does not earn everything', () => {
    expect(
      broken(task => {
        task.steps[0]!.model = task.steps[0]!.traps[0]!.ops
      }).join(),
    ).toContain("the model doesn't meet it")
  })
  it('a trap with another verdict', () => {
    expect(
      broken(task => {
        task.steps[0]!.traps[0]!.verdict = { entry: 'met', dated: 'met' }
      }).join(),
    ).toContain('entry is “vat-not-split”, not “met”')
  })
  it('a skill that does not exist', () => {
    expect(
      broken(task => {
        task.steps[0]!.criteria[0]!.skills = ['juggling']
      }),
    ).toEqual(['paint-on-account/purchase/entry: there is no skill juggling.'])
  })
  it('a criterion that doing nothing meets', () => {
    expect(
      broken(task => {
        task.steps[0]!.criteria[1]!.check = {
          kind: 'account-balance',
          account: '2010',
          side: 'credit',
          amount: '3275.00',
        }
      }).join(),
    ).toContain('doing nothing earns a share of 1')
  })
  it('a setup that does not balance', () => {
    expect(
      broken(task => {
        task.setup = {
          ...(task.setup as object),
          opening: [
            {
              date: '2026-10-01',
              narration: '',
              lines: [
                { account: '1010', debit: '1.00' },
                { account: '1020', credit: '2.00' },
              ],
            },
          ],
        }
      }).join(),
    ).toContain("the setup doesn't hold")
  })
})
