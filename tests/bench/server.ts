import { randomUUID } from 'node:crypto'
import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import BetterSqlite from 'better-sqlite3'
import { openDatabase } from '../../server/db/connection'
import type { Database } from '../../server/db/connection'
import { peopleIn } from '../../server/db/people'
import type { Person } from '../../server/db/people'
import { servicesOf } from '../../server/services'
import type { Context } from '../../server/services/ground/context'
import { publishContent } from '../../server/services/content/publishing'
import { hashPassword } from '../../server/services/people/password'
import { assignmentsIn } from '../../server/db/assignments'
import { Client } from '../support/client'
import { givenPaper } from '../../server/testing/given'
import { startServer } from '../support/server'
import { ms, say, spreadOf, timed } from './figures'
import { writeAnewHere } from '../../server/uploads/opening'

const ACTIVE = 200
const ROUNDS = 2000
const TASK = 'wages-worked-not-paid'
/** Tasks and steps that are posted to and checked in turn, so that every check gives a verdict. */
const CHECKED = [
  [TASK, 'accrual'],
  ['paint-on-account', 'purchase'],
  ['till-for-the-owner', 'drawings'],
  ['debt-gone-bad', 'write-off'],
  ['wear-of-october', 'workboats'],
] as const
const silent = { info: () => undefined, warn: () => undefined, error: () => undefined }

const entry = (amount: number) => ({
  type: 'entry.post',
  entry: {
    date: '2026-10-31',
    narration: `No. ${amount}`,
    lines: [
      { account: '6010', debit: `${amount}.00` },
      { account: '2100', credit: `${amount}.00` },
    ],
  },
})

async function trainees(db: Database, passwordHash: string): Promise<Person[]> {
  const people = Array.from({ length: ACTIVE }, (_, index): Person => ({
    id: `trainee-${index}`,
    name: `Trainee ${index}`,
    email: `trainee-${index}@sallowmere.test`,
    role: 'trainee',
    about: '',
    passwordHash,
  }))
  await peopleIn(db).add(people)
  await assignmentsIn(db).give(
    givenPaper('load', { sittingsAllowed: 50 }),
    people.map(({ id }) => id),
    new Date().toISOString(),
  )
  return people
}

/** What the server itself does for an op and its check, against a bare insert into the same database, in turns. */
export async function benchOwnWork(): Promise<void> {
  console.log('\nThe server’s own work, without HTTP')
  const folder = await mkdtemp(join(tmpdir(), 'anvil-bench-'))
  const file = join(folder, 'bench.sqlite')
  const db = await openDatabase(file)
  const context: Context = {
    threads: null,
    writeAnew: writeAnewHere,
    program: 'test',
    db,
    now: () => new Date().toISOString(),
    newId: () => randomUUID(),
    log: silent,
  }
  await publishContent(context, ['content'])
  const people = await trainees(db, 'none')
  const { sittings } = servicesOf(context)
  const started = await Promise.all(people.map(person => sittings.start(person, 'load')))

  // A twin of the log's table: same columns, same keys, nothing around it.
  await db.schema.createTable('bare_events', table => {
    table.string('sitting_id', 60).notNullable()
    table.integer('seq').notNullable()
    table.string('client_id', 64).notNullable()
    table.text('payload').notNullable()
    table.string('server_at', 30).notNullable()
    table.primary(['sitting_id', 'seq'])
    table.unique(['sitting_id', 'client_id'])
  })
  const raw = new BetterSqlite(file)
  raw.pragma('journal_mode = WAL')
  raw.pragma('synchronous = FULL')
  const insert = raw.prepare(
    'insert into bare_events (sitting_id, seq, client_id, payload, server_at) values (?, ?, ?, ?, ?)',
  )

  const own: number[] = []
  const bare: number[] = []
  const bareThroughKnex: number[] = []
  for (let round = 0; round < ROUNDS; round += 1) {
    const index = round % ACTIVE
    const payload = JSON.stringify({ taskId: TASK, op: entry(round + 1) })
    own.push(
      await timed(() =>
        sittings.record(people[index]!, started[index]!.view.id, [
          { id: randomUUID(), kind: 'op', taskId: TASK, op: entry(round + 1) },
          { id: randomUUID(), kind: 'check', taskId: 'debt-gone-bad', stepId: 'write-off' },
        ]),
      ),
    )
    bare.push(await timed(() => insert.run(started[index]!.view.id, round, randomUUID(), payload, context.now())))
    bareThroughKnex.push(
      await timed(() =>
        db('bare_events').insert({
          sitting_id: started[index]!.view.id,
          seq: ROUNDS + round,
          client_id: randomUUID(),
          payload,
          server_at: context.now(),
        }),
      ),
    )
  }
  const [work, floor, knexFloor] = [own, bare, bareThroughKnex].map(spreadOf)
  say('post an entry, check a step, judge, log durably', work!)
  say('bare insert of one event, durably committed (prepared)', floor!)
  say('bare insert of one event, durably committed (through Knex)', knexFloor!)
  console.log(
    `ratio to the bare insert: ${(work!.median / floor!.median).toFixed(2)} (through Knex: ${(work!.median / knexFloor!.median).toFixed(2)})   target under 5`,
  )
  raw.close()
  await db.destroy()
  await rm(folder, { recursive: true, force: true })
}

/**
 * The whole way over HTTP with 200 sittings active: each does an op and a check in turn, as people would, without
 * pause.
 */
export async function benchHttp(): Promise<void> {
  console.log(`\nOver HTTP, ${ACTIVE} sittings active`)
  const server = await startServer({ ANVIL_LOG: 'error', ANVIL_CONTENT: 'content' })
  try {
    const db = await openDatabase(server.dataFile)
    const people = await trainees(db, await hashPassword('slipway-64'))
    await db.destroy()
    const clients = await Promise.all(people.map(({ email }) => new Client(server.url).signIn(email.split('@')[0]!)))
    const sittings = await Promise.all(clients.map(client => client.start('load')))
    // One round that isn't counted: the server has just started, and its code is still being compiled as it runs.
    for (const [index, client] of clients.entries())
      await client.events(
        sittings[index]!.id,
        { kind: 'op', taskId: 'mooring-fees', op: entry(1) },
        { kind: 'check', taskId: 'mooring-fees', stepId: 'tern-received' },
      )
    const together: number[] = []
    const lengths: number[] = []
    const pace = 8_000
    await Promise.all(
      clients.map(async (client, index) => {
        const { id } = sittings[index]!
        await new Promise(done => setTimeout(done, (pace / ACTIVE) * index))
        for (const [round, [taskId, stepId]] of CHECKED.entries()) {
          const begun = performance.now()
          const post = { kind: 'op', taskId, op: entry(round + 1) }
          const check = { kind: 'check', taskId, stepId }
          together.push(
            await timed(async () => {
              const { outcomes } = await client.events(id, post, check)
              if (!outcomes[1]?.verdict) throw new Error('no verdict came back')
            }),
          )
          lengths.push(await timed(() => client.events(id, post)))
          lengths.push(await timed(() => client.events(id, check)))
          client.answers.length = 0
          await new Promise(done => setTimeout(done, Math.max(0, pace - (performance.now() - begun))))
        }
      }),
    )
    say('post an entry and check it, one call, verdict back', spreadOf(together), 'median under 10 ms, p99 under 40 ms')
    say('one of the two alone', spreadOf(lengths))
    console.log(
      `${((together.length + lengths.length) / ((CHECKED.length * pace) / 1000)).toFixed(0)} calls a second; each answer after its events are on disk. Client and server share the machine; each trainee acts every ${ms(pace)}.`,
    )
  } finally {
    await server.stop()
  }
}
