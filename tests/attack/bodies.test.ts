import { request } from 'node:http'
import { readFile } from 'node:fs/promises'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { Client, errorOf } from '../support/client'
import { startServer } from '../support/server'
import type { RunningServer } from '../support/server'

let server: RunningServer
beforeAll(async () => {
  server = await startServer({ ANVIL_CONTENT: 'content' })
})
afterAll(() => server.stop())

async function memoryMb(): Promise<number> {
  return Number(/VmRSS:\s+(\d+)/.exec(await readFile(`/proc/${server.pid()}/status`, 'utf8'))?.[1] ?? 0) / 1024
}

/**
 * Sends so many megabytes in pieces, without saying beforehand how much it will be. How it was answered, and what
 * got through.
 */
function pour(path: string, megabytes: number): Promise<{ status: number; sent: number }> {
  const piece = Buffer.alloc(1_000_000, 0x20)
  return new Promise(done => {
    let sent = 0
    let status = 0
    const call = request(`${server.url}${path}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', 'transfer-encoding': 'chunked' },
    })
    const finish = (): void => done({ status, sent })
    call.on('response', answer => {
      status = answer.statusCode ?? 0
      answer.resume()
    })
    call.on('error', finish).on('close', finish)
    const more = (): void => {
      while (sent < megabytes && !call.destroyed) {
        sent += 1
        if (!call.write(piece)) return void call.once('drain', more)
      }
      if (!call.destroyed) call.end()
    }
    more()
  })
}

describe('a body without end', () => {
  it('is refused as soon as it is too large, the connection ends, and nothing of it stays in memory', async () => {
    const before = await memoryMb()
    const { status, sent } = await pour('/api/auth/sign-in', 150)
    expect([0, 413]).toContain(status)
    expect(sent).toBeLessThan(150)
    expect(await memoryMb()).toBeLessThan(before + 60)
  })

  it('each kind of call has a limit of its own, said in words', async () => {
    const client = new Client(server.url)
    const large = JSON.stringify({ email: 'x', password: 'x'.repeat(300_000) })
    const answer = await client.call('POST', '/api/auth/sign-in', large)
    expect([answer.status, errorOf(answer.body).message]).toEqual([413, 'This is larger than 200 kB.'])
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
