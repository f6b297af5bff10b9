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
    const db = await openDatabase(file)
    await peopleIn(db).add([isla])
    await db.migrate.down({ migrationSource: migrations })
    await db.destroy()
    expect(await readdir(folder)).toEqual(['data.sqlite'])

    const newer = await openDatabase(file)
    expect((await peopleIn(newer).byId('isla'))?.name).toBe('Isla')
    await newer.destroy()
    const copies = async () =>
      (await readdir(folder)).filter(name => /^data\.sqlite-before-[^.]+Z$/.test(name) && !/Z./.test(name)).sort()
    const [copy] = (await copies()).map(name => join(folder, name))
    expect(copy).toBeDefined()

    // The copy is a data file like any other, and a start without a change of the schema makes none.
    const back = await openDatabase(copy!)
    expect((await peopleIn(back).byId('isla'))?.name).toBe('Isla')
    await back.destroy()
    const before = await readdir(folder)
    await (await openDatabase(file)).destroy()
    expect(await readdir(folder)).toEqual(before)

    // Back to the program of before, worked with, and up again: what came meanwhile is in a copy as well.
    const again = await openDatabase(file)
    await again.migrate.down({ migrationSource: migrations })
    await peopleIn(again).add([{ ...isla, id: 'piet', email: 'piet@sallowmere.test' }])
    await again.destroy()
    await (await openDatabase(file)).destroy()
    const newest = join(folder, (await copies()).at(-1)!)
    expect(await copies()).toHaveLength(2)
    const second = await openDatabase(newest)
    expect(await peopleIn(second).byId('piet')).toBeDefined()
    await second.destroy()
  })

  it('of a newer program is left as it is, with a sentence', async () => {
    const db = await openDatabase(file)
    await db('knex_migrations').insert({ name: '9999-of-tomorrow', batch: 2, migration_time: new Date() })
    await db.destroy()
    await expect(openDatabase(file)).rejects.toThrow('of a newer program than this (9999-of-tomorrow)')
  })
})
