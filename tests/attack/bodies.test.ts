import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { Client, errorOf } from '../support/client'
import { memoryMb, pour } from '../support/pouring'
import { startServer } from '../support/server'
import type { RunningServer } from '../support/server'

let server: RunningServer
beforeAll(async () => {
  server = await startServer({ ANVIL_CONTENT: 'content' })
})
afterAll(() => server.stop())

describe('a body without end', () => {
  it('is refused as soon as it is too large, the connection ends, and nothing of it stays in memory', async () => {
    const before = await memoryMb(server)
    const { status, sent } = await pour(server, '/api/auth/sign-in', 150)
    expect([0, 413]).toContain(status)
    expect(sent).toBeLessThan(150)
    expect(await memoryMb(server)).toBeLessThan(before + 60)
  })

  it('twenty at once, of 150 MB each, leave the server under 400 MB', async () => {
    // As it is every day: a first start proves all content, and keeps what that took for a while.
    await server.kill()
    await server.restart()
    let most = 0
    const look = setInterval(() => void memoryMb(server).then(now => (most = Math.max(most, now))), 20)
    const found = await Promise.all(Array.from({ length: 20 }, () => pour(server, '/api/auth/sign-in', 150)))
    clearInterval(look)
    for (const { status, sent } of found) expect([[0, 413].includes(status), sent < 150]).toEqual([true, true])
    expect(most).toBeGreaterThan(0)
    expect(most).toBeLessThan(400)
    expect((await new Client(server.url).call('GET', '/api/health')).status).toBe(200)
  })

  it('each kind of call has a limit of its own, said in words', async () => {
    const client = new Client(server.url)
    const large = JSON.stringify({ email: 'x', password: 'x'.repeat(300_000) })
    const answer = await client.call('POST', '/api/auth/sign-in', large)
    expect([answer.status, errorOf(answer.body).message]).toEqual([
      413,
      'This is larger than 200 kB. Nothing of it was taken.',
    ])
  })

  it('JSON that nests without end is refused before it is parsed', async () => {
    const client = new Client(server.url)
    const deep = `${'['.repeat(50_000)}${']'.repeat(50_000)}`
    expect((await client.call('POST', '/api/auth/sign-in', deep)).status).toBe(400)
    expect(
      (await client.call('POST', '/api/auth/sign-in', `{"email":"${'{'.repeat(100)}","password":"x"}`)).status,
    ).toBe(401)
  })

  it('where JSON is read, nothing else is taken for it', async () => {
    const client = new Client(server.url)
    const body = JSON.stringify({ email: 'robin.tarn@sallowmere.test', password: 'slipway-64' })
    for (const type of ['text/plain', 'application/jsonp', 'application/x-www-form-urlencoded', '']) {
      expect((await client.call('POST', '/api/auth/sign-in', body, { 'content-type': type })).status).toBe(415)
    }
    const right = { 'content-type': 'application/json; charset=utf-8' }
    expect((await client.call('POST', '/api/auth/sign-in', body, right)).status).toBe(200)
  })
})
