import knex from 'knex'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { Client } from '../support/client'
import { startServer } from '../support/server'
import type { RunningServer } from '../support/server'

let server: RunningServer
let trainer: Client
let trainee: Client
let invigilator: Client
beforeAll(async () => {
  server = await startServer({ ANVIL_CONTENT: 'content' })
  trainer = await new Client(server.url).signIn('marit.feld')
  trainee = await new Client(server.url).signIn('isla.quay')
  invigilator = await new Client(server.url).signIn('tobias.reed')
  // Something in every table that is looked at below.
  const { id } = await trainee.start('week-end')
  await trainee.call('POST', `/api/sittings/${id}/messages`, { text: 'Is the bank account 1020?', taskId: null })
  await trainee.submit(id)
  await trainee.call('PUT', `/api/sittings/${id}/rating`, { effort: 3, clarity: 4, time: 5 })
})
afterAll(() => server.stop())

const give = (settings: object) =>
  trainer.call('POST', '/api/assigning', { paperId: 'counter-and-creditors', people: ['isla-quay'], settings })

/** Every list that people live by. */
async function lists(): Promise<number[]> {
  const calls: [Client, string][] = [
    [trainee, '/api/assignments'],
    [trainee, '/api/sittings'],
    [trainee, '/api/me/skills'],
    [trainer, '/api/assigning'],
    [trainer, '/api/assigning/choices'],
    [trainer, '/api/marks'],
    [trainer, '/api/marks/csv'],
    [trainer, '/api/marks/units'],
    [trainer, '/api/units'],
    [invigilator, '/api/rooms'],
    [invigilator, '/api/rooms/office'],
  ]
  return Promise.all(calls.map(async ([client, path]) => (await client.call('GET', path)).status))
}

describe('moments beyond all years', () => {
  it.each([
    '9999-12-31T23:59:59-23:59',
    '1999-12-31T23:59:59Z',
    '2200-01-01T00:00:00Z',
    '+010000-01-01T00:00:00Z',
    'tomorrow',
  ])('%s is refused in words', async closesAt => {
    expect((await give({ room: 'Office', closesAt })).status).toBe(422)
    expect(new Set(await lists())).toEqual(new Set([200]))
  })

  it('the last day that there is, granted a month more, stays a moment that sorts rightly', async () => {
    expect((await give({ closesAt: '2199-12-31T12:00:00-11:00' })).status).toBe(201)
    expect(new Set(await lists())).toEqual(new Set([200]))
  })
})

describe('one bad row', () => {
  const bad = '+010000-01-01T23:58:59.000Z'
  const rows: [table: string, change: object][] = [
    ['assignments', { settings: JSON.stringify({ closesAt: bad }) }],
    ['assignments', { released_at: bad, given_at: bad }],
    ['assigned_people', { closes_at: bad, waiting_at: bad, admitted_at: 'x' }],
    ['sittings', { started_at: bad, deadline_at: bad }],
    ['adjustments', { document: '{"timeFactor":"much"}' }],
    ['evidence', { at: bad, skills: 'no list' }],
    ['messages', { at: bad }],
    ['ratings', { document: '{' }],
    ['units', { document: '{' }],
    ['people', { trades: '[' }],
  ]
  it.each(rows)('of %s keeps nobody from the rest', async (table, change) => {
    const db = knex({ client: 'better-sqlite3', connection: { filename: server.dataFile }, useNullAsDefault: true })
    const before = await db(table).first()
    expect(before).toBeDefined()
    if (before) {
      const keys = Object.keys(before as object)
        .slice(0, 5)
        .filter(key => !(key in change))
      const where = Object.fromEntries(keys.map(key => [key, (before as Record<string, unknown>)[key]]))
      await db(table).where(where).update(change)
      expect(new Set(await lists())).toEqual(new Set([200]))
      await db(table).where(where).update(before)
    }
    await db.destroy()
  })
})
