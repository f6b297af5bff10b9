import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { allowanceFor, closingFor, adjustments } from '../../../core/assignment/adjustments'
import type { Adjustments } from '../../../core/assignment/adjustments'
import { aids } from '../../../core/paper/schema'
import type { SectionRules } from '../../../core/paper/schema'
import { testPairs } from '../../testing/pairs'
import type { Pair } from '../../testing/pairs'
import { accrual, checkAccrual, later, refusalOf, World } from '../../testing/world'

let world: World
beforeEach(async () => {
  world = await World.open()
})
afterEach(() => world.close())

const minutesOf = async (): Promise<number> => {
  const { startedAt, deadline } = await world.start()
  return (Date.parse(deadline) - Date.parse(startedAt)) / 60_000
}

/** Every adjustment of a person, where it bites and where it doesn't. */
const personal: Record<keyof Adjustments, Pair> = {
  timeFactor: {
    bites: [
      'a quarter more than 25 min is 31.25',
      async () => {
        await world.adjust({ timeFactor: 1.25 })
        await world.give()
        expect(await minutesOf()).toBe(31.25)
      },
    ],
    rests: [
      '25 min are 25 for everyone else',
      async () => {
        await world.adjust({ timeFactor: 2 }, 'piet')
        await world.give()
        expect(await minutesOf()).toBe(25)
      },
    ],
  },
  extraMinutes: {
    bites: [
      'ten more are 35',
      async () => {
        await world.adjust({ extraMinutes: 10 })
        await world.give()
        expect(await minutesOf()).toBe(35)
        expect(allowanceFor(25, adjustments.parse({ timeFactor: 1.5, extraMinutes: 10 }))).toBe(47.5 * 60_000)
      },
    ],
    rests: [
      'none are none',
      async () => {
        await world.give()
        expect(await minutesOf()).toBe(25)
      },
    ],
  },
  breakMinutes: {
    bites: [
      'the clock stands, work is refused, and the minutes run out',
      async () => {
        await world.adjust({ breakMinutes: 10 })
        await world.give()
        const { id } = await world.start()
        const { pace } = await world.services.sittings.rest(world.people.isla, id, true)
        expect(pace.paused).toMatchObject({ until: later(10) })
        expect(await refusalOf(world.send(id, accrual()))).toBe('paused')
        world.pass(4)
        expect((await world.services.sittings.rest(world.people.isla, id, false)).pace).toMatchObject({
          deadline: later(29),
          breakLeftMs: 360_000,
        })
        await world.services.sittings.rest(world.people.isla, id, true)
        world.pass(20)
        expect((await world.view(id)).pace).toMatchObject({ deadline: later(35), paused: null })
      },
    ],
    rests: [
      'there is no break to take',
      async () => {
        await world.give()
        const { id } = await world.start()
        expect(await refusalOf(world.services.sittings.rest(world.people.isla, id, true))).toBe('no-break')
      },
    ],
  },
  extraTries: {
    bites: [
      'three and two are five',
      async () => {
        await world.adjust({ extraTries: 2 })
        await world.give()
        const { id } = await world.start()
        expect((await world.send(id, accrual('wrong'), checkAccrual)).outcomes[1]?.verdict?.triesAllowed).toBe(5)
        expect((await world.cover()).tries).toEqual({ fewest: 5, most: 5 })
      },
    ],
    rests: [
      'three are three',
      async () => {
        await world.give()
        const { id } = await world.start()
        expect((await world.send(id, accrual('wrong'), checkAccrual)).outcomes[1]?.verdict?.triesAllowed).toBe(3)
      },
    ],
  },
  laterMinutes: {
    bites: [
      'an hour after closing it can still be sat',
      async () => {
        await world.adjust({ laterMinutes: 60 })
        await world.give({ closesAt: later(10) })
        world.pass(30)
        expect(await minutesOf()).toBe(25)
        expect(closingFor(later(10), { laterMinutes: 60 })).toBe(later(70))
      },
    ],
    rests: [
      'without it, it can’t',
      async () => {
        await world.give({ closesAt: later(10) })
        world.pass(30)
        expect(await refusalOf(world.start())).toBe('closed')
      },
    ],
  },
  textSize: shown('textSize', 'largest', 'usual'),
  theme: shown('theme', 'contrast', null),
  readingRuler: shown('readingRuler', true, false),
  aids: {
    bites: [
      'what is always theirs is there, and what never is isn’t, whatever the section says',
      async () => {
        await world.adjust({ aids: { 'time-value': true, 'calculator': false, 'rule-out': false, 'read-aloud': true } })
        await world.giveSections({
          aids: ['rule-out', 'mark-text'],
          tray: [{ kind: 'calculator', functions: 'basic' }],
        })
        const [section] = (await world.start()).sections
        expect(section).toMatchObject({ aids: ['mark-text', 'read-aloud'], tray: [{ kind: 'time-value' }] })
      },
    ],
    rests: [
      'aids are those of the section',
      async () => {
        await world.giveSections({ aids: ['rule-out'], tray: [{ kind: 'calculator', functions: 'basic' }] })
        const [section] = (await world.start()).sections
        expect(section).toMatchObject({ aids: ['rule-out'], tray: [{ kind: 'calculator', functions: 'basic' }] })
      },
    ],
  },
}

/** What only the bench makes use of, and the server hands to it. */
function shown<Name extends 'textSize' | 'theme' | 'readingRuler'>(
  name: Name,
  on: Adjustments[Name],
  off: Adjustments[Name],
): Pair {
  return {
    bites: [
      `the bench has ${String(on)}`,
      async () => {
        await world.adjust({ [name]: on })
        await world.give()
        expect((await world.start()).support[name]).toBe(on)
      },
    ],
    rests: [
      `the bench has ${String(off)}`,
      async () => {
        await world.give()
        expect((await world.start()).support[name]).toBe(off)
      },
    ],
  }
}

/** Every rule of a section, likewise. */
const sectioned: Omit<Record<keyof SectionRules, Pair>, 'id' | 'title'> = {
  minutes: {
    bites: [
      'its own time ends it, and the next begins',
      async () => {
        await world.giveSections({ minutes: 5 })
        const { id, sections } = await world.start()
        world.pass(6)
        expect((await world.view(id)).pace).toMatchObject({
          section: 'second',
          sections: [{ closed: 'time-up' }, { closed: null }],
        })
        const { outcomes } = await world.send(id, { kind: 'open', taskId: sections[0]!.tasks[0]! })
        expect(outcomes[0]).toMatchObject({ status: 'refused', refusal: 'The time of “First” is up.' })
      },
    ],
    rests: [
      'the paper’s time is shared',
      async () => {
        await world.giveSections()
        const { id } = await world.start()
        world.pass(6)
        expect((await world.view(id)).pace.sections).toMatchObject([{ closed: null, leftMs: null }, { closed: null }])
      },
    ],
  },
  movement: {
    bites: [
      'one-way: it is left for good',
      async () => {
        await world.giveSections({ movement: 'one-way' })
        const { id, sections } = await world.start()
        const { tasks } = await world.services.plans.find('sections', 1)
        const { outcomes, pace } = await world.send(
          id,
          { kind: 'open', taskId: tasks[2]!.task.id },
          { kind: 'leave', sectionId: 'first' },
          { kind: 'open', taskId: sections[0]!.tasks[0]! },
        )
        expect(outcomes.map(({ status }) => status)).toEqual(['refused', 'accepted', 'refused'])
        expect(pace.section).toBe('second')
      },
    ],
    rests: [
      'free: there and back',
      async () => {
        await world.giveSections()
        const { id, sections } = await world.start()
        const { outcomes } = await world.send(
          id,
          { kind: 'open', taskId: sections[1]!.tasks[0]! },
          { kind: 'open', taskId: sections[0]!.tasks[0]! },
        )
        expect(outcomes.map(({ status }) => status)).toEqual(['accepted', 'accepted'])
      },
    ],
  },
  order: {
    bites: [
      'shuffled: by a seed in the log, which the trainee doesn’t see before the end',
      async () => {
        await world.giveSections({ order: 'shuffled' })
        const view = await world.start()
        world.restart()
        expect((await world.view(view.id)).sections).toEqual(view.sections)
        expect(JSON.stringify(await world.view(view.id))).not.toContain('seed')
        await world.services.sittings.submit(world.people.isla, view.id)
        expect((await world.services.afterwards.response(world.people.isla, view.id)).events[0]?.[5].seed).toBeTypeOf(
          'number',
        )
      },
    ],
    rests: [
      'fixed: as written, without a seed',
      async () => {
        await world.giveSections()
        const { id, sections } = await world.start()
        expect(sections[0]?.tasks).toEqual(['counter-and-club', 'paint-on-account'])
        await world.services.sittings.submit(world.people.isla, id)
        expect((await world.services.afterwards.response(world.people.isla, id)).events[0]?.[5].seed).toBeUndefined()
      },
    ],
  },
  draw: {
    bites: [
      'one of two tasks, and only its points',
      async () => {
        await world.giveSections({ draw: 1 })
        const { id, tasks, sections } = await world.start()
        expect(sections[0]?.tasks).toHaveLength(1)
        await world.services.sittings.submit(world.people.isla, id)
        const result = await world.services.results.of(world.people.isla, id)
        expect(result.tasks.map(task => task.id)).toEqual(tasks.map(task => task.id))
        expect(await world.cover()).toMatchObject({ tasks: 3, exactPoints: false })
      },
    ],
    rests: [
      'all of them',
      async () => {
        await world.giveSections()
        expect((await world.start()).tasks).toHaveLength(4)
        expect((await world.cover()).exactPoints).toBe(true)
      },
    ],
  },
  perPage: {
    bites: [
      'two on a page',
      async () => {
        await world.giveSections({ perPage: 2 })
        expect((await world.start()).sections.map(({ perPage }) => perPage)).toEqual([2, 1])
      },
    ],
    rests: [
      'one on a page',
      async () => {
        await world.giveSections()
        expect((await world.start()).sections.map(({ perPage }) => perPage)).toEqual([1, 1])
      },
    ],
  },
  aids: {
    bites: [
      'without it, options can’t be ruled out',
      async () => {
        await world.giveSections({ aids: [] })
        expect((await world.start()).sections[0]?.aids).toEqual([])
      },
    ],
    rests: [
      'they can',
      async () => {
        await world.giveSections()
        expect((await world.start()).sections[0]?.aids).toEqual([...aids])
      },
    ],
  },
  tray: {
    bites: [
      'a calculator in one section',
      async () => {
        await world.giveSections({ tray: [{ kind: 'calculator', functions: 'scientific' }] })
        expect((await world.start()).sections.map(({ tray }) => tray.length)).toEqual([1, 0])
        expect((await world.cover()).tray).toEqual(['a scientific calculator'])
      },
    ],
    rests: [
      'nothing in the other',
      async () => {
        await world.giveSections()
        expect((await world.cover()).tray).toEqual([])
      },
    ],
  },
}

testPairs(personal, 'adjustment ')

testPairs(sectioned, 'section rule ')

describe('adjusting', () => {
  it('is stored, audited with its reason, and holds from the next sitting on', async () => {
    await world.give({ sittingsAllowed: 2 })
    const { id, deadline } = await world.start()
    await world.services.adjusting.put(
      world.people.marit,
      'isla',
      adjustments.parse({ extraMinutes: 5 }),
      'letter of 3 November',
    )
    expect((await world.view(id)).deadline).toBe(deadline)
    await world.services.sittings.submit(world.people.isla, id)
    expect((await world.start()).deadline).toBe(later(30))
    expect((await world.services.audit.page(world.people.asha)).entries[0]).toMatchObject({
      who: 'Marit Feld',
      action: 'adjust',
      subject: 'Isla Quay',
      detail: '5 min more time: letter of 3 November',
    })
  })

  it('is of trainees alone', async () => {
    expect(
      await refusalOf(world.services.adjusting.put(world.people.marit, 'tobias', adjustments.parse({}), 'x')),
    ).toBe('not-found')
  })
})
