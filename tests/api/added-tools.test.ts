import { gzipSync } from 'node:zlib'
import { delimiter, resolve } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { z } from 'zod'
import { resultView } from '../../core/wire/result'
import { taskWorkView } from '../../core/wire/sitting'
import { skillsView } from '../../core/wire/skills'
import { Client } from '../support/client'
import { startServer } from '../support/server'
import type { RunningServer } from '../support/server'
import { contentWithTools } from '../support/with-tools'

let server: RunningServer
let trainer: Client
let trainee: Client
beforeAll(async () => {
  const content = ['content', 'tests/fixtures', await contentWithTools()].map(path => resolve(path)).join(delimiter)
  server = await startServer({ ANVIL_CONTENT: content })
  trainer = await new Client(server.url).signIn('marit.feld')
  trainee = await new Client(server.url).signIn('isla.quay')
})
afterAll(() => server.stop())

/** Gives Isla a paper and starts it. */
async function sit(paperId: string) {
  const { id } = await trainer.as(z.object({ id: z.string() }), 'POST', '/api/assigning', {
    paperId,
    people: ['isla-quay'],
    settings: { sittingsAllowed: 5 },
  })
  return trainee.start(id)
}
const op = (taskId: string, operation: object) => ({ kind: 'op', taskId, op: operation })
const count = (thing: string, by: number) => op('fenders', { type: 'count', thing, by })
const about = (kind: string, stepId: string) => ({ kind, taskId: 'fenders', stepId })

describe('steps in free order, with hints and a step for a marker', () => {
  let id: string
  it('are all open, and each is checked by itself', async () => {
    const sitting = await sit('quay')
    ;({ id } = sitting)
    expect(sitting.tasks[0]!.steps.map(({ status }) => status)).toEqual(['open', 'open', 'open'])
    const { outcomes, tasks } = await trainee.events(id, count('warp', 2), about('check', 'warps'))
    expect(outcomes[1]!.verdict).toMatchObject({ status: 'passed', triesUsed: 1 })
    expect(tasks[0]!.steps.map(step => [step.id, step.status])).toEqual([['warps', 'passed']])
  })

  it('tell hints one by one, and an explanation once they have closed', async () => {
    const first = await trainee.events(id, about('hint', 'fenders'))
    expect(first.tasks[0]!.steps[0]).toMatchObject({ hints: ['There are more than two.'] })
    expect(JSON.stringify(first)).not.toContain('There are three.')
    expect((await trainee.events(id, about('hint', 'warps'))).outcomes[0]!.refusal).toContain('step is passed')
    await trainee.events(id, count('fender', 3))
    const { tasks } = await trainee.events(id, about('check', 'fenders'))
    expect(tasks[0]!.steps[0]).toMatchObject({ status: 'passed', explanation: 'Three fenders lie there.' })
  })

  it('a person marks what no program can: handed over, opened again, handed over', async () => {
    expect((await trainee.events(id, about('check', 'why'))).outcomes[0]!.refusal).toContain('A person marks this step')
    const over = await trainee.events(id, about('settle', 'why'))
    expect(over.tasks[0]!.steps[0]).toMatchObject({ id: 'why', status: 'awaiting-marker' })
    const again = await trainee.events(id, about('unsettle', 'why'))
    expect(again.tasks[0]!.steps[0]).toMatchObject({ id: 'why', status: 'open' })
    await trainee.events(id, about('settle', 'why'))
  })

  it('no clock: the deadline is no moment that comes, and it ends by handing in', async () => {
    const { pace, paper } = await trainee.sitting(id)
    expect([pace.timed, pace.deadline, paper.minutes]).toEqual([false, '2199-12-31T23:59:59.999Z', null])
    await trainee.submit(id)
  })

  it('the result says what is marked so far, what waits, which hints were told and what they cost', async () => {
    const result = await trainee.as(resultView, 'GET', `/api/sittings/${id}/result`)
    // Worked by hand: fenders 1 × (1 − 0.25) = 0.75, warps 1.00; 3.00 of 5.00 wait.
    expect([result.score, result.outOf, result.waiting]).toEqual([1.75, 5, 3])
    const [fenders, , why] = result.tasks[0]!.steps
    expect(fenders).toMatchObject({ points: 0.75, hints: ['There are more than two.'], hintsTookOff: 0.25 })
    expect(why).toMatchObject({ status: 'awaiting-marker', points: 0, waiting: 3 })
    expect(why!.criteria[0]!.found).toBe('Waits for a marker.')
  })

  it('its work goes out as the files that its tool writes, and as no other', async () => {
    const { tasks } = await trainee.as(resultView, 'GET', `/api/sittings/${id}/result`)
    expect(tasks[0]!.files).toEqual(['csv'])
    const file = await trainee.call('GET', `/api/sittings/${id}/work/fenders.csv`)
    expect([file.status, file.text]).toEqual([200, 'fender,3\r\nwarp,2\r\nword,0'])
    for (const kind of ['xlsx', 'constructor'])
      expect((await trainee.call('GET', `/api/sittings/${id}/work/fenders.${kind}`)).status).toBe(404)
  })

  it('what waits is no evidence, and the marks book tells it apart', async () => {
    const { trades } = await trainee.as(skillsView, 'GET', '/api/me/skills')
    const evidence = trades
      .flatMap(({ areas }) => areas)
      .flatMap(area => area.skills)
      .flatMap(skill => skill.evidence)
    const own = evidence.filter(({ sittingId }) => sittingId === id)
    expect(own.map(({ points, outOf }) => [points, outOf])).toEqual(
      expect.arrayContaining([
        [0.75, 1],
        [1, 1],
      ]),
    )
    expect(own).toHaveLength(2)
    const marks = await trainer.call('GET', '/api/marks')
    expect(marks.text).toContain('"waiting":3')
  })
})

describe('work that is large', () => {
  it('opening a sitting of 20 such tasks is under 60 kB compressed, and an op’s answer under 2 kB', async () => {
    const sitting = await sit('large-work')
    expect(sitting.tasks).toHaveLength(20)
    expect(gzipSync(trainee.answers.at(-1)!.text).length).toBeLessThan(60_000)
    await trainee.events(sitting.id, op('cells-1', { type: 'write', cell: 9, value: 9 }))
    expect(trainee.answers.at(-1)!.text.length).toBeLessThan(2000)
  })

  it('is judged in a thread, in the order of the log, and stands after the server forgot it', async () => {
    const { id } = await sit('large-work')
    const check = { kind: 'check', taskId: 'cells-2', stepId: 'write' }
    const write = (value: number) => op('cells-2', { type: 'write', cell: 3, value })
    const { outcomes } = await trainee.events(id, write(6), check, write(7), check)
    expect(outcomes.map(({ verdict }) => verdict?.status ?? '')).toEqual(['', 'open', '', 'passed'])
    const work = () => trainee.as(taskWorkView, 'GET', `/api/sittings/${id}/tasks/cells-2`)
    const before = await work()
    expect(before.mark).toMatch(/^2\./)
    await server.kill()
    await server.restart()
    expect(await work()).toEqual(before)
    expect((await trainee.sitting(id)).tasks[1]!.steps[0]).toMatchObject({ status: 'passed', triesUsed: 2 })
  })
})
