import { group } from 'd3'
import { sure } from '../../../core/ground/sure'
import { newestOf } from '../../../core/ground/time/moments'
import { isPaused } from '../../../core/sitting/clock'
import type { RoomAct, RoomActed, RoomChange, RoomListView, RoomRow, RoomView } from '../../../core/wire/room'
import type { EventBody } from '../../../core/sitting/events'
import { assignmentsIn } from '../../db/assignments'
import type { Assignment, Share } from '../../db/assignments'
import { howFarIn } from '../../db/how-far'
import { messagesIn } from '../../db/messages'
import { adjustmentsIn, peopleIn } from '../../db/people'
import type { Person } from '../../db/people'
import { roomPeopleIn, roomsIn } from '../../db/rooms'
import type { Room } from '../../db/rooms'
import { sittingsIn } from '../../db/sittings'
import type { Sitting } from '../../db/sittings'
import type { AuditService } from '../ground/auditing'
import type { Context } from '../ground/context'
import type { SittingWriter } from '../sitting/ending'
import type { FigureKeeper } from '../sitting/figures'
import type { GateKeeper } from '../sitting/gates'
import type { LiveSitting, LiveSittings } from '../sitting/live-sittings'
import { about, aboutShare } from '../ground/notices'
import type { NoticeBoard } from '../ground/notices'
import type { PlanService } from '../sitting/plans'
import type { PresenceBook } from '../sitting/presence'
import { mayDo } from '../ground/permissions'
import { notFound, Problem } from '../ground/problem'
import { rowOf } from './room-rows'

/** How long after closing an assignment stays on its room's board. */
const LINGERS_MS = 12 * 3600_000
/** A paper that never closes leaves a room when nothing has happened with it for so long. */
const QUIET_MS = 14 * 86_400_000
/** Changes are told in bundles, so that a busy room costs its watchers no more than this often. */
const BUNDLE_MS = 1000

interface Parts {
  plans: PlanService
  live: LiveSittings
  figures: FigureKeeper
  writer: SittingWriter
  notices: NoticeBoard
  presence: PresenceBook
  audit: AuditService
  gates: GateKeeper
}

/** The invigilator's room: who sits what, how they stand, and what may be done about it. */
export function roomService(
  { db, now, newId, log }: Context,
  { plans, live, figures, writer, notices, presence, audit, gates }: Parts,
) {
  const assignments = assignmentsIn(db)
  const sittings = sittingsIn(db)
  const messages = messagesIn(db)
  const staff = roomPeopleIn(db)
  const runsAll = ({ role }: Person): boolean => role === 'administrator'

  /**
   * What is sat in these rooms now, or was until lately. A paper that closes leaves soon after; one that doesn't, once
   * nothing has happened with it for some time, and comes back with whoever begins it or waits at the door.
   */
  async function givenIn(roomIds: readonly string[]): Promise<Assignment[]> {
    const at = Date.parse(now())
    const open = (await assignments.inRooms(roomIds)).filter(
      ({ settings: { closesAt } }) => closesAt === null || at - Date.parse(closesAt) < LINGERS_MS,
    )
    const stirred = await howFarIn(db).stirred(open.map(({ id }) => id))
    return open.filter(({ id, givenAt, settings: { opensAt } }) => {
      const { running, last } = stirred.get(id) ?? { running: 0, last: '' }
      const newest = newestOf(last, givenAt, opensAt)
      return running > 0 || newest === '' || at - Date.parse(newest) < QUIET_MS
    })
  }

  /** The newest sitting of each person on each assignment. */
  const newest = (all: readonly Sitting[]): Map<string, Sitting> =>
    new Map(all.map(sitting => [`${sitting.assignmentId} ${sitting.personId}`, sitting]))

  async function rowsOf(given: readonly Assignment[], only?: ReadonlySet<string>): Promise<RoomRow[]> {
    const at = now()
    const ids = given.map(({ id }) => id)
    const persons = only && [...only].map(key => key.split(' ')[1] ?? '')
    const shares = (await assignments.sharesOf(ids, persons)).filter(
      share => !only || only.has(`${share.assignmentId} ${share.personId}`),
    )
    const latest = newest(await sittings.onAll(ids, persons))
    const ended = await figures.of([...latest.values()].filter(({ state }) => state === 'ended'))
    const [headOf, people, adjusted, said] = await Promise.all([
      plans.heads(given),
      peopleIn(db).byIds(shares.map(({ personId }) => personId)),
      adjustmentsIn(db).all(),
      messages.of([...latest.values()].map(({ id }) => id)),
    ])
    const bySitting = group(said, ({ sittingId }) => sittingId)
    return Promise.all(
      shares.map(async (share: Share) => {
        const assignment = sure(given.find(({ id }) => id === share.assignmentId))
        const sitting = latest.get(`${share.assignmentId} ${share.personId}`)
        const own = sitting && ended.get(sitting.id)
        return rowOf(
          {
            assignment,
            share,
            name: people.get(share.personId)?.name ?? share.personId,
            paperTitle: headOf(assignment).title,
            adjustments: adjusted.get(share.personId),
            live: sitting?.state === 'running' ? await live.find(sitting.id) : undefined,
            ended: own && { sitting, figures: own },
            messages: bySitting.get(sitting?.id ?? '') ?? [],
          },
          presence,
          at,
        )
      }),
    )
  }

  async function found(roomId: string): Promise<Room> {
    const room = await roomsIn(db).byId(roomId)
    if (!room) throw notFound('room')
    return room
  }

  /** The room, for somebody who runs it; throws a Problem with 403 for who doesn't. */
  async function roomOf(person: Person, roomId: string): Promise<Room & { given: Assignment[] }> {
    const room = await found(roomId)
    const runs = mayDo(person, 'run-room') && (runsAll(person) || (await staff.runs(person.id, roomId)))
    if (!runs)
      throw new Problem(
        403,
        'not-your-room',
        `You don’t run the room ${room.title}. A trainer or administrator says who does.`,
      )
    return { ...room, given: await givenIn([roomId]) }
  }

  return {
    /** The rooms there are: an invigilator's own, or all for those who say who runs them. */
    async list(person: Person): Promise<RoomListView> {
      const [all, staffed, people] = await Promise.all([roomsIn(db).all(), staff.all(), peopleIn(db).all()])
      const mayStaff = mayDo(person, 'staff-rooms')
      const runs = (id: string): boolean =>
        mayDo(person, 'run-room') && (runsAll(person) || (staffed.get(id)?.includes(person.id) ?? false))
      const rooms = all.filter(({ id }) => mayStaff || runs(id))
      const given = group(await givenIn(rooms.map(({ id }) => id)), ({ roomId }) => roomId)
      const byAssignment = group(await rowsOf([...given.values()].flat()), ({ assignmentId }) => assignmentId)
      const listed = rooms.map(({ id, title }) => {
        const rows = (given.get(id) ?? []).flatMap(one => byAssignment.get(one.id) ?? [])
        const count = (...states: RoomRow['state'][]): number =>
          rows.filter(({ state }) => states.includes(state)).length
        return {
          id,
          title,
          papers: [...new Set(rows.map(({ paperTitle }) => paperTitle))],
          people: rows.length,
          working: count('working', 'paused', 'on-break'),
          waiting: count('waiting'),
          runBy: staffed.get(id) ?? [],
          mayRun: runs(id),
        }
      })
      return {
        mayStaff,
        invigilators: people
          .filter(({ role, closedAt }) => role === 'invigilator' && closedAt === undefined)
          .map(({ id, name }) => ({ id, name })),
        rooms: listed,
      }
    },

    /** Makes a room, so that papers can be given to be sat in it. */
    async add(trainer: Person, title: string): Promise<void> {
      if (!(await roomsIn(db).add({ id: newId(), title })))
        throw new Problem(409, 'room-there', 'There is a room with this name already.', { title: 'taken' })
      await audit.note(trainer, 'add-room', [{ room: title }])
    },

    /** Takes a room away that no paper names. */
    async remove(trainer: Person, roomId: string): Promise<void> {
      const { title } = await found(roomId)
      if (!(await roomsIn(db).remove(roomId)))
        throw new Problem(409, 'room-in-use', 'Papers are given to be sat in this room, so it stays.')
      await audit.note(trainer, 'remove-room', [{ room: title }])
    },

    /** Says who runs a room: those invigilators and no other. */
    async setStaff(trainer: Person, roomId: string, personIds: readonly string[]): Promise<void> {
      const { title } = await found(roomId)
      const people = await peopleIn(db).byIds(personIds)
      if (personIds.some(id => people.get(id)?.role !== 'invigilator'))
        throw new Problem(422, 'not-an-invigilator', 'Only invigilators run a room.', { people: 'not an invigilator' })
      await staff.put(roomId, personIds)
      const names = personIds.map(id => people.get(id)?.name ?? id)
      await audit.note(trainer, 'staff-room', [{ room: title, detail: names.join(', ') || 'nobody' }])
    },

    /** The person, if they run the room; throws a Problem with 403 otherwise. */
    async runner(person: Person, roomId: string): Promise<Person> {
      await roomOf(person, roomId)
      return person
    },

    async board(person: Person, roomId: string): Promise<RoomView> {
      const { title, given } = await roomOf(person, roomId)
      return { id: roomId, title, now: now(), rows: await rowsOf(given) }
    },

    /** Tells a watcher of the room what has changed, in bundles, until the returned function is called. */
    async watch(person: Person, roomId: string, tell: (change: RoomChange) => void): Promise<() => void> {
      let { given } = await roomOf(person, roomId)
      const isHere = (assignmentId: string): boolean => given.some(({ id }) => id === assignmentId)
      const isNews = (key: string): boolean => !isHere(key.split(' ')[0] ?? '')
      /** What was looked up before, and isn’t sat here. */
      const elsewhere = new Set<string>()
      const changed = new Set<string>()
      let timer: NodeJS.Timeout | undefined
      async function flush(): Promise<void> {
        const keys = new Set(changed)
        changed.clear()
        timer = undefined
        if ([...keys].some(isNews)) given = await givenIn([roomId])
        for (const key of keys)
          if (isNews(key)) {
            keys.delete(key)
            elsewhere.add(key.split(' ')[0] ?? '')
          }
        if (keys.size > 0) tell({ now: now(), rows: await rowsOf(given, keys) })
      }
      const stop = notices.onAny(({ assignmentId, personId, what }) => {
        // What is given now, or stirs again, may be sat in this room: whether it is, is looked up when it is told.
        if (what === 'given') elsewhere.delete(assignmentId)
        if (!isHere(assignmentId) && elsewhere.has(assignmentId)) return
        changed.add(`${assignmentId} ${personId}`)
        timer ??= setTimeout(
          () =>
            void flush().catch((error: unknown) => log.warn({ room: roomId, error: String(error) }, 'room not told')),
          BUNDLE_MS,
        )
      })
      return () => {
        stop()
        clearTimeout(timer)
      }
    },

    /** What is said with one sitting, oldest first. */
    async talk(person: Person, roomId: string, sittingId: string) {
      await inRoom(await roomOf(person, roomId), [sittingId])
      const said = await messages.of([sittingId])
      const people = await peopleIn(db).byIds(said.map(({ personId }) => personId))
      return said.map(({ id, side, personId, text, reference, at }) => ({
        id,
        from: side,
        name: people.get(personId)?.name ?? personId,
        text,
        reference,
        at,
      }))
    },

    /** Does what an invigilator asks for, to each person in turn, and notes every one of them. */
    async act(invigilator: Person, roomId: string, act: RoomAct): Promise<RoomActed> {
      const { title, given } = await roomOf(invigilator, roomId)
      if (act.act === 'admit' || act.act === 'enter-code') return actBefore(invigilator, title, given, act)
      if (act.act === 'incident' && act.sittings.length === 0) {
        await audit.note(invigilator, 'incident', [{ room: title, detail: act.text }])
        return { done: 1, refused: [] }
      }
      const found = await inRoom({ given }, act.sittings)
      const people = await peopleIn(db).byIds(found.map(({ personId }) => personId))
      const refused: RoomActed['refused'] = []
      const done: Sitting[] = []
      for (const sitting of found) {
        const why = await live.with(sitting.id, async one =>
          one ? actOn(one, invigilator, act) : 'The sitting is gone.',
        )
        if (why === null) done.push(sitting)
        else refused.push({ name: people.get(sitting.personId)?.name ?? sitting.personId, why })
      }
      await audit.note(
        invigilator,
        act.act,
        done.map(({ id, personId, assignmentId }) => ({
          room: title,
          sittingId: id,
          subjectId: personId,
          assignmentId,
          detail: detailOf(act),
        })),
      )
      return { done: done.length, refused }
    },
  }

  /** The sittings, if all of them are in the room. */
  async function inRoom({ given }: { given: readonly Assignment[] }, ids: readonly string[]): Promise<Sitting[]> {
    const known = new Map((await sittings.onAll(given.map(({ id }) => id))).map(sitting => [sitting.id, sitting]))
    return ids.map(id => {
      const sitting = known.get(id)
      if (!sitting) throw notFound('sitting in this room')
      return sitting
    })
  }

  async function actBefore(
    invigilator: Person,
    room: string,
    given: readonly Assignment[],
    act: Extract<RoomAct, { act: 'admit' | 'enter-code' }>,
  ): Promise<RoomActed> {
    const byAssignment = group(act.people, ({ assignmentId }) => assignmentId)
    let done = 0
    for (const [assignmentId, people] of byAssignment) {
      const assignment = given.find(({ id }) => id === assignmentId)
      if (!assignment) throw notFound('assignment in this room')
      if (act.act === 'enter-code') await gates.checkEntered(invigilator.id, act.code, assignment)
      const own = new Set((await assignments.sharesOf([assignmentId])).map(({ personId }) => personId))
      const ids = people.map(({ personId }) => personId).filter(id => own.has(id))
      await assignments.changeShare(assignmentId, ids, act.act === 'admit' ? { admittedAt: now() } : { codeAt: now() })
      await audit.note(
        invigilator,
        act.act,
        ids.map(subjectId => ({ room, assignmentId, subjectId })),
      )
      for (const id of ids) notices.tell({ ...aboutShare(assignmentId, id), what: 'at-the-door' })
      done += ids.length
    }
    return { done, refused: [] }
  }

  /** Why a sitting doesn't take the act, or null once it is done. In the sitting's turn. */
  async function actOn(
    one: LiveSitting,
    invigilator: Person,
    act: Exclude<RoomAct, { act: 'admit' | 'enter-code' }>,
  ): Promise<string | null> {
    const at = now()
    const { sitting } = one
    if (act.act === 'incident') return null
    if (act.act === 'message') {
      await messages.add({
        id: newId(),
        sittingId: sitting.id,
        personId: invigilator.id,
        side: 'room',
        reference: '',
        text: act.text,
        at,
      })
      notices.tell({ ...about(sitting), what: 'message' })
      notices.tell({ ...about(sitting), what: 'changed' })
      return null
    }
    await writer.endIfOver(one, at)
    if (one.sitting.state === 'ended') return 'The sitting has ended.'
    switch (act.act) {
      case 'end':
      case 'void':
        await writer.end(one, act.act === 'end' ? 'ended-by-invigilator' : 'voided', at)
        return null
      case 'resume':
        return isPaused(one.state.clock, at) ? writer.write(one, { kind: 'resumed' }, at) : 'The clock is running.'
      default:
        return writer.write(one, eventOf(act), at)
    }
  }
}
export type RoomService = ReturnType<typeof roomService>

function eventOf(act: Extract<RoomAct, { act: 'pause' | 'extend' | 'free' }>): EventBody {
  switch (act.act) {
    case 'pause':
      return { kind: 'paused', reason: act.reason }
    case 'extend':
      return { kind: 'extended', byMs: act.minutes * 60_000, reason: act.reason }
    case 'free':
      return { kind: 'unseated', reason: act.reason }
  }
}

function detailOf(act: RoomAct): string {
  switch (act.act) {
    case 'extend':
      return `${act.minutes} min: ${act.reason}`
    case 'incident':
    case 'message':
      return act.text
    case 'pause':
    case 'free':
    case 'end':
    case 'void':
      return act.reason
    default:
      return ''
  }
}
