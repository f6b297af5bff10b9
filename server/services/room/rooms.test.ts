import { afterEach, beforeEach, describe, expect, it, onTestFinished, vi } from 'vitest'
import { settingsOf } from '../../../core/assignment/settings'
import type { RoomAct, RoomChange } from '../../../core/wire/room'
import { accrual, checkAccrual, later, refusalOf, World } from '../../testing/world'

/** How long a busy machine may take, in ms. */
const WAIT_MS = 60_000

let world: World
beforeEach(async () => {
  world = await World.open()
  await world.give({ room: 'Office', accessCode: '' }, { to: ['isla', 'piet'] })
})
afterEach(() => world.close())

const act = (request: RoomAct) => world.services.rooms.act(world.people.tobias, 'office', request)
const row = async (name = 'Isla Quay') =>
  (await world.services.rooms.board(world.people.tobias, 'office')).rows.find(one => one.name === name)!

describe('the board', () => {
  it('shows everyone: who isn’t here, who works and where, and how many tries failed lately', async () => {
    const { id } = await world.start()
    await world.send(
      id,
      { kind: 'open', taskId: 'wages-worked-not-paid' },
      accrual('wrong'),
      checkAccrual,
      accrual('wrong'),
      checkAccrual,
      { kind: 'away', on: true },
    )
    expect(await row()).toMatchObject({
      state: 'working',
      where: 'task 7 of 10, step 1',
      finished: '0 of 19',
      deadline: later(25),
      failedLately: 2,
      awaySince: later(0),
      awayTimes: 1,
      connected: true,
    })
    expect(await row('Piet Moor')).toMatchObject({ state: 'not-here', sittingId: null })
    world.pass(3)
    expect(await row()).toMatchObject({ failedLately: 0, connected: false, seenAt: later(0) })
  })

  it('shows adjustments to those who run the room', async () => {
    await world.adjust({ extraMinutes: 5 })
    expect((await row()).adjustments).toEqual(['5 min more time'])
  })

  it('tells its watchers what has changed, in bundles, and nothing of other rooms', async () => {
    await world.give({ room: 'Sheds' }, { id: 'b' })
    const told: RoomChange[] = []
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] })
    onTestFinished(() => void vi.useRealTimers())
    const stop = await world.services.rooms.watch(world.people.tobias, 'office', change => told.push(change))
    const { id } = await world.start()
    for (let count = 0; count < 20; count += 1) await world.send(id, accrual('wrong'))
    await world.start({}, 'b')
    expect(told).toEqual([])
    vi.advanceTimersByTime(1000)
    vi.useRealTimers()
    await vi.waitFor(() => expect(told).toHaveLength(1), WAIT_MS)
    stop()
    expect(told[0]?.rows.map(({ key }) => key)).toEqual(['a isla'])
  })

  it('hears of a paper that is given to its room while it is open, and of none that is given to another', async () => {
    const told: RoomChange[] = []
    const stop = await world.services.rooms.watch(world.people.tobias, 'office', change => told.push(change))
    const paper = { paperId: 'week-end-journals', cohorts: [], courseId: null }
    const give = (people: string[], room: string) =>
      world.services.assigning.give(world.people.marit, { ...paper, people, settings: settingsOf({ room }) })
    await give(['isla'], 'Sheds')
    const { id } = await give(['piet'], 'Office')
    await vi.waitFor(() => expect(told).toHaveLength(1), WAIT_MS)
    stop()
    expect(told[0]?.rows).toMatchObject([{ key: `${id} piet`, state: 'not-here' }])
  })

  it('loses a paper with which nothing has happened for two weeks, and has it again when somebody begins it', async () => {
    const { rooms } = world.services
    const { tobias } = world.people
    const papers = async () => [...new Set((await rooms.board(tobias, 'office')).rows.map(row => row.assignmentId))]
    await world.sit()
    world.pass(13 * 24 * 60)
    expect(await papers()).toEqual(['a'])
    world.pass(2 * 24 * 60)
    expect(await papers()).toEqual([])
    const told: RoomChange[] = []
    const stop = await rooms.watch(tobias, 'office', change => told.push(change))
    await world.start({}, 'a', world.people.piet)
    await vi.waitFor(() => expect(told).toHaveLength(1), WAIT_MS)
    stop()
    expect(told[0]?.rows).toMatchObject([{ key: 'a piet', state: 'working' }])
    expect(await papers()).toEqual(['a'])
  })

  it('is 404 for a room that nobody named', async () => {
    expect(await refusalOf(world.services.rooms.board(world.people.tobias, 'nowhere'))).toBe('not-found')
  })
})

describe('who runs a room', () => {
  it('is said by a trainer: only they see its board, watch it, read what is said, and act', async () => {
    await world.give({ room: 'Sheds' }, { id: 'b' })
    const { id } = await world.start({}, 'b')
    const { tobias } = world.people
    const tries = () => [
      world.services.rooms.board(tobias, 'sheds'),
      world.services.rooms.watch(tobias, 'sheds', () => undefined),
      world.services.rooms.talk(tobias, 'sheds', id),
      world.services.rooms.act(tobias, 'sheds', { act: 'end', sittings: [id], reason: 'because' }),
    ]
    for (const one of tries()) expect(await refusalOf(one)).toBe('not-your-room')
    expect((await world.services.rooms.list(tobias)).rooms.map(room => room.id)).toEqual(['office'])
    await world.services.rooms.setStaff(world.people.marit, 'sheds', ['tobias'])
    expect((await world.services.rooms.board(tobias, 'sheds')).rows).toHaveLength(1)
    await world.services.rooms.setStaff(world.people.marit, 'sheds', [])
    expect(await refusalOf(world.services.rooms.board(tobias, 'sheds'))).toBe('not-your-room')
  })

  it('every room is an administrator’s, and none a trainer’s, who sees who runs them', async () => {
    expect((await world.services.rooms.board(world.people.asha, 'office')).title).toBe('Office')
    expect(await refusalOf(world.services.rooms.board(world.people.marit, 'office'))).toBe('not-your-room')
    expect(await world.services.rooms.list(world.people.marit)).toMatchObject({
      mayStaff: true,
      rooms: [
        { id: 'office', runBy: ['tobias'], mayRun: false },
        { id: 'sheds', runBy: [], mayRun: false, papers: [] },
      ],
    })
  })

  it('only invigilators can be named', async () => {
    expect(await refusalOf(world.services.rooms.setStaff(world.people.marit, 'office', ['isla']))).toBe(
      'not-an-invigilator',
    )
    expect(await refusalOf(world.services.rooms.setStaff(world.people.marit, 'nowhere', []))).toBe('not-found')
  })
})

describe('a room', () => {
  const rooms = async () => (await world.services.rooms.list(world.people.marit)).rooms
  const add = async (title: string): Promise<string> => {
    await world.services.rooms.add(world.people.marit, title)
    return (await rooms()).find(room => room.title === title)!.id
  }

  it('is one by itself in whatever letters it is named: who runs one runs no other', async () => {
    const titles = ['Зал', 'Цех', 'Raum A', 'Raum Ä', '会議室']
    const ids = await Promise.all(titles.map(add))
    expect(new Set(ids).size).toBe(titles.length)
    expect(ids).not.toContain('')
    const { tobias, marit } = world.people
    for (const [index, room] of titles.entries()) await world.give({ room }, { id: `in-${index}` })
    for (const id of ids) {
      await world.services.rooms.setStaff(marit, id, ['tobias'])
      const allowed = []
      for (const other of ids)
        if ((await refusalOf(world.services.rooms.board(tobias, other))) === 'nothing') allowed.push(other)
      expect(allowed).toEqual([id])
      expect((await world.services.rooms.board(tobias, id)).rows).toHaveLength(1)
      await world.services.rooms.setStaff(marit, id, [])
    }
  })

  it('is not found by an empty id: it names no room, and not every one', async () => {
    const { id } = await world.start()
    const { marit, asha } = world.people
    expect(await refusalOf(world.services.rooms.setStaff(marit, '', ['tobias']))).toBe('not-found')
    for (const one of [
      world.services.rooms.board(asha, ''),
      world.services.rooms.watch(asha, '', () => undefined),
      world.services.rooms.talk(asha, '', id),
      world.services.rooms.act(asha, '', { act: 'void', sittings: [id], reason: 'because' }),
    ])
      expect(await refusalOf(one)).toBe('not-found')
  })

  it('is there before a paper names it; two that read the same are not', async () => {
    const { marit } = world.people
    expect(await refusalOf(world.services.rooms.add(marit, ' OFFICE'))).toBe('room-there')
    const { marit: by } = world.people
    const settings = settingsOf({ room: 'Loft' })
    const paper = { paperId: 'week-end-journals', people: ['isla'], cohorts: [], courseId: null, settings }
    expect(await refusalOf(world.services.assigning.give(by, paper))).toBe('no-such-room')
    await add('Loft')
    expect(await refusalOf(world.services.assigning.give(by, paper))).toBe('nothing')
    const act = { act: 'settings' as const, settings: settingsOf({ room: 'Cellar' }) }
    expect(await refusalOf(world.services.assigning.act(by, 'a', act))).toBe('no-such-room')
  })

  it('goes once no paper names it, with who runs it', async () => {
    const { marit } = world.people
    const id = await add('Loft')
    await world.services.rooms.setStaff(marit, id, ['tobias'])
    await world.services.rooms.remove(marit, id)
    expect((await rooms()).map(({ title }) => title)).toEqual(['Office', 'Sheds'])
    expect(await refusalOf(world.services.rooms.remove(marit, 'office'))).toBe('room-in-use')
  })
})

describe('what an invigilator does', () => {
  it('stops the clock with a reason: work is refused, nothing of the time is lost, and it starts again', async () => {
    const { id } = await world.start()
    world.pass(5)
    expect(await act({ act: 'pause', sittings: [id], reason: 'fire drill' })).toEqual({ done: 1, refused: [] })
    world.pass(30)
    expect(await row()).toMatchObject({ state: 'paused', pauseReason: 'fire drill', pausedSince: later(5) })
    await expect(world.send(id, accrual())).rejects.toMatchObject({ status: 409, code: 'paused' })
    expect(await world.services.sittings.expire()).toBe(0)
    await act({ act: 'resume', sittings: [id] })
    expect((await world.view(id)).deadline).toBe(later(55))
    expect((await world.send(id, accrual())).outcomes[0]?.status).toBe('accepted')
    expect((await act({ act: 'resume', sittings: [id] })).refused).toEqual([
      { name: 'Isla Quay', why: 'The clock is running.' },
    ])
    expect(await refusalOf(world.services.sittings.rest(world.people.isla, id, false))).not.toBe('paused')
  })

  it('doesn’t let a trainee end the invigilator’s pause', async () => {
    const { id } = await world.start()
    await act({ act: 'pause', sittings: [id], reason: 'fire drill' })
    expect(await refusalOf(world.services.sittings.rest(world.people.isla, id, false))).toBe('paused')
  })

  it('gives more time, which the expiry heeds', async () => {
    const { id } = await world.start()
    await act({ act: 'extend', sittings: [id], minutes: 10, reason: 'printer broke' })
    expect(await row()).toMatchObject({ deadline: later(35), extendedMinutes: 10 })
    world.pass(30)
    expect(await world.services.sittings.expire()).toBe(0)
    world.pass(7)
    expect(await world.services.sittings.expire()).toBe(1)
    expect((await world.after(id)).endedAt).toBe(later(35))
  })

  it('frees a sitting for another device: the old page is refused, the new one works', async () => {
    const { id } = await world.start()
    const send = (seat: string, name: string) =>
      world.services.sittings.record(world.people.isla, id, [{ id: name, ...accrual('wrong') } as never], seat)
    await world.services.sittings.seat(world.people.isla, id, 'old-page', 'Linux, 1280 × 800')
    expect((await send('old-page', 'e1')).outcomes[0]?.status).toBe('accepted')
    await act({ act: 'free', sittings: [id], reason: 'keyboard broke' })
    expect(await refusalOf(send('old-page', 'e2'))).toBe('taken-over')
    await world.services.sittings.seat(world.people.isla, id, 'new-page', 'Windows, 1920 × 1080')
    expect((await send('new-page', 'e2')).outcomes[0]).toMatchObject({ status: 'accepted' })
    expect(await refusalOf(send('old-page', 'e3'))).toBe('taken-over')
    expect((await row()).device).toBe('Windows, 1920 × 1080')
  })

  it('ends a sitting with what was done, or makes it void without a score', async () => {
    const isla = await world.start()
    await world.send(isla.id, accrual())
    const piet = await world.start({}, 'a', world.people.piet)
    await act({ act: 'end', sittings: [isla.id], reason: 'taken ill' })
    await act({ act: 'void', sittings: [piet.id], reason: 'wrong person at the desk' })
    expect(await row()).toMatchObject({ state: 'ended', how: 'ended-by-invigilator' })
    expect(await row('Piet Moor')).toMatchObject({ state: 'voided' })
    expect((await world.services.results.of(world.people.isla, isla.id)).score).toBe(4)
    expect(await refusalOf(world.services.results.of(world.people.piet, piet.id))).toBe('voided')
    const cells = (await world.services.marks.book()).rows.map(({ name, cells: [cell] }) => [name, cell?.score])
    expect(cells).toEqual([
      ['Isla Quay', 4],
      ['Piet Moor', null],
    ])
    expect((await act({ act: 'extend', sittings: [isla.id], minutes: 1, reason: 'x' })).refused).toEqual([
      { name: 'Isla Quay', why: 'The sitting has ended.' },
    ])
  })

  it('answers a message, which then no longer counts as unanswered', async () => {
    const { id, tasks } = await world.start()
    const message = await world.services.messages.send(world.people.isla, id, 'The invoice is cut off.', tasks[1]!.id)
    expect(message.reference).toBe(tasks[1]!.reference)
    expect((await row()).unanswered).toBe(1)
    await act({ act: 'message', sittings: [id], text: 'Scroll the brief.' })
    expect((await row()).unanswered).toBe(0)
    expect((await world.view(id)).messages.map(({ from, text }) => [from, text])).toEqual([
      ['trainee', 'The invoice is cut off.'],
      ['room', 'Scroll the brief.'],
    ])
    expect((await world.services.rooms.talk(world.people.tobias, 'office', id)).map(({ name }) => name)).toEqual([
      'Isla Quay',
      'Tobias Reed',
    ])
  })

  it('touches only sittings of the room', async () => {
    await world.give({ room: 'Sheds' }, { id: 'b' })
    const { id } = await world.start({}, 'b')
    expect(await refusalOf(act({ act: 'end', sittings: [id], reason: 'x' }))).toBe('not-found')
    expect(await refusalOf(world.services.rooms.talk(world.people.tobias, 'office', id))).toBe('not-found')
  })
})

describe('the audit log', () => {
  it('holds each of these acts, who did it and to whom', async () => {
    const { id } = await world.start()
    await act({ act: 'pause', sittings: [id], reason: 'fire drill' })
    await act({ act: 'resume', sittings: [id] })
    await act({ act: 'incident', sittings: [], text: 'Alarm at 12:05.' })
    await act({ act: 'admit', people: [{ assignmentId: 'a', personId: 'piet' }] })
    const { entries, intact } = await world.services.audit.page(world.people.asha)
    expect(intact).toBe(true)
    expect(entries.map(({ who, action, subject, room, detail }) => [who, action, subject, room, detail])).toEqual([
      ['Tobias Reed', 'admit', 'Piet Moor', 'Office', ''],
      ['Tobias Reed', 'incident', '', 'Office', 'Alarm at 12:05.'],
      ['Tobias Reed', 'resume', 'Isla Quay', 'Office', ''],
      ['Tobias Reed', 'pause', 'Isla Quay', 'Office', 'fire drill'],
    ])
    const csv = await world.services.audit.csv(world.people.asha)
    expect(csv.split('\r\n')).toHaveLength(6)
    expect(csv).toContain('fire drill')
  })

  it('shows an invigilator what was done in their rooms, and nothing of marks, accounts or other rooms', async () => {
    const { marit, asha, tobias } = world.people
    const { audit, rooms } = world.services
    await act({ act: 'incident', sittings: [], text: 'In the office.' })
    await rooms.act(asha, 'sheds', { act: 'incident', sittings: [], text: 'In the sheds.' })
    await audit.note(marit, 'mark', [{ assignmentId: 'a', room: 'Office', detail: 'marked: 4.00' }])
    await audit.note(asha, 'give-password', [{ subjectId: 'isla' }])
    expect((await audit.page(tobias)).entries.map(({ detail }) => detail)).toEqual(['In the office.'])
    expect(await audit.csv(tobias)).not.toMatch(/sheds|4\.00|give-password/)
    expect((await audit.page(asha)).entries).toHaveLength(4)
    await rooms.setStaff(marit, 'office', [])
    expect((await audit.page(tobias)).entries).toEqual([])
  })

  it.each([
    ['changed', (db: World['db']) => db('audit').where({ seq: 2 }).update({ detail: 'nothing' })],
    ['taken out', (db: World['db']) => db('audit').where({ seq: 2 }).delete()],
    ['taken off the front', (db: World['db']) => db('audit').where({ seq: 1 }).delete()],
  ])('doesn’t let an entry be %s, and shows it if somebody did nevertheless', async (_, harm) => {
    for (const text of ['one', 'two', 'three']) await act({ act: 'incident', sittings: [], text })
    await expect(harm(world.db)).rejects.toThrow('audit is only added to')
    expect((await world.services.audit.page(world.people.asha)).intact).toBe(true)
    await harm(await world.unguard())
    expect((await world.services.audit.page(world.people.asha)).intact).toBe(false)
  })
})
