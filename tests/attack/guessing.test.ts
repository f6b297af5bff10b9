import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { hashPassword } from '../../server/services/people/password'
import { Client } from '../support/client'
import { addMany } from '../support/many'
import { startServer } from '../support/server'
import type { RunningServer } from '../support/server'

const PASSWORD = 'slipway-64'
let server: RunningServer
beforeAll(async () => {
  server = await startServer({ ANVIL_LOG: 'error' })
})
afterAll(() => server.stop())

interface Try {
  name: string
  password?: string
  client?: Client
  from?: string
}
/** The status of a sign-in. */
async function tried({ name, password = PASSWORD, client = new Client(server.url), from }: Try): Promise<number> {
  const body = { email: `${name}@sallowmere.test`, password }
  const headers: Record<string, string> = from === undefined ? {} : { 'x-forwarded-for': from }
  return (await client.call('POST', '/api/auth/sign-in', body, headers)).status
}
const counted = (found: readonly number[], status: number): number => found.filter(one => one === status).length
const guesses = (name: string, many: number, change: Partial<Try> = {}): Promise<number[]> =>
  Promise.all(Array.from({ length: many }, () => tried({ name, password: 'not it', ...change })))

describe('guessing at one address', () => {
  it('a hundred at once: eight are looked at, and others are answered meanwhile', async () => {
    const other = await new Client(server.url).signIn('marit.feld')
    const begun = performance.now()
    const all = guesses('devrim.aksu', 100)
    const took: number[] = []
    for (let count = 0; count < 20; count += 1) {
      const at = performance.now()
      expect((await other.call('GET', '/api/auth/me')).status).toBe(200)
      took.push(performance.now() - at)
    }
    const found = await all
    expect([counted(found, 401), counted(found, 429)]).toEqual([8, 92])
    // A hundred hashes would take far longer than eight.
    expect(Math.max(...took)).toBeLessThan(performance.now() - begun)
  })

  it('keeps nobody out who has signed in on their device before', async () => {
    const own = new Client(server.url)
    expect(await tried({ name: 'noor.halden', client: own })).toBe(200)
    await guesses('noor.halden', 20)
    expect(await tried({ name: 'noor.halden' })).toBe(429)
    expect(await tried({ name: 'noor.halden', client: own })).toBe(200)
  })

  it('says no other network than the one that calls: what a caller says of itself isn’t believed', async () => {
    const found: number[] = []
    for (let from = 1; from <= 12; from += 1)
      found.push(await tried({ name: 'hal.wherry', password: 'not it', from: `10.44.9.${from}` }))
    expect(counted(found, 429)).toBe(4)
  })
})

describe('behind a proxy that is trusted', () => {
  it('each network is counted by itself, and a caller can’t hide behind what it says', async () => {
    const proxied = await startServer({ ANVIL_TRUSTED_PROXIES: '127.0.0.1', ANVIL_LOG: 'error' })
    const from = (address: string, password = 'not it') =>
      tried({ name: 'hal.wherry', password, from: address, client: new Client(proxied.url) })
    for (let count = 0; count < 9; count += 1) await from('10.44.9.1')
    expect(await from('10.44.9.1', PASSWORD)).toBe(429)
    // The proxy writes what it saw behind what the caller made up.
    expect(await from('10.44.9.77, 10.44.9.1', PASSWORD)).toBe(429)
    expect(await from('10.44.9.2', PASSWORD)).toBe(200)
    for (let count = 0; count < 9; count += 1) await from(`2001:db8:0:1::${count}`)
    expect(await from('2001:db8:0:1:ffff::1', PASSWORD)).toBe(429)
    expect(await from('2001:db8:0:2::1', PASSWORD)).toBe(200)
    await proxied.stop()
  })
})

describe('a centre of a hundred at the start of its exam', () => {
  it('gets in from one network, ten who mistype four times among them, however many come at once', async () => {
    // Each costs as much, whatever the password: how three hundred get in is a benchmark.
    addMany(server.dataFile, 100, await hashPassword(PASSWORD, 'made'), new Date().toISOString())
    const found = await Promise.all(
      Array.from({ length: 100 }, async (_, at) => {
        const client = new Client(server.url)
        for (let slip = 0; slip < (at < 10 ? 4 : 0); slip += 1)
          expect(await tried({ name: `many${at}`, password: 'not it', client })).toBe(401)
        return tried({ name: `many${at}`, client })
      }),
    )
    expect(counted(found, 200)).toBe(100)
  })

  it('and a hundred failures of somebody in it keep none of the others out, nor hold them up', async () => {
    let failing = 99
    const all = Array.from({ length: 99 }, (_, at) =>
      tried({ name: `nobody${at}`, password: 'not it' })
        .catch(() => 0)
        .finally(() => (failing -= 1)),
    )
    await Promise.race(all)
    expect(await tried({ name: 'piet.moor' })).toBe(200)
    // Addresses that nobody has wait in a queue of their own.
    expect(failing).toBeGreaterThan(50)
  })
})
