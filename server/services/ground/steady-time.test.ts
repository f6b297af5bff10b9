import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { sittingsIn } from '../../db/sittings'
import { accrual, later, NOON, World } from '../../testing/world'
import { steadyTime } from './steady-time'

const HOUR = 3_600_000

/** A wall clock that somebody sets, and a monotonic one that nobody can. */
function clocks() {
  const state = { wall: NOON, monotonic: 5000 }
  return {
    state,
    wall: () => state.wall,
    monotonic: () => state.monotonic,
    pass(ms: number) {
      state.wall += ms
      state.monotonic += ms
    },
  }
}

describe('the server’s time', () => {
  it('runs on when the machine’s clock is set back by an hour', () => {
    const { state, wall, monotonic, pass } = clocks()
    const now = steadyTime(undefined, wall, monotonic)
    pass(60_000)
    expect(now()).toBe(later(1))
    state.wall -= HOUR
    expect(now()).toBe(later(1))
    pass(60_000)
    expect(now()).toBe(later(2))
  })

  it('doesn’t jump when it is set forward, but follows so slowly that no sitting notices', () => {
    const { state, wall, monotonic, pass } = clocks()
    const now = steadyTime(undefined, wall, monotonic)
    state.wall += HOUR
    pass(600_000)
    expect(Date.parse(now()) - Date.parse(later(10))).toBe(600)
  })

  it('goes on from the newest entry on record when the server starts with a clock that is behind', () => {
    const { wall, monotonic } = clocks()
    expect(steadyTime(later(60), wall, monotonic)()).toBe(later(60))
    expect(steadyTime(later(-60), wall, monotonic)()).toBe(later(0))
  })
})

describe('a server that was started again with its clock set back', () => {
  let world: World
  beforeEach(async () => {
    world = await World.open()
  })
  afterEach(() => world.close())

  it('knows from the log what time it was', async () => {
    await world.give()
    const { id } = await world.start()
    world.pass(7)
    await world.send(id, accrual())
    expect(await sittingsIn(world.db).newestMoment()).toBe(later(7))
    await world.services.sittings.submit(world.people.isla, id)
    expect(await sittingsIn(world.db).newestMoment()).toBe(later(7))
  })

  it('has nothing to go by when there is nothing on record', async () => {
    expect(await sittingsIn(world.db).newestMoment()).toBeUndefined()
  })
})
