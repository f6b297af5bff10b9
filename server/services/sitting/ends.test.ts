import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { refusalOf, World } from '../../testing/world'

let world: World
beforeEach(async () => {
  world = await World.open()
  await world.give()
})
afterEach(() => world.close())

const result = (id: string) => world.services.results.of(world.people.isla, id)

describe('a sitting that has ended', () => {
  it('comes out as it did, after a new start too', async () => {
    const id = await world.sit()
    const before = await result(id)
    world.restart()
    expect(await result(id)).toEqual(before)
  })

  it('that comes out otherwise is shown to nobody as its result, and told to an administrator once', async () => {
    const id = await world.sit()
    // As a program would find it that makes something else of the log.
    const points = { 'wages-worked-not-paid/accrual': 300 }
    await world
      .db('sitting_ends')
      .where({ sitting_id: id })
      .update({ digest: 'another', points: JSON.stringify(points), made_by: 'ledger-0' })
    world.restart()
    expect(await refusalOf(result(id))).toBe('comes-out-otherwise')
    expect(await refusalOf(world.services.results.of(world.people.marit, id))).toBe('comes-out-otherwise')
    const told = (await world.services.audit.page(world.people.asha)).entries.filter(
      ({ action }) => action === 'comes-out-otherwise',
    )
    expect(told.map(({ sittingId, detail }) => [sittingId, detail])).toEqual([
      [id, expect.stringMatching(/^ledger-0 then, ledger-\d+ now: .*accrual: 3\.00 then, 4\.00 now/)],
    ])
    // The score that was told stands.
    expect(await world.services.sittings.marked(world.people.marit, id).catch(() => null)).toBeNull()
    expect((await world.services.marks.book()).rows[0]!.cells[0]!.score).toBe(4)
  })
})
