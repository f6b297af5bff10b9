import { readFile } from 'node:fs/promises'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { paper } from '../../../core/paper/schema'
import { SCORING } from '../../../core/marking/points'
import { papersIn } from '../../db/papers'
import { sittingsIn } from '../../db/sittings'
import { World } from '../../testing/world'

const PAPER = 'counter-and-creditors'
const TASK = 'paint-on-account'

let world: World
beforeEach(async () => {
  world = await World.open()
  // As the last version published it: its checks look for one entry.
  const published: unknown = JSON.parse(await readFile('tests/fixtures/earlier/counter-and-creditors-2.json', 'utf8'))
  await papersIn(world.db).publish(paper.parse(published))
})
afterEach(() => world.close())

const op = (value: object) => ({ kind: 'op' as const, taskId: TASK, op: { ...value } as { type: string } })
const post = (...lines: object[]) =>
  op({ type: 'entry.post', entry: { date: '2026-10-29', narration: 'BP-7730', lines } })
const check = { kind: 'check' as const, taskId: TASK, stepId: 'purchase' }

/** VAT left in the stock, then moved by a second entry, and checked twice: honest, and nothing by the rules of then. */
const honest = [
  post({ account: '1200', debit: '576.00' }, { account: '2010', credit: '576.00' }),
  post({ account: '2200', debit: '96.00' }, { account: '1200', credit: '96.00' }),
  check,
  check,
]

/** A sitting of the last version: on its paper, its log begun by its rules. */
async function sat(scoring: 2 | undefined, ...events: Parameters<World['send']>[1][]): Promise<string> {
  await world.give({}, { paperId: PAPER })
  await world.db('assignments').update({ paper_version: 2 })
  const { id } = await world.start()
  const db = await world.unguard()
  const first = await db<{ sitting_id: string; seq: number; payload: string }>('sitting_events')
    .where({ sitting_id: id, seq: 1 })
    .first()
  const { scoring: _today, ...before } = JSON.parse(first!.payload) as { scoring: number }
  await db('sitting_events')
    .where({ sitting_id: id, seq: 1 })
    .update({ payload: JSON.stringify({ ...before, ...(scoring ? { scoring } : {}) }) })
  world.restart()
  await world.send(id, ...events)
  await world.services.sittings.submit(world.people.isla, id)
  return id
}

const resultOf = (id: string) => world.services.results.of(world.people.isla, id)
const rescore = (dry: boolean) => world.services.rescoring.paper(PAPER, dry ? { dry } : { dry, by: world.people.asha })

describe('a sitting of before', () => {
  it('opens and stays as it was marked then', async () => {
    const id = await sat(2, ...honest)
    const result = await resultOf(id)
    expect(result).toMatchObject({ scoring: 2, score: 1, rescored: null })
    expect(result.tasks[0]!.steps[0]).toMatchObject({ triesUsed: 2, points: 1 })
  })

  it('is listed before and after by a dry run, which changes nothing', async () => {
    const id = await sat(2, ...honest)
    expect(await rescore(true)).toMatchObject([
      { sittingId: id, person: 'Isla Quay', before: 100, after: 400, outOf: 800, refused: null },
    ])
    expect((await rescore(true))[0]!.steps).toEqual([{ step: `${TASK}/purchase`, before: 100, after: 400 }])
    world.restart()
    expect((await resultOf(id)).score).toBe(1)
  })

  it('is marked again by the command: score, evidence and skills; it says so, and the log stays', async () => {
    const id = await sat(undefined, ...honest)
    const log = await sittingsIn(world.db).log(id)
    await rescore(false)
    world.restart()
    expect(await resultOf(id)).toMatchObject({ scoring: SCORING, score: 4, rescored: { before: 0.7 } })
    expect(await sittingsIn(world.db).log(id)).toEqual(log)
    const evidence = await world.db('evidence').where({ sitting_id: id, task_id: TASK }).sum({ points: 'points' })
    expect(evidence).toEqual([{ points: 400 }])
    const [newest] = (await world.services.audit.page(world.people.asha)).entries
    expect(newest).toMatchObject({
      who: 'Asha Lindqvist',
      action: 'rescore',
      detail: `${PAPER}: 0.70 before, 4.00 now`,
    })
    expect(await rescore(true)).toEqual([])
  })

  it('keeps its own figure where the paper’s task has changed', async () => {
    await sat(2, ...honest)
    const [newest] = (await papersIn(world.db).newest()).filter(({ id }) => id === PAPER)
    const today = (await papersIn(world.db).find(PAPER, newest!.version))!
    const [first] = today.sections[0]!.tasks.filter(({ id }) => id === TASK)
    first!.steps[0]!.criteria[0]!.points = 5
    await papersIn(world.db).publish({ ...today, version: newest!.version + 1 })
    world.restart()
    expect(await rescore(true)).toMatchObject([
      { before: 100, after: 100, refused: `${TASK} has other steps or points today.` },
    ])
  })

  it('of a paper that there isn’t is no sitting', async () => {
    await expect(world.services.rescoring.paper('nothing', { dry: true })).rejects.toMatchObject({ status: 404 })
  })
})
