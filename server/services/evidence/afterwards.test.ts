import { createHash } from 'node:crypto'
import { readFile } from 'node:fs/promises'
import { Ajv2020 } from 'ajv/dist/2020.js'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { responseSchema } from '../../content/response-schema'
import { sittingsIn } from '../../db/sittings'
import { accrual, checkAccrual, refusalOf, World } from '../../testing/world'

let world: World
beforeEach(async () => {
  world = await World.open()
  await world.give()
})
afterEach(() => world.close())

async function handedIn(): Promise<string> {
  const { id } = await world.start()
  await world.send(id, accrual('wrong'), checkAccrual, accrual())
  await world.services.sittings.submit(world.people.isla, id)
  return id
}
const response = (id: string) => world.services.afterwards.response(world.people.isla, id)

describe('the receipt', () => {
  it('gives time, count and digest; the digest is that of the response file, worked out as docs/response-file.md says', async () => {
    const id = await handedIn()
    const receipt = await world.after(id)
    const { events, digest } = await response(id)
    const lines = events.map(event => `${JSON.stringify(event)}\n`).join('')
    expect(createHash('sha256').update(lines).digest('hex')).toBe(receipt.digest)
    expect(digest).toEqual({ algorithm: 'SHA-256', hex: receipt.digest, events: receipt.events })
    expect(receipt).toMatchObject({ how: 'handed-in', endedAt: world.now(), events: 5 })
  })

  it('is checked by the centre: the right digest matches, another doesn’t, and a changed log doesn’t either', async () => {
    const id = await handedIn()
    const { digest } = await world.after(id)
    const verify = (hex: string) => world.services.afterwards.verify(id, hex)
    expect(await verify(digest.toUpperCase())).toEqual({ known: true, matches: true })
    expect(await verify('0'.repeat(64))).toEqual({ known: true, matches: false })
    expect(await world.services.afterwards.verify('no-such', digest)).toEqual({ known: false, matches: false })
    const change = (db: World['db']) =>
      db('sitting_events').where({ sitting_id: id, seq: 2 }).update({ server_at: '2026-11-24T12:00:01.000Z' })
    await expect(change(world.db)).rejects.toThrow('sitting_events is only added to')
    await change(await world.unguard())
    expect(await verify(digest)).toEqual({ known: true, matches: false })
  })

  it('doesn’t change when something arrives late', async () => {
    const id = await handedIn()
    const { digest } = await world.after(id)
    expect(await refusalOf(world.send(id, accrual()))).toBe('sitting-ended')
    expect(await sittingsIn(world.db).log(id)).toHaveLength(6)
    expect((await response(id)).events).toHaveLength(5)
    expect((await world.services.afterwards.verify(id, digest)).matches).toBe(true)
  })

  it('isn’t there while the sitting runs', async () => {
    const { id } = await world.start()
    expect([await refusalOf(world.after(id)), await refusalOf(response(id))]).toEqual([
      'sitting-running',
      'sitting-running',
    ])
  })
})

describe('the response file', () => {
  it('fits its JSON Schema, which stands in docs as it is made', async () => {
    const schema = responseSchema()
    expect(JSON.parse(await readFile('docs/response-file.schema.json', 'utf8'))).toEqual(
      JSON.parse(JSON.stringify(schema)),
    )
    const fits = new Ajv2020({ strict: false }).compile(schema)
    const file = JSON.parse(JSON.stringify(await response(await handedIn()))) as Record<string, unknown>
    expect(fits(file), JSON.stringify(fits.errors)).toBe(true)
    expect(fits({ ...file, digest: { algorithm: 'MD5' } })).toBe(false)
  })

  it('holds the work as the trainee left it, before the closing check', async () => {
    const { work } = await response(await handedIn())
    expect(work.find(({ taskId }) => taskId === 'wages-worked-not-paid')?.steps).toMatchObject([
      { id: 'accrual', status: 'open', triesUsed: 1 },
    ])
  })
})

describe('a sitting that a trainer opens again', () => {
  it('goes on, gets a new receipt when it ends again, and its evidence is counted once', async () => {
    const id = await handedIn()
    const before = await world.after(id)
    world.pass(60)
    await world.services.assigning.act(world.people.marit, 'a', {
      act: 'reopen',
      sittingId: id,
      minutes: 10,
      reason: 'handed in by mistake',
    })
    expect(await refusalOf(world.after(id))).toBe('sitting-running')
    expect((await world.services.skills.report(world.people.isla)).criteria).toBe(0)
    world.restart()
    expect((await world.view(id)).state).toBe('running')
    world.pass(5)
    await world.services.sittings.submit(world.people.isla, id)
    const after = await world.after(id)
    expect(after.digest).not.toBe(before.digest)
    expect(after.events).toBe(before.events + 2)
    expect((await world.services.skills.report(world.people.isla)).sittings).toBe(1)
    expect((await world.services.audit.page(world.people.asha)).entries[0]).toMatchObject({
      action: 'reopen',
      subject: 'Isla Quay',
      detail: '10 min: handed in by mistake',
    })
  })

  it('runs out at the end of its new minutes', async () => {
    const id = await handedIn()
    await world.services.assigning.act(world.people.marit, 'a', {
      act: 'reopen',
      sittingId: id,
      minutes: 10,
      reason: 'x',
    })
    const { deadline } = await world.view(id)
    world.pass(12)
    expect(await world.services.sittings.expire()).toBe(1)
    expect(await world.after(id)).toMatchObject({ how: 'time-up', endedAt: deadline })
  })
})
