import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { z } from 'zod'
import { check, Client, post } from '../support/client'
import { startServer } from '../support/server'
import type { RunningServer } from '../support/server'

let server: RunningServer
let trainee: Client
let sittingId: string
const wrong = {
  date: '2026-10-29',
  narration: 'x',
  lines: [
    { account: '1200', debit: '1.00' },
    { account: '2010', credit: '1.00' },
  ],
}
const TASK = 'paint-on-account'

beforeAll(async () => {
  server = await startServer({ ANVIL_CONTENT: 'content' })
  const trainer = await new Client(server.url).signIn('marit.feld')
  const { id } = await trainer.as(z.object({ id: z.string() }), 'POST', '/api/assigning', {
    paperId: 'week-end-journals',
    people: ['isla-quay'],
    settings: { results: 'after-release', answers: false, rules: { tries: 1, afterTries: 'set-right' } },
  })
  trainee = await new Client(server.url).signIn('isla.quay')
  ;({ id: sittingId } = await trainee.start(id))
  await trainee.events(sittingId, post(TASK, wrong), { id: 'one-check', ...check(TASK, 'purchase') })
  await trainee.submit(sittingId)
})
afterAll(() => server.stop())

describe('a sitting that has ended, with its results held', () => {
  /** What only a result may tell: how a step came out, and what the work was set right to. */
  const secrets = ['out-of-tries', '"passed"', 'lastCheck', '"setRight"', '"480', '48000', 'earned']

  it.each(['', '/after', '/response', `/tasks/${TASK}`, '/result'])('GET %s tells none of it', async path => {
    const { text } = await trainee.call('GET', `/api/sittings/${sittingId}${path}`)
    const told = path === '/response' ? secrets.filter(one => !['out-of-tries', '"passed"'].includes(one)) : secrets
    for (const secret of told) expect(text).not.toContain(secret)
  })

  it('nor does the answer to an event that is sent again, or a page that opens it', async () => {
    const events = [{ id: 'one-check', ...check(TASK, 'purchase') }]
    const again = await trainee.call('POST', `/api/sittings/${sittingId}/events`, { events })
    const seat = await trainee.call('POST', `/api/sittings/${sittingId}/seat`, { seat: 'another-page' })
    for (const { text } of [again, seat]) for (const secret of secrets) expect(text).not.toContain(secret)
  })
})

describe('a log that somebody wants to fill', () => {
  it('keeps a little of what comes after the end, and nothing that makes no sense or is too large', async () => {
    const note = (text: string) => ({
      kind: 'op',
      taskId: TASK,
      op: { type: 'draft.write', draft: { date: '', narration: text, lines: [] } },
    })
    const send = (...events: object[]) =>
      trainee.call('POST', `/api/sittings/${sittingId}/events`, {
        events: events.map((event, index) => ({ id: `late-${Math.random()}-${index}`.replace('.', ''), ...event })),
      })
    const large = await send({ kind: 'op', taskId: TASK, op: { type: 'draft.write', junk: 'x'.repeat(850_000) } })
    expect([large.status, large.body]).toMatchObject([200, { outcomes: [{ status: 'refused' }] }])
    expect(large.body).not.toHaveProperty('outcomes.0.seq')
    expect((await send({ kind: 'op', taskId: TASK, op: { junk: 1 } })).status).toBe(422)
    for (let batch = 0; batch < 5; batch += 1) {
      expect((await send(...Array.from({ length: 100 }, () => note('x'.repeat(400))))).status).toBe(409)
    }
    const { default: Sqlite } = await import('better-sqlite3')
    const db = new Sqlite(server.dataFile, { readonly: true })
    const { kept } = db
      .prepare('select count(*) as kept from sitting_events where sitting_id = ? and status = ?')
      .get(sittingId, 'late') as { kept: number }
    db.close()
    expect(kept).toBe(200)
  })
})
