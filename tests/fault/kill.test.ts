import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest'
import { resultView } from '../../core/wire/result'
import { check, Client, post } from '../support/client'
import { load, LOADED } from '../support/load'
import { logOf } from '../support/log'
import { startServer } from '../support/server'
import type { RunningServer } from '../support/server'
import { WAIT_MS } from '../support/waiting'

const KILLS = 20
const PEOPLE = ['isla.quay', 'devrim.aksu', 'piet.moor', 'wren.osier']

let server: RunningServer
beforeAll(async () => {
  server = await startServer({ ANVIL_LOG: 'error' })
})
afterAll(() => server.stop())

describe('a server that is killed', () => {
  it(`${KILLS} times under load loses nothing that it acknowledged, takes nothing twice, and goes on`, async () => {
    const clients = await Promise.all(PEOPLE.map(name => new Client(server.url).signIn(name)))
    const sittings = await Promise.all(clients.map(client => client.start('open-end')))
    const acknowledged = PEOPLE.map(() => new Set<string>())
    let running = true
    const loads = clients.map((client, index) => load(client, sittings[index]!.id, acknowledged[index]!, () => running))
    const seen: number[] = []
    const answered = () => acknowledged.reduce((sum, set) => sum + set.size, 0)
    for (let kill = 0; kill < KILLS; kill += 1) {
      // On a slow machine as on a fast one the kill falls into the work, not into the start of the server.
      const before = answered()
      await vi.waitFor(() => expect(answered()).toBeGreaterThan(before + 1), { timeout: WAIT_MS, interval: 5 })
      await new Promise(done => setTimeout(done, (kill * 37) % 200))
      await server.kill()
      // Everything that was acknowledged by now must be on disk now.
      const promised = acknowledged.map(set => [...set])
      const rows = await logOf(server, ...sittings.map(({ id }) => id))
      const present = new Set(rows.map(row => row.client_id))
      expect(promised.flat().filter(id => !present.has(id))).toEqual([])
      seen.push(rows.length)
      await server.restart()
    }
    await new Promise(done => setTimeout(done, 300))
    running = false
    await Promise.all(loads)

    const rows = await logOf(server, ...sittings.map(({ id }) => id))
    expect(seen.at(-1)!).toBeGreaterThan(seen[0]!)
    expect(new Set(rows.map(row => `${row.sitting_id} ${row.client_id}`)).size).toBe(rows.length)
    for (const [index, { id }] of sittings.entries()) {
      const own = rows.filter(row => row.sitting_id === id)
      expect(own.map(row => row.seq)).toEqual(own.map((_, place) => place + 1))
      // The first is the start of the sitting; the rest are the entries, each once.
      const inJournal = (await clients[index]!.work(id, LOADED)).state as {
        pages: { number: number }[][]
        opening: number
      }
      expect(inJournal.pages.flat().length - inJournal.opening).toBe(own.length - 1)
      expect(acknowledged[index]!.size).toBeLessThanOrEqual(own.length - 1)
    }
    const total = answered()
    console.log(
      `killed ${KILLS} times: ${total} events acknowledged, ${rows.length - sittings.length} in the logs, none lost, none twice`,
    )
    expect(total).toBeGreaterThan(KILLS)

    // The sitting goes on.
    const { outcomes } = await clients[0]!.events(
      sittings[0]!.id,
      post('debt-gone-bad', {
        date: '2026-10-30',
        narration: 'SB-118',
        lines: [
          { account: '6070', debit: '384' },
          { account: '1100', credit: '384' },
        ],
      }),
      check('debt-gone-bad', 'write-off'),
    )
    expect(outcomes[1]?.verdict?.passed).toBe(true)
  })

  it('ends a sitting that ran out meanwhile at its true deadline, with what was done', async () => {
    const client = await new Client(server.url).signIn('robin.tarn')
    const sitting = await client.start('short')
    await client.events(
      sitting.id,
      post('paint-on-account', {
        date: '2026-10-29',
        narration: 'BP-7730',
        lines: [
          { account: '1200', debit: '480' },
          { account: '2200', debit: '96' },
          { account: '2010', credit: '576' },
        ],
      }),
      check('paint-on-account', 'purchase'),
    )
    await server.kill()
    const back = Date.parse(sitting.deadline) + 4000
    await new Promise(done => setTimeout(done, back - Date.now()))
    await server.restart()
    const after = await client.sitting(sitting.id)
    expect(after).toMatchObject({ state: 'ended', how: 'time-up', endedAt: sitting.deadline })
    const result = await client.as(resultView, 'GET', `/api/sittings/${sitting.id}/result`)
    expect(result.score).toBe(4)
  })
})
