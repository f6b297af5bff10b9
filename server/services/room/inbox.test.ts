import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { refusalOf, World } from '../../testing/world'

let world: World
beforeEach(async () => {
  world = await World.open()
})
afterEach(() => world.close())

const ask = (sittingId: string, text: string, who = world.people.isla) =>
  world.services.messages.send(who, sittingId, text, null)
const inbox = async () => (await world.services.inbox.view()).conversations

describe('a message of somebody whose paper is in no room', () => {
  it('waits with the trainers, the longest first, and goes back as an answer', async () => {
    await world.give({}, { to: ['isla', 'piet'] })
    const [isla, piet] = [await world.start(), await world.start({}, 'a', world.people.piet)]
    await ask(isla.id, 'Which date?')
    world.pass(1)
    await ask(piet.id, 'My screen is small.', world.people.piet)
    world.pass(1)
    await ask(isla.id, 'I mean the invoice’s.')
    expect((await inbox()).map(({ name, waiting, running }) => [name, waiting, running])).toEqual([
      ['Piet Moor', 1, true],
      ['Isla Quay', 2, true],
    ])
    await world.services.inbox.answer(world.people.marit, isla.id, 'The day it was written.')
    expect((await inbox()).map(({ name, waiting }) => [name, waiting])).toEqual([
      ['Piet Moor', 1],
      ['Isla Quay', 0],
    ])
    expect((await world.view(isla.id)).messages.map(({ from, name, text }) => [from, name, text]).at(-1)).toEqual([
      'room',
      'Trainer',
      'The day it was written.',
    ])
  })

  it('isn’t there of a sitting in a room: its invigilator has it on the board', async () => {
    await world.give({ room: 'Office' })
    const { id } = await world.start()
    await ask(id, 'Which date?')
    expect(await inbox()).toEqual([])
    expect(await refusalOf(world.services.inbox.answer(world.people.marit, id, 'Today.'))).toBe('not-found')
    expect(await refusalOf(world.services.inbox.answer(world.people.marit, 'none', 'Today.'))).toBe('not-found')
  })
})
