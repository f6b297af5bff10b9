import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { World } from '../../testing/world'

let world: World
beforeEach(async () => {
  world = await World.open()
  await world.give({}, { paperId: 'counter-and-creditors' })
})
afterEach(() => world.close())

const TASK = 'paint-on-account'
const op = (value: object) => ({ kind: 'op' as const, taskId: TASK, op: { ...value } as { type: string } })
const post = (...lines: object[]) =>
  op({ type: 'entry.post', entry: { date: '2026-10-29', narration: 'BP-7730', lines } })
const check = { kind: 'check' as const, taskId: TASK, stepId: 'purchase' }

/** The date and 5/9 of the lines are right at the first try, all at the second; the tries count 100 %, 70 %, 40 %. */
async function corrected(): Promise<string> {
  const { id } = await world.start()
  await world.send(
    id,
    post({ account: '1200', debit: '576.00' }, { account: '2010', credit: '576.00' }),
    check,
    op({ type: 'entry.reverse', entry: 2, date: '2026-10-29' }),
    post(
      { account: '1200', debit: '480.00' },
      { account: '2200', debit: '96.00' },
      { account: '2010', credit: '576.00' },
    ),
    check,
  )
  return id
}

async function stepOf(id: string) {
  const { tasks, scoring } = await world.services.results.of(world.people.isla, id)
  return { scoring, ...tasks.find(task => task.id === TASK)!.steps[0]! }
}

describe('a result', () => {
  it('says of each criterion since which try it has held, and what that counts: 3 × (5/9 + 4/9 × 0.7) + 1 = 3.60', async () => {
    const id = await corrected()
    await world.services.sittings.submit(world.people.isla, id)
    const step = await stepOf(id)
    expect(step).toMatchObject({ scoring: 4, status: 'passed', points: 3.6, earnsCheck: 2, triesUsed: 2 })
    expect(step.criteria.map(({ points, held }) => [points, held])).toEqual([
      [
        2.6,
        [
          { share: expect.closeTo(5 / 9), since: 1, weight: 1 },
          { share: expect.closeTo(4 / 9), since: 2, weight: 0.7 },
        ],
      ],
      [1, [{ share: 1, since: 1, weight: 1 }]],
    ])
  })

  it('of a sitting from before stays as it was scored: (3 + 1) × 0.7 = 2.80', async () => {
    const id = await corrected()
    const db = await world.unguard()
    const first = await db<{ sitting_id: string; seq: number; payload: string }>('sitting_events')
      .where({ sitting_id: id, seq: 1 })
      .first()
    const { scoring, ...before } = JSON.parse(first!.payload) as { scoring: number }
    expect(scoring).toBe(4)
    await db('sitting_events')
      .where({ sitting_id: id, seq: 1 })
      .update({ payload: JSON.stringify(before) })
    await world.restart().sittings.submit(world.people.isla, id)
    expect(await stepOf(id)).toMatchObject({ scoring: 1, points: 2.8 })
    expect((await stepOf(id)).criteria.every(({ held }) => held.length === 0)).toBe(true)
  })
})

describe('a calculation whose parts build on each other', () => {
  it('counts what follows from a wrong part: 42 boats for 36, the rest right from there', async () => {
    await world.give({}, { id: 'plan', paperId: 'winter-plan' })
    const { id } = await world.start({}, 'plan')
    const number = (part: string, text: string) => ({
      kind: 'op' as const,
      taskId: 'winter-store',
      op: { type: 'answer', part, answer: { text, decimal: '.' } },
    })
    // 42 × 430 = 18,060; 5 × 1,415 + 42 × 70 = 10,015; what is left is reckoned wrongly on top.
    await world.send(
      id,
      number('boats', '42'),
      number('income', '18,060'),
      number('costs', '10015'),
      number('left', '8000'),
    )
    await world.services.sittings.submit(world.people.isla, id)
    const { tasks } = await world.services.results.of(world.people.isla, id)
    const points = Object.fromEntries(tasks[0]!.steps.map(step => [step.id, step.points]))
    expect(points).toMatchObject({ boats: 0, income: 2, costs: 3, left: 0 })
    expect(tasks[0]!.steps[1]!.criteria[0]).toMatchObject({ followedThrough: true, found: '£18,060.' })
  })
})
