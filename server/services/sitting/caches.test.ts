import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { accrual, checkAccrual, World } from '../../testing/world'

let world: World
const logged: string[] = []
const log = {
  info: () => undefined,
  warn: () => undefined,
  error: (_: object, message: string) => void logged.push(message),
}
const memory = { snapshotAfterEvents: 1 }
beforeEach(async () => {
  world = await World.open()
  logged.length = 0
  world.restart({ log }, memory)
  await world.give()
})
afterEach(() => world.close())

/** A sitting with some work in it and a snapshot, and what its trainee sees of it. */
async function sat(): Promise<{ id: string; seen: unknown }> {
  const { id } = await world.start()
  await world.send(id, accrual('wrong'), checkAccrual)
  await world.send(id, accrual())
  return { id, seen: await seenOf(id) }
}
async function seenOf(id: string): Promise<unknown> {
  const { now: _now, ...view } = await world.view(id)
  const work = await world.services.sittings.task(world.people.isla, id, 'wages-worked-not-paid', [])
  return { ...view, work }
}

describe('a snapshot is a cache', () => {
  it.each([
    ['cut off', (document: string) => document.slice(0, document.length / 2)],
    ['empty', () => ''],
    ['of something else', () => '{"status":"running"}'],
    [
      'with work that its tool can’t read',
      (document: string) => document.replace(/"packed":\{/g, '"packed":{"strange":1,"'),
    ],
  ])('%s: the sitting is made from its log, and that is logged', async (_, spoil) => {
    const { id, seen } = await sat()
    const row = (await world.db('sitting_snapshots').where({ sitting_id: id }).first()) as { document: string }
    expect(row).toBeDefined()
    const spoilt = spoil(row.document)
    expect(spoilt).not.toBe(row.document)
    await world.db('sitting_snapshots').where({ sitting_id: id }).update({ document: spoilt })
    world.restart({ log }, memory)
    expect(await seenOf(id)).toEqual(seen)
    expect(logged).toEqual(['a snapshot can’t be read; the sitting is made from its log'])
    // The next change keeps a sound one.
    await world.send(id, accrual())
    const after = await seenOf(id)
    logged.length = 0
    world.restart({ log }, memory)
    expect(await seenOf(id)).toEqual(after)
    expect(logged).toEqual([])
  })

  it('of another version, or taken away: as if it had never been', async () => {
    const { id, seen } = await sat()
    await world.db('sitting_snapshots').where({ sitting_id: id }).update({ made_by: 'of old' })
    world.restart({ log }, memory)
    expect(await seenOf(id)).toEqual(seen)
    await world.db('sitting_snapshots').delete()
    world.restart({ log }, memory)
    expect(await seenOf(id)).toEqual(seen)
    expect(logged).toEqual([])
  })
})
