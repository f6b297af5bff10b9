import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { settingsOf } from '../../../core/assignment/settings'
import { courseRequest } from '../../../core/wire/assigning'
import { assignmentsIn } from '../../db/assignments'
import { coursesIn } from '../../db/groups'
import { later, refusalOf, World } from '../../testing/world'

let world: World
beforeEach(async () => {
  world = await World.open()
  for (const [id, trial] of [
    ['trial', true],
    ['whole', false],
  ] as const)
    await coursesIn(world.db).add({ id, title: id, about: '', inviteCode: `CODE-${id}`, trial })
  await world.services.assigning.give(world.people.marit, {
    paperId: 'counter-and-creditors',
    people: [],
    cohorts: [],
    courseId: 'trial',
    settings: settingsOf({ sittingsAllowed: 2 }),
  })
})
afterEach(() => world.close())

const papers = async (): Promise<string[]> =>
  (await world.services.work.list(world.people.isla)).map(({ paperTitle }) => paperTitle)

describe('a course of study', () => {
  it('is joined by its code, in any case of letters, and brings its papers', async () => {
    expect(await papers()).toEqual([])
    expect(await world.services.courses.join(world.people.isla, ' code-TRIAL ')).toMatchObject({
      title: 'trial',
      papers: 1,
    })
    expect(await papers()).toEqual(['Counter and creditors'])
    expect((await world.services.work.list(world.people.isla))[0]?.course).toBe('trial')
  })

  it('gives papers that come later to whoever has joined', async () => {
    await world.services.courses.join(world.people.isla, 'CODE-trial')
    await world.services.assigning.give(world.people.marit, {
      paperId: 'month-end-by-hand',
      people: [],
      cohorts: [],
      courseId: 'trial',
      settings: settingsOf({}),
    })
    expect(await papers()).toHaveLength(2)
  })

  it('is left again if it is a trial: what was sat stays among the past sittings', async () => {
    await world.services.courses.join(world.people.isla, 'CODE-trial')
    const [given] = await world.services.work.list(world.people.isla)
    const { id } = await world.start({}, given!.id)
    expect(await refusalOf(world.services.courses.leave(world.people.isla, 'trial'))).toBe('under-way')
    await world.services.sittings.submit(world.people.isla, id)
    await world.services.courses.leave(world.people.isla, 'trial')
    expect(await papers()).toEqual([])
    expect(await world.services.results.past(world.people.isla)).toHaveLength(1)
    await world.services.courses.join(world.people.isla, 'CODE-trial')
    expect((await world.services.work.list(world.people.isla))[0]?.sittingsUsed).toBe(1)
  })

  it('is kept if it isn’t, and can’t be left by who isn’t in it', async () => {
    await world.services.courses.join(world.people.isla, 'CODE-whole')
    expect(await refusalOf(world.services.courses.leave(world.people.isla, 'whole'))).toBe('not-a-trial')
    expect(await refusalOf(world.services.courses.leave(world.people.piet, 'whole'))).toBe('not-found')
  })

  it('isn’t found by guessing: wrong codes are counted', async () => {
    for (let count = 0; count < 8; count += 1)
      expect(await refusalOf(world.services.courses.join(world.people.isla, `GUESS-${count}`))).toBe('wrong-code')
    expect(await refusalOf(world.services.courses.join(world.people.isla, 'CODE-trial'))).toBe('too-many-codes')
    expect(await refusalOf(world.services.courses.join(world.people.piet, 'CODE-trial'))).toBe('nothing')
  })
})

describe('an access code', () => {
  it('isn’t found by guessing either', async () => {
    await world.give({ accessCode: 'SLIP-41' })
    for (let count = 0; count < 6; count += 1)
      expect(await refusalOf(world.start({ accessCode: `GUESS-${count}` }))).toBe('wrong-code')
    await expect(world.start({ accessCode: 'SLIP-41' })).rejects.toMatchObject({ status: 429, code: 'too-many-codes' })
  })
})

describe('giving a paper', () => {
  it('needs a paper that there is, and somebody to give it to', async () => {
    const give = (change: object) =>
      refusalOf(
        world.services.assigning.give(world.people.marit, {
          paperId: 'week-end-journals',
          people: ['isla'],
          cohorts: [],
          courseId: null,
          settings: settingsOf({}),
          ...change,
        }),
      )
    expect([
      await give({ paperId: 'none' }),
      await give({ people: [] }),
      await give({ people: ['tobias'] }),
      await give({ people: ['isla', 'nobody'] }),
      await give({ cohorts: ['none'] }),
      await give({ courseId: 'none' }),
      await give({ settings: settingsOf({ after: 'none' }) }),
      await give({}),
    ]).toEqual([
      'no-such-paper',
      'nobody',
      'not-there',
      'not-there',
      'not-there',
      'not-there',
      'no-such-assignment',
      'nothing',
    ])
  })

  it('grants single people more sittings and a later closing time', async () => {
    await world.give({ closesAt: world.now().replace('12:00', '12:10') }, { to: ['isla', 'piet'] })
    const act = (change: object) =>
      world.services.assigning.act(world.people.marit, 'a', { people: ['isla'], reason: 'ill', ...change } as never)
    await act({ act: 'grant', sittings: 1 })
    await act({ act: 'later', closesAt: world.now().replace('12:00', '13:00') })
    world.pass(30)
    expect(await refusalOf(world.start({}, 'a', world.people.piet))).toBe('closed')
    const { id } = await world.start()
    await world.services.sittings.submit(world.people.isla, id)
    expect(await refusalOf(world.start())).toBe('nothing')
    const { people } = await world.services.assigning.progress('a')
    expect(
      people.map(({ name, state, sittingsUsed, sittingsAllowed }) => [name, state, sittingsUsed, sittingsAllowed]),
    ).toEqual([
      ['Isla Quay', 'working', 2, 2],
      ['Piet Moor', 'not-started', 0, 1],
    ])
  })
})

describe('people that an act on an assignment names', () => {
  const act = (change: object) =>
    refusalOf(world.services.assigning.act(world.people.marit, 'a', { reason: 'ill', ...change } as never))
  it.each([
    ['a trainee is added', { act: 'add-people', people: ['piet'] }, 'nothing'],
    ['an invigilator isn’t', { act: 'add-people', people: ['piet', 'tobias'] }, 'not-there'],
    ['nor is somebody who isn’t there', { act: 'add-people', people: ['nobody'] }, 'not-there'],
    ['more sittings go to whom it was given', { act: 'grant', people: ['isla'], sittings: 1 }, 'nothing'],
    ['and to nobody else', { act: 'grant', people: ['isla', 'piet'], sittings: 1 }, 'not-there'],
    ['nor does a later closing time', { act: 'later', people: ['piet'], closesAt: later(24 * 60) }, 'not-there'],
  ])('%s', async (_, change, refusal) => {
    await world.give()
    expect(await act(change)).toBe(refusal)
    const shares = await assignmentsIn(world.db).sharesOf(['a'])
    const added = change.act === 'add-people' && refusal === 'nothing'
    expect(shares.map(({ personId }) => personId)).toEqual(added ? ['isla', 'piet'] : ['isla'])
  })

  it('a new access code is on record, and isn’t told by it', async () => {
    await world.give({ room: 'Office', accessCode: 'KELP-7' })
    const { settings } = await world.services.assigning.progress('a')
    expect(await act({ act: 'settings', settings: { ...settings, accessCode: 'TARN-9', dueAt: null } })).toBe('nothing')
    const { entries } = await world.services.audit.page(world.people.asha)
    expect(entries[0]!.detail).toBe('{"accessCode":["•••","•••"]}')
  })
})

describe('a trainer', () => {
  const make = (request: object) => world.services.courses.make(world.people.marit, courseRequest.parse(request))
  const change = (id: string, request: object) =>
    world.services.courses.change(world.people.marit, id, courseRequest.parse(request))

  it('makes a course, with a code of their own or one made for it, and trainees join it', async () => {
    const own = await make({ title: ' Spring books ', about: 'From March on.', inviteCode: 'spring-26', trial: true })
    expect(own).toMatchObject({
      title: 'Spring books',
      about: 'From March on.',
      inviteCode: 'SPRING-26',
      trial: true,
      people: 0,
      papers: 0,
    })
    const { inviteCode } = await make({ title: 'Autumn books' })
    expect(inviteCode).toMatch(/^[A-HJKMNP-Z2-9]{4}-[A-HJKMNP-Z2-9]{4}$/)
    await world.services.courses.join(world.people.isla, inviteCode.toLowerCase())
    expect((await world.services.courses.all()).find(({ title }) => title === 'Autumn books')).toMatchObject({
      people: 1,
      trial: false,
    })
    expect(
      (await world.services.audit.page(world.people.asha)).entries.map(({ action, detail }) => [action, detail]),
    ).toContainEqual(['make-course', 'Spring books'])
  })

  it('changes one: who has joined stays, and the old code opens nothing any more', async () => {
    const { id, inviteCode } = await make({ title: 'Spring books' })
    await world.services.courses.join(world.people.isla, inviteCode)
    expect(await change(id, { title: 'Early books', inviteCode: 'EARLY-BOOKS' })).toMatchObject({
      title: 'Early books',
      people: 1,
    })
    expect((await change(id, { title: 'Early books' })).inviteCode).toBe('EARLY-BOOKS')
    expect(await refusalOf(world.services.courses.join(world.people.piet, inviteCode))).toBe('wrong-code')
    expect((await world.services.courses.of(world.people.isla)).map(({ title }) => title)).toEqual(['Early books'])
    expect(await refusalOf(change('no-such', { title: 'x' }))).toBe('not-found')
  })

  it('can’t give two courses one code, nor one that is easily guessed', async () => {
    expect(await refusalOf(make({ title: 'Copy', inviteCode: 'code-TRIAL' }))).toBe('code-taken')
    for (const inviteCode of ['AB', 'SPRING 26', '-SPRING', 'x'.repeat(40)])
      expect(courseRequest.safeParse({ title: 'x', inviteCode }).success).toBe(false)
  })
})
