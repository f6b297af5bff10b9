import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { assignmentsIn } from '../db/assignments'
import { peopleIn } from '../db/people'
import type { Person } from '../db/people'
import { cohortsIn } from '../db/groups'
import { messagesIn } from '../db/messages'
import { sittingsIn } from '../db/sittings'
import { later, World } from '../testing/world'

let world: World
let there = 0
beforeEach(async () => {
  world = await World.open()
  there = 0
})
afterEach(() => world.close())

const trainee = (at: number): Person => ({ ...world.people.isla, id: `t-${at}`, email: `t-${at}@sallowmere.test` })

/** So many more trainees hand in a paper that a person marks, and write to whoever answers. */
async function handIn(count: number): Promise<void> {
  const all = Array.from({ length: count }, (_, at) => trainee(there + at))
  await peopleIn(world.db).add(all)
  const to = all.map(({ id }) => id)
  if (there === 0) {
    await world.give({ room: 'Office' }, { id: 'in-room', paperId: 'winter-plan', to })
    await world.give({}, { id: 'anywhere', paperId: 'winter-plan', to })
  } else for (const id of ['in-room', 'anywhere']) await assignmentsIn(world.db).giveTo(id, to)
  there += count
  for (const who of all)
    for (const id of ['in-room', 'anywhere']) {
      const { view } = await world.services.sittings.start(who, id, {})
      const op = { type: 'answer', part: 'message', answer: { words: 'The boats are dry.' } }
      await world.services.sittings.record(who, view.id, [{ id: 'one', kind: 'op', taskId: 'winter-store', op }])
      const said = { id: `${view.id}-m`, sittingId: view.id, personId: who.id, side: 'trainee' as const }
      await messagesIn(world.db).add({ ...said, reference: '', text: 'May I go?', at: world.now() })
      await world.services.sittings.submit(who, view.id)
    }
}

const lists: Record<string, () => Promise<unknown>> = {
  'the board of a room': () => world.services.rooms.board(world.people.tobias, 'office'),
  'the rooms': () => world.services.rooms.list(world.people.asha),
  'the marking desk': () => world.services.marking.overview(),
  'what was given': () => world.services.assigning.list(),
  'how a paper gets on': () => world.services.assigning.progress('in-room'),
  'what can be given': () => world.services.assigning.choices(),
  'messages': () => world.services.inbox.view(),
  'one’s past sittings': () => world.services.results.past(trainee(0)),
}

async function queriesOf(list: () => Promise<unknown>): Promise<number> {
  let queries = 0
  const count = (): void => void (queries += 1)
  world.db.on('query', count)
  await list()
  world.db.off('query', count)
  return queries
}

describe('a list', () => {
  it('asks as often with 40 rows as with 4, after a start too', async () => {
    const asked: Record<string, number>[] = []
    for (const count of [4, 36]) {
      await handIn(count)
      world.restart()
      const counts: Record<string, number> = {}
      for (const [name, list] of Object.entries(lists)) counts[name] = await queriesOf(list)
      asked.push(counts)
    }
    expect(asked[1]).toEqual(asked[0])
    for (const queries of Object.values(asked[0]!)) expect(queries).toBeLessThan(70)
  })

  it('of one’s own asks as often with 40 papers as with 4, after a start too', async () => {
    const { isla } = world.people
    const own: Record<string, () => Promise<unknown>> = {
      'My work': () => world.services.work.list(isla),
      'what one has sat': () => world.services.results.past(isla),
      'one’s skills': () => world.services.skills.report(isla),
      'the marks book': () => world.services.marks.book(),
    }
    const asked: Record<string, number>[] = []
    for (const count of [4, 36]) {
      for (const at of Array.from({ length: count }, (_, at) => there + at)) {
        // Each can be begun once the one before it is finished.
        await world.give({ after: at === 0 ? null : `p-${at - 1}` }, { id: `p-${at}` })
        await world.sit(at % 2 === 0 ? 'right' : 'wrong', `p-${at}`)
      }
      there += count
      world.restart()
      const counts: Record<string, number> = {}
      for (const [name, list] of Object.entries(own)) counts[name] = await queriesOf(list)
      asked.push(counts)
    }
    expect(asked[1]).toEqual(asked[0])
    // However much there is, the newest is told one by one, and all of it counted.
    const { trades } = await world.services.skills.report(isla)
    const skills = trades.flatMap(({ areas }) => areas).flatMap(area => area.skills)
    const [most] = skills.sort((a, b) => b.seen - a.seen)
    expect([most!.seen >= 40, most!.evidence.length]).toEqual([true, 30])
    expect(most!.evidence[0]!.at >= most!.evidence[29]!.at).toBe(true)
  })

  it('of ended sittings is made anew where what was kept of them is gone or damaged', async () => {
    await handIn(3)
    world.restart()
    const before = await Promise.all(Object.values(lists).map(list => list()))
    const [first] = await sittingsIn(world.db).of('t-0')
    await world.db('sitting_figures').where({ sitting_id: first!.id }).delete()
    await world.db('sitting_figures').update({ figures: '{"where": 7}' })
    world.restart()
    expect(await Promise.all(Object.values(lists).map(list => list()))).toEqual(before)
  })
})

describe('what was given', () => {
  it('counts how far people are by their newest sitting, and who is late by what they were granted', async () => {
    const { assigning, sittings } = world.services
    const all = Array.from({ length: 5 }, (_, at) => trainee(at))
    await peopleIn(world.db).add(all)
    const to = all.map(({ id }) => id)
    await world.give({ dueAt: world.now(), sittingsAllowed: 2 }, { id: 'due', to })
    await world.give({}, { id: 'damaged', to })
    await world.db('assignments').where({ id: 'damaged' }).update({ settings: '{damaged' })
    const [handedIn, again, works, granted] = all as [Person, Person, Person, Person]
    for (const who of [handedIn, again]) {
      const { view } = await sittings.start(who, 'due', {})
      await sittings.submit(who, view.id)
    }
    world.pass(1)
    for (const who of [again, works]) await sittings.start(who, 'due', {})
    await assignmentsIn(world.db).changeShare('due', [granted.id], { closesAt: later(60) })
    const listed = new Map((await assigning.list()).map(one => [one.id, one]))
    // Late are two at work and one who hasn’t begun; whoever handed in by then isn’t, nor who has an hour more.
    expect(listed.get('due')).toMatchObject({ people: 5, notStarted: 2, working: 2, handedIn: 1, late: 3 })
    expect(listed.get('damaged')).toMatchObject({ people: 5, notStarted: 5, late: 0, unreadable: true })
  })
})

describe('the marks book', () => {
  it('is a page of people by name, of papers of the last year or all, of a cohort or everybody', async () => {
    const all = Array.from({ length: 60 }, (_, at) => ({
      ...trainee(at),
      name: `Person ${String(at).padStart(2, '0')}`,
    }))
    await peopleIn(world.db).add(all)
    const to = all.map(({ id }) => id)
    await cohortsIn(world.db).add({ id: 'c', title: 'Course 1' }, to.slice(50))
    await world.give({}, { id: 'old', to })
    world.pass(400 * 24 * 60)
    await world.give({}, { id: 'new', to })
    const names = async (query = {}) => {
      const { rows, people, earlier, columns } = await world.services.marks.book(query)
      return [rows[0]?.name, rows.length, people, earlier, columns.map(({ assignmentId }) => assignmentId)]
    }
    expect(await names()).toEqual(['Person 00', 50, 60, 1, ['new']])
    expect(await names({ page: 1 })).toEqual(['Person 50', 10, 60, 1, ['new']])
    expect(await names({ given: 'ever' })).toEqual(['Person 00', 50, 60, 0, ['new', 'old']])
    expect(await names({ cohort: 'Course 1', name: 'N 5' })).toEqual(['Person 50', 10, 10, 1, ['new']])
    expect(await names({ name: 'nobody' })).toEqual([undefined, 0, 0, 1, ['new']])
    expect((await world.services.marks.csv({ given: 'ever' })).trim().split('\r\n')).toHaveLength(121)
    const { columns } = await world.services.marks.book({ cohort: 'Course 1' })
    expect(columns[0]?.givenTo).toBe('60 people')
  })
})
