import knex from 'knex'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { check, Client, errorOf, post } from '../support/client'
import type { Written } from '../support/client'
import { startServer } from '../support/server'
import type { RunningServer } from '../support/server'

let server: RunningServer
let trainee: Client
let id: string
beforeAll(async () => {
  server = await startServer()
})
afterAll(() => server.stop())
beforeEach(async () => {
  trainee = await new Client(server.url).signIn('isla.quay')
  id = (await trainee.start('open-end')).id
})

const TASK = 'paint-on-account'
const good: Written = {
  date: '2026-10-29',
  narration: 'BP-7730',
  lines: [
    { account: '1200', debit: '480.00' },
    { account: '2200', debit: '96.00' },
    { account: '2010', credit: '576.00' },
  ],
}
const two = (debit: object, credit: object): Written => ({
  date: '2026-10-29',
  narration: '',
  lines: [
    { account: '1200', ...debit },
    { account: '2010', ...credit },
  ],
})

async function logged(): Promise<number> {
  const db = knex({ client: 'better-sqlite3', connection: { filename: server.dataFile }, useNullAsDefault: true })
  const row = await db('sitting_events').where({ sitting_id: id }).count({ count: '*' }).first()
  await db.destroy()
  return Number(row?.count)
}

describe('what makes no sense is refused whole and leaves no trace', () => {
  const cases: [string, unknown, number, string][] = [
    ['malformed JSON', '{"events":[{"id":', 400, 'malformed-json'],
    ['JSON of another shape', { event: [] }, 422, 'not-valid'],
    ['an unknown kind of event', { events: [{ id: 'x', kind: 'grade', points: 100 }] }, 422, 'not-valid'],
    [
      'an event of the server’s own',
      { events: [{ id: 'x', kind: 'extended', byMs: 1e9, reason: 'please' }] },
      422,
      'not-valid',
    ],
    [
      'points that the client claims',
      { events: [{ id: 'x', kind: 'check', taskId: TASK, stepId: 'purchase', passed: true }] },
      422,
      'not-valid',
    ],
    ['a client id that isn’t one', { events: [{ id: '../../etc', kind: 'open', taskId: TASK }] }, 422, 'not-valid'],
    [
      'an op for another tool',
      { events: [{ id: 'x', kind: 'op', taskId: TASK, op: { type: 'cell.write', cell: 'A1', value: '1' } }] },
      422,
      'not-for-this-paper',
    ],
    [
      'a task that isn’t in the paper',
      { events: [{ id: 'x', kind: 'open', taskId: 'tea-break' }] },
      422,
      'not-for-this-paper',
    ],
    ['a step that isn’t in the task', { events: [{ id: 'x', ...check(TASK, 'nap') }] }, 422, 'not-for-this-paper'],
    [
      'a good event beside a senseless one',
      {
        events: [
          { id: 'y', ...post(TASK, good) },
          { id: 'x', kind: 'op', taskId: TASK, op: 7 },
        ],
      },
      422,
      'not-for-this-paper',
    ],
    [
      'more events than a request takes',
      { events: Array.from({ length: 101 }, (_, index) => ({ id: `e${index}`, kind: 'open', taskId: TASK })) },
      422,
      'not-valid',
    ],
  ]
  it.each(cases)('%s', async (_, body, status, code) => {
    const before = await logged()
    const answer = await trainee.call('POST', `/api/sittings/${id}/events`, body)
    expect([answer.status, errorOf(answer.body).code]).toEqual([status, code])
    expect(errorOf(answer.body).message).toMatch(/\w+ \w+/)
    expect(await logged()).toBe(before)
  })

  it('a request larger than 1 MB', async () => {
    const answer = await trainee.call('POST', `/api/sittings/${id}/events`, { events: [], more: 'x'.repeat(1_100_000) })
    expect([answer.status, errorOf(answer.body).code]).toEqual([413, 'too-large'])
  })

  it('a request from another site, or that isn’t JSON', async () => {
    expect(
      (await trainee.call('POST', `/api/sittings/${id}/submit`, {}, { origin: 'http://elsewhere.example' })).status,
    ).toBe(403)
    expect(
      (await trainee.call('POST', `/api/sittings/${id}/submit`, 'x=1', { 'content-type': 'text/plain' })).status,
    ).not.toBe(500)
  })
})

describe('what the books refuse is said in words, costs no try and is logged once', () => {
  const cases: [string, Written, string][] = [
    [
      'an unknown account',
      {
        ...good,
        lines: [
          { account: '9999', debit: '1.00' },
          { account: '2010', credit: '1.00' },
        ],
      },
      'there is no account 9999',
    ],
    [
      'a heading',
      {
        ...good,
        lines: [
          { account: '6000', debit: '1.00' },
          { account: '2010', credit: '1.00' },
        ],
      },
      'is a heading and takes no postings',
    ],
    ['10^13', two({ debit: '10000000000000' }, { credit: '10000000000000' }), 'more than the books take'],
    ['a decimal comma', two({ debit: '12,50' }, { credit: '12,50' }), 'with a point before the pence'],
    ['three decimals', two({ debit: '1.005' }, { credit: '1.005' }), 'more than two decimals'],
    ['a negative amount', two({ debit: '-5.00' }, { credit: '-5.00' }), 'is negative'],
    ['nothing', two({ debit: '0.00' }, { credit: '0.00' }), 'is for 0.00'],
    ['both sides on one line', two({ debit: '5.00', credit: '5.00' }, { credit: '5.00' }), 'an amount on both sides'],
    ['sides that differ', two({ debit: '480.00' }, { credit: '470.00' }), 'Debits are 10.00 more than credits'],
    [
      'a date outside the open period',
      { ...good, date: '2026-11-01' },
      'outside the open period, 1 Oct 2026 to 31 Oct 2026',
    ],
    ['no date', { ...good, date: '' }, 'has no date'],
    ['one line', { ...good, lines: [{ account: '1200', debit: '5.00' }] }, 'two lines at least'],
  ]
  it.each(cases)('%s', async (_, entry, words) => {
    const before = await logged()
    const event = { id: `refused-${words.replace(/\W+/g, '-')}`, ...post(TASK, entry) }
    const { outcomes } = await trainee.events(id, event)
    expect(outcomes[0]?.status).toBe('refused')
    expect(outcomes[0]?.refusal).toContain(words)
    const { tasks } = await trainee.sitting(id)
    expect(tasks.find(task => task.id === TASK)?.steps[0]?.triesUsed).toBe(0)
    const again = await trainee.events(id, event)
    expect(again.outcomes[0]).toMatchObject({ status: 'duplicate', seq: outcomes[0]?.seq })
    expect(await logged()).toBe(before + 1)
  })

  it('a script tag as narration is text and nothing else', async () => {
    const { outcomes } = await trainee.events(
      id,
      post('debt-gone-bad', {
        date: '2026-10-30',
        narration: '<script>alert(1)</script>',
        lines: [
          { account: '6070', debit: '384' },
          { account: '1100', credit: '384' },
        ],
      }),
    )
    expect(outcomes[0]?.status).toBe('accepted')
    expect(JSON.stringify(await trainee.work(id, 'debt-gone-bad'))).toContain('<script>alert(1)</script>')
    const answer = await trainee.call('GET', `/api/sittings/${id}`)
    expect(answer.headers.get('content-type')).toContain('application/json')
    expect(answer.headers.get('x-content-type-options')).toBe('nosniff')
  })
})

describe('sending twice does nothing twice', () => {
  it('within one request and across requests', async () => {
    const event = {
      id: 'the-same',
      ...post('wages-worked-not-paid', {
        date: '2026-10-31',
        narration: 'Wages',
        lines: [
          { account: '6010', debit: '1' },
          { account: '2100', credit: '1' },
        ],
      }),
    }
    const first = await trainee.events(id, event, event)
    expect(first.outcomes.map(({ status }) => status)).toEqual(['accepted', 'duplicate'])
    const before = await logged()
    const second = await trainee.events(id, event)
    expect(second.outcomes).toEqual([{ id: 'the-same', status: 'duplicate', seq: first.outcomes[0]?.seq }])
    expect(await logged()).toBe(before)
  })
})

describe('who may do what', () => {
  it('nobody reads or works in another’s sitting', async () => {
    const other = await new Client(server.url).signIn('wren.osier')
    for (const [method, path, body] of [
      ['GET', '', undefined],
      ['POST', '/events', { events: [{ id: 'x', kind: 'open', taskId: TASK }] }],
      ['POST', '/submit', {}],
      ['GET', '/result', undefined],
    ] as const) {
      expect((await other.call(method, `/api/sittings/${id}${path}`, body)).status).toBe(404)
    }
    expect((await trainee.sitting(id)).state).toBe('running')
  })

  it('nobody does anything without a sign-in', async () => {
    const nobody = new Client(server.url)
    for (const path of ['/api/assignments', `/api/sittings/${id}`, '/api/me/skills', '/api/auth/me', '/api/sittings']) {
      expect((await nobody.call('GET', path)).status).toBe(401)
    }
  })

  it('a sign-in that was ended is good for nothing, even with the old cookie', async () => {
    const device = await new Client(server.url).signIn('piet.moor')
    const twin = device.twin()
    expect((await twin.call('GET', '/api/auth/me')).status).toBe(200)
    await device.call('POST', '/api/auth/sign-out', {})
    expect((await twin.call('GET', '/api/auth/me')).status).toBe(401)
  })

  it('an unknown address gets the same answer as a wrong password, and too many failures are refused', async () => {
    const device = new Client(server.url)
    const wrong = await device.call('POST', '/api/auth/sign-in', {
      email: 'devrim.aksu@sallowmere.test',
      password: 'no',
    })
    const unknown = await device.call('POST', '/api/auth/sign-in', { email: 'nobody@sallowmere.test', password: 'no' })
    expect([wrong.status, wrong.body]).toEqual([401, unknown.body])
    let last = wrong
    for (let tries = 0; tries < 8; tries += 1)
      last = await device.call('POST', '/api/auth/sign-in', { email: 'devrim.aksu@sallowmere.test', password: 'no' })
    expect([last.status, errorOf(last.body).code]).toEqual([429, 'too-many-sign-ins'])
    expect(Number(last.headers.get('retry-after'))).toBeGreaterThan(0)
    // The right password doesn't help while the address is held.
    expect(
      (await device.call('POST', '/api/auth/sign-in', { email: 'devrim.aksu@sallowmere.test', password: 'slipway-64' }))
        .status,
    ).toBe(429)
  })

  it('an unknown call is a 404 in our own form', async () => {
    const { status, body } = await trainee.call('GET', '/api/answers')
    expect([status, errorOf(body).code]).toEqual([404, 'no-such-call'])
  })
})
