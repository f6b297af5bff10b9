import { mkdtemp, rm, stat } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Client } from '../support/client'
import { memoryMb } from '../support/pouring'
import { startServer } from '../support/server'
import { ms, spreadOf, timed } from './figures'
import { makePast } from './past-years'
import type { Past } from './past-years'

/** Three years of a centre of 300. */
const PAST: Past = { trainees: 300, papersAYear: 40, years: 3, eventsASitting: 280 }
const ROUNDS = 11

/** The lists of every role, by who asks for them. */
const LISTS: readonly (readonly [who: string, what: string, path: string])[] = [
  ['y007', 'My work', '/api/assignments'],
  ['y007', 'what one has sat', '/api/sittings'],
  ['y007', 'one’s skills', '/api/me/skills'],
  ['teaches', 'what was given', '/api/assigning'],
  ['teaches', 'what can be given', '/api/assigning/choices'],
  ['teaches', 'how a paper gets on', '/api/assigning/g0119'],
  ['teaches', 'the marking desk', '/api/marking'],
  ['teaches', 'messages', '/api/inbox'],
  ['teaches', 'the marks book', '/api/marks'],
  ['watches', 'the rooms', '/api/rooms'],
  ['watches', 'the board of a room', '/api/rooms/hall'],
  ['runs-it', 'people', '/api/people'],
  ['runs-it', 'what the staff did', '/api/audit'],
]

/** A centre that has worked for years: how long its lists take, just after a start and later. */
export async function benchYears(): Promise<void> {
  const folder = await mkdtemp(join(tmpdir(), 'anvil-years-'))
  try {
    const file = join(folder, 'data.sqlite')
    const begun = performance.now()
    const [sittings = 0, events = 0, evidence = 0] = await makePast(file, PAST)
    const size = (await stat(file)).size / 1e9
    const took = ((performance.now() - begun) / 1000).toFixed(0)
    console.log(`\nA centre after ${PAST.years} years, made in ${took} s: ${size.toFixed(2)} GB`)
    console.log(`${sittings} sittings, ${events} events, ${evidence} findings`)
    let server: Awaited<ReturnType<typeof startServer>> | undefined
    const first = await timed(async () => {
      server = await startServer({ ANVIL_DEMO: '', ANVIL_LOG: 'error', ANVIL_CONTENT: 'content' }, folder)
    })
    if (!server) return
    try {
      console.log(`first start, with all content new to it ${ms(first)}`)
      await server.kill()
      console.log(`start until it answers ${ms(await timed(server.restart))}   target under 5 s`)
      const clients = new Map<string, Client>()
      for (const who of new Set(LISTS.map(([one]) => one))) clients.set(who, await new Client(server.url).signIn(who))
      for (const [who, what, path] of LISTS) {
        const client = clients.get(who)!
        const times: number[] = []
        let length = 0
        for (let round = 0; round < ROUNDS; round += 1)
          times.push(
            await timed(async () => {
              const answer = await client.call('GET', path)
              if (answer.status !== 200) throw new Error(`${path}: ${answer.status} ${answer.text.slice(0, 200)}`)
              length = answer.text.length
              client.answers.length = 0
            }),
          )
        const [afterStart = 0, ...warm] = times
        const [begun, later] = [afterStart, spreadOf(warm).median].map(length => ms(length).padStart(9))
        console.log(`${what.padEnd(24)} first ${begun}   warm, median ${later}   ${(length / 1000).toFixed(0)} kB`)
      }
      console.log(`memory ${(await memoryMb(server)).toFixed(0)} MB`)
      console.log('targets: first under 600 ms, warm under 150 ms, memory under 500 MB')
    } finally {
      await server.stop()
    }
  } finally {
    await rm(folder, { recursive: true, force: true })
  }
}
