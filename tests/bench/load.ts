import { open, readFile } from 'node:fs/promises'
import { dirname, join } from 'node:path'
import knex from 'knex'
import { openDatabase } from '../../server/db/connection'
import { assignmentsIn } from '../../server/db/assignments'
import type { Assignment } from '../../server/db/assignments'
import { peopleIn } from '../../server/db/people'
import type { Person } from '../../server/db/people'
import { hashPassword } from '../../server/services/people/password'
import { givenPaper } from '../../server/testing/given'
import { Client } from '../support/client'
import { memoryMb } from '../support/pouring'
import { startServer } from '../support/server'
import type { RunningServer } from '../support/server'
import { ms, spreadOf, timed } from './figures'
import type { Spread } from './figures'

/** Sittings at once and for how many seconds: the largest for three minutes, the others to see how the figures grow. */
const SIZES: [size: number, seconds: number][] = [
  [100, 60],
  [250, 60],
  [500, 180],
]
export const EVERY_MS = 2000
const TASKS = ['wages-worked-not-paid', 'paint-on-account', 'till-for-the-owner', 'debt-gone-bad']

export interface Trainee {
  client: Client
  sittingId: string
  sent: number
}

/** So many people in the data file, and an assignment given to them. */
export async function enrol(server: RunningServer, size: number, assignment: Assignment): Promise<void> {
  const db = await openDatabase(server.dataFile)
  const passwordHash = await hashPassword('slipway-64')
  await peopleIn(db).add(
    Array.from({ length: size }, (_, index): Person => ({
      id: `load-${index}`,
      name: `Load ${index}`,
      email: `load-${index}@sallowmere.test`,
      role: 'trainee',
      about: '',
      passwordHash,
    })),
  )
  await assignmentsIn(db).give(
    assignment,
    Array.from({ length: size }, (_, index) => `load-${index}`),
    new Date().toISOString(),
  )
  await db.destroy()
}

/** So many people with a sitting each, signed in and at work. */
export async function seat(server: RunningServer, size: number, assignmentId: string): Promise<Trainee[]> {
  const trainees: Trainee[] = []
  const people = Array.from({ length: size }, (_, index) => index)
  await Promise.all(
    [0, 1, 2, 3].map(async lane => {
      for (const index of people.filter(place => place % 4 === lane)) {
        const client = await new Client(server.url).signIn(`load-${index}`)
        trainees.push({ client, sittingId: (await client.start(assignmentId)).id, sent: 0 })
        client.answers.length = 0
      }
    }),
  )
  return trainees
}

/**
 * One event as a trainee at work sends them: mostly a draft being written, now and then an entry, a check or
 * another task.
 */
function eventOf(count: number): object {
  const taskId = TASKS[count % TASKS.length]!
  const entry = {
    date: '2026-10-31',
    narration: `No. ${count}`,
    lines: [
      { account: '6010', debit: `${count + 1}.00` },
      { account: '2100', credit: `${count + 1}.00` },
    ],
  }
  if (count % 10 === 9) return { kind: 'op', taskId, op: { type: 'entry.post', entry } }
  if (count % 10 === 4) return { kind: 'open', taskId }
  return { kind: 'op', taskId, op: { type: 'draft.write', draft: entry } }
}

export async function work(
  trainee: Trainee,
  offset: number,
  until: number,
  times: number[],
  errors: string[],
  next: (count: number) => object = eventOf,
): Promise<void> {
  await new Promise(done => setTimeout(done, offset))
  while (performance.now() < until) {
    const begun = performance.now()
    try {
      const {
        outcomes: [outcome],
      } = await trainee.client.events(trainee.sittingId, next(trainee.sent))
      if (outcome?.status !== 'accepted') errors.push(outcome?.refusal ?? 'not accepted')
      trainee.sent += 1
    } catch (error) {
      errors.push(String(error))
    }
    times.push(performance.now() - begun)
    trainee.client.answers.length = 0
    await new Promise(done => setTimeout(done, Math.max(0, EVERY_MS - (performance.now() - begun))))
  }
}

/**
 * Hundredths of a second that this machine's processors worked, and that its host gave to others instead (proc(5),
 * /proc/stat).
 */
export async function processorTime(): Promise<{ worked: number; stolen: number }> {
  const [user = 0, nice = 0, system = 0, , , irq = 0, softirq = 0, stolen = 0] = (await readFile('/proc/stat', 'utf8'))
    .split('\n', 1)[0]!
    .split(/\s+/)
    .slice(1)
    .map(Number)
  return { worked: user + nice + system + irq + softirq, stolen }
}

/**
 * What the machine itself takes for a small durable write, ten times a second while the load runs: stalls that are
 * not the server's show here.
 */
export async function bareWrites(folder: string): Promise<() => Promise<Spread>> {
  const file = await open(join(folder, 'bare'), 'w')
  const page = Buffer.alloc(4096)
  const times: number[] = []
  let going = true
  const loop = (async () => {
    while (going) {
      times.push(
        await timed(async () => {
          await file.write(page)
          await file.sync()
        }),
      )
      await new Promise(done => setTimeout(done, 100))
    }
  })()
  return async () => {
    going = false
    await loop
    await file.close()
    return spreadOf(times)
  }
}

async function lost(server: RunningServer, trainees: readonly Trainee[]): Promise<number> {
  const db = knex({ client: 'better-sqlite3', connection: { filename: server.dataFile }, useNullAsDefault: true })
  const rows: { sitting_id: string; events: number }[] = await db('sitting_events')
    .whereIn(
      'sitting_id',
      trainees.map(({ sittingId }) => sittingId),
    )
    .andWhere('seq', '>', 1)
    .groupBy('sitting_id')
    .select('sitting_id')
    .count({ events: '*' })
  await db.destroy()
  const counted = new Map(rows.map(row => [row.sitting_id, Number(row.events)]))
  return trainees.reduce((sum, { sittingId, sent }) => sum + Math.abs(sent - (counted.get(sittingId) ?? 0)), 0)
}

/**
 * How long it takes until so many sittings that ran out in the same second have ended, counted from when the first
 * might.
 */
async function expiry(
  server: RunningServer,
  trainees: readonly Trainee[],
): Promise<{ afterMs: number; exact: boolean }> {
  const grace = 3000
  const size = trainees.length
  const closes = Date.now() + 15_000 + size * 60
  const db = await openDatabase(server.dataFile)
  const id = `expiry-${size}`
  await assignmentsIn(db).give(
    givenPaper(id, { closesAt: new Date(closes).toISOString() }, 'long-short-grace'),
    Array.from({ length: size }, (_, index) => `load-${index}`),
    new Date().toISOString(),
  )
  await Promise.all(
    trainees.map(async ({ client }) => client.events((await client.start(id)).id, eventOf(9), eventOf(19))),
  )
  const running = async (): Promise<number> =>
    Number((await db('sittings').where({ assignment_id: id, state: 'running' }).count({ left: '*' }).first())?.left)
  await new Promise(done => setTimeout(done, closes + grace - Date.now()))
  const begun = performance.now()
  while ((await running()) > 0 && performance.now() - begun < 60_000) await new Promise(done => setTimeout(done, 50))
  const afterMs = performance.now() - begun
  const ends: { ended_at: string }[] = await db('sittings').where({ assignment_id: id }).distinct('ended_at')
  await db.destroy()
  return { afterMs, exact: ends.length === 1 && ends[0]?.ended_at === new Date(closes).toISOString() }
}

/** Sittings at once over real HTTP on the loopback: no errors, nothing lost, and how the figures grow. */
export async function benchLoad(): Promise<void> {
  console.log(`\nSittings at once, each an event every ${EVERY_MS / 1000} s, over HTTP`)
  const rows: Record<string, string | number>[] = []
  for (const [size, seconds] of SIZES) {
    const server = await startServer({ ANVIL_LOG: 'error' })
    try {
      await enrol(server, size, givenPaper('load', { sittingsAllowed: 50 }))
      const trainees = await seat(server, size, 'load')
      const times: number[] = []
      const errors: string[] = []
      let most = 0
      const watching = setInterval(() => void memoryMb(server).then(mb => (most = Math.max(most, mb))), 1000)
      const before = await processorTime()
      const stopBare = await bareWrites(dirname(server.dataFile))
      const until = performance.now() + seconds * 1000
      await Promise.all(
        trainees.map((trainee, index) => work(trainee, (EVERY_MS / size) * index, until, times, errors)),
      )
      clearInterval(watching)
      const bare = await stopBare()
      const after = await processorTime()
      const [worked, stolen] = [after.worked - before.worked, after.stolen - before.stolen]
      const missing = await lost(server, trainees)
      const { afterMs, exact } = await expiry(server, trainees)
      const { median, p99 } = spreadOf(times)
      rows.push({
        'sittings': size,
        'seconds': seconds,
        'events': times.length,
        'errors': errors.length,
        'lost or twice': missing,
        'median': ms(median),
        '99th percentile': ms(p99),
        'bare write': `${ms(bare.median)}, ${ms(bare.p99)}`,
        'processor stolen': `${Math.round((100 * stolen) / (worked + stolen))} %`,
        'memory, MB': Math.round(most),
        'all expired after': `${(afterMs / 1000).toFixed(1)} s${exact ? '' : ', NOT at the deadline'}`,
      })
      if (errors[0]) console.log(`first error: ${errors[0]}`)
      console.log(JSON.stringify(rows.at(-1)))
    } finally {
      await server.stop()
    }
  }
  console.table(rows)
  console.log(
    'targets at 500: no errors, none lost, median under 30 ms, 99th percentile under 250 ms, memory under' +
      ' 600 MB, expired within 5 s (counted from the end of the grace period). Server and load share the ' +
      'machine; “bare write” is what the machine itself took for 4 kB written and synced beside it, median ' +
      'and 99th percentile, and “processor stolen” the share of the processor time it wanted that its host ' +
      'gave to others: with much of either, the figures are the machine’s.',
  )
}
