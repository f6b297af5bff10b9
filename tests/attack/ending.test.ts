import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { Client, errorOf } from '../support/client'
import { startServer } from '../support/server'
import type { RunningServer } from '../support/server'
import { WAIT_MS } from '../support/waiting'

const PASSWORD = 'slipway-64'
let server: RunningServer
let administrator: Client
beforeAll(async () => {
  server = await startServer({ ANVIL_LOG: 'error' })
  administrator = await new Client(server.url).signIn('asha.lindqvist')
})
afterAll(() => server.stop())

/** A stream of somebody’s running sitting: whether it is still open, and the milliseconds until it ended. */
async function followed(name: string, assignment = 'counter') {
  const client = await new Client(server.url).signIn(name)
  const { id } = await client.start(assignment)
  const { ended } = await client.follow(`/api/sittings/${id}/stream`)
  const since = performance.now()
  return { client, ended: async () => (await ended, performance.now() - since) }
}
const WITHIN_MS = 8000

describe('an open stream ends within seconds', () => {
  it.each([
    [
      'of a closed account',
      'ada.reedmace',
      () => administrator.call('PUT', '/api/people/ada-reedmace/account', { open: false }),
    ],
    [
      'of a new password that somebody gave',
      'bram.tiller',
      () => administrator.call('POST', '/api/people/bram-tiller/password', { own: PASSWORD }),
    ],
    [
      'of a password that was changed elsewhere',
      'carys.holm',
      async () =>
        (await new Client(server.url).signIn('carys.holm')).call('POST', '/api/auth/password', {
          current: PASSWORD,
          wanted: 'keel-and-sail',
        }),
    ],
    ['of a sign-out', 'dov.larch', (client: Client) => client.twin().call('POST', '/api/auth/sign-out', {})],
  ])('%s', async (_, name, act) => {
    const { client, ended } = await followed(name, 'clerk-office')
    expect((await act(client)).status).toBe(200)
    expect(await ended()).toBeLessThan(WITHIN_MS)
  })

  it('of an invigilator who no longer runs the room', async () => {
    const invigilator = await new Client(server.url).signIn('tobias.reed')
    const { ended } = await invigilator.follow('/api/rooms/office/stream')
    const trainer = await new Client(server.url).signIn('marit.feld')
    expect((await trainer.call('PUT', '/api/rooms/office/staff', { people: ['lene-stroud'] })).status).toBe(200)
    const since = performance.now()
    await ended
    expect(performance.now() - since).toBeLessThan(WITHIN_MS)
    expect((await trainer.call('PUT', '/api/rooms/office/staff', { people: ['tobias-reed'] })).status).toBe(200)
  })
})

describe('streams of one person', () => {
  it('are bounded, and one that closes makes room', async () => {
    const client = await new Client(server.url).signIn('fenn.coble')
    const { id } = await client.start('clerk-office')
    const path = `/api/sittings/${id}/stream`
    const open = await Promise.all(Array.from({ length: 12 }, () => client.follow(path)))
    expect(await client.opens(path)).toBe(429)
    open[0]!.close()
    await expect.poll(() => client.opens(path), { timeout: WAIT_MS }).toBe('done')
    for (const one of open) one.close()
  })
})

describe('a sign-in', () => {
  it('on the same device ends the one before it', async () => {
    const client = await new Client(server.url).signIn('elin.skerry')
    const before = client.twin()
    await client.signIn('elin.skerry')
    expect((await before.call('GET', '/api/auth/me')).status).toBe(401)
    expect((await client.call('GET', '/api/auth/me')).status).toBe(200)
  })

  it('comes in by its cookie alone', async () => {
    const client = await new Client(server.url).signIn('elin.skerry')
    const sealed = client.cookie('anvil')
    const stranger = new Client(server.url)
    const { status } = await stranger.call('GET', '/api/auth/me', undefined, { 'x-anvil-session': sealed })
    expect(status).toBe(401)
  })
})

describe('a password that was given', () => {
  it('opens nothing but the choice of one’s own', async () => {
    const { body } = await administrator.call('POST', '/api/people/greta-mast/password', { own: PASSWORD })
    const { password } = body as { password: string }
    const client = new Client(server.url)
    const signedIn = await client.call('POST', '/api/auth/sign-in', { email: 'greta.mast@sallowmere.test', password })
    expect([signedIn.status, signedIn.body]).toMatchObject([200, { mustChangePassword: true }])
    for (const path of ['/api/assignments', '/api/me/skills', '/api/sittings', '/api/me/sign-ins']) {
      const { status, body: answer } = await client.call('GET', path)
      expect([path, status, errorOf(answer).code]).toEqual([path, 403, 'own-password-first'])
    }
    const change = (wanted: string) => client.call('POST', '/api/auth/password', { current: password, wanted })
    for (const weak of ['password12', ' '.repeat(10), 'greta.mast@sallowmere.test', 'Sallowmere-2026'])
      expect([weak, (await change(weak)).status]).toEqual([weak, 422])
    expect((await change('keel and sail, 3')).status).toBe(200)
    expect((await client.call('GET', '/api/assignments')).status).toBe(200)
  })

  it('isn’t given without the giver’s own', async () => {
    const give = (own?: string) =>
      administrator.call('POST', '/api/people/hal-wherry/password', own === undefined ? {} : { own })
    expect([(await give()).status, (await give('not mine')).status]).toEqual([422, 422])
    expect(await new Client(server.url).signIn('hal.wherry')).toBeDefined()
  })
})
