import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { pieceOf, RATE } from '../../../core/ground/sound/wave'
import type { Person } from '../../db/people'
import { World } from '../../testing/world'

const TASK = 'winter-store'
const sound = (seconds: number): Buffer =>
  Buffer.from(pieceOf(Float32Array.from({ length: seconds * RATE }, (_, at) => 0.3 * Math.sin(at / 6))))

let world: World
let id: string
beforeEach(async () => {
  world = await World.open()
  await world.give({}, { paperId: 'winter-plan' })
  id = (await world.start()).id
})
afterEach(() => world.close())

const piece = { task: TASK, step: 'message', recording: 'one', number: 0 }
const recordings = () => world.services.recordings
const add = (given: Partial<typeof piece & { seat: string }> = {}, file = sound(2), who: Person = world.people.isla) =>
  recordings().add(who, id, { ...piece, ...given }, async () => file)
const codeOf = (what: Promise<unknown>): Promise<string> =>
  what.then(
    () => 'taken',
    (error: { code: string }) => error.code,
  )
const answer = (recording: string, seconds: number) =>
  world.send(id, { kind: 'op', taskId: TASK, op: { type: 'answer', part: 'message', answer: { recording, seconds } } })
const lengths = async () =>
  (await recordings().list(world.people.isla, id)).recordings.map(({ id: own, seconds }) => [own, seconds])
const heard = (who: Person, recording: string) => codeOf(recordings().file(who, id, recording))

describe('a recording', () => {
  it('comes in pieces, each taken once, and is heard as one', async () => {
    await add()
    await add({ number: 1 })
    await add({ number: 1 }, sound(1))
    await add({ number: 0 })
    expect(await lengths()).toEqual([['one', 4]])
    const file = await recordings().file(world.people.isla, id, 'one')
    expect(file.subarray(0, 4).toString()).toBe('RIFF')
    expect(file.length).toBe(44 + 4 * RATE * 2)
  })

  it.each<[string, string, () => Promise<unknown>]>([
    ['what is no sound', 'no-sound', () => add({}, Buffer.from('{"recording": "none"}'))],
    ['a piece before which one is missing', 'gap', () => add({ number: 1, seat: 'page-two' })],
    ['one for a question that isn’t spoken', 'not-found', () => add({ step: 'boats' })],
    ['one for a task that isn’t there', 'not-found', () => add({ task: 'none' })],
    ['one for somebody else’s sitting', 'not-found', () => add({}, sound(1), world.people.piet)],
    ['one of a page that no longer has the sitting', 'taken-over', () => add({ seat: 'page-one' })],
  ])('isn’t made of %s', async (_, code, act) => {
    await world.services.sittings.seat(world.people.isla, id, 'page-two', 'a device')
    expect(await codeOf(act())).toBe(code)
    expect(await lengths()).toEqual([])
  })

  it('is no longer than it may be, and there are no more than may be made', async () => {
    for (let number = 0; number < 31; number += 1) await add({ number })
    expect(await codeOf(add({ number: 31 }))).toBe('too-long')
    expect(await lengths()).toEqual([['one', 62]])
    await add({ recording: 'two' })
    await add({ recording: 'three' })
    expect(await codeOf(add({ recording: 'four' }))).toBe('enough-recordings')
    expect(await codeOf(add({ recording: 'two', number: 1 }))).toBe('taken')
  })

  it('isn’t taken while the clock stands, after the end, or for a question that is closed', async () => {
    await world.send(id, { kind: 'skip', taskId: TASK, stepId: 'message' })
    expect(await codeOf(add())).toBe('closed')
    await world.services.sittings.submit(world.people.isla, id)
    expect(await codeOf(add())).toBe('sitting-ended')
  })

  it('goes with the sitting’s end where it was deleted; markers hear what was answered then, not before', async () => {
    const { isla, piet, marit, tobias } = world.people
    await add()
    await answer('one', 2)
    await world.send(id, { kind: 'op', taskId: TASK, op: { type: 'clear', part: 'message' } })
    await add({ recording: 'two' })
    await answer('two', 2)
    expect([await heard(isla, 'one'), await heard(isla, 'two'), await heard(marit, 'two')]).toEqual([
      'taken',
      'taken',
      'not-found',
    ])
    await world.send(id, { kind: 'settle', taskId: TASK, stepId: 'message' })
    await world.services.sittings.submit(isla, id)
    const all = await Promise.all([isla, marit, piet, tobias].map(who => heard(who, 'two')))
    expect(all).toEqual(['taken', 'taken', 'not-found', 'not-found'])
    expect(await heard(isla, 'one')).toBe('not-found')
    const part = await world.services.marking.part(marit, 'a', TASK, 'message')
    expect(part.answers.map(({ work }) => work?.answer)).toEqual([{ recording: 'two', seconds: 2 }])
  })
})
