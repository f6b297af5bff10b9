import { delimiter, resolve } from 'node:path'
import { gzipSync } from 'node:zlib'
import { givenPaper } from '../../server/testing/given'
import { BUILT, startServer } from '../support/server'
import type { RunningServer } from '../support/server'
import { buildWithTools } from '../../scripts/with-tools.mjs'
import { contentWithTools } from '../support/with-tools'
import { say, spreadOf, timed } from './figures'
import { memoryMb } from '../support/pouring'
import { enrol, seat, work } from './load'
import type { Trainee } from './load'

const SIZE = 200
const SECONDS = 60
/** Checks of large work in a second. Five of 150 ms are three quarters of a core. */
const CHECKS_A_SECOND = 5

const write = (cell: number, value: number) => ({ kind: 'op', taskId: 'cells-1', op: { type: 'write', cell, value } })
const CHECK = { kind: 'check', taskId: 'cells-1', stepId: 'write' }

/** Work of 5 MB with a check of 150 ms, beside ordinary work. */
export async function benchLarge(): Promise<void> {
  console.log('\nWork that is large: 5 MB, with a check of 150 ms')
  process.env[BUILT] = await buildWithTools()
  const content = ['content', 'tests/fixtures', await contentWithTools()].map(path => resolve(path)).join(delimiter)
  const server = await startServer({ ANVIL_LOG: 'error', ANVIL_CONTENT: content })
  try {
    await enrol(server, SIZE, givenPaper('ordinary', { sittingsAllowed: 9 }, 'long-short-grace'))
    const ordinary = await seat(server, SIZE, 'ordinary')
    const large = await seatLarge(server)
    await answers(large[0]!)
    await ownWork(ordinary[0]!, large[0]!)
    await besideChecks(ordinary, large)
    console.log(
      `memory with ${SIZE} ledger sittings and ${large.length} of 20 large tasks: ${(await memoryMb(server)).toFixed(0)} MB`,
    )
  } finally {
    delete process.env[BUILT]
    await server.stop()
  }
}

async function seatLarge(server: RunningServer): Promise<Trainee[]> {
  const { openDatabase } = await import('../../server/db/connection')
  const { assignmentsIn } = await import('../../server/db/assignments')
  const db = await openDatabase(server.dataFile)
  const people = Array.from({ length: SIZE }, (_, index) => `load-${index}`)
  await assignmentsIn(db).give(
    givenPaper('large', { sittingsAllowed: 9 }, 'large-work'),
    people,
    new Date().toISOString(),
  )
  await db.destroy()
  return seat(server, 20, 'large')
}

/** How much goes over the wire. */
async function answers({ client, sittingId }: Trainee): Promise<void> {
  const sizes: [string, string][] = []
  await client.sitting(sittingId)
  sizes.push(['opening a sitting of 20 large tasks', 'under 60 kB compressed'])
  await client.call('GET', `/api/sittings/${sittingId}/tasks/cells-1`)
  sizes.push(['the opened task', ''])
  await client.events(sittingId, write(9, 9))
  sizes.push(['the answer to an op', 'under 2 kB'])
  for (const [place, [what, target]] of sizes.entries()) {
    const { text } = client.answers.at(place - sizes.length)!
    const packed = gzipSync(text).length
    console.log(`${what.padEnd(66)} ${text.length} B, ${packed} B compressed   ${target ? `target ${target}` : ''}`)
  }
}

/** An op on the ledger and one on large work, in turns: the whole call. */
async function ownWork(ordinary: Trainee, large: Trainee): Promise<void> {
  const times: { ordinary: number[]; large: number[] } = { ordinary: [], large: [] }
  const entry = {
    date: '2026-10-31',
    narration: 'x',
    lines: [
      { account: '6010', debit: '1.00' },
      { account: '2100', credit: '1.00' },
    ],
  }
  const post = { kind: 'op', taskId: 'wages-worked-not-paid', op: { type: 'entry.post', entry } }
  for (let round = 0; round < 400; round += 1) {
    times.ordinary.push(await timed(() => ordinary.client.events(ordinary.sittingId, post)))
    times.large.push(await timed(() => large.client.events(large.sittingId, write(round, round))))
    ordinary.client.answers.length = 0
    large.client.answers.length = 0
  }
  const [one, other] = [spreadOf(times.ordinary), spreadOf(times.large)]
  say('an op on the ledger, over HTTP', one)
  say('an op on large work, over HTTP', other)
  console.log(`ratio: ${(other.median / one.median).toFixed(2)}   target 1.5`)
}

/** Ordinary work of 200 sittings while large work is checked five times a second. */
async function besideChecks(ordinary: Trainee[], large: Trainee[]): Promise<void> {
  const times: number[] = []
  const checks: number[] = []
  const errors: string[] = []
  const until = performance.now() + SECONDS * 1000
  const checking = (async () => {
    const under: Promise<void>[] = []
    for (let count = 0; performance.now() < until; count += 1) {
      const { client, sittingId } = large[count % large.length]!
      under.push(
        (async () => {
          checks.push(await timed(() => client.events(sittingId, write(3, count), CHECK)))
          client.answers.length = 0
        })().catch((error: unknown) => void errors.push(String(error))),
      )
      await new Promise(done => setTimeout(done, 1000 / CHECKS_A_SECOND))
    }
    await Promise.all(under)
  })()
  await Promise.all([
    checking,
    ...ordinary.map((trainee, index) => work(trainee, (index / SIZE) * 2000, until, times, errors)),
  ])
  say(`ops of ${SIZE} ordinary sittings beside ${CHECKS_A_SECOND} large checks a second`, spreadOf(times), 'p99 250 ms')
  say('the large checks themselves, op and verdict', spreadOf(checks))
  console.log(`errors: ${errors.length}${errors[0] ? ` (${errors[0].slice(0, 200)})` : ''}`)
}
