import { z } from 'zod'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { resultView } from '../../core/wire/result'
import { Client } from '../support/client'
import { startServer } from '../support/server'
import type { RunningServer } from '../support/server'

let server: RunningServer
let trainee: Client
let id: string
beforeAll(async () => {
  server = await startServer()
  const trainer = await new Client(server.url).signIn('marit.feld')
  const give = { paperId: 'try-every-kind', people: ['isla-quay'], settings: {} }
  const given = await trainer.as(z.object({ id: z.string() }), 'POST', '/api/assigning', give)
  trainee = await new Client(server.url).signIn('isla.quay')
  id = (await trainee.start(given.id)).id
})
afterAll(() => server.stop())

let events = 0
const send = (taskId: string, part: string, answer: unknown) =>
  trainee.call('POST', `/api/sittings/${id}/events`, {
    events: [{ id: `q-${(events += 1)}`, kind: 'op', taskId, op: { type: 'answer', part, answer } }],
  })
const refusalOf = (body: unknown): string | undefined =>
  (body as { outcomes?: { refusal?: string }[] }).outcomes?.[0]?.refusal

const NO_ANSWER = 'This is no answer to this kind of question.'
const places = (count: number) => Array.from({ length: count }, () => ({ x: 1, y: 1 }))

describe('an answer that makes no sense is refused in words, and the one before it stays', () => {
  it.each<[string, string, string, unknown, unknown, string]>([
    [
      'an option that isn’t there',
      'try-choosing',
      'one',
      'debit',
      'nobody',
      'There is no such option in this question.',
    ],
    ['an answer for another kind', 'try-choosing', 'one', 'debit', { text: '5', decimal: '.' }, NO_ANSWER],
    ['a text in place of a number', 'try-writing', 'number', { text: '63.65', decimal: '.' }, 'NaN', NO_ANSWER],
    [
      'a place beyond the picture',
      'try-drawing',
      'places',
      places(1),
      [{ x: 1e9, y: 1 }],
      'This place isn’t on the picture.',
    ],
    [
      'more places than there is room for',
      'try-drawing',
      'places',
      places(1),
      places(3),
      '2 can be marked here. Take one away first.',
    ],
    ['ten thousand places', 'try-drawing', 'places', places(1), places(10_000), NO_ANSWER],
    [
      'no number on a line',
      'try-drawing',
      'line',
      { points: [], intervals: [{ from: '1', to: '2' }] },
      { points: ['NaN'] },
      NO_ANSWER,
    ],
    ['a number beyond all numbers', 'try-drawing', 'bars', { may: '36' }, { may: '1e400' }, NO_ANSWER],
    ['a bar that isn’t there', 'try-drawing', 'bars', { may: '36' }, { sunday: '36' }, 'There is no such bar here.'],
    ['a negative share', 'try-drawing', 'split', { office: 16_000 }, { office: -1 }, NO_ANSWER],
    [
      'a thousand strokes',
      'try-drawing',
      'drawn',
      [{ tool: 'line', colour: 'red', points: places(2) }],
      Array.from({ length: 1000 }, () => ({ tool: 'line', colour: 'red', points: places(2) })),
      NO_ANSWER,
    ],
    [
      'a stroke in no colour',
      'try-drawing',
      'drawn',
      [{ tool: 'line', colour: 'red', points: places(2) }],
      [{ tool: 'line', colour: 'url(#x)', points: places(2) }],
      NO_ANSWER,
    ],
    ['a formula of a thousand levels and more', 'try-drawing', 'formula', 'n p', '('.repeat(1001), NO_ANSWER],
    ['a formula in two lines', 'try-drawing', 'formula', 'n p', 'n\np', 'A formula stands in one line.'],
  ])('%s', async (_, task, part, good, bad, words) => {
    await send(task, part, good)
    const before = (await trainee.work(id, task)).state as { answers: Record<string, unknown> }
    const { status, body } = await send(task, part, bad)
    expect([status, refusalOf(body)]).toEqual([200, words])
    const after = (await trainee.work(id, task)).state as { answers: Record<string, unknown> }
    expect(after.answers[part]).toEqual(before.answers[part])
    expect(after.answers[part]).toBeDefined()
  })

  it('an answer of a megabyte, and ten thousand strokes', async () => {
    const { status, text } = await send('try-drawing', 'formula', 'x'.repeat(1_100_000))
    expect(status).toBe(413)
    expect(text).not.toContain('xxxx')
    expect((await send('try-drawing', 'formula', 'n p')).status).toBe(200)
    const strokes = Array.from({ length: 10_000 }, () => ({ tool: 'line', colour: 'red', points: places(2) }))
    const drawn = await send('try-drawing', 'drawn', strokes)
    // Too large for any body, or for a drawing: in words either way.
    expect(drawn.status === 413 ? 'too large' : refusalOf(drawn.body)).toBeTruthy()
  })

  it('a formula that is taken and can’t be read is kept, and found to be misread', async () => {
    for (const given of ['('.repeat(900), '9^9^9^9^9', '1e400', '2 +']) {
      expect(refusalOf((await send('try-drawing', 'formula', given)).body)).toBeUndefined()
      const check = { kind: 'check', taskId: 'try-drawing', stepId: 'formula' }
      const { outcomes } = await trainee.events(id, check)
      expect(outcomes[0]?.status).toBe('accepted')
    }
    await trainee.submit(id)
    const { tasks } = await trainee.as(resultView, 'GET', `/api/sittings/${id}/result`)
    const step = tasks.find(task => task.id === 'try-drawing')!.steps.find(one => one.id === 'formula')!
    expect(step.points).toBe(0)
    expect(step.triesUsed).toBeGreaterThan(1)
  })
})
