import { copyFile, mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { openDatabase } from '../../db/connection'
import type { Database } from '../../db/connection'
import { evidenceIn } from '../../db/evidence'
import { peopleIn } from '../../db/people'
import type { Person } from '../../db/people'
import { assignmentsIn } from '../../db/assignments'
import { sittingsIn } from '../../db/sittings'
import { servicesOf } from '..'
import type { Context } from '../ground/context'
import { loadDemo } from '../content/demo'
import { givenPaper } from '../../testing/given'
import { publishUnproved } from '../../testing/world'
import { writeAnewHere } from '../../uploads/opening'

const NOON = Date.UTC(2026, 10, 24, 12)
const TASK = 'wages-worked-not-paid'
const silent = { info: () => undefined, warn: () => undefined, error: () => undefined }
const entry = (amount: string) => ({
  kind: 'op' as const,
  taskId: TASK,
  op: {
    type: 'entry.post',
    entry: {
      date: '2026-10-31',
      narration: 'x',
      lines: [
        { account: '6010', debit: amount },
        { account: '2100', credit: amount },
      ],
    },
  },
})

let folder: string
let db: Database
let time: number
let context: Context
let person: Person

async function openAt(file: string): Promise<void> {
  db = await openDatabase(file)
  time = NOON
  let ids = 0
  context = {
    db,
    now: () => new Date(time).toISOString(),
    newId: () => `id-${(ids += 1)}`,
    threads: null,
    writeAnew: writeAnewHere,
    program: 'test',
    log: silent,
  }
}

/** A data file in which the content is published: once for all tests, which begin with a copy. */
let published: string
beforeAll(async () => {
  published = await mkdtemp(join(tmpdir(), 'anvil-'))
  await openAt(join(published, 'data.sqlite'))
  await publishUnproved(db)
  await db.destroy()
})
afterAll(() => rm(published, { recursive: true, force: true }))

beforeEach(async () => {
  folder = await mkdtemp(join(tmpdir(), 'anvil-'))
  await copyFile(join(published, 'data.sqlite'), join(folder, 'data.sqlite'))
  await openAt(join(folder, 'data.sqlite'))
})
afterEach(async () => {
  await db.destroy()
  await rm(folder, { recursive: true, force: true })
})

async function oneTrainee(): Promise<void> {
  person = {
    id: 'isla',
    name: 'Isla Quay',
    email: 'isla.quay@sallowmere.test',
    role: 'trainee',
    about: '',
    passwordHash: '',
  }
  await peopleIn(db).add([person])
  await assignmentsIn(db).give(givenPaper('a', { sittingsAllowed: 3 }), ['isla'], context.now())
}

describe('a sitting on the server', () => {
  beforeEach(oneTrainee)

  it('is the same after the server forgot everything but the log, snapshots included', async () => {
    const before = servicesOf(context, { snapshotAfterEvents: 400, snapshotAfterMs: Infinity }).sittings
    const { view } = await before.start(person, 'a')
    for (let count = 0; count < 30; count += 1) {
      await before.record(
        person,
        view.id,
        Array.from({ length: 20 }, (_, index) => ({
          id: `e${count}-${index}`,
          ...entry(`${count + 1}.${10 + index}`),
        })),
      )
    }
    expect((await sittingsIn(db).snapshot(view.id))?.seq).toBeGreaterThan(400)
    const all = async ({ sittings }: ReturnType<typeof servicesOf>) => [
      await sittings.view(person, view.id),
      await sittings.task(person, view.id, TASK, []),
    ]
    const remembered = [await before.view(person, view.id), await before.task(person, view.id, TASK, [])]
    expect(await all(servicesOf(context))).toEqual(remembered)
    // Without the snapshot the whole log says the same.
    await db('sitting_snapshots').del()
    expect(await all(servicesOf(context))).toEqual(remembered)
  })

  it('ends by the expiry job at its true deadline, though the job comes an hour late', async () => {
    const { sittings } = servicesOf(context)
    const { view } = await sittings.start(person, 'a')
    await sittings.record(person, view.id, [{ id: 'e', ...entry('1422.60') }])
    time += 25 * 60_000 + 59_000
    expect(await sittings.expire()).toBe(0)
    time += 3600_000
    expect(await servicesOf(context).sittings.expire()).toBe(1)
    expect(await sittingsIn(db).find(view.id)).toMatchObject({
      state: 'ended',
      how: 'time-up',
      endedAt: view.deadline,
      score: 400,
    })
    expect(await servicesOf(context).sittings.expire()).toBe(0)
  })

  it('leaves evidence once, with the end of the sitting', async () => {
    const { sittings } = servicesOf(context)
    const { view } = await sittings.start(person, 'a')
    await sittings.record(person, view.id, [
      { id: 'e', ...entry('1242.60') },
      { id: 'c', kind: 'check', taskId: TASK, stepId: 'accrual' },
    ])
    expect(await evidenceIn(db).of('isla')).toEqual([])
    await sittings.submit(person, view.id)
    await sittings.submit(person, view.id)
    expect(
      (await evidenceIn(db).of('isla')).map(({ criterionId, points, faults }) => [criterionId, points, faults]),
    ).toEqual([
      ['entry', 200, ['transposed-digits']],
      ['dated', 100, []],
    ])
  })

  it('keeps nothing in memory that it could not write', async () => {
    const { sittings } = servicesOf(context)
    const { view } = await sittings.start(person, 'a')
    await db.schema.renameTable('sitting_events', 'away')
    await expect(sittings.record(person, view.id, [{ id: 'e', ...entry('1.00') }])).rejects.toThrow()
    await db.schema.renameTable('away', 'sitting_events')
    const { outcomes } = await sittings.record(person, view.id, [{ id: 'e', ...entry('1.00') }])
    expect(outcomes[0]).toMatchObject({ status: 'accepted', seq: 2 })
    expect((await sittings.task(person, view.id, TASK, [])).packed).toMatchObject({ entries: [{ number: 2 }] })
  })

  it('appends that come together are written together; one that can’t be written keeps no other out', async () => {
    const { view } = await servicesOf(context).sittings.start(person, 'a')
    const row = (seq: number, clientId: string) => ({
      seq,
      clientId,
      status: 'accepted' as const,
      body: { kind: 'note' as const, text: clientId },
      clientAt: null,
      serverAt: context.now(),
    })
    const sittings = sittingsIn(db)
    const came = await Promise.allSettled([
      sittings.append(view.id, [row(2, 'one')]),
      sittings.append(view.id, [row(3, 'two'), row(2, 'taken')]),
      sittings.append(view.id, [row(3, 'three')]),
    ])
    expect(came.map(({ status }) => status)).toEqual(['fulfilled', 'rejected', 'fulfilled'])
    expect(String((came[1] as PromiseRejectedResult).reason)).toMatch(/UNIQUE constraint failed/)
    expect(String((came[1] as PromiseRejectedResult).reason)).not.toContain('taken')
    expect((await sittings.log(view.id)).map(({ seq, clientId }) => `${seq} ${clientId}`).slice(1)).toEqual([
      '2 one',
      '3 three',
    ])
  })

  it('appends of a whole room that was cut off come at once, and all are written', async () => {
    await assignmentsIn(db).give(givenPaper('room', { sittingsAllowed: 50 }), ['isla'], context.now())
    const { sittings: service } = servicesOf(context)
    const sittings = sittingsIn(db)
    const ids: string[] = []
    for (let count = 0; count < 3; count += 1) {
      const { view } = await service.start(person, 'room')
      ids.push(view.id)
      await service.submit(person, view.id)
    }
    // Forty devices at each of the three: 6000 events, 48,000 values.
    const rows = (first: number) =>
      Array.from({ length: 50 }, (_, index) => ({
        seq: first + index,
        clientId: `c-${first + index}`,
        status: 'accepted' as const,
        body: { kind: 'note' as const, text: 'x' },
        clientAt: null,
        serverAt: context.now(),
      }))
    await Promise.all(
      ids.flatMap(id => Array.from({ length: 40 }, (_, device) => sittings.append(id, rows(10 + device * 50)))),
    )
    for (const id of ids) expect((await sittings.log(id)).filter(({ seq }) => seq >= 10)).toHaveLength(2000)
  })

  it('started late runs out when the assignment closes, and the cover says so before', async () => {
    await assignmentsIn(db).give(
      givenPaper('closing', { closesAt: new Date(NOON + 600_000).toISOString() }),
      ['isla'],
      context.now(),
    )
    const { work, sittings } = servicesOf(context)
    expect(await work.cover(person, 'closing')).toMatchObject({
      cutShort: true,
      wouldEndAt: new Date(NOON + 600_000).toISOString(),
    })
    expect((await sittings.start(person, 'closing')).view.deadline).toBe(new Date(NOON + 600_000).toISOString())
  })
})

describe('the demo', () => {
  it('loads once, with three earlier sittings behind one trainee and all three standings in the report', async () => {
    await loadDemo(context, ['content'], 'slipway-64')
    await loadDemo(context, ['content'], 'slipway-64')
    const robin = (await peopleIn(db).byId('robin-tarn'))!
    const { results, skills } = servicesOf(context)
    expect((await results.past(robin)).map(({ paperTitle }) => paperTitle)).toEqual([
      'Counter and creditors',
      'Month-end adjustments',
      'Counter and creditors',
    ])
    const { counts } = await skills.report(robin)
    expect(Math.min(counts.secure, counts.unproven, counts.gap)).toBeGreaterThan(0)
  })
})
