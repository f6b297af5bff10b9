import { createHash } from 'node:crypto'
import { stat } from 'node:fs/promises'
import { request } from 'node:http'
import { connect } from 'node:net'
import Papa from 'papaparse'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { Client, errorOf } from '../support/client'
import { startServer } from '../support/server'
import type { RunningServer } from '../support/server'
import { WAIT_MS } from '../support/waiting'

let server: RunningServer
let strict: RunningServer
beforeAll(async () => {
  server = await startServer({ ANVIL_LOG: 'info' })
  strict = await startServer({
    ANVIL_LOG: 'error',
    ANVIL_HTTPS: '1',
    ANVIL_HOSTS: 'anvil.sallowmere.test',
    ANVIL_TRUSTED_PROXIES: 'loopback',
  })
})
afterAll(() => Promise.all([server.stop(), strict.stop()]))

interface Told {
  status: number
  headers: Record<string, string | string[] | undefined>
  text: string
}
/** A request with any headers at all, as a browser or a proxy would send it. */
function asked(url: string, headers: Record<string, string> = {}, body?: object): Promise<Told> {
  return new Promise((done, failed) => {
    const method = body === undefined ? 'GET' : 'POST'
    const type = body === undefined ? {} : { 'content-type': 'application/json' }
    const call = request(url, { method, headers: { ...type, ...headers } }, answer => {
      let text = ''
      answer.on('data', (part: Buffer) => (text += part.toString()))
      answer.on('end', () => done({ status: answer.statusCode ?? 0, headers: answer.headers, text }))
    })
    call.on('error', failed)
    call.end(body === undefined ? undefined : JSON.stringify(body))
  })
}

/** All that a connection is answered to what is written into it, until that is quiet for a while. */
function written(url: string, text: string, quietMs = 1500): Promise<string> {
  const { hostname, port } = new URL(url)
  return new Promise((done, failed) => {
    const socket = connect(Number(port), hostname, () => socket.write(text))
    let told = ''
    socket.setTimeout(quietMs, () => socket.destroy())
    socket.on('data', part => (told += part.toString()))
    socket.on('error', failed).on('close', () => done(told))
  })
}
const proxied = { 'host': 'anvil.sallowmere.test', 'x-forwarded-proto': 'https' }
const credentials = { email: 'robin.tarn@sallowmere.test', password: 'slipway-64' }

describe('a page', () => {
  it('runs no script but ours: those that stand in it are named by their hash', async () => {
    const { headers, text } = await asked(`${server.url}/sign-in`)
    const policy = String(headers['content-security-policy'])
    const scripts = /script-src ([^;]*)/.exec(policy)![1]!
    expect(scripts).not.toMatch(/unsafe|\*|http|data:/)
    const inline = [...text.matchAll(/<script(?![^>]*\bsrc=)[^>]*>([\s\S]*?)<\/script>/g)].map(([, script]) => script!)
    expect(inline.length).toBeGreaterThan(0)
    for (const script of inline)
      expect(scripts).toContain(`'sha256-${createHash('sha256').update(script).digest('base64')}'`)
    for (const rule of ["object-src 'none'", "base-uri 'none'", "frame-ancestors 'none'", "form-action 'self'"])
      expect(policy).toContain(rule)
  })

  it.each(['/sign-in', '/api/health', '/api/nothing', '/anvil.svg'])('%s says nothing of what made it', async path => {
    const { headers } = await asked(`${server.url}${path}`)
    expect(headers).not.toHaveProperty('x-powered-by')
    expect(headers).toMatchObject({ 'x-content-type-options': 'nosniff', 'x-frame-options': 'DENY' })
    expect(headers['content-security-policy']).not.toContain("script-src 'self' 'unsafe")
  })
})

describe('a method that nothing here has', () => {
  it.each(['TRACE', 'PATCH', 'PROPFIND'])('%s is refused, on pages too', async method => {
    const status = await new Promise(done => {
      request(`${server.url}/sign-in`, { method }, answer => done(answer.resume().statusCode)).end()
    })
    expect(status).toBe(405)
  })
})

describe('a request that no browser makes', () => {
  it.each(['[', 'a b', 'http://x:99999', '%zz', ''])('whose host is “%s” is refused in one line', async host => {
    const told = await written(server.url, `GET /api/auth/me HTTP/1.1\r\nHost: ${host}\r\nConnection: close\r\n\r\n`)
    expect(told).toMatch(/^HTTP\/1\.1 (400|401) /)
    expect(told).not.toContain('    at ')
    expect((await asked(`${server.url}/api/health`)).status).toBe(200)
  })

  it('whose call has no name finds nothing', async () => {
    for (const path of ['/api', '/api/', '/api//'])
      expect([path, (await asked(`${server.url}${path}`)).status]).toEqual([path, 404])
  })

  it('and two hundred of them on one connection: some are answered, the rest refused', async () => {
    const one = 'GET /api/auth/me HTTP/1.1\r\nHost: 127.0.0.1\r\n\r\n'
    const told = await written(server.url, one.repeat(200))
    const statuses = [...told.matchAll(/HTTP\/1\.1 (\d+) /g)].map(([, status]) => status)
    expect(statuses.filter(status => status === '401').length).toBeGreaterThan(0)
    expect(statuses.filter(status => status === '429').length).toBeGreaterThan(100)
    expect((await asked(`${server.url}/api/health`)).status).toBe(200)
  })
})

describe('a write', () => {
  it.each([
    ['of a page of another site', { 'sec-fetch-site': 'cross-site' }, 403],
    ['of another name of the same site', { 'sec-fetch-site': 'same-site' }, 403],
    ['with another origin', { origin: 'http://elsewhere.test' }, 403],
    ['whose proxy nobody trusts', { 'origin': 'https://elsewhere.test', 'x-forwarded-host': 'elsewhere.test' }, 403],
    ['of our own page', { 'sec-fetch-site': 'same-origin' }, 200],
  ])('%s: %j is %d', async (_, headers, status) => {
    const told = await asked(`${server.url}/api/auth/sign-in`, headers as Record<string, string>, credentials)
    expect(told.status).toBe(status)
  })
})

describe('in production', () => {
  it('cookies are this host’s and go by HTTPS alone, which browsers are told to keep to', async () => {
    const { status, headers } = await asked(`${strict.url}/api/auth/sign-in`, proxied, credentials)
    expect(status).toBe(200)
    const cookies = headers['set-cookie'] as string[]
    expect(cookies.map(cookie => cookie.split('=')[0]).sort()).toEqual(['__Host-anvil', '__Host-anvil-device'])
    for (const cookie of cookies) expect(cookie).toMatch(/; Path=\/; HttpOnly; Secure; SameSite=Lax$|Path=\/.*Secure/)
    expect(headers['strict-transport-security']).toMatch(/^max-age=\d{8}/)
  })

  it.each([
    ['by HTTP', { host: 'anvil.sallowmere.test' }, 403, 'https-only'],
    ['by another name', { ...proxied, host: 'elsewhere.test' }, 421, 'other-host'],
    ['by its address', { 'x-forwarded-proto': 'https' }, 421, 'other-host'],
  ])('nothing is answered %s', async (_, headers, status, code) => {
    for (const path of ['/api/auth/me', '/sign-in']) {
      const told = await asked(`${strict.url}${path}`, headers as Record<string, string>)
      expect([told.status, errorOf(JSON.parse(told.text)).code]).toEqual([status, code])
    }
  })

  it('whoever watches it may ask whether it is there', async () => {
    expect((await asked(`${strict.url}/api/health`)).status).toBe(200)
  })

  it('its data are for its own user alone', async () => {
    for (const suffix of ['', '-wal']) expect((await stat(`${strict.dataFile}${suffix}`)).mode & 0o077).toBe(0)
  })
})

describe('a room of others', () => {
  const acts = {
    'admit': { people: [{ assignmentId: 'clerk-office', personId: 'ada-reedmace' }] },
    'enter-code': { people: [{ assignmentId: 'clerk-office', personId: 'ada-reedmace' }], code: 'x' },
    'pause': { sittings: ['none'], reason: 'x' },
    'resume': { sittings: ['none'] },
    'extend': { sittings: ['none'], minutes: 5, reason: 'x' },
    'free': { sittings: ['none'], reason: 'x' },
    'end': { sittings: ['none'], reason: 'x' },
    'void': { sittings: ['none'], reason: 'x' },
    'incident': { sittings: [], text: 'x' },
    'message': { sittings: ['none'], text: 'x' },
  }
  it.each(Object.entries(acts))('takes no “%s” from an invigilator who doesn’t run it', async (act, body) => {
    const stranger = await new Client(server.url).signIn('lene.stroud')
    const { status, body: answer } = await stranger.call('POST', '/api/rooms/office/acts', { act, ...body })
    expect([status, errorOf(answer).code]).toEqual([403, 'not-your-room'])
  })
})

describe('what is exported', () => {
  it('runs nothing in a spreadsheet, line breaks or not', async () => {
    const invigilator = await new Client(server.url).signIn('tobias.reed')
    const texts = ['=HYPERLINK("http://elsewhere.test")\nand more', '＝1+1', '@SUM(A1)', '-1+1\r\n=2']
    for (const text of texts)
      expect(
        (await invigilator.call('POST', '/api/rooms/office/acts', { act: 'incident', sittings: [], text })).status,
      ).toBe(200)
    const { text } = await invigilator.call('GET', '/api/audit/csv')
    const cells = Papa.parse<string[]>(text.trim()).data.flat()
    for (const said of texts) expect(cells).toContain(`'${said}`)
    expect(cells.filter(cell => /^[=+@＝-]/.test(cell))).toEqual([])
  })
})

describe('the log', () => {
  it('says whose account, who was refused and who signed out, and no secret; nobody forges a line of it', async () => {
    const client = await new Client(server.url).signIn('robin.tarn')
    await client.call('GET', '/api/people/roster')
    await client.call('GET', '/api/sittings?password=tell-tale')
    await client.call('POST', '/api/auth/sign-out', {})
    const forged = 'robin.tarn@sallowmere.test\n{"level":30,"msg":"forged"}'
    await client.call('POST', '/api/auth/sign-in', { email: forged, password: 'tell-tale' })
    await client.call('POST', '/api/auth/sign-in', { email: credentials.email, password: 'tell-tale' })
    const told = () =>
      server
        .written()
        .trim()
        .split('\n')
        .filter(line => line.startsWith('{'))
        .map(line => JSON.parse(line) as Record<string, unknown>)
    await expect
      .poll(() => told().filter(line => line.msg === 'sign-in failed'), { timeout: WAIT_MS })
      .toContainEqual(expect.objectContaining({ account: 'robin-tarn' }))
    expect(told()).toContainEqual(
      expect.objectContaining({ msg: 'refused', person: 'robin-tarn', path: '/api/people/roster' }),
    )
    expect(told()).toContainEqual(expect.objectContaining({ msg: 'signed out', person: 'robin-tarn' }))
    expect(told().map(({ msg }) => msg)).not.toContain('forged')
    for (const secret of ['tell-tale', 'slipway-64', client.cookie('anvil')])
      expect(server.written()).not.toContain(secret)
  })
})
