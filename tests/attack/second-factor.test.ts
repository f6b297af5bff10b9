import { generateSync } from 'otplib'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { newFactorView, recoveryCodesView } from '../../core/wire/second-factor'
import { Client, errorOf } from '../support/client'
import { startServer } from '../support/server'
import type { RunningServer } from '../support/server'

const PASSWORD = 'slipway-64'
let server: RunningServer
let demanding: RunningServer
beforeAll(async () => {
  server = await startServer({ ANVIL_LOG: 'info' })
  demanding = await startServer({ ANVIL_LOG: 'error', ANVIL_SECOND_FACTOR: '1' })
})
afterAll(() => Promise.all([server.stop(), demanding.stop()]))

const shown = (secret: string, seconds = 0): string => generateSync({ secret, epoch: Date.now() / 1000 + seconds })

async function setUp(client: Client): Promise<{ secret: string; codes: string[] }> {
  const begun = await client.call('POST', '/api/me/second-factor', { own: PASSWORD })
  const { secret } = newFactorView.parse(begun.body)
  const confirmed = await client.call('PUT', '/api/me/second-factor', { code: shown(secret) })
  return { secret, codes: recoveryCodesView.parse(confirmed.body).codes }
}
const enter = (client: Client, who: string, code?: string) =>
  client.call('POST', '/api/auth/sign-in', {
    email: `${who}@sallowmere.test`,
    password: PASSWORD,
    ...(code === undefined ? {} : { code }),
  })

describe('a second factor', () => {
  it('stands between the password and everything else; setting it up ends sign-ins without it', async () => {
    const trainer = await new Client(server.url).signIn('marit.feld')
    const elsewhere = await new Client(server.url).signIn('marit.feld')
    const without = await trainer.call('POST', '/api/me/second-factor', { own: 'not mine' })
    expect([without.status, errorOf(without.body).code]).toEqual([422, 'wrong-password'])
    const { secret, codes } = await setUp(trainer)
    expect((await trainer.call('GET', '/api/assigning')).status).toBe(200)
    expect((await elsewhere.call('GET', '/api/assigning')).status).toBe(401)

    const thief = new Client(server.url)
    for (const code of [undefined, '', '000000', 'x'.repeat(40), codes[0]!.slice(0, -1)]) {
      const { status, body } = await enter(thief, 'marit.feld', code)
      expect([code, status, errorOf(body).code]).toEqual([code, 401, 'second-factor'])
      expect((await thief.call('GET', '/api/auth/me')).status).toBe(401)
    }
    expect((await enter(thief, 'marit.feld', 'x'.repeat(41))).status).toBe(422)

    const next = shown(secret, 30)
    expect((await enter(new Client(server.url), 'marit.feld', next)).status).toBe(200)
    expect((await enter(thief, 'marit.feld', next)).status).toBe(401)
    expect((await enter(new Client(server.url), 'marit.feld', codes[0])).status).toBe(200)
    expect((await enter(thief, 'marit.feld', codes[0])).status).toBe(401)
    const log = server.written()
    for (const hidden of [secret, next, ...codes]) expect(log).not.toContain(hidden)
    expect(log).toContain('second factor wrong')
  })

  it('is not guessed by somebody who has the password: after seven codes it goes slowly', async () => {
    const inspector = await new Client(server.url).signIn('tobias.reed')
    await setUp(inspector)
    const thief = new Client(server.url)
    const statuses = []
    for (let at = 0; at < 12; at += 1) statuses.push((await enter(thief, 'tobias.reed', '123456')).status)
    expect(statuses.filter(status => status === 429).length).toBeGreaterThanOrEqual(3)
  })

  it('where the centre wants one, staff set it up before anything else, and trainees go on as before', async () => {
    const trainee = await new Client(demanding.url).signIn('isla.quay')
    expect((await trainee.call('GET', '/api/assignments')).status).toBe(200)
    const trainer = new Client(demanding.url)
    const entered = await enter(trainer, 'marit.feld')
    expect([entered.status, entered.body]).toMatchObject([200, { mustSetUpFactor: true }])
    for (const path of ['/api/assigning', '/api/marking', '/api/rooms', '/api/me/sign-ins']) {
      const { status, body } = await trainer.call('GET', path)
      expect([path, status, errorOf(body).code]).toEqual([path, 403, 'second-factor-first'])
    }
    await setUp(trainer)
    expect((await trainer.call('GET', '/api/assigning')).status).toBe(200)
    const off = await trainer.call('POST', '/api/me/second-factor/off', { own: PASSWORD })
    expect([off.status, errorOf(off.body).code]).toEqual([409, 'second-factor-demanded'])
  })
})
