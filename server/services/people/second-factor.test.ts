import { generateSync } from 'otplib'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { peopleIn } from '../../db/people'
import type { Person } from '../../db/people'
import { refusalOf, World } from '../../testing/world'
import { hashPassword } from './password'

const PASSWORD = 'capstan-and-oars'
let world: World
beforeEach(async () => {
  world = await World.open()
  for (const id of ['asha', 'marit', 'isla'])
    await peopleIn(world.db).setPassword(id, await hashPassword(PASSWORD, 'made'), null)
})
afterEach(() => world.close())

const marit = async (): Promise<Person> => (await peopleIn(world.db).byId('marit'))!
/** What the authenticator shows, so many seconds from now. */
const shown = (secret: string, seconds = 0): string => generateSync({ secret, epoch: world.time / 1000 + seconds })
const signIn = (code?: string) =>
  world.services.auth.signIn({
    email: 'marit@sallowmere.test',
    password: PASSWORD,
    network: 'here',
    ...(code === undefined ? {} : { code }),
  })

async function setUp(): Promise<{ secret: string; codes: string[] }> {
  const { secret } = await world.services.factors.begin(await marit())
  const codes = await world.services.factors.confirm(await marit(), shown(secret))
  world.pass(1)
  return { secret, codes }
}

describe('a second factor', () => {
  it('reckons as RFC 6238 does, with the secret and the times of its appendix B', () => {
    // The table has eight digits: six are the last of them.
    const secret = 'GEZDGNBVGY3TQOJQGEZDGNBVGY3TQOJQ'
    const rows: [number, string][] = [
      [59, '287082'],
      [1_111_111_109, '081804'],
      [1_111_111_111, '050471'],
      [1_234_567_890, '005924'],
      [2_000_000_000, '279037'],
    ]
    for (const [epoch, code] of rows) expect([epoch, generateSync({ secret, epoch })]).toEqual([epoch, code])
  })

  it('counts from the first code on: until then the password is enough', async () => {
    const { secret, uri } = await world.services.factors.begin(await marit())
    expect(uri).toBe(`otpauth://totp/Steady%20Anvil:marit%40sallowmere.test?secret=${secret}&issuer=Steady%20Anvil`)
    expect((await signIn()).person.id).toBe('marit')
    expect(await refusalOf(world.services.factors.confirm(await marit(), '000000'))).toBe('wrong-code')
    await world.services.factors.confirm(await marit(), shown(secret))
    expect(await refusalOf(signIn())).toBe('second-factor')
    world.pass(1)
    expect((await signIn(shown(secret))).person.id).toBe('marit')
  })

  it('is right a step of thirty seconds early or late, and no further', async () => {
    const { secret } = await setUp()
    expect(await refusalOf(signIn(shown(secret, -61)))).toBe('second-factor')
    expect(await refusalOf(signIn(shown(secret, 61)))).toBe('second-factor')
    expect((await signIn(shown(secret, -30))).person.id).toBe('marit')
    expect((await signIn(shown(secret, 30))).person.id).toBe('marit')
  })

  it('no code opens twice, nor one from before it, and of two at once one does', async () => {
    const { secret } = await setUp()
    const code = shown(secret)
    const both = await Promise.allSettled([signIn(code), signIn(code)])
    expect(both.map(({ status }) => status).sort()).toEqual(['fulfilled', 'rejected'])
    expect(await refusalOf(signIn(shown(secret, -30)))).toBe('second-factor')
    world.pass(1)
    expect((await signIn(`${shown(secret).slice(0, 3)} ${shown(secret).slice(3)}`)).person.id).toBe('marit')
  })

  it('of its owner is taken on their own device, however much is guessed elsewhere by who knows the password', async () => {
    const { secret, codes } = await setUp()
    const asked = { email: 'marit@sallowmere.test', password: PASSWORD, network: 'home' }
    const { token } = await world.services.auth.signIn({ ...asked, code: shown(secret) })
    const elsewhere = (code: string, network: string) =>
      refusalOf(world.services.auth.signIn({ ...asked, network, code }))
    const told = new Set<string>()
    for (let guess = 0; guess < 9; guess += 1) told.add(await elsewhere('000000', 'there'))
    expect([...told]).toEqual(['second-factor', 'too-many-sign-ins'])
    world.pass(1)
    expect((await world.services.auth.signIn({ ...asked, token, code: shown(secret) })).person.id).toBe('marit')
    // Recovery codes aren't used up by guesses at the authenticator's.
    expect((await world.services.auth.signIn({ ...asked, network: 'new', code: codes[0]! })).person.id).toBe('marit')
  })

  it('guesses are slowed down', async () => {
    const { secret } = await setUp()
    const guesses = []
    for (let at = 0; at < 12; at += 1) guesses.push(await refusalOf(signIn('123456')))
    expect(guesses.slice(0, 7)).toEqual(Array.from({ length: 7 }, () => 'second-factor'))
    expect(guesses.slice(8)).toEqual(Array.from({ length: 4 }, () => 'too-many-sign-ins'))
    world.restart()
    expect((await signIn(shown(secret))).person.id).toBe('marit')
  })

  it('a recovery code opens once, in any writing; new ones end those before', async () => {
    const { codes } = await setUp()
    expect(new Set(codes).size).toBe(10)
    expect((await signIn(codes[0]!.toUpperCase().replaceAll('-', ' '))).person.id).toBe('marit')
    expect(await refusalOf(signIn(codes[0]))).toBe('second-factor')
    expect(await world.services.factors.view(await marit())).toMatchObject({ codesLeft: 9 })
    const [renewed] = await world.services.factors.renewCodes(await marit())
    expect(await refusalOf(signIn(codes[1]))).toBe('second-factor')
    expect((await signIn(renewed)).person.id).toBe('marit')
    const kept = JSON.stringify(await world.db('recovery_codes'))
    expect(codes.some(code => kept.includes(code.replaceAll('-', '')))).toBe(false)
  })

  it('asks nothing of whoever doesn’t know the password', async () => {
    await setUp()
    const wrong = world.services.auth.signIn({ email: 'marit@sallowmere.test', password: 'no', network: 'here' })
    expect(await refusalOf(wrong)).toBe('sign-in-failed')
  })

  it('is turned off by its owner, and taken off by an administrator who gives their own password', async () => {
    await setUp()
    await world.services.factors.end(await marit())
    const { signInId } = await signIn()
    await world.services.auth.endOthers(await marit(), signInId)
    await setUp()
    const { asha } = world.people
    expect(await refusalOf(world.services.people.takeFactorOff(asha, 'marit', 'not mine'))).toBe('wrong-password')
    await world.services.people.takeFactorOff(asha, 'marit', PASSWORD)
    expect(await refusalOf(world.services.auth.personOf(signInId))).toBe('not-signed-in')
    expect((await signIn()).person.id).toBe('marit')
    expect(await world.db('second_factors')).toEqual([])
    const { entries } = await world.services.audit.page(world.people.asha)
    expect(entries.find(({ action }) => action === 'take-second-factor')).toMatchObject({ subject: 'Marit Feld' })
  })

  it('is for staff, and where the centre wants it not to be turned off', async () => {
    const { isla } = world.people
    expect(await refusalOf(world.services.factors.begin(isla))).toBe('not-allowed')
    expect(world.services.factors.isMissing(await marit())).toBe(false)
    await setUp()
    const { factors } = world.restart({ secondFactorDemanded: true })
    expect([factors.isMissing(isla), factors.isMissing(await marit())]).toEqual([false, false])
    expect(factors.isMissing(world.people.asha)).toBe(true)
    expect(await refusalOf(factors.end(await marit()))).toBe('second-factor-demanded')
  })
})
