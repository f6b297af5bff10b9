import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import type { AssignmentSettingsInput } from '../../../core/assignment/settings'
import { givenMark } from '../../../core/marking/desk'
import type { DeskAct } from '../../../core/marking/desk'
import { STRANDS } from '../../../core/sitting/strands'
import type { Person } from '../../db/people'
import { refusalOf, World } from '../../testing/world'

const TASK = 'winter-store'
const TEXT = 'No. Eleven dinghies need 66 m² and bring £990; three boats bring £1,290 less £210 for lifting.'
let world: World
beforeEach(async () => {
  world = await World.open()
})
afterEach(() => world.close())

const desk = () => world.services.marking
const points = (figures: number, advice: number, comment = ''): DeskAct => ({
  kind: 'marked',
  given: givenMark.parse({ points: { figures, advice }, comment }),
})
const answered = (part: string, answer: unknown) =>
  ({ kind: 'op', taskId: TASK, op: { type: 'answer', part, answer } }) as const

/** Isla sits the winter plan, with a number right and a text written, and hands it in. */
async function sat(settings: AssignmentSettingsInput = {}, text = TEXT): Promise<string> {
  await world.give(settings, { paperId: 'winter-plan' })
  const { id } = await world.start()
  await world.send(id, answered('boats', { text: '36', decimal: '.' }), answered('dinghies', text))
  await world.services.sittings.submit(world.people.isla, id)
  return id
}
const act = (sittingId: string, what: DeskAct, who: Person = world.people.marit) =>
  desk().act(who, 'a', TASK, 'dinghies', { sittingId, act: what })
const result = (id: string, who: Person = world.people.isla) => world.services.results.of(who, id)
const sums = async (id: string) => {
  const { score, waiting, outOf } = await result(id)
  return { score, waiting, outOf }
}

describe('an answer that a person marks', () => {
  it('waits, counts once it is released, and not before', async () => {
    const id = await sat()
    // The number is 2.00 of 29.00, the text is worth 7.00, and how it is worded 2.00.
    expect(await sums(id)).toEqual({ score: 2, waiting: 9, outOf: 29 })
    const [part] = (await desk().overview()).parts
    expect(part).toMatchObject({ stepId: 'dinghies', answers: 1, states: { 'to-mark': 1 } })
    expect((await desk().overview()).trainees).toMatchObject([
      { sittingId: id, name: 'Isla Quay', parts: [{ stepId: 'dinghies', state: 'to-mark' }, { stepId: 'wording' }] },
    ])
    await act(id, points(300, 150, 'Mention the Trust.'))
    expect((await desk().overview()).trainees[0]!.parts.map(({ state }) => state)).toEqual(['ready', 'to-mark'])
    expect(await sums(id)).toEqual({ score: 2, waiting: 9, outOf: 29 })
    expect(JSON.stringify(await result(id))).not.toContain('Mention the Trust')
    expect(await desk().release(world.people.marit, 'a')).toBe(1)
    expect(await sums(id)).toEqual({ score: 6.5, waiting: 2, outOf: 29 })
    const step = (await result(id)).tasks[0]!.steps.find(one => one.id === 'dinghies')!
    expect(step).toMatchObject({ status: 'marked', points: 4.5, marked: { work: { answer: TEXT } } })
    expect(step.criteria.map(one => one.points)).toEqual([3, 1.5])
    // Three points are a level, a point and a half are none.
    expect(step.criteria.map(one => one.found)).toEqual([
      'Compares both, with one slip in the figures or with lifting left out.',
      'Marked by a person.',
    ])
    expect(step.marked?.given.comment).toBe('Mention the Trust.')
  })

  it('goes into the marks book, the evidence for skills and the audit log', async () => {
    const id = await sat()
    const cell = async () => (await world.services.marks.book()).rows[0]!.cells[0]!
    expect(await cell()).toMatchObject({ score: 2, waiting: 9 })
    await act(id, points(400, 0))
    await desk().release(world.people.marit, 'a')
    expect(await cell()).toMatchObject({ score: 6, waiting: 2 })
    const evidence = await world.db('evidence').where({ sitting_id: id, step_id: 'dinghies' }).orderBy('criterion_id')
    expect(evidence.map(({ criterion_id: criterion, points: got }) => [criterion, got])).toEqual([
      ['advice', 0],
      ['figures', 400],
    ])
    const { entries, intact } = await world.services.audit.page(world.people.asha)
    expect(intact).toBe(true)
    expect(entries.map(({ action, detail }) => `${action}: ${detail}`)).toEqual([
      'release-marks: The winter plan: 1',
      expect.stringMatching(/^mark: marked: [A-Z].*, step \d+, figures 4\.00, advice 0\.00$/),
    ])
  })

  it('keeps its mark and its points through a start of the server, and marks again', async () => {
    const id = await sat()
    await act(id, points(200, 200))
    await desk().release(world.people.marit, 'a')
    world.restart()
    expect(await sums(id)).toEqual({ score: 6, waiting: 2, outOf: 29 })
    await act(id, points(400, 300))
    expect(await sums(id)).toMatchObject({ score: 6 })
    await desk().release(world.people.marit, 'a')
    expect(await sums(id)).toMatchObject({ score: 9 })
    expect(await desk().release(world.people.marit, 'a')).toBe(0)
  })

  it('can be taken back by who marked it', async () => {
    const id = await sat()
    await act(id, points(200, 200))
    const back = await act(id, { kind: 'taken-back' })
    expect(back).toMatchObject({ state: 'to-mark', mine: null })
    expect(await refusalOf(act(id, { kind: 'taken-back' }))).toBe('no-mark')
  })

  it.each([
    ['too many points', points(401, 0)],
    ['a criterion left out', { kind: 'marked', given: givenMark.parse({ points: { figures: 1 } }) }],
    ['nothing to settle', { kind: 'settled', given: givenMark.parse({ points: { figures: 1, advice: 1 } }) }],
    ['a release by hand', { kind: 'released', given: givenMark.parse({ points: { figures: 1, advice: 1 } }) }],
    ['a reply from the desk', { kind: 'replied', text: 'Thanks.' }],
    ['an answer to nothing', { kind: 'answered', text: 'Thanks.' }],
  ] as [string, DeskAct][])('refuses %s', async (_, what) => {
    expect(await refusalOf(act(await sat(), what))).toBe('no-mark')
  })

  it('isn’t there where nothing was written, in another part, or in another assignment', async () => {
    await world.give({}, { paperId: 'winter-plan' })
    const { id } = await world.start()
    await world.send(id, answered('boats', { text: '36', decimal: '.' }))
    const settle = { kind: 'settle', taskId: TASK, stepId: 'dinghies' } as const
    expect((await world.send(id, settle)).outcomes[0]?.refusal).toMatch(/^Nothing was answered here yet/)
    await world.services.sittings.submit(world.people.isla, id)
    expect(await sums(id)).toEqual({ score: 2, waiting: 0, outOf: 29 })
    expect(await refusalOf(act(id, points(0, 0)))).toBe('not-found')
    expect(await refusalOf(desk().part(world.people.marit, 'a', TASK, 'boats'))).toBe('not-found')
    expect(await refusalOf(desk().part(world.people.marit, 'b', TASK, 'dinghies'))).toBe('not-found')
    expect((await desk().overview()).parts).toEqual([])
  })

  it('that was opened again and changed is another answer: its marks don’t hold for it', async () => {
    const id = await sat({ room: 'Office' })
    await act(id, points(400, 300))
    await desk().release(world.people.marit, 'a')
    const { services, people } = world
    await services.assigning.act(people.marit, 'a', { act: 'reopen', sittingId: id, minutes: 5, reason: 'power' })
    await world.send(id, answered('dinghies', 'Yes.'))
    await services.sittings.submit(people.isla, id)
    expect(await sums(id)).toMatchObject({ score: 2, waiting: 9 })
    const part = await desk().part(people.marit, 'a', TASK, 'dinghies')
    expect(part.answers[0]).toMatchObject({ state: 'to-mark', mine: null, work: { answer: 'Yes.' } })
  })
})

describe('two markers', () => {
  it('see each other’s mark only once both have marked; a difference is settled', async () => {
    const id = await sat({ markers: 2 })
    const { marit, asha } = world.people
    expect(await act(id, points(400, 300))).toMatchObject({ state: 'one-more', others: [] })
    const seen = await desk().part(asha, 'a', TASK, 'dinghies')
    expect(seen.answers[0]).toMatchObject({ state: 'one-more', mine: null, others: [] })
    expect(await desk().release(marit, 'a')).toBe(0)
    const differs = await act(id, points(200, 300), asha)
    expect(differs).toMatchObject({ state: 'differs', others: [{ by: 'Marit Feld' }] })
    const given = givenMark.parse({ points: { figures: 300, advice: 300 } })
    expect(await act(id, { kind: 'settled', given }, asha)).toMatchObject({ state: 'ready', holds: given })
    await desk().release(asha, 'a')
    expect(await sums(id)).toEqual({ score: 8, waiting: 2, outOf: 29 })
  })
})

describe('a trainee', () => {
  it('replies to a released mark once, and is answered once', async () => {
    const id = await sat()
    const reply = (text = 'It stands in the last sentence.', who = world.people.isla) =>
      refusalOf(desk().reply(who, id, TASK, 'dinghies', text))
    await act(id, points(300, 150))
    expect(await reply()).toBe('not-found')
    await desk().release(world.people.marit, 'a')
    expect(await reply('Mine?', world.people.piet)).toBe('not-found')
    expect(await reply()).toBe('nothing')
    expect(await reply('And another thing.')).toBe('replied')
    expect((await desk().overview()).parts[0]).toMatchObject({ replies: 1 })
    await act(id, { kind: 'answered', text: 'So it does: marked otherwise.' })
    expect(await refusalOf(act(id, { kind: 'answered', text: 'Again.' }))).toBe('no-mark')
    const step = (await result(id)).tasks[0]!.steps.find(one => one.id === 'dinghies')
    expect(step?.marked).toMatchObject({
      reply: 'It stands in the last sentence.',
      answered: 'So it does: marked otherwise.',
    })
  })

  it('sees no mark while the results of the paper are held', async () => {
    const id = await sat({ results: 'after-release' })
    await act(id, points(300, 150))
    await desk().release(world.people.marit, 'a')
    expect(await refusalOf(result(id))).toBe('result-held')
    expect(await refusalOf(desk().reply(world.people.isla, id, TASK, 'dinghies', 'Hm.'))).toBe('not-found')
    expect((await result(id, world.people.marit)).score).toBe(6.5)
  })
})

describe('the log of the desk', () => {
  it('takes no change and no removal', async () => {
    const id = await sat()
    await act(id, points(300, 150))
    await expect(world.db('desk_entries').update({ act: '{}' })).rejects.toThrow(/only added to/)
    await expect(world.db('desk_entries').delete()).rejects.toThrow(/only added to/)
  })
})

describe('a strand', () => {
  const strand = (sittingId: string, points: number) =>
    desk().act(world.people.marit, 'a', STRANDS, 'wording', {
      sittingId,
      act: { kind: 'marked', given: givenMark.parse({ points: { wording: points } }) },
    })

  it('is marked over what it is about, and is a part like others: at the desk, in totals, in the result', async () => {
    const id = await sat()
    const part = await desk().part(world.people.marit, 'a', STRANDS, 'wording')
    expect(part.criteria).toMatchObject([{ id: 'wording', outOf: 2, levels: [{ points: 2 }, {}, {}] }])
    expect(part.answers[0]!.works.map(({ work }) => work.answer)).toEqual([TEXT])
    await strand(id, 100)
    await act(id, points(300, 150))
    expect(await sums(id)).toEqual({ score: 2, waiting: 9, outOf: 29 })
    expect(await desk().release(world.people.marit, 'a')).toBe(2)
    expect(await sums(id)).toEqual({ score: 7.5, waiting: 0, outOf: 29 })
    const task = (await result(id)).tasks.at(-1)!
    expect(task).toMatchObject({ id: STRANDS, title: 'Across the paper', score: 1, outOf: 2 })
    expect(task.steps[0]).toMatchObject({ status: 'marked', marked: { work: null } })
    expect(task.steps[0]!.criteria[0]!.found).toBe('Understood, with detours or with figures left out.')
  })

  it('waits for nobody where nothing waits for a person, and takes no more than it is worth', async () => {
    const id = await sat()
    expect(await refusalOf(strand(id, 300))).toBe('no-mark')
    await world.give({}, { id: 'b', paperId: 'winter-plan' })
    const { id: other } = await world.start({}, 'b')
    await world.send(other, answered('boats', { text: '36', decimal: '.' }))
    await world.services.sittings.submit(world.people.isla, other)
    expect(await sums(other)).toEqual({ score: 2, waiting: 0, outOf: 29 })
  })

  it('isn’t a task of the sitting: nothing can be done in it', async () => {
    await world.give({}, { paperId: 'winter-plan' })
    const { id, tasks } = await world.start()
    expect(tasks.map(task => task.id)).toEqual([TASK])
    expect(await refusalOf(world.send(id, { kind: 'open', taskId: STRANDS }))).toBe('not-for-this-paper')
  })
})
