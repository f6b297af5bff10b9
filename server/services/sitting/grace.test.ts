import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import type { PaperRules } from '../../../core/paper/schema'
import { accrual, checkAccrual, World } from '../../testing/world'

let world: World
beforeEach(async () => {
  world = await World.open()
})
afterEach(() => world.close())

/** The first task of a paper of two sections, of 20 minutes, and what posts nothing that its step asks for. */
async function sitting(rules: Partial<PaperRules>, own: { minutes?: number } = {}) {
  await world.giveSections(own, {}, { graceSeconds: 30, feedback: 'which', afterTries: 'set-right', ...rules })
  const view = await world.start()
  const [task] = view.tasks
  const check = { kind: 'check' as const, taskId: task!.id, stepId: task!.steps[0]!.id }
  /** A penny moved from one account to another: a change, and never right. */
  const stray = {
    kind: 'op' as const,
    taskId: task!.id,
    op: {
      type: 'entry.post',
      entry: {
        date: '2026-10-30',
        narration: 'Stray',
        lines: [
          { account: '1010', debit: '0.01' },
          { account: '1020', credit: '0.01' },
        ],
      },
    },
  }
  return { id: view.id, check, stray, stepOf: async () => (await world.view(view.id)).tasks[0]!.steps[0]! }
}
/** Twenty minutes and some seconds after the start, less what was left when an event was made. */
const madeAt = (minutes: number): string => new Date(world.time - minutes * 60_000).toISOString()

describe('work that comes in the grace period', () => {
  it('is taken, and nobody is told how it was judged, however they ask', async () => {
    const { id, check, stray, stepOf } = await sitting({ tries: 3 })
    await world.send(id, stray, check)
    expect(await stepOf()).toMatchObject({ triesUsed: 1, lastCheck: { passed: false } })
    const before = await stepOf()
    world.pass(20.2)
    const late = [stray, check, stray, check].map((one, at) => ({ ...one, at: madeAt(0.4 - at / 100) }))
    const answer = await world.send(id, ...late)
    expect(answer.outcomes.map(({ status, refusal, verdict }) => [status, refusal, verdict])).toEqual(
      late.map(() => ['accepted', undefined, undefined]),
    )
    expect(JSON.stringify(answer.tasks)).not.toContain('out-of-tries')
    expect(await stepOf()).toEqual(before)
    world.pass(1)
    await world.services.sittings.expire()
    const { tasks } = await world.services.results.of(world.people.isla, id)
    // What would have set it right would have been the answer.
    expect(tasks[0]!.steps[0]).toMatchObject({ triesUsed: 3, status: 'out-of-tries', setRight: false })
  })

  it('tells the same of right work as of wrong: steps, marks, work, and whether more is taken', async () => {
    const told = []
    for (const how of ['right', 'wrong'] as const) {
      const one = await World.open()
      await one.give({ rules: { feedback: 'which', afterTries: 'set-right', tries: 2 } })
      const { id, deadline } = await one.start()
      const taskId = 'wages-worked-not-paid'
      await one.send(id, { kind: 'open', taskId })
      one.pass((Date.parse(deadline) - one.time) / 60_000 + 0.1)
      const at = new Date(Date.parse(deadline) - 5000).toISOString()
      const answers = []
      for (let time = 0; time < 4; time += 1)
        for (const event of [accrual(how), checkAccrual]) answers.push(await one.send(id, { ...event, at }))
      const view = await one.view(id)
      const work = await one.services.sittings.task(one.people.isla, id, taskId, [])
      const outcomes = answers.flatMap(answer => answer.outcomes.map(({ status, verdict }) => [status, verdict]))
      told.push({ outcomes, tasks: answers.map(({ tasks }) => tasks), view: view.tasks, work })
      expect(answers.flatMap(({ outcomes: all }) => all.flatMap(({ refusal }) => refusal ?? []))).toEqual([])
      one.pass(3)
      await one.services.sittings.expire()
      const { tasks } = await one.services.results.of(one.people.isla, id)
      const result = tasks.find(task => task.id === taskId)!.steps[0]!
      expect(result.points === 4).toBe(how === 'right')
      await one.close()
    }
    expect(told[1]).toEqual(told[0])
  })

  it('of a section isn’t told either, then or later', async () => {
    const { id, check, stepOf } = await sitting({ tries: 2 }, { minutes: 5 })
    world.pass(5.2)
    const answer = await world.send(id, { ...check, at: madeAt(0.4) })
    expect(answer.outcomes).toEqual([{ id: answer.outcomes[0]!.id, status: 'accepted', seq: 2 }])
    world.pass(3)
    expect(await stepOf()).toMatchObject({ status: 'open', triesUsed: 0 })
  })

  it('a verdict in time is told', async () => {
    const { id, stray, check } = await sitting({ tries: 2 })
    world.pass(19.9)
    expect((await world.send(id, stray, check)).outcomes[1]!.verdict).toMatchObject({ triesUsed: 1 })
  })
})

describe('an event that is dated before the sitting began', () => {
  it('is refused, and costs nothing', async () => {
    const { id, check, stepOf } = await sitting({})
    const at = new Date(world.time - 60_000).toISOString()
    const { outcomes } = await world.send(id, { ...check, at })
    expect(outcomes).toMatchObject([{ status: 'refused', refusal: 'This is dated before the sitting began.' }])
    expect(await stepOf()).toMatchObject({ triesUsed: 0 })
  })

  it('is refused as well where it is dated far ahead of now', async () => {
    const { id, stray } = await sitting({})
    const ahead = (hours: number): string => new Date(world.time + hours * 3600_000).toISOString()
    const { outcomes } = await world.send(id, { ...stray, at: ahead(25) }, { ...stray, at: ahead(2) })
    expect(outcomes).toMatchObject([
      { status: 'refused', refusal: 'This is dated far ahead of now.' },
      { status: 'accepted' },
    ])
  })

  it('may be a little out: the device reckons the server’s time', async () => {
    const { id, stray } = await sitting({})
    const at = new Date(world.time - 5000).toISOString()
    expect((await world.send(id, { ...stray, at })).outcomes).toMatchObject([{ status: 'accepted' }])
  })
})
