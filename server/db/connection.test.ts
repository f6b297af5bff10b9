import { existsSync } from 'node:fs'
import { mkdtemp, readdir, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { openDatabase } from './connection'
import { migrations } from './migrations'
import { peopleIn } from './people'

let folder: string
let file: string
beforeEach(async () => {
  folder = await mkdtemp(join(tmpdir(), 'anvil-'))
  file = join(folder, 'data.sqlite')
})
afterEach(() => rm(folder, { recursive: true, force: true }))

const isla = {
  id: 'isla',
  name: 'Isla',
  email: 'isla@sallowmere.test',
  role: 'trainee',
  about: '',
  passwordHash: '',
} as const

describe('a data file', () => {
  it('of an earlier schema is brought to the newest, and what was there before is kept beside it', async () => {
    const names = (await migrations.getMigrations([])) as string[]
    const db = await openDatabase(file)
    await peopleIn(db).add([isla])
    await db.migrate.down({ migrationSource: migrations })
    await db.destroy()
    expect(await readdir(folder)).toEqual(['data.sqlite'])

    const newer = await openDatabase(file)
    expect((await peopleIn(newer).byId('isla'))?.name).toBe('Isla')
    await newer.destroy()
    const copy = `${file}-before-${names.at(-1)}`
    expect(existsSync(copy)).toBe(true)

    // The copy is a data file like any other, and a start without a change of the schema makes none.
    const back = await openDatabase(copy)
    expect((await peopleIn(back).byId('isla'))?.name).toBe('Isla')
    await back.destroy()
    const before = await readdir(folder)
    await (await openDatabase(file)).destroy()
    expect(await readdir(folder)).toEqual(before)
  })

  it('of a newer program is left as it is, with a sentence', async () => {
    const db = await openDatabase(file)
    await db('knex_migrations').insert({ name: '9999-of-tomorrow', batch: 2, migration_time: new Date() })
    await db.destroy()
    await expect(openDatabase(file)).rejects.toThrow('of a newer program than this (9999-of-tomorrow)')
  })
})
