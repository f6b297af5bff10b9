import { copyFile, mkdtemp, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { adjustments } from '../../core/assignment/adjustments'
import type { Adjustments } from '../../core/assignment/adjustments'
import type { AssignmentSettingsInput } from '../../core/assignment/settings'
import { sure } from '../../core/ground/sure'
import type { ClientEvent } from '../../core/sitting/events'
import { paper } from '../../core/paper/schema'
import type { Paper, PaperRules, SectionRules } from '../../core/paper/schema'
import type { EventsResponse, SittingView } from '../../core/wire/sitting'
import type { StartRequest } from '../../core/wire/given'
import { readContent } from '../content/read'
import { assignmentsIn } from '../db/assignments'
import { openDatabase } from '../db/connection'
import type { Database } from '../db/connection'
import * as appendOnly from '../db/migrations/0003-append-only'
import { papersIn, skillTreesIn } from '../db/papers'
import { adjustmentsIn, peopleIn } from '../db/people'
import type { Person } from '../db/people'
import { roomPeopleIn, roomsIn } from '../db/rooms'
import { servicesOf } from '../services'
import type { Services } from '../services'
import { givenPaper } from './given'
import type { Arriving } from '../services/evidence/afterwards'
import type { MemoryRules } from '../services/sitting/live-sittings'
import type { Context } from '../services/ground/context'
import { costs } from '../services/people/password'
import { Problem } from '../services/ground/problem'
import { writeAnewHere } from '../uploads/opening'

// What is tested here isn’t how dear a hash is.
Object.assign(costs.chosen, { N: 256, p: 1 })
Object.assign(costs.made, { N: 128 })

export const NOON = Date.UTC(2026, 10, 24, 12)
export const later = (minutes: number, from = NOON): string => new Date(from + minutes * 60_000).toISOString()

const person = (id: string, name: string, role: Person['role']): Person => ({
  id,
  name,
  role,
  email: `${id}@sallowmere.test`,
  about: '',
  passwordHash: '',
})
const people = {
  isla: person('isla', 'Isla Quay', 'trainee'),
  piet: person('piet', 'Piet Moor', 'trainee'),
  marit: person('marit', 'Marit Feld', 'trainer'),
  tobias: person('tobias', 'Tobias Reed', 'invigilator'),
  asha: person('asha', 'Asha Lindqvist', 'administrator'),
}

let template: Promise<{ folder: string; file: string; papers: Paper[] }> | undefined

/** Publishes the shipped content without its proof, which has tests of its own. */
export async function publishUnproved(db: Database): Promise<Paper[]> {
  const { papers, trees } = await readContent(['content'])
  for (const tree of trees) await skillTreesIn(db).put(tree)
  for (const one of papers) await papersIn(db).publish(one)
  return papers
}

/** A data file with the shipped content and five people in it, made once and copied for each test. */
async function makeTemplate(): Promise<{ folder: string; file: string; papers: Paper[] }> {
  const folder = await mkdtemp(join(tmpdir(), 'anvil-world-'))
  const file = join(folder, 'template.sqlite')
  const db = await openDatabase(file)
  const papers = await publishUnproved(db)
  await peopleIn(db).add(Object.values(people))
  await roomsIn(db).add({ id: 'office', title: 'Office' })
  await roomsIn(db).add({ id: 'sheds', title: 'Sheds' })
  await roomPeopleIn(db).put('office', ['tobias'])
  await db.destroy()
  return { folder, file, papers }
}

/** A small centre to test services in: its clock stands still until it is told to move. */
export class World {
  time = NOON
  services: Services
  readonly people = people
  #ids = 0

  private constructor(
    readonly db: Database,
    readonly folder: string,
    private readonly papers: Paper[],
  ) {
    this.services = this.restart()
  }

  static async open(): Promise<World> {
    const { file, papers } = await (template ??= makeTemplate())
    const folder = await mkdtemp(join(tmpdir(), 'anvil-world-'))
    await copyFile(file, join(folder, 'data.sqlite'))
    return new World(await openDatabase(join(folder, 'data.sqlite')), folder, papers)
  }

  async close(): Promise<void> {
    await this.db.destroy()
    await rm(this.folder, { recursive: true, force: true })
  }

  /** Everything in memory is forgotten, as after a start of the server. */
  restart(otherwise: Partial<Context> = {}, memory: Partial<MemoryRules> = {}): Services {
    const silent = { info: () => undefined, warn: () => undefined, error: () => undefined }
    return (this.services = servicesOf(
      {
        db: this.db,
        now: () => this.now(),
        newId: () => `id-${(this.#ids += 1)}`,
        threads: null,
        writeAnew: writeAnewHere,
        program: 'test',
        log: silent,
        ...otherwise,
      },
      memory,
    ))
  }

  /** A body that somebody sends, which is read only where it may come. */
  arriving(content: Uint8Array): Arriving {
    return async largest => {
      if (content.length > largest) throw new Problem(413, 'too-large', 'This is too large.')
      const file = join(this.folder, `arriving-${(this.#ids += 1)}`)
      await writeFile(file, content)
      return file
    }
  }

  /** Takes from the logs what guards them, as somebody could who has the file. */
  async unguard(): Promise<Database> {
    await appendOnly.down(this.db)
    return this.db
  }

  now(): string {
    return new Date(this.time).toISOString()
  }

  pass(minutes: number): void {
    this.time += minutes * 60_000
  }

  /** Gives a paper to Isla, or to others. */
  async give(
    settings: AssignmentSettingsInput = {},
    { id = 'a', paperId = 'week-end-journals', to = ['isla'] }: { id?: string; paperId?: string; to?: string[] } = {},
  ): Promise<void> {
    await assignmentsIn(this.db).give(givenPaper(id, settings, paperId), to, this.now())
  }

  async adjust(change: Partial<Adjustments>, id = 'isla'): Promise<void> {
    await adjustmentsIn(this.db).put(id, adjustments.parse(change))
  }

  /** A paper of two tasks in two sections, with rules of its own, given to Isla. */
  async giveSections(
    first: Partial<SectionRules> = {},
    second: Partial<SectionRules> = {},
    rules: Partial<PaperRules> = {},
  ): Promise<void> {
    const [counter] = this.papers.filter(({ id }) => id === 'counter-and-creditors')
    const [tasks] = sure(counter).sections.map(section => section.tasks)
    const made = paper.parse({
      ...counter,
      id: 'sections',
      version: 1,
      minutes: 20,
      rules: { tries: 3, ...rules },
      sections: [
        { id: 'first', title: 'First', ...first, tasks: sure(tasks).slice(0, 2) },
        { id: 'second', title: 'Second', ...second, tasks: sure(tasks).slice(2, 4) },
      ],
    })
    await papersIn(this.db).publish(made)
    await this.give({}, { paperId: 'sections' })
  }

  async start(request: StartRequest = {}, id = 'a', who: Person = people.isla): Promise<SittingView> {
    return (await this.services.sittings.start(who, id, request)).view
  }

  async send(sittingId: string, ...events: Unsent[]): Promise<EventsResponse> {
    return this.services.sittings.record(
      people.isla,
      sittingId,
      events.map(event => ({ id: `e-${(this.#ids += 1)}`, ...event })),
    )
  }

  /** Isla sits the paper once, with the accrual right or wrong, and hands it in. */
  async sit(how: 'right' | 'wrong' = 'right', assignmentId = 'a'): Promise<string> {
    const { id } = await this.start({}, assignmentId)
    await this.send(id, accrual(how))
    await this.services.sittings.submit(people.isla, id)
    return id
  }

  view(sittingId: string): Promise<SittingView> {
    return this.services.sittings.view(people.isla, sittingId)
  }

  cover(id = 'a', who: Person = people.isla) {
    return this.services.work.cover(who, id)
  }

  after(sittingId: string) {
    return this.services.afterwards.view(people.isla, sittingId)
  }
}

type Unsent = ClientEvent extends infer Event
  ? Event extends unknown
    ? Omit<Event, 'id'> & { id?: string }
    : never
  : never

/** The code of the Problem that a promise fails with, or 'nothing' if it doesn't. */
export async function refusalOf(work: Promise<unknown>): Promise<string> {
  return work.then(
    () => 'nothing',
    (error: unknown) =>
      typeof error === 'object' && error !== null && 'code' in error ? String(error.code) : String(error),
  )
}

const rightEntry = {
  date: '2026-10-31',
  narration: 'Wages worked, not paid',
  lines: [
    { account: '6010', debit: '1422.60' },
    { account: '2100', credit: '1422.60' },
  ],
}
const wrongEntry = {
  date: '2026-10-31',
  narration: 'Wages',
  lines: [
    { account: '6010', debit: '1.00' },
    { account: '2100', credit: '1.00' },
  ],
}

/** Posting the accrual of the week-end paper, right or wrong, and asking for a check of it. */
export const accrual = (how: 'right' | 'wrong' = 'right'): Unsent => ({
  kind: 'op',
  taskId: 'wages-worked-not-paid',
  op: { type: 'entry.post', entry: how === 'right' ? rightEntry : wrongEntry },
})
export const checkAccrual: Unsent = { kind: 'check', taskId: 'wages-worked-not-paid', stepId: 'accrual' }
export const leaveAccrual: Unsent = { kind: 'skip', taskId: 'wages-worked-not-paid', stepId: 'accrual' }
