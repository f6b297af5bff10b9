import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { settingsOf } from '../../../core/assignment/settings'
import { testPairs } from '../../testing/pairs'
import type { BeforeWork, Pair } from '../../testing/pairs'
import { later, NOON, refusalOf, World } from '../../testing/world'

/**
 * Every setting of an assignment, twice: where it bites and where it doesn't. The types make the table
 * complete: a setting without both doesn't compile. docs/settings.md is the same table in words.
 */
let world: World
beforeEach(async () => {
  world = await World.open()
})
afterEach(() => world.close())

const passed = {
  passed: true,
  storage: 'kept' as const,
  clockOffsetMs: 0,
  roundTripMs: 20,
  width: 1280,
  height: 800,
  microphone: 'not-needed' as const,
}
const startIs = (request = {}): Promise<string> => refusalOf(world.start(request))
const sit = (how: 'right' | 'wrong' = 'right'): Promise<string> => world.sit(how)
const countingScore = async (): Promise<number | null> => (await world.cover()).countingScore

const settings: Record<BeforeWork, Pair> = {
  sittingsAllowed: {
    bites: [
      'one sitting is one sitting',
      async () => {
        await world.give()
        await sit()
        expect(await startIs()).toBe('no-sittings-left')
      },
    ],
    rests: [
      'two are two',
      async () => {
        await world.give({ sittingsAllowed: 2 })
        await sit()
        expect(await startIs()).toBe('nothing')
      },
    ],
  },
  counts: {
    bites: [
      'the last one counts, though an earlier one was better',
      async () => {
        await world.give({ sittingsAllowed: 2, counts: 'last' })
        await sit('right')
        await sit('wrong')
        expect(await countingScore()).toBeLessThan(4)
      },
    ],
    rests: [
      'the best one counts unless another is named',
      async () => {
        await world.give({ sittingsAllowed: 2 })
        await sit('right')
        await sit('wrong')
        expect(await countingScore()).toBe(4)
      },
    ],
  },
  opensAt: {
    bites: [
      'nothing starts before',
      async () => {
        await world.give({ opensAt: later(1) })
        expect(await startIs()).toBe('not-open-yet')
      },
    ],
    rests: [
      'it starts from then on',
      async () => {
        await world.give({ opensAt: later(1) })
        world.pass(1)
        expect(await startIs()).toBe('nothing')
      },
    ],
  },
  dueAt: {
    bites: [
      'what is handed in later is late',
      async () => {
        await world.give({ dueAt: later(1) })
        world.pass(2)
        expect((await world.after(await sit())).late).toBe(true)
      },
    ],
    rests: [
      'what is handed in by then isn’t',
      async () => {
        await world.give({ dueAt: later(1) })
        expect((await world.after(await sit())).late).toBe(false)
      },
    ],
  },
  closesAt: {
    bites: [
      'nothing starts after, and what runs ends then',
      async () => {
        await world.give({ closesAt: later(10), sittingsAllowed: 2 })
        expect((await world.start()).deadline).toBe(later(10))
        world.pass(10)
        expect(await startIs()).toBe('closed')
      },
    ],
    rests: [
      'without it the paper stays open',
      async () => {
        await world.give()
        world.pass(100_000)
        expect(await startIs()).toBe('nothing')
      },
    ],
  },
  latePercent: {
    bites: [
      'a fifth comes off a late score: 4.00 is 3.20',
      async () => {
        await world.give({ dueAt: later(1), latePercent: 20 })
        world.pass(2)
        await sit()
        expect(await countingScore()).toBe(3.2)
      },
    ],
    rests: [
      'nothing comes off a score in time',
      async () => {
        await world.give({ dueAt: later(1), latePercent: 20 })
        await sit()
        expect(await countingScore()).toBe(4)
      },
    ],
  },
  room: {
    bites: [
      'the sitting is on the board of its room',
      async () => {
        await world.give({ room: 'Office' })
        await world.start()
        expect((await world.services.rooms.board(world.people.tobias, 'office')).rows).toMatchObject([
          { name: 'Isla Quay', state: 'working' },
        ])
      },
    ],
    rests: [
      'a sitting anywhere is on no board',
      async () => {
        await world.give()
        await world.start()
        expect((await world.services.rooms.list(world.people.asha)).rooms.map(({ people }) => people)).toEqual([0, 0])
      },
    ],
  },
  accessCode: {
    bites: [
      'a wrong code doesn’t open, and that of another room says which is meant',
      async () => {
        await world.give({ accessCode: 'SLIP-41', room: 'Office' })
        await world.give({ accessCode: 'KEEL-08', room: 'Sheds' }, { id: 'b' })
        expect(await startIs()).toBe('code-needed')
        expect(await startIs({ accessCode: 'SLIP-42' })).toBe('wrong-code')
        await expect(world.start({ accessCode: 'keel-08' })).rejects.toMatchObject({
          code: 'other-sitting',
          fields: { assignmentId: 'b' },
          message: expect.stringContaining('in Sheds'),
        })
      },
    ],
    rests: [
      'the right one does, in any case of letters; without a code none is asked',
      async () => {
        await world.give({ accessCode: 'SLIP-41' })
        expect(await startIs({ accessCode: ' slip-41 ' })).toBe('nothing')
        await world.give({}, { id: 'b' })
        expect(await refusalOf(world.start({}, 'b'))).toBe('nothing')
      },
    ],
  },
  codeFrom: {
    bites: [
      'only the invigilator enters it, and the trainee never sees it',
      async () => {
        await world.give({ room: 'Office', accessCode: 'SLIP-41', codeFrom: 'invigilator' })
        expect(await startIs({ accessCode: 'SLIP-41' })).toBe('code-from-invigilator')
        expect(JSON.stringify(await world.cover())).not.toContain('SLIP-41')
        const people = [{ assignmentId: 'a', personId: 'isla' }]
        expect(
          await refusalOf(
            world.services.rooms.act(world.people.tobias, 'office', { act: 'enter-code', people, code: 'wrong' }),
          ),
        ).toBe('wrong-code')
        await world.services.rooms.act(world.people.tobias, 'office', { act: 'enter-code', people, code: 'SLIP-41' })
        expect(await startIs()).toBe('nothing')
      },
    ],
    rests: [
      'the trainee enters it',
      async () => {
        await world.give({ room: 'Office', accessCode: 'SLIP-41' })
        expect(await startIs({ accessCode: 'SLIP-41' })).toBe('nothing')
      },
    ],
  },
  admission: {
    bites: [
      'nobody starts before they are let in',
      async () => {
        await world.give({ room: 'Office', admission: true })
        expect(await startIs()).toBe('not-admitted')
        await world.services.starting.wait(world.people.isla, 'a')
        expect((await world.services.rooms.board(world.people.tobias, 'office')).rows).toMatchObject([
          { state: 'waiting', waitingSince: later(0) },
        ])
        await world.services.rooms.act(world.people.tobias, 'office', {
          act: 'admit',
          people: [{ assignmentId: 'a', personId: 'isla' }],
        })
        expect(await startIs()).toBe('nothing')
      },
    ],
    rests: [
      'nobody has to be let in',
      async () => {
        await world.give({ room: 'Office' })
        expect(await startIs()).toBe('nothing')
        expect(await refusalOf(world.services.starting.wait(world.people.isla, 'a'))).toBe('no-admission')
      },
    ],
  },
  conditions: {
    bites: [
      'they are accepted first',
      async () => {
        await world.give({ conditions: ['I work alone.'] })
        expect(await startIs()).toBe('conditions')
        expect(await startIs({ accepted: true })).toBe('nothing')
      },
    ],
    rests: [
      'there are none to accept',
      async () => {
        await world.give()
        expect(await startIs()).toBe('nothing')
      },
    ],
  },
  details: {
    bites: [
      'what is required is filled in, and kept with the start',
      async () => {
        await world.give({ details: [{ id: 'desk', label: 'Desk' }] })
        expect(await startIs({ details: { desk: ' ' } })).toBe('details-missing')
        const { id } = await world.start({ details: { desk: '12' } })
        await world.services.sittings.submit(world.people.isla, id)
        expect((await world.services.afterwards.response(world.people.isla, id)).events[0]?.[5]).toMatchObject({
          kind: 'started',
          details: { desk: '12' },
        })
      },
    ],
    rests: [
      'what isn’t required may stay empty',
      async () => {
        await world.give({ details: [{ id: 'desk', label: 'Desk', required: false }] })
        expect(await startIs()).toBe('nothing')
      },
    ],
  },
  systemCheck: {
    bites: [
      'it has to be run, and passed',
      async () => {
        await world.give({ systemCheck: true })
        expect(await startIs()).toBe('system-check')
        expect(await startIs({ systemCheck: { ...passed, passed: false, width: 700 } })).toBe('system-check')
        expect(await startIs({ systemCheck: passed })).toBe('nothing')
      },
    ],
    rests: [
      'it isn’t asked',
      async () => {
        await world.give()
        expect((await world.cover()).gates.systemCheck).toBe(false)
        expect(await startIs()).toBe('nothing')
      },
    ],
  },
  microphone: {
    bites: [
      'the cover asks the device for one',
      async () => {
        await world.give({ systemCheck: true, microphone: true })
        expect((await world.cover()).gates.microphone).toBe(true)
      },
    ],
    rests: [
      'none is needed',
      async () => {
        await world.give({ systemCheck: true })
        expect((await world.cover()).gates.microphone).toBe(false)
      },
    ],
  },
  readingSeconds: {
    bites: [
      'the start waits until they have passed, however often the page is opened',
      async () => {
        await world.give({ readingSeconds: 30 })
        expect(await startIs()).toBe('still-reading')
        await world.services.starting.read(world.people.isla, 'a')
        world.pass(0.25)
        await world.services.starting.read(world.people.isla, 'a')
        expect((await world.cover()).gates.readingLeftMs).toBe(15_000)
        world.pass(0.25)
        expect(await startIs()).toBe('nothing')
      },
    ],
    rests: [
      'the start doesn’t wait',
      async () => {
        await world.give()
        expect((await world.cover()).gates.readingLeftMs).toBeNull()
        expect(await startIs()).toBe('nothing')
      },
    ],
  },
  after: {
    bites: [
      'the earlier paper is finished first',
      async () => {
        await world.give({}, { id: 'before', paperId: 'counter-and-creditors' })
        await world.give({ after: 'before' })
        expect(await startIs()).toBe('finish-first')
        expect((await world.cover()).closedBecause).toBe('Finish “Counter and creditors” first.')
        const { id } = await world.start({}, 'before')
        expect(await startIs()).toBe('finish-first')
        await world.services.sittings.submit(world.people.isla, id)
        expect(await startIs()).toBe('nothing')
      },
    ],
    rests: [
      'it stands alone',
      async () => {
        await world.give({}, { id: 'before', paperId: 'counter-and-creditors' })
        await world.give()
        expect(await startIs()).toBe('nothing')
      },
    ],
  },
}

testPairs(settings)
describe('settings that contradict themselves are refused in words', () => {
  it.each([
    [{ opensAt: later(10), closesAt: later(5) }, 'closing time must come after'],
    [{ dueAt: later(10), closesAt: later(5) }, 'due date can’t come after'],
    [{ opensAt: later(10), dueAt: later(5) }, 'due date must come after'],
    [{ results: 'on-date' as const }, 'when the results are to show'],
    [{ admission: true }, 'needs a room'],
    [{ codeFrom: 'invigilator' as const }, 'needs a room'],
  ])('%o', (input, words) => expect(() => settingsOf(input)).toThrow(words))

  it('moments with an offset are kept in UTC', () => {
    expect(settingsOf({ opensAt: '2026-11-24T13:00:00+01:00' }).opensAt).toBe(new Date(NOON).toISOString())
  })
})
