import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { iso } from '../../../core/ground/time/moments'
import { openDatabase } from '../../db/connection'
import type { Database } from '../../db/connection'
import { peopleIn } from '../../db/people'

import { refusalOf, World } from '../../testing/world'
import { writeAnewHere } from '../../uploads/opening'
import type { Context } from '../ground/context'
import { auditService } from '../ground/auditing'
import { authService } from './auth'
import type { SigningIn } from './auth'
import { hashPassword } from './password'
import { secondFactors } from './second-factor'

let folder: string
let db: Database
let time: number
let auth: ReturnType<typeof authService>
/** A service that remembers nothing of what it has looked up, as some seconds later. */
let later: () => ReturnType<typeof authService>
beforeEach(async () => {
  folder = await mkdtemp(join(tmpdir(), 'anvil-'))
  db = await openDatabase(join(folder, 'data.sqlite'))
  time = Date.UTC(2026, 10, 24, 12)
  let ids = 0
  const context: Context = {
    db,
    now: () => new Date(time).toISOString(),
    newId: () => `id-${(ids += 1)}`,
    threads: null,
    writeAnew: writeAnewHere,
    program: 'test',
    log: { info: () => undefined, warn: () => undefined, error: () => undefined },
  }
  const audit = auditService(context)
  later = () => authService(context, secondFactors(context, audit), audit)
  auth = later()
  await peopleIn(db).add([
    {
      id: 'isla',
      name: 'Isla Quay',
      email: 'isla.quay@sallowmere.test',
      role: 'trainee',
      about: '',
      passwordHash: await hashPassword('slipway-64'),
    },
  ])
})
afterEach(async () => {
  await db.destroy()
  await rm(folder, { recursive: true, force: true })
})

const ADDRESS = 'Isla.Quay@sallowmere.test'
const PASSWORD = 'slipway-64'
const as = (change: Partial<SigningIn> = {}) =>
  auth.signIn({ email: ADDRESS, password: PASSWORD, network: 'here', ...change })
const signIn = async (change: Partial<SigningIn> = {}): Promise<string> => (await as(change)).signInId
const MINUTE = 60_000

describe('a sign-in', () => {
  it('belongs to its person, whatever the case of the address', async () => {
    expect((await auth.personOf(await signIn())).id).toBe('isla')
  })

  it('ends for all devices at once when the server revokes them, also those it has just seen', async () => {
    const devices = [await signIn(), await signIn()]
    await Promise.all(devices.map(id => auth.personOf(id)))
    await auth.revokeAllOf('isla')
    for (const id of devices) await expect(auth.personOf(id)).rejects.toMatchObject({ status: 401 })
  })

  it('is good for twelve hours, as long as something is heard of it', async () => {
    const [id, other] = [await signIn(), await signIn()]
    const begun = time
    while (time < begun + 12 * 60 * MINUTE - 100 * MINUTE) {
      time += 100 * MINUTE
      expect((await auth.personOf(id)).id).toBe('isla')
      expect((await auth.personOf(other)).id).toBe('isla')
    }
    time = begun + 12 * 60 * MINUTE - 1
    expect((await auth.personOf(id)).id).toBe('isla')
    time += 1
    await expect(later().personOf(other)).rejects.toMatchObject({ status: 401, code: 'not-signed-in' })
  })

  it('ends after two hours of silence', async () => {
    const id = await signIn()
    time += 121 * MINUTE
    await expect(auth.personOf(id)).rejects.toMatchObject({ status: 401, message: /two hours of silence/ })
    time -= 60 * MINUTE
    await expect(auth.personOf(id)).rejects.toMatchObject({ status: 401 })
  })

  it('doesn’t end by silence while its person sits a paper', async () => {
    const world = await World.open()
    const { auth: here } = world.services
    await peopleIn(world.db).setPassword('isla', await hashPassword(PASSWORD, 'made'), null)
    await world.give()
    await world.adjust({ timeFactor: 4 })
    const { signInId } = await here.signIn({ email: 'isla@sallowmere.test', password: PASSWORD, network: 'here' })
    await world.start()
    world.pass(24)
    for (const minutes of [50, 26]) {
      world.pass(minutes)
      expect((await world.restart().auth.personOf(signInId)).id).toBe('isla')
    }
    world.pass(200)
    expect(await refusalOf(world.restart().auth.personOf(signInId))).toBe('not-signed-in')
    await world.close()
  })

  it('takes the place of the one that the device had', async () => {
    const first = await signIn()
    const second = await signIn({ instead: first })
    await expect(auth.personOf(first)).rejects.toMatchObject({ status: 401 })
    expect((await auth.personOf(second)).id).toBe('isla')
  })

  it('is never made up', async () => {
    await expect(auth.personOf('id-99')).rejects.toMatchObject({ status: 401 })
    await expect(auth.personOf(undefined)).rejects.toMatchObject({ status: 401 })
  })
})

describe('one’s own sign-ins', () => {
  it('are told, ended one by one, and all but the one in use', async () => {
    const [here, there, third] = [
      await signIn({ device: 'Linux' }),
      await signIn({ device: 'Android' }),
      await signIn(),
    ]
    const person = await auth.personOf(here)
    const told = await auth.signInsOf(person, here)
    expect(told.map(({ device, here: isHere }) => [device, isHere]).sort()).toEqual([
      ['', false],
      ['Android', false],
      ['Linux', true],
    ])
    await auth.endSignIn(person, there)
    await expect(auth.personOf(there)).rejects.toMatchObject({ status: 401 })
    await auth.endOthers(person, here)
    await expect(auth.personOf(third)).rejects.toMatchObject({ status: 401 })
    expect((await auth.personOf(here)).id).toBe('isla')
  })

  it('are nobody else’s', async () => {
    const id = await signIn()
    const stranger = { ...(await auth.personOf(id)), id: 'piet' }
    expect(await refusalOf(auth.endSignIn(stranger, id))).toBe('not-found')
    expect((await auth.personOf(id)).id).toBe('isla')
  })
})

describe('guessing', () => {
  const guess = (change: Partial<SigningIn> = {}) => refusalOf(as({ password: 'not it', ...change }))

  it('is counted before anything is hashed: of a hundred at once eight are looked at', async () => {
    const found = await Promise.all(Array.from({ length: 100 }, () => guess()))
    expect(found.filter(code => code === 'sign-in-failed')).toHaveLength(8)
    expect(found.filter(code => code === 'too-many-sign-ins')).toHaveLength(92)
  })

  it('by somebody in another network keeps nobody out', async () => {
    for (let count = 0; count < 12; count += 1) await guess({ network: 'elsewhere' })
    expect(await guess({ network: 'elsewhere' })).toBe('too-many-sign-ins')
    expect((await as()).person.id).toBe('isla')
  })

  it('in the same network keeps no device out on which its person has signed in before', async () => {
    const { token } = await as()
    for (let count = 0; count < 12; count += 1) await guess()
    expect(await guess({ password: PASSWORD })).toBe('too-many-sign-ins')
    expect((await as({ token })).person.id).toBe('isla')
    expect((await as({ token, network: 'anywhere' })).person.id).toBe('isla')
  })

  it('begins anew with a password that somebody was given', async () => {
    for (let count = 0; count < 12; count += 1) await guess()
    expect(await guess({ password: PASSWORD })).toBe('too-many-sign-ins')
    await auth.renewed((await peopleIn(db).byId('isla'))!)
    expect((await as()).person.id).toBe('isla')
  })

  it('a device that somebody else has signed in on isn’t one’s own', async () => {
    for (let count = 0; count < 12; count += 1) await guess()
    expect(await guess({ password: PASSWORD, token: 'made-up-by-an-attacker' })).toBe('too-many-sign-ins')
  })

  it('what was right is given back: a dozen sign-ins in a row from one place', async () => {
    for (let count = 0; count < 12; count += 1) expect((await as()).person.id).toBe('isla')
  })

  it('an unknown address is counted and answered as a known one is', async () => {
    const found: string[] = []
    for (let count = 0; count < 9; count += 1) found.push(await guess({ email: 'nobody@sallowmere.test' }))
    expect(found).toEqual([...Array.from({ length: 8 }, () => 'sign-in-failed'), 'too-many-sign-ins'])
  })
})

describe('a password', () => {
  it('whose hash is of former times is hashed anew when it is next used', async () => {
    await peopleIn(db).setPassword('isla', await hashPassword(PASSWORD, 'made'), null)
    await as()
    const { passwordHash } = (await peopleIn(db).byId('isla'))!
    expect(passwordHash).toMatch(/^scrypt\$256\$8\$1\$/)
    expect((await as()).person.id).toBe('isla')
  })

  it('that somebody was given is good for fourteen days', async () => {
    const given = async () => peopleIn(db).setPassword('isla', await hashPassword(PASSWORD, 'made'), iso(time))
    await given()
    time += 14 * 24 * 60 * MINUTE
    expect((await as()).person.passwordGivenAt).toBeDefined()
    time += MINUTE
    expect(await refusalOf(as())).toBe('password-run-out')
    await given()
    expect((await as()).person.id).toBe('isla')
  })
})
