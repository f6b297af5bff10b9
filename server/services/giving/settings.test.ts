import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { settingsOf } from '../../../core/assignment/settings'
import { door } from '../../../core/assignment/settings/door'
import { when } from '../../../core/assignment/settings/when'
import { testSettings } from '../../testing/pairs'
import type { Proof } from '../../testing/pairs'
import { later, NOON, refusalOf, World } from '../../testing/world'

/**
 * Every setting of an assignment, twice: where it bites and where it doesn't. The types make the table
 * complete: a setting without both doesn't compile. What each test shows stands with the setting.
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

const beforeWork = { ...when, ...door }
const proofs: Record<keyof typeof beforeWork, Proof> = {
  sittingsAllowed: {
    bites: async () => {
      await world.give()
      await sit()
      expect(await startIs()).toBe('no-sittings-left')
    },
    rests: async () => {
      await world.give({ sittingsAllowed: 2 })
      await sit()
      expect(await startIs()).toBe('nothing')
    },
  },
  counts: {
    bites: async () => {
      await world.give({ sittingsAllowed: 2, counts: 'last' })
      await sit('right')
      await sit('wrong')
      expect(await countingScore()).toBeLessThan(4)
    },
    rests: async () => {
      await world.give({ sittingsAllowed: 2 })
      await sit('right')
      await sit('wrong')
      expect(await countingScore()).toBe(4)
    },
  },
  opensAt: {
    bites: async () => {
      await world.give({ opensAt: later(1) })
      expect(await startIs()).toBe('not-open-yet')
    },
    rests: async () => {
      await world.give({ opensAt: later(1) })
      world.pass(1)
      expect(await startIs()).toBe('nothing')
    },
  },
  dueAt: {
    bites: async () => {
      await world.give({ dueAt: later(1) })
      world.pass(2)
      expect((await world.after(await sit())).late).toBe(true)
    },
    rests: async () => {
      await world.give({ dueAt: later(1) })
      expect((await world.after(await sit())).late).toBe(false)
    },
  },
  closesAt: {
    bites: async () => {
      await world.give({ closesAt: later(10), sittingsAllowed: 2 })
      expect((await world.start()).deadline).toBe(later(10))
      world.pass(10)
      expect(await startIs()).toBe('closed')
    },
    rests: async () => {
      await world.give()
      world.pass(100_000)
      expect(await startIs()).toBe('nothing')
    },
  },
  latePercent: {
    bites: async () => {
      await world.give({ dueAt: later(1), latePercent: 20 })
      world.pass(2)
      await sit()
      expect(await countingScore()).toBe(3.2)
    },
    rests: async () => {
      await world.give({ dueAt: later(1), latePercent: 20 })
      await sit()
      expect(await countingScore()).toBe(4)
    },
  },
  room: {
    bites: async () => {
      await world.give({ room: 'Office' })
      await world.start()
      expect((await world.services.rooms.board(world.people.tobias, 'office')).rows).toMatchObject([
        { name: 'Isla Quay', state: 'working' },
      ])
    },
    rests: async () => {
      await world.give()
      await world.start()
      expect((await world.services.rooms.list(world.people.asha)).rooms.map(({ people }) => people)).toEqual([0, 0])
    },
  },
  accessCode: {
    bites: async () => {
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
    rests: async () => {
      await world.give({ accessCode: 'SLIP-41' })
      expect(await startIs({ accessCode: ' slip-41 ' })).toBe('nothing')
      await world.give({}, { id: 'b' })
      expect(await refusalOf(world.start({}, 'b'))).toBe('nothing')
    },
  },
  codeFrom: {
    bites: async () => {
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
    rests: async () => {
      await world.give({ room: 'Office', accessCode: 'SLIP-41' })
      expect(await startIs({ accessCode: 'SLIP-41' })).toBe('nothing')
    },
  },
  admission: {
    bites: async () => {
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
    rests: async () => {
      await world.give({ room: 'Office' })
      expect(await startIs()).toBe('nothing')
      expect(await refusalOf(world.services.starting.wait(world.people.isla, 'a'))).toBe('no-admission')
    },
  },
  conditions: {
    bites: async () => {
      await world.give({ conditions: ['I work alone.'] })
      expect(await startIs()).toBe('conditions')
      expect(await startIs({ accepted: true })).toBe('nothing')
    },
    rests: async () => {
      await world.give()
      expect(await startIs()).toBe('nothing')
    },
  },
  details: {
    bites: async () => {
      await world.give({ details: [{ id: 'desk', label: 'Desk' }] })
      expect(await startIs({ details: { desk: ' ' } })).toBe('details-missing')
      const { id } = await world.start({ details: { desk: '12' } })
      await world.services.sittings.submit(world.people.isla, id)
      expect((await world.services.afterwards.response(world.people.isla, id)).events[0]?.[5]).toMatchObject({
        kind: 'started',
        details: { desk: '12' },
      })
    },
    rests: async () => {
      await world.give({ details: [{ id: 'desk', label: 'Desk', required: false }] })
      expect(await startIs()).toBe('nothing')
    },
  },
  systemCheck: {
    bites: async () => {
      await world.give({ systemCheck: true })
      expect(await startIs()).toBe('system-check')
      expect(await startIs({ systemCheck: { ...passed, passed: false, width: 700 } })).toBe('system-check')
      expect(await startIs({ systemCheck: passed })).toBe('nothing')
    },
    rests: async () => {
      await world.give()
      expect((await world.cover()).gates.systemCheck).toBe(false)
      expect(await startIs()).toBe('nothing')
    },
  },
  microphone: {
    bites: async () => {
      await world.give({ systemCheck: true, microphone: true })
      expect((await world.cover()).gates.microphone).toBe(true)
    },
    rests: async () => {
      await world.give({ systemCheck: true })
      expect((await world.cover()).gates.microphone).toBe(false)
    },
  },
  readingSeconds: {
    bites: async () => {
      await world.give({ readingSeconds: 30 })
      expect(await startIs()).toBe('still-reading')
      await world.services.starting.read(world.people.isla, 'a')
      world.pass(0.25)
      await world.services.starting.read(world.people.isla, 'a')
      expect((await world.cover()).gates.readingLeftMs).toBe(15_000)
      world.pass(0.25)
      expect(await startIs()).toBe('nothing')
    },
    rests: async () => {
      await world.give()
      expect((await world.cover()).gates.readingLeftMs).toBeNull()
      expect(await startIs()).toBe('nothing')
    },
  },
  after: {
    bites: async () => {
      await world.give({}, { id: 'before', paperId: 'counter-and-creditors' })
      await world.give({ after: 'before' })
      expect(await startIs()).toBe('finish-first')
      expect((await world.cover()).closedBecause).toBe('Finish “Counter and creditors” first.')
      const { id } = await world.start({}, 'before')
      expect(await startIs()).toBe('finish-first')
      await world.services.sittings.submit(world.people.isla, id)
      expect(await startIs()).toBe('nothing')
    },
    rests: async () => {
      await world.give({}, { id: 'before', paperId: 'counter-and-creditors' })
      await world.give()
      expect(await startIs()).toBe('nothing')
    },
  },
}

testSettings(beforeWork, proofs)
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
