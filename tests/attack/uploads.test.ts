import { deflateSync } from 'node:zlib'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { afterView, uploadView } from '../../core/wire/afterwards'
import { endedView } from '../../core/wire/sitting'
import { Client, errorOf } from '../support/client'
import {
  deepPdf,
  onOpening,
  packedPng,
  pdf,
  SECRET,
  tellingJpeg,
  tellingPng,
  vastPng,
} from '../../server/testing/files'
import { memoryMb } from '../support/pouring'
import { startServer } from '../support/server'
import type { RunningServer } from '../support/server'

let server: RunningServer
let trainee: Client
let where: string
beforeAll(async () => {
  server = await startServer({ ANVIL_LOG: 'error' })
  trainee = await new Client(server.url).signIn('isla.quay')
  const { id } = await trainee.start('settled')
  await trainee.as(endedView, 'POST', `/api/sittings/${id}/submit`, { signedAs: 'Isla Quay' })
  where = `/api/sittings/${id}`
})
afterAll(() => server.stop())

const kept = async () => (await trainee.as(afterView, 'GET', `${where}/after`)).evidence!.uploads
const send = (content: Uint8Array, name = 'work') =>
  trainee.send(`${where}/evidence?name=${encodeURIComponent(name)}`, content)

/** So many calls that ask for nothing dear, each of them answered. */
async function answered(client: Client, calls: number): Promise<void> {
  for (let call = 0; call < calls; call += 1) {
    expect((await client.call('GET', '/api/health')).status).toBe(200)
    await new Promise(done => setTimeout(done, 50))
  }
}

describe('a file that is handed in', () => {
  it.each([
    ['a photo', 'image/jpeg', tellingJpeg],
    ['a picture', 'image/png', tellingPng],
    ['a document', 'application/pdf', pdf],
  ])('%s is served without what nobody sees in it, from where it can’t run', async (_, type, make) => {
    const given = await make()
    expect(given.includes(SECRET)).toBe(true)
    const name = 'Bilge “pump”\r\nX: 1.html'
    const sent = await send(given, name)
    expect([sent.status, sent.body]).toEqual([200, expect.objectContaining({ type })])
    const { id } = uploadView.parse(sent.body)
    const { headers, content } = await trainee.fetch(`${where}/evidence/${id}`)
    expect(content.includes(SECRET)).toBe(false)
    expect(headers.get('content-security-policy')).toBe("default-src 'none'; sandbox")
    expect(headers.get('x-content-type-options')).toBe('nosniff')
    expect(headers.get('content-type')).toBe(type)
    expect(headers.get('content-disposition')).toMatch(
      type === 'application/pdf' ? /^attachment; filename="/ : /^inline; filename="/,
    )
    expect(headers.get('content-disposition')).toContain(
      "filename*=UTF-8''Bilge%20%E2%80%9Cpump%E2%80%9D%0D%0AX%3A%201.html",
    )
    expect(headers.has('x')).toBe(false)
    await trainee.call('DELETE', `${where}/evidence/${id}`)
  })

  const endless = deflateSync(Buffer.alloc(300_000_000, ' '))
  it.each([
    ['a script', 422, () => pdf(document => onOpening(document, { S: 'JavaScript', JS: 'app.alert(1)' }))],
    ['an order to start something', 422, () => pdf(document => onOpening(document, { S: 'Launch', F: 'calc' }))],
    ['other files', 422, () => pdf(document => document.attach(Buffer.from('MZ'), 'tool.exe'))],
    ['a page for browsers', 415, () => Buffer.from('<!doctype html><script>alert(1)</script>')],
    ['a drawing that runs', 415, () => Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" onload="alert(1)"/>')],
    ['a picture of 10,000 million points', 413, () => vastPng(100_000, 100_000)],
    ['a picture that unpacks to more than its points', 422, () => packedPng(200, 200, true, 300_000_000)],
    ['pages that stand in themselves, 24 deep', 422, () => deepPdf(24, 2)],
    [
      'what unpacks without end',
      422,
      () =>
        Buffer.concat([
          Buffer.from('%PDF-1.5\n1 0 obj\n<</Type /ObjStm /N 1 /First 4 /Filter /FlateDecode '),
          Buffer.from(`/Length ${endless.length}>>\nstream\n`),
          endless,
          Buffer.from('\nendstream\nendobj\n'),
        ]),
    ],
  ])('that holds %s is refused in words, and the server goes on', async (_, status, make) => {
    const sent = await send(await make())
    expect([sent.status, errorOf(sent.body).message]).toEqual([status, expect.stringContaining('Nothing was taken.')])
    expect(await kept()).toEqual([])
    expect((await trainee.call('GET', '/api/health')).status).toBe(200)
    expect(await memoryMb(server)).toBeLessThan(600)
  })

  it('of which one person sends 150 at once fills no memory, and others are answered', async () => {
    const large = Buffer.alloc(8_000_000, 1)
    let most = 0
    const look = setInterval(() => void memoryMb(server).then(now => (most = Math.max(most, now))), 50)
    const other = new Client(server.url)
    const [all] = await Promise.all([
      Promise.all(
        Array.from({ length: 150 }, (_, at) =>
          trainee.send(`/api/sittings/${at % 2 === 0 ? 'none' : where.slice(14)}/evidence?name=x`, large).then(
            ({ status }) => status,
            () => 0,
          ),
        ),
      ),
      answered(other, 20),
    ])
    clearInterval(look)
    // Some are cut off while they come, which tells as much as an answer.
    for (const status of all) expect([0, 404, 409, 413, 415, 429, 503]).toContain(status)
    expect(await kept()).toEqual([])
    expect(most).toBeLessThan(600)
  })

  it('many at once are one: no more of them are kept than are allowed', async () => {
    const all = await Promise.all(Array.from({ length: 12 }, () => send(tellingJpeg())))
    expect(all.filter(({ status }) => status === 200).length).toBeLessThanOrEqual(2)
    for (const { status } of all) expect([200, 409]).toContain(status)
    expect((await kept()).length).toBeLessThanOrEqual(2)
  })
})
