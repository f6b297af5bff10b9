import { readFile } from 'node:fs/promises'
import { describe, expect, it, vi } from 'vitest'
import { proveTask } from '../../core/proof/proof'
import { proofTable } from '../../core/proof/table'
import { tasksOf } from '../../core/paper/schema'
import type { Task } from '../../core/paper/schema'
import { skillsOf } from '../../core/skills/tree'
import { toolOf } from '../../core/tools/registry'
import { faultsIn, proveContent, readContent, tasksIn } from '../../server/content/read'

const content = await readContent(['content'])
const skills = new Set(content.trees.flatMap(skillsOf).map(({ id }) => id))
const tasks = tasksIn(content)
const proofs = tasks.map(task => ({ task, ...proveTask(task, skills) }))

describe('the content proof', () => {
  it.each(proofs.map(({ task, faults }) => [task.id, faults] as const))('%s ships', (_, faults) => {
    expect(faults).toEqual([])
  })

  it.each(proofs.map(({ task, counts }) => [task, counts] as const))('$id was changed often enough', (task, counts) => {
    const byProgram = task.steps.filter(({ mode, marking }) => mode === 'handed-in' && marking === 'program')
    const solutions = byProgram.reduce((sum, { ways }) => sum + 1 + ways.length, 0)
    // Steps in free order are proved from the start, and after all the others.
    const grounds = task.order === 'free' ? 2 : 1
    expect(counts.harmless).toBe(50 * solutions * grounds)
    expect(counts.harmful).toBeGreaterThanOrEqual(50 * byProgram.length * grounds)
  })

  it('ran what docs/content-proof.md says', async () => {
    expect(await readFile('docs/content-proof.md', 'utf8')).toBe(proofTable(proofs))
  })

  it.each(tasks.map(task => [task.id, task] as const))('%s has two traps at least', (_, task) => {
    expect(task.steps.flatMap(step => step.traps).length).toBeGreaterThanOrEqual(2)
  })

  it('holds for the papers and the skill tree as a whole', async () => {
    // Every task was proved above, and more thoroughly.
    expect(faultsIn(await proveContent(content, { has: () => true }))).toEqual([])
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
  const broken = (change: (task: Task) => void, id = 'paint-on-account'): string[] => {
    const copy = structuredClone(tasks.find(task => task.id === id)!)
    change(copy)
    return proveTask(copy, skills).faults
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
  it('an id that is its own answer, or says that it is right: the device is told it', () => {
    const pairs = (is: object) =>
      broken(({ steps }) => {
        steps.find(({ id }) => id === 'kinds')!.criteria[0]!.check = { kind: 'matching', is }
      }, 'yard-control')
    expect(pairs({ workboats: 'workboats', loan: 'liability' })).toContain(
      'yard-control/kinds/right: the id workboats is its own answer.',
    )
    const chosen = broken(({ steps }) => {
      steps.find(({ id }) => id === 'nine')!.criteria[0]!.check = { kind: 'one-of', is: ['right'] }
    }, 'yard-control')
    expect(chosen).toContain('yard-control/nine/right: the id right says that it is right.')
  })

  it('a criterion that doing nothing meets', () => {
    expect(
      broken(task => {
        task.steps[0]!.criteria[1]!.check = {
          kind: 'balance',
          account: '1010',
          side: 'debit',
          amount: '312.40',
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

  it('another way that earns less', () => {
    const faults = broken(task => {
      task.steps[0]!.ways.push({ name: 'VAT left in the stock', ops: task.steps[0]!.traps[0]!.ops })
    })
    expect(faults.join()).toContain("purchase/entry: the way “VAT left in the stock” doesn't meet it")
  })
  it('a step that names no other way and doesn’t say why', () => {
    expect(broken(task => (task.steps[0]!.ways = [])).join()).toContain('no other way is named')
    expect(
      broken(task => {
        task.steps[0]!.ways = []
        task.steps[0]!.only = 'Only one is taught.'
      }),
    ).toEqual([])
  })
  it('points for nothing after a mistake', () => {
    const faults = broken(task => {
      task.steps[1]!.criteria[1]!.followThrough!.put = { 'rows.0.amount': 'boats > 300 ? boats : boats + 300' }
    }, 'wear-of-october')
    expect(faults).toContain(
      'wear-of-october/winch/trial-balance: ' +
        'doing nothing after the trap “A year instead of a month” of workboats earns a share of 1.',
    )
  })
  it('points for nothing where nothing was ever done', () => {
    const faults = broken(task => {
      task.steps[3]!.criteria[1]!.followThrough!.or = [{ amount: 'left - (both - tern) / 12' }]
    }, 'mooring-fees')
    expect(faults).toContain(
      'mooring-fees/osprey-earned/balance: doing nothing after nothing done in any step before earns a share of 1.',
    )
  })
  it('a mistake that is charged twice, with the trap that shows it', () => {
    const faults = broken(task => {
      delete task.steps[1]!.criteria[1]!.followThrough
    }, 'wear-of-october')
    expect(faults.join()).toContain(
      'winch/trial-balance: the right work after the trap “A year instead of a month” of workboats doesn',
    )
  })
  it('a figure that follows without its sign', () => {
    const faults = broken(task => {
      task.steps[1]!.criteria[1]!.followThrough!.put = { 'rows.0.amount': 'abs(boats) + 300' }
      task.steps[0]!.traps.push({
        name: 'Turned round',
        ops: [posting('6060 C 200.00, 1430 D 200.00')],
        verdict: { entry: 'wrong-side' },
      })
    }, 'wear-of-october')
    expect(faults.join()).toContain('winch/trial-balance: the right work after the trap “Turned round”')
  })
  it('a follow-through that can’t be worked out', () => {
    const follows = (change: (rule: { put: Record<string, string>; from: { step: string }[] }) => void): string =>
      broken(task => change(task.steps[1]!.criteria[1]!.followThrough!), 'wear-of-october').join()
    expect(follows(rule => (rule.put = { 'rows.0.amount': 'boats +' }))).toContain("what follows can't be worked out")
    expect(follows(rule => (rule.put = { 'rows.7.amount': 'boats' }))).toContain('The follow-through path stops at')
    expect(follows(rule => (rule.from[0]!.step = 'winch'))).toContain('it follows from winch, which is no step before')
  })
  it('a form that is asked for beside a way that hasn’t it', () => {
    const faults = broken(task => {
      task.steps[0]!.criteria[1]!.check = { kind: 'one-entry' }
    })
    expect(faults.join()).toContain("the way “VAT left in the stock, then moved by a second entry” doesn't meet it")
  })
  it('a change that must matter and doesn’t', () => {
    const nothing = vi.spyOn(toolOf('ledger').proving!, 'harmful')
    nothing.mockImplementation(ops => ({ change: 'nothing changed', ops }))
    expect(broken(() => undefined)).toContain(
      'paint-on-account/purchase: the model with nothing changed earns everything, though it must not.',
    )
    nothing.mockRestore()
  })
  it('a change that can’t matter and does', () => {
    const penny = vi.spyOn(toolOf('ledger').proving!, 'harmless')
    penny.mockImplementation(() => ({ change: 'nothing posted', ops: [] }))
    expect(broken(() => undefined).join()).toContain("purchase/entry: the model with nothing posted doesn't meet it")
    penny.mockRestore()
  })
})

function posting(text: string) {
  const lines = text.split(', ').map(line => {
    const [account = '', side, amount = ''] = line.split(' ')
    return side === 'D' ? { account, debit: amount } : { account, credit: amount }
  })
  return { type: 'entry.post', entry: { date: '2026-10-31', narration: 'x', lines } }
}
