import { afterEach, beforeEach, expect } from 'vitest'
import { settingsOf } from '../../../core/assignment/settings'
import type { AssignmentSettings, AssignmentSettingsInput } from '../../../core/assignment/settings'
import { testPairs } from '../../testing/pairs'
import type { BeforeWork, Pair } from '../../testing/pairs'
import { accrual, checkAccrual, later, refusalOf, World } from '../../testing/world'
import { pdf, plainJpeg } from '../../testing/files'

/** The settings that bite from the start of the work on; those before it stand in settings.test.ts. */
let world: World
beforeEach(async () => {
  world = await World.open()
})
afterEach(() => world.close())

const sit = (how: 'right' | 'wrong' = 'right'): Promise<string> => world.sit(how)

/** Isla hands in the winter plan with one text in it. */
async function sitWritten(given: AssignmentSettingsInput): Promise<void> {
  await world.give(given, { paperId: 'winter-plan' })
  const { id } = await world.start()
  const op = { type: 'answer', part: 'dinghies', answer: 'No: they bring less than three boats do.' }
  await world.send(id, { kind: 'op', taskId: 'winter-store', op })
  await world.services.sittings.submit(world.people.isla, id)
}
const written = () => world.services.marking.part(world.people.marit, 'a', 'winter-store', 'dinghies')

const settings: Omit<Record<keyof AssignmentSettings, Pair>, BeforeWork> = {
  resume: {
    bites: [
      'without it, leaving ends the sitting',
      async () => {
        await world.give({ resume: false })
        const { id } = await world.start()
        expect(await world.services.sittings.submit(world.people.isla, id, { leaving: true })).toMatchObject({
          how: 'left',
        })
      },
    ],
    rests: [
      'with it, leaving ends nothing',
      async () => {
        await world.give()
        const { id } = await world.start()
        expect(await refusalOf(world.services.sittings.submit(world.people.isla, id, { leaving: true }))).toBe(
          'may-come-back',
        )
        expect((await world.view(id)).state).toBe('running')
      },
    ],
  },
  secondWindow: {
    bites: [
      'cover and bench say that no other window may be open',
      async () => {
        await world.give({ secondWindow: false })
        expect((await world.cover()).secondWindow).toBe(false)
        expect((await world.start()).rules.secondWindow).toBe(false)
      },
    ],
    rests: [
      'they say that others may',
      async () => {
        await world.give()
        expect((await world.start()).rules.secondWindow).toBe(true)
      },
    ],
  },
  handInFromMinute: {
    bites: [
      'not before, pauses left out',
      async () => {
        await world.give({ handInFromMinute: 5, room: 'Office' })
        const { id, rules } = await world.start()
        expect(rules.handInFrom).toBe(later(5))
        const submit = () => refusalOf(world.services.sittings.submit(world.people.isla, id))
        await world.services.rooms.act(world.people.tobias, 'office', { act: 'pause', sittings: [id], reason: 'drill' })
        world.pass(5)
        await world.services.rooms.act(world.people.tobias, 'office', { act: 'resume', sittings: [id] })
        expect(await submit()).toBe('too-early')
        world.pass(5)
        expect(await submit()).toBe('nothing')
      },
    ],
    rests: [
      'at any time',
      async () => {
        await world.give()
        expect((await world.after(await sit())).how).toBe('handed-in')
      },
    ],
  },
  sign: {
    bites: [
      'the own name is typed, and stands on the receipt',
      async () => {
        await world.give({ sign: true })
        const { id } = await world.start()
        const submit = (signedAs?: string) =>
          refusalOf(world.services.sittings.submit(world.people.isla, id, signedAs === undefined ? {} : { signedAs }))
        expect([await submit(), await submit('Piet Moor'), await submit('  isla   QUAY ')]).toEqual([
          'sign',
          'sign',
          'nothing',
        ])
        expect((await world.after(id)).signedAs).toBe('Isla Quay')
      },
    ],
    rests: [
      'no name is asked',
      async () => {
        await world.give()
        expect((await world.after(await sit())).signedAs).toBeNull()
      },
    ],
  },
  contact: {
    bites: [
      'cover and bench say whom to ask',
      async () => {
        await world.give({ contact: 'Tobias Reed, front desk' })
        expect([(await world.cover()).contact, (await world.start()).rules.contact]).toEqual([
          'Tobias Reed, front desk',
          'Tobias Reed, front desk',
        ])
      },
    ],
    rests: [
      'the trainer, unless somebody is named',
      async () => {
        await world.give()
        expect((await world.cover()).contact).toBe('your trainer')
      },
    ],
  },
  rules: {
    bites: [
      'they hold instead of the paper’s',
      async () => {
        await world.give({ rules: { tries: 1 } })
        const { id } = await world.start()
        const { outcomes } = await world.send(id, accrual('wrong'), checkAccrual)
        expect(outcomes[1]?.verdict).toMatchObject({ status: 'out-of-tries', triesAllowed: 1 })
      },
    ],
    rests: [
      'the paper’s hold',
      async () => {
        await world.give()
        const { id } = await world.start()
        expect((await world.send(id, accrual('wrong'), checkAccrual)).outcomes[1]?.verdict).toMatchObject({
          status: 'open',
          triesAllowed: 3,
        })
      },
    ],
  },
  results: {
    bites: [
      'held until they are released',
      async () => {
        await world.give({ results: 'after-release' })
        const id = await sit()
        expect(await refusalOf(world.services.results.of(world.people.isla, id))).toBe('result-held')
        expect((await world.services.skills.report(world.people.isla)).criteria).toBe(0)
        await world.services.assigning.act(world.people.marit, 'a', { act: 'release' })
        expect((await world.services.results.of(world.people.isla, id)).score).toBe(4)
      },
    ],
    rests: [
      'shown at once',
      async () => {
        await world.give()
        expect((await world.services.results.of(world.people.isla, await sit())).score).toBe(4)
      },
    ],
  },
  resultsAt: {
    bites: [
      'held until the date',
      async () => {
        await world.give({ results: 'on-date', resultsAt: later(60) })
        const id = await sit()
        expect(await refusalOf(world.services.results.of(world.people.isla, id))).toBe('result-held')
        expect((await world.after(id)).result).toEqual({ shown: false, from: later(60) })
      },
    ],
    rests: [
      'shown from then on',
      async () => {
        await world.give({ results: 'on-date', resultsAt: later(60) })
        const id = await sit()
        world.pass(60)
        expect((await world.services.results.of(world.people.isla, id)).score).toBe(4)
      },
    ],
  },
  answers: {
    bites: [
      'without them the result says nothing of what was expected',
      async () => {
        await world.give({ answers: false })
        const result = await world.services.results.of(world.people.isla, await sit())
        expect(JSON.stringify(result)).not.toMatch(/expected|feedback/)
      },
    ],
    rests: [
      'with them it does',
      async () => {
        await world.give()
        const result = await world.services.results.of(world.people.isla, await sit())
        expect(result.tasks[0]?.steps[0]?.criteria[0]?.expected).not.toBe('')
      },
    ],
  },
  markers: {
    bites: [
      'two people mark each answer that waits',
      async () => {
        await sitWritten({ markers: 2 })
        expect((await world.services.marking.overview()).parts[0]?.markers).toBe(2)
      },
    ],
    rests: [
      'one does',
      async () => {
        await sitWritten({})
        expect((await world.services.marking.overview()).parts[0]?.markers).toBe(1)
      },
    ],
  },
  namesHidden: {
    bites: [
      'markers don’t see whose answer it is',
      async () => {
        await sitWritten({ namesHidden: true })
        expect(JSON.stringify(await written())).not.toContain('Isla')
      },
    ],
    rests: [
      'they see it',
      async () => {
        await sitWritten({})
        expect((await written()).answers[0]?.name).toBe('Isla Quay')
      },
    ],
  },
  optional: {
    bites: [
      'the trainee decides whether it counts, and the marks book shows it',
      async () => {
        await world.give({ optional: true, unit: 'Unit 3' })
        const id = await sit()
        expect((await world.after(id)).credit).toMatchObject({ unit: 'Unit 3', decided: null })
        await world.services.afterwards.credit(world.people.isla, id, true)
        expect((await world.services.marks.book()).rows[0]?.cells[0]?.credit).toBe('claimed')
        await world.services.afterwards.credit(world.people.isla, id, false)
        expect((await world.after(id)).credit?.decided).toBe('declined')
      },
    ],
    rests: [
      'there is nothing to decide',
      async () => {
        await world.give()
        expect(await refusalOf(world.services.afterwards.credit(world.people.isla, await sit(), true))).toBe(
          'not-optional',
        )
      },
    ],
  },
  unit: {
    bites: [
      'an optional paper has to name one',
      async () => {
        expect(() => settingsOf({ optional: true })).toThrow(/which unit/)
      },
    ],
    rests: [
      'another one needn’t',
      async () => {
        expect(settingsOf({}).unit).toBe('')
      },
    ],
  },
  rating: {
    bites: [
      'it is asked, taken, and goes to the trainer',
      async () => {
        await world.give({ rating: true })
        const id = await sit()
        await world.services.afterwards.rate(world.people.isla, id, {
          effort: 4,
          clarity: 5,
          time: 2,
          words: 'Too many invoices.',
        })
        expect((await world.services.assigning.progress('a')).ratings).toEqual({
          count: 1,
          effort: 4,
          clarity: 5,
          time: 2,
          words: ['Too many invoices.'],
        })
      },
    ],
    rests: [
      'it isn’t asked, and not taken',
      async () => {
        await world.give()
        expect(
          await refusalOf(
            world.services.afterwards.rate(world.people.isla, await sit(), {
              effort: 1,
              clarity: 1,
              time: 1,
              words: '',
            }),
          ),
        ).toBe('no-rating')
      },
    ],
  },
  evidence: {
    bites: [
      'so many files of such a size, of the right types, in time',
      async () => {
        await world.give({ evidence: { minutes: 30, files: 2, megabytes: 1 } })
        const id = await sit()
        const upload = (content: Buffer) =>
          refusalOf(world.services.afterwards.upload(world.people.isla, id, 'a.pdf', world.arriving(content)))
        const document = await pdf()
        expect(await upload(Buffer.from('MZ, says it is a PDF'))).toBe('wrong-type')
        expect(await upload(Buffer.concat([document, Buffer.alloc(1_000_001)]))).toBe('too-large')
        expect([await upload(document), await upload(document), await upload(document)]).toEqual([
          'nothing',
          'nothing',
          'enough-files',
        ])
        const [first] = (await world.after(id)).evidence!.uploads
        await world.services.afterwards.takeAway(world.people.isla, id, first!.id)
        expect(await upload(plainJpeg())).toBe('nothing')
        world.pass(30)
        expect(await refusalOf(world.services.afterwards.takeAway(world.people.isla, id, first!.id))).toBe('too-late')
      },
    ],
    rests: [
      'none is asked, and none taken',
      async () => {
        await world.give()
        expect(
          await refusalOf(
            world.services.afterwards.upload(
              world.people.isla,
              await sit(),
              'a.pdf',
              world.arriving(Buffer.from('%PDF-')),
            ),
          ),
        ).toBe('no-evidence')
      },
    ],
  },
}

testPairs(settings)
