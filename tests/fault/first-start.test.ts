import { rm } from 'node:fs/promises'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { Client } from '../support/client'
import { startServer } from '../support/server'
import type { RunningServer } from '../support/server'

/** Milliseconds after its start at which the server is killed. */
const KILLED_AFTER = [250, 500, 750, 1000, 1500, 2000]

let server: RunningServer
beforeAll(async () => {
  server = await startServer({ ANVIL_CONTENT: 'content' })
})
afterAll(() => server.stop())

async function demo(): Promise<unknown> {
  const robin = await new Client(server.url).signIn('robin.tarn')
  const marks = await new Client(server.url).signIn('marit.feld')
  return [
    (await robin.call('GET', '/api/sittings')).text.replace(/[0-9a-f-]{36}|"now":"[^"]*"/g, '…'),
    (await marks.call('GET', '/api/marks/csv')).text,
  ]
}

describe('a server that is killed at its first start', () => {
  it('makes the demo anew at the next, whole', async () => {
    const whole = await demo()
    expect(JSON.stringify(whole)).toContain('handed-in')
    for (const ms of KILLED_AFTER) {
      await server.kill()
      await Promise.all(['', '-wal', '-shm'].map(suffix => rm(`${server.dataFile}${suffix}`, { force: true })))
      server.launch()
      await new Promise(done => setTimeout(done, ms))
      await server.kill()
      await server.restart()
      expect(await demo()).toEqual(whole)
    }
  })
})
