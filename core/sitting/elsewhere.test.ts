import { describe, expect, it } from 'vitest'
import { paper } from '../paper/schema'
import type { Paper } from '../paper/schema'
import { provePaper } from '../proof/proof'
import type { EventBody } from './events'
import { fold } from './fold'
import { check, ended, fiddle, log, planWith, right, withoutVat } from './goods.fixture'
import { planOf } from './plan'
import { resultOf } from './result'

/** The goods, and a question in another task: how much is half of what is owed for them? */
function asking(rules: Partial<Paper['rules']> = {}, put = 'owed / 2', step = 'delivery') {
  const goods = planWith().paper
  const question = {
    id: 'half',
    instruction: '…',
    mode: 'handed-in',
    criteria: [
      {
        id: 'right',
        label: 'half',
        points: 2,
        skills: ['pay'],
        feedback: '…',
        check: { kind: 'number', is: '60.00' },
        followThrough: { from: [{ task: 'goods', step, figure: 'net credit 2010', as: 'owed' }], put: { is: put } },
      },
    ],
    model: [{ type: 'answer', part: 'half', answer: { text: '60.00', decimal: '.' } }],
  }
  const asked = {
    id: 'asked',
    title: 'Asked',
    tool: 'questions',
    minutes: 1,
    brief: { situation: ['…'] },
    setup: { parts: [{ kind: 'number', id: 'half' }] },
    steps: [question],
  }
  const [section] = goods.sections
  return paper.parse({
    ...goods,
    rules: { ...goods.rules, ...rules },
    sections: [{ ...section, tasks: [...section!.tasks, asked] }],
  })
}
const answer = (text: string): EventBody => ({
  kind: 'op',
  taskId: 'asked',
  op: { type: 'answer', part: 'half', answer: { text, decimal: '.' } },
})
function asked(rules: Partial<Paper['rules']>, ...bodies: EventBody[]) {
  const plan = planOf(asking(rules))
  const { points, criteria } = resultOf(plan, fold(plan, log(...bodies, ended))).tasks[2]!.steps[0]!
  return { points, note: criteria[0]!.note ?? '' }
}
const prove = (one: Paper) => provePaper(one, new Set(['buy', 'pay', 'undo', 'dates']))
const followed = 'Right from your own earlier figure.'

describe('a question that follows from the work of another task', () => {
  it.each([
    ['right where the work is', {}, [right, check('delivery'), answer('60')], 200, ''],
    [
      'right from a slip that was left',
      { afterTries: 'leave' as const },
      [withoutVat, check('delivery'), fiddle, check('delivery'), answer('50')],
      200,
      followed,
    ],
    ['right from work that was never checked', {}, [withoutVat, answer('50')], 200, followed],
    ['right whatever the work is', {}, [withoutVat, answer('60')], 200, ''],
    ['right from nothing: nothing is owed', {}, [answer('0')], 200, followed],
    ['wrong from either', {}, [withoutVat, answer('55')], 0, ''],
    ['worth half where own figures count half', { followThrough: 0.5 }, [withoutVat, answer('50')], 100, followed],
    ['worth nothing where they don’t count', { followThrough: 0 }, [withoutVat, answer('50')], 0, ''],
    ['held to what was set right', {}, [withoutVat, check('delivery'), fiddle, check('delivery'), answer('50')], 0, ''],
  ])('is %s', (_, rules, bodies, points, note) => {
    expect(asked(rules, ...bodies)).toEqual({ points, note })
  })

  it('takes what the work was when its step closed, whatever was done after', () => {
    const settled: Partial<Paper['rules']> = { answers: 'settled' }
    const settle: EventBody = { kind: 'settle', taskId: 'goods', stepId: 'delivery' }
    expect(asked(settled, withoutVat, settle, fiddle, answer('50'))).toEqual({ points: 200, note: followed })
  })

  it('is proved: what it follows from is there, and the right figures lead to the right answer', () => {
    expect(prove(asking())).toEqual([])
    expect(prove(asking({}, 'owed / 3'))).toEqual([
      'p: asked/half/right: from the right figures something else follows.',
    ])
    expect(prove(asking({}, 'owed / 2', 'nowhere'))).toEqual([
      'p: asked/half follows from goods/nowhere, which isn’t in this paper.',
    ])
  })
})
