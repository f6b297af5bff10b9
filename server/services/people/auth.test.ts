import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { openDatabase } from '../../db/connection'
import type { Database } from '../../db/connection'
import { peopleIn } from '../../db/people'
import { authService } from './auth'
import { hashPassword } from './password'

let folder: string
let db: Database
let time: number
let auth: ReturnType<typeof authService>
beforeEach(async () => {
  folder = await mkdtemp(join(tmpdir(), 'anvil-'))
  db = await openDatabase(join(folder, 'data.sqlite'))
  time = Date.UTC(2026, 10, 24, 12)
  let ids = 0
  auth = authService({
    db,
    now: () => new Date(time).toISOString(),
    newId: () => `id-${(ids += 1)}`,
    threads: null,
    program: 'test',
    log: { info: () => undefined, warn: () => undefined, error: () => undefined },
  })
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

const signIn = async (): Promise<string> =>
  (await auth.signIn('Isla.Quay@sallowmere.test', 'slipway-64', 'here')).signInId

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

  it('is good for twelve hours', async () => {
    const [id, other] = [await signIn(), await signIn()]
    time += 12 * 3600_000 - 1
    expect((await auth.personOf(id)).id).toBe('isla')
    time += 1
    await expect(auth.personOf(other)).rejects.toMatchObject({ status: 401, code: 'not-signed-in' })
  })

  it('is never made up', async () => {
    await expect(auth.personOf('id-99')).rejects.toMatchObject({ status: 401 })
    await expect(auth.personOf(undefined)).rejects.toMatchObject({ status: 401 })
  })
})
