import { randomUUID } from 'node:crypto'
import BetterSqlite from 'better-sqlite3'
import { openDatabase } from '../../server/db/connection'
import type { Database } from '../../server/db/connection'
import { settingsOf } from '../../core/assignment/settings'
import type { Plan } from '../../core/sitting/plan'
import { playOf } from '../../server/content/play'
import { assignmentsIn } from '../../server/db/assignments'
import { cohortsIn } from '../../server/db/groups'
import { peopleIn } from '../../server/db/people'
import type { Person } from '../../server/db/people'
import { roomPeopleIn, roomsIn } from '../../server/db/rooms'
import { servicesOf } from '../../server/services'
import { publishContent } from '../../server/services/content/publishing'
import type { Context } from '../../server/services/ground/context'
import { hashPassword } from '../../server/services/people/password'
import { writeAnewHere } from '../../server/uploads/opening'

export const PASSWORD = 'slipway-64'
const DAY_MS = 86_400_000

/** How much a centre has done. */
export interface Past {
  trainees: number
  papersAYear: number
  years: number
  eventsASitting: number
}

/** A sitting that was really sat, by which others are made. */
interface Sat {
  sittingId: string
  paperId: string
  startedAt: string
}

const silent = { info: () => undefined, warn: () => undefined, error: () => undefined }

/** A centre’s staff and its trainees, as they are at the end. */
async function peopleOf(db: Database, { trainees }: Past): Promise<{ all: Person[]; ids: string[] }> {
  const passwordHash = await hashPassword(PASSWORD)
  const person = (id: string, role: Person['role']): Person => ({
    id,
    name: `${role[0]!.toUpperCase()}${role.slice(1)} ${id}`,
    email: `${id}@sallowmere.test`,
    role,
    about: '',
    passwordHash,
  })
  const all = Array.from({ length: trainees }, (_, at) => person(`y${String(at).padStart(3, '0')}`, 'trainee'))
  const staff = [person('teaches', 'trainer'), person('watches', 'invigilator'), person('runs-it', 'administrator')]
  const sitters = ['right', 'wrong'].map(id => person(id, 'trainee'))
  await peopleIn(db).add([...all, ...sitters, ...staff])
  const ids = all.map(({ id }) => id)
  for (let from = 0; from < ids.length; from += 25)
    await cohortsIn(db).add({ id: `c-${from}`, title: `Course ${from / 25 + 1}` }, ids.slice(from, from + 25))
  await roomsIn(db).add({ id: 'hall', title: 'Hall' })
  await roomPeopleIn(db).put('hall', ['watches'])
  return { all: sitters, ids }
}

/** Sits every paper twice, rightly and wrongly, with so many events. */
async function sitAll(context: Context, sitters: readonly Person[], plans: Plan[], events: number): Promise<Sat[]> {
  const { db } = context
  const all: Sat[] = []
  const services = servicesOf(context)
  for (const { paper } of plans) {
    const id = `sat-${paper.id}`
    const settings = settingsOf({ sittingsAllowed: 5 })
    const given = { id, paperId: paper.id, paperVersion: paper.version, settings, courseId: null }
    await assignmentsIn(db).give(
      { ...given, releasedAt: null, givenBy: null },
      sitters.map(one => one.id),
      context.now(),
    )
    for (const person of sitters) {
      const { view, plan } = await started(services, person, id, given)
      const tasks = plan.tasks.map(({ task }) => {
        const steps = task.steps.map(({ id: step, traps, samples }) => {
          const wrong = traps[0]?.name ?? samples[0]?.name ?? 'model'
          return [step, person.id === 'wrong' ? [wrong] : ['model']] as const
        })
        return [task.id, Object.fromEntries(steps)] as const
      })
      const play = { person: person.id, assignment: id, day: -1, hour: 9, pace: 5, tasks: Object.fromEntries(tasks) }
      const done = playOf(plan, play, () => randomUUID()).map(({ event }) => event)
      // The rest as people spend it: going back and forth between the tasks.
      while (done.length < events - 2) {
        const { task } = plan.tasks[done.length % plan.tasks.length]!
        done.push({ id: randomUUID(), kind: 'open', taskId: task.id })
      }
      for (const event of done.slice(0, events - 2)) await services.sittings.record(person, view.id, [event])
      await services.sittings.submit(person, view.id)
      all.push({ sittingId: view.id, paperId: paper.id, startedAt: view.startedAt })
    }
  }
  return all
}

async function started(
  services: ReturnType<typeof servicesOf>,
  person: Person,
  assignmentId: string,
  given: { paperId: string; paperVersion: number },
) {
  const { view } = await services.sittings.start(person, assignmentId, {})
  const plan = await services.plans.find(given.paperId, given.paperVersion)
  return { view, plan }
}

/** Gives every paper again and again over the years, and copies what was sat for every trainee. */
async function copyAll(file: string, db: Database, ids: readonly string[], sat: readonly Sat[], past: Past) {
  const raw = new BetterSqlite(file)
  for (const set of ['foreign_keys = off', 'synchronous = off', 'journal_mode = off']) raw.pragma(set)
  const columnsOf = (table: string): string[] =>
    (raw.pragma(`table_info(${table})`) as { name: string }[]).map(({ name }) => name)
  /** Copies the rows of one sitting to another, with some columns set anew. */
  const copier = (table: string, ...anew: string[]) => {
    const values = columnsOf(table).map(name => (anew.includes(name) ? `:${name}` : name))
    const key = table === 'sittings' ? 'id' : 'sitting_id'
    return raw.prepare(`insert into ${table} select ${values.join(', ')} from ${table} where ${key} = :of`)
  }
  const copies = [
    copier('sittings', 'id', 'assignment_id', 'person_id', 'started_at', 'ended_at', 'deadline_at', 'number'),
    copier('sitting_events', 'sitting_id'),
    copier('evidence', 'sitting_id', 'person_id', 'at'),
    copier('sitting_ends', 'sitting_id'),
    copier('sitting_figures', 'sitting_id'),
  ]
  const papers = [...new Set(sat.map(({ paperId }) => paperId))]
  const given = past.papersAYear * past.years
  const now = Date.now()
  for (let number = 0; number < given; number += 1) {
    const paperId = papers[number % papers.length]!
    const at = now - ((given - number) / past.papersAYear) * 365 * DAY_MS
    const assignmentId = `g${String(number).padStart(4, '0')}`
    const { version: paperVersion } = raw
      .prepare('select max(version) as version from papers where id = ?')
      .get(paperId) as {
      version: number
    }
    const settings = settingsOf({ room: number % 4 === 0 ? 'Hall' : '' })
    const moment = new Date(at).toISOString()
    await assignmentsIn(db).give(
      { id: assignmentId, paperId, paperVersion, settings, courseId: null, releasedAt: null, givenBy: 'teaches' },
      ids,
      moment,
    )
    const patterns = sat.filter(one => one.paperId === paperId)
    raw.exec('begin')
    for (const [place, personId] of ids.entries()) {
      const id = `${assignmentId}-${personId}`
      const end = new Date(at + 3600_000).toISOString()
      const of = patterns[(place + number) % patterns.length]!.sittingId
      const anew = { id, sitting_id: id, assignment_id: assignmentId, person_id: personId, number: 1, at: end }
      for (const copy of copies) copy.run({ ...anew, of, started_at: moment, ended_at: end, deadline_at: end })
    }
    // Of earlier papers everything has been marked.
    if (number < given - 5) {
      raw.prepare('update sittings set waiting_hundredths = 0 where assignment_id = ?').run(assignmentId)
      raw
        .prepare(
          `update sitting_figures set figures = json_set(figures, '$.awaiting', json('[]'))
           where sitting_id in (select id from sittings where assignment_id = ?)`,
        )
        .run(assignmentId)
    }
    raw.exec('commit')
  }
  const counts = ['sittings', 'sitting_events', 'evidence'].map(
    table => (raw.prepare(`select count(*) as count from ${table}`).get() as { count: number }).count,
  )
  raw.pragma('journal_mode = wal')
  raw.close()
  return counts
}

/** Makes the data file of a centre that has worked for years. How many sittings, events and findings it holds. */
export async function makePast(file: string, past: Past): Promise<number[]> {
  const db = await openDatabase(file)
  // A little more each time it is asked, as while somebody works.
  let time = Date.now() - past.years * 366 * DAY_MS
  const context: Context = {
    threads: null,
    writeAnew: writeAnewHere,
    program: 'bench',
    db,
    now: () => new Date((time += 200)).toISOString(),
    newId: () => randomUUID(),
    log: silent,
  }
  await publishContent(context, ['content'])
  const { all, ids } = await peopleOf(db, past)
  const { plans } = servicesOf(context)
  const papers = await db('papers').select<{ id: string; version: number }[]>('id', 'version')
  const made = await Promise.all(papers.map(({ id, version }) => plans.find(id, version)))
  // Where tasks are drawn or sections close, what is played doesn’t fit everybody.
  const usual = made.filter(({ sections }) => sections.every(({ rules }) => rules.draw === undefined))
  const sat = await sitAll(context, all, usual, past.eventsASitting)
  const counts = await copyAll(file, db, ids, sat, past)
  await db.destroy()
  return counts
}
