import { afterEach, beforeEach, expect } from 'vitest'
import { settingsOf } from '../../../core/assignment/settings'
import { afterwards } from '../../../core/assignment/settings/afterwards'
import { work } from '../../../core/assignment/settings/work'
import type { AssignmentSettingsInput } from '../../../core/assignment/settings'
import { testSettings } from '../../testing/pairs'
import type { Proof } from '../../testing/pairs'
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

const fromWorkOn = { ...work, ...afterwards }
const proofs: Record<keyof typeof fromWorkOn, Proof> = {
  resume: {
    bites: async () => {
      await world.give({ resume: false })
      const { id } = await world.start()
      expect(await world.services.sittings.submit(world.people.isla, id, { leaving: true })).toMatchObject({
        how: 'left',
      })
    },
    rests: async () => {
      await world.give()
      const { id } = await world.start()
      expect(await refusalOf(world.services.sittings.submit(world.people.isla, id, { leaving: true }))).toBe(
        'may-come-back',
      )
      expect((await world.view(id)).state).toBe('running')
    },
  },
  secondWindow: {
    bites: async () => {
      await world.give({ secondWindow: false })
      expect((await world.cover()).settings.secondWindow).toBe(false)
      expect((await world.start()).rules.secondWindow).toBe(false)
    },
    rests: async () => {
      await world.give()
      expect((await world.start()).rules.secondWindow).toBe(true)
    },
  },
  handInFromMinute: {
    bites: async () => {
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
    rests: async () => {
      await world.give()
      expect((await world.after(await sit())).how).toBe('handed-in')
    },
  },
  sign: {
    bites: async () => {
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
    rests: async () => {
      await world.give()
      expect((await world.after(await sit())).signedAs).toBeNull()
    },
  },
  contact: {
    bites: async () => {
      await world.give({ contact: 'Tobias Reed, front desk' })
      expect([(await world.cover()).settings.contact, (await world.start()).rules.contact]).toEqual([
        'Tobias Reed, front desk',
        'Tobias Reed, front desk',
      ])
    },
    rests: async () => {
      await world.give()
      expect((await world.cover()).settings.contact).toBe('your trainer')
    },
  },
  rules: {
    bites: async () => {
      await world.give({ rules: { tries: 1 } })
      const { id } = await world.start()
      const { outcomes } = await world.send(id, accrual('wrong'), checkAccrual)
      expect(outcomes[1]?.verdict).toMatchObject({ status: 'out-of-tries', triesAllowed: 1 })
    },
    rests: async () => {
      await world.give()
      const { id } = await world.start()
      expect((await world.send(id, accrual('wrong'), checkAccrual)).outcomes[1]?.verdict).toMatchObject({
        status: 'open',
        triesAllowed: 3,
      })
    },
  },
  results: {
    bites: async () => {
      await world.give({ results: 'after-release' })
      const id = await sit()
      expect(await refusalOf(world.services.results.of(world.people.isla, id))).toBe('result-held')
      expect((await world.services.skills.report(world.people.isla)).criteria).toBe(0)
      await world.services.assigning.act(world.people.marit, 'a', { act: 'release' })
      expect((await world.services.results.of(world.people.isla, id)).score).toBe(4)
    },
    rests: async () => {
      await world.give()
      expect((await world.services.results.of(world.people.isla, await sit())).score).toBe(4)
    },
  },
  resultsAt: {
    bites: async () => {
      await world.give({ results: 'on-date', resultsAt: later(60) })
      const id = await sit()
      expect(await refusalOf(world.services.results.of(world.people.isla, id))).toBe('result-held')
      expect((await world.after(id)).result).toEqual({ shown: false, from: later(60) })
    },
    rests: async () => {
      await world.give({ results: 'on-date', resultsAt: later(60) })
      const id = await sit()
      world.pass(60)
      expect((await world.services.results.of(world.people.isla, id)).score).toBe(4)
    },
  },
  answers: {
    bites: async () => {
      await world.give({ answers: false })
      const result = await world.services.results.of(world.people.isla, await sit())
      expect(JSON.stringify(result)).not.toMatch(/expected|feedback/)
    },
    rests: async () => {
      await world.give()
      const result = await world.services.results.of(world.people.isla, await sit())
      expect(result.tasks[0]?.steps[0]?.criteria[0]?.expected).not.toBe('')
    },
  },
  markers: {
    bites: async () => {
      await sitWritten({ markers: 2 })
      expect((await world.services.marking.overview()).parts[0]?.markers).toBe(2)
    },
    rests: async () => {
      await sitWritten({})
      expect((await world.services.marking.overview()).parts[0]?.markers).toBe(1)
    },
  },
  namesHidden: {
    bites: async () => {
      await sitWritten({ namesHidden: true })
      expect(JSON.stringify(await written())).not.toContain('Isla')
    },
    rests: async () => {
      await sitWritten({})
      expect((await written()).answers[0]?.name).toBe('Isla Quay')
    },
  },
  optional: {
    bites: async () => {
      await world.give({ optional: true, unit: 'Unit 3' })
      const id = await sit()
      expect((await world.after(id)).credit).toMatchObject({ unit: 'Unit 3', decided: null })
      await world.services.afterwards.credit(world.people.isla, id, true)
      expect((await world.services.marks.book()).rows[0]?.cells[0]?.credit).toBe('claimed')
      await world.services.afterwards.credit(world.people.isla, id, false)
      expect((await world.after(id)).credit?.decided).toBe('declined')
    },
    rests: async () => {
      await world.give()
      expect(await refusalOf(world.services.afterwards.credit(world.people.isla, await sit(), true))).toBe(
        'not-optional',
      )
    },
  },
  unit: {
    bites: async () => {
      expect(() => settingsOf({ optional: true })).toThrow(/which unit/)
    },
    rests: async () => {
      expect(settingsOf({}).unit).toBe('')
    },
  },
  rating: {
    bites: async () => {
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
    rests: async () => {
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
  },
  evidence: {
    bites: async () => {
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
    rests: async () => {
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
  },
}

testSettings(fromWorkOn, proofs)
