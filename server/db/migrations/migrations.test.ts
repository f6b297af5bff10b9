import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import knex from 'knex'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { settingsOf } from '../../../core/assignment/settings'
import { assignmentsIn } from '../assignments'
import { openDatabase } from '../connection'
import { adjustmentsIn, peopleIn } from '../people'
import { roomPeopleIn } from '../rooms'
import * as ground from './0001-ground'
import { migrations } from '.'

let folder: string
beforeEach(async () => {
  folder = await mkdtemp(join(tmpdir(), 'anvil-'))
})
afterEach(() => rm(folder, { recursive: true, force: true }))

describe('a data file of the first schema', () => {
  it('keeps its windows, sittings allowed and time factors when it is opened by this program', async () => {
    const file = join(folder, 'data.sqlite')
    const old = knex({ client: 'better-sqlite3', connection: { filename: file }, useNullAsDefault: true })
    await old.migrate.latest({
      migrationSource: {
        getMigrations: async () => ['0001-ground'],
        getMigrationName: (name: string) => name,
        getMigration: async () => ground,
      },
    })
    await old('people').insert([
      {
        id: 'noor',
        name: 'Noor Halden',
        email: 'noor.halden@sallowmere.test',
        role: 'trainee',
        password_hash: 'x',
        time_factor: 1.25,
        about: '',
      },
      {
        id: 'isla',
        name: 'Isla Quay',
        email: 'isla.quay@sallowmere.test',
        role: 'trainee',
        password_hash: 'x',
        time_factor: 1,
        about: '',
      },
    ])
    await old('papers').insert({ id: 'p', version: 1, title: 'P', document: '{}' })
    await old('assignments').insert({
      id: 'a',
      paper_id: 'p',
      paper_version: 1,
      opens_at: null,
      closes_at: '2026-12-01T18:00:00.000Z',
      sittings_allowed: 3,
    })
    await old('assigned_people').insert({ assignment_id: 'a', person_id: 'noor' })
    await old.destroy()

    const db = await openDatabase(file)
    const given = await assignmentsIn(db).find('a', 'noor')
    expect(given?.assignment.settings).toMatchObject({
      sittingsAllowed: 3,
      opensAt: null,
      closesAt: '2026-12-01T18:00:00.000Z',
      counts: 'best',
      room: '',
    })
    expect(given?.share).toMatchObject({ extraSittings: 0, closesAt: null })
    expect([(await adjustmentsIn(db).of('noor')).timeFactor, (await adjustmentsIn(db).of('isla')).timeFactor]).toEqual([
      1.25, 1,
    ])
    expect(await peopleIn(db).byId('isla')).toEqual({
      id: 'isla',
      name: 'Isla Quay',
      email: 'isla.quay@sallowmere.test',
      role: 'trainee',
      passwordHash: 'x',
      about: '',
    })
    await db.destroy()
    // Opened again, nothing is done twice.
    await (await openDatabase(file)).destroy()
  })
})

describe('rooms that were there once a paper named them', () => {
  it('become rooms by themselves, each with its papers; who ran one that shared its address is said again', async () => {
    const file = join(folder, 'data.sqlite')
    const old = knex({ client: 'better-sqlite3', connection: { filename: file }, useNullAsDefault: true })
    const before = (await migrations.getMigrations([])).filter(name => name < '0013')
    await old.migrate.latest({ migrationSource: { ...migrations, getMigrations: async () => before } })
    await old('papers').insert({ id: 'p', version: 1, title: 'P', document: '{}' })
    const titles = ['Office', ' office', 'Raum Ä', 'Raum A', 'Зал', '']
    for (const [index, room] of titles.entries())
      await old('assignments').insert({
        id: `a${index}`,
        paper_id: 'p',
        paper_version: 1,
        settings: JSON.stringify(settingsOf({ room })),
      })
    await old('people').insert({
      id: 'tobias',
      name: 'Tobias Reed',
      email: 'tobias.reed@sallowmere.test',
      role: 'invigilator',
      password_hash: 'x',
      about: '',
    })
    for (const address of ['office', 'raum-a', ''])
      await old('room_people').insert({ room_id: address, person_id: 'tobias' })
    await old.destroy()

    const db = await openDatabase(file)
    const given = await assignmentsIn(db).all()
    expect(given.map(({ settings }) => settings.room)).toEqual(['Office', 'Office', 'Raum Ä', 'Raum A', 'Зал', ''])
    expect(new Set(given.map(({ roomId }) => roomId)).size).toBe(5)
    const [office] = given
    expect([...(await roomPeopleIn(db).all())]).toEqual([[office?.roomId, ['tobias']]])
    expect((await assignmentsIn(db).inRooms([])).length).toBe(0)
    await db.destroy()
  })
})
