import { randomUUID } from 'node:crypto'
import { loadTools } from '../../core/tools/registry'
import { endedView } from '../../core/wire/sitting'
import { deepPdf, packedPng, tellingJpeg } from '../../server/testing/files'
import { givenPaper } from '../../server/testing/given'
import { Client } from '../support/client'
import { load } from '../support/load'
import { logOf } from '../support/log'
import { memoryMb } from '../support/pouring'
import { startServer } from '../support/server'
import type { RunningServer } from '../support/server'
import { dearest } from './dearest'
import { say, spreadOf, timed } from './figures'
import { enrol, EVERY_MS, seat, work } from './load'

const SITTINGS = 200
const SECONDS = 60
const KILLS = 100
/** The ten dearest, of so many random calls of each function. */
const SEARCH = { keep: 10, tries: 4 }

const VAST = Array.from({ length: 40 }, () => '(73648271·p+58261937·n)^60')
  .join('+')
  .slice(0, 999)

/** A sound of 60 bytes whose list of places counts four thousand million. */
const SOUND = Uint8Array.from([
  ...new TextEncoder().encode('RIFF'),
  ...[52, 0, 0, 0],
  ...new TextEncoder().encode('WAVEfmt '),
  ...[16, 0, 0, 0, 7, 0, 1, 0, 128, 62, 0, 0, 128, 62, 0, 0, 1, 0, 8, 0],
  ...new TextEncoder().encode('cue '),
  ...[4, 0, 0, 0, 255, 255, 255, 255, 0, 0, 0, 0],
])

/** One trainee with the developer tools: everything that is dear, for as long as `going` says. */
async function attack(server: RunningServer, formulas: readonly string[], going: () => boolean): Promise<string[]> {
  const client = await new Client(server.url).signIn('robin.tarn')
  const told = new Set<string>()
  const note = (what: string, status: number): void => void told.add(`${what} ${status}`)
  const sheet = await client.start('season-mock')
  const kinds = await client.start('try-kinds')
  const wiring = await client.start('wiring-mock')
  const ended = await client.start('settled')
  await client.as(endedView, 'POST', `/api/sittings/${ended.id}/submit`, { signedAs: 'Robin Tarn' })
  const events = (id: string, all: object[]) =>
    client.call('POST', `/api/sittings/${id}/events`, { events: all.map(one => ({ id: randomUUID(), ...one })) })
  const files = [deepPdf(24, 2), packedPng(2000, 2000, true, 400_000_000), Buffer.alloc(2_000_000, 1), tellingJpeg()]
  const [sheetTask, wiringTask] = [sheet.tasks[0]!.id, wiring.tasks[0]!]
  const drawing = kinds.tasks.find(({ id }) => id === 'try-drawing')!
  const attacks: [string, () => Promise<number>][] = [
    [
      'formulas',
      async () =>
        (
          await events(
            sheet.id,
            Array.from({ length: 100 }, (_, at) => ({
              kind: 'op',
              taskId: sheetTask,
              op: {
                type: 'cell.write',
                sheet: 'Berths',
                cell: `K${(at % 90) + 30}`,
                text: `=${formulas[at % formulas.length]}`,
              },
            })),
          )
        ).status,
    ],
    [
      'algebra',
      async () =>
        (
          await events(kinds.id, [
            { kind: 'op', taskId: drawing.id, op: { type: 'answer', part: 'formula', answer: VAST } },
            { kind: 'check', taskId: drawing.id, stepId: 'formula' },
          ])
        ).status,
    ],
    [
      'network',
      async () =>
        (
          await events(
            wiring.id,
            Array.from({ length: 50 }, () => ({
              kind: 'check',
              taskId: wiringTask.id,
              stepId: wiringTask.steps[0]!.id,
            })),
          )
        ).status,
    ],
    [
      'uploads',
      async () => {
        const path = (at: number): string => `/api/sittings/${at % 3 === 0 ? 'none' : ended.id}/evidence?name=x`
        const sent = Array.from({ length: 150 }, (_, at) =>
          client.send(path(at), files[at % files.length]!).then(
            ({ status }) => status,
            () => 0,
          ),
        )
        for (const status of await Promise.all(sent)) note('upload', status)
        return 0
      },
    ],
    [
      'sounds',
      async () => {
        const query = 'task=a&step=b&recording=one&number=0'
        const sent = Array.from({ length: 50 }, () => client.send(`/api/sittings/none/recordings?${query}`, SOUND))
        return (await Promise.all(sent)).at(-1)!.status
      },
    ],
    [
      'sign-ins',
      async () => {
        const sent = Array.from({ length: 500 }, (_, at) =>
          client.twin().call('POST', '/api/auth/sign-in', {
            email: at % 2 === 0 ? `nobody-${at}@sallowmere.test` : `load-${at % SITTINGS}@sallowmere.test`,
            password: 'not it',
          }),
        )
        for (const { status } of await Promise.all(sent)) note('sign-in', status)
        return 0
      },
    ],
  ]
  await Promise.all(
    attacks.map(async ([what, act]) => {
      while (going()) {
        note(what, await act().catch(() => 0))
        client.answers.length = 0
      }
    }),
  )
  return [...told].sort()
}

/** Two hundred at work while one of them sends the dearest things there are. */
async function benchAttacked(formulas: readonly string[]): Promise<void> {
  const server = await startServer({ ANVIL_LOG: 'error' })
  try {
    await server.kill()
    await server.restart()
    await enrol(server, SITTINGS, givenPaper('hall'))
    const trainees = await seat(server, SITTINGS, 'hall')
    const until = performance.now() + SECONDS * 1000
    const [times, errors, signIns]: [number[], string[], number[]] = [[], [], []]
    let most = 0
    const look = setInterval(() => void memoryMb(server).then(now => (most = Math.max(most, now))), 100)
    const attacking = attack(server, formulas, () => performance.now() < until)
    const working = trainees.map((trainee, at) => work(trainee, (at * EVERY_MS) / SITTINGS, until, times, errors))
    const signingIn = (async () => {
      const known = await new Client(server.url).signIn('isla.quay')
      while (performance.now() < until) {
        signIns.push(await timed(() => known.signIn('isla.quay')))
        await new Promise(done => setTimeout(done, 500))
      }
    })()
    await Promise.all([...working, signingIn])
    clearInterval(look)
    const told = await attacking
    say(`an op of ${SITTINGS} sittings beside the attack`, spreadOf(times), 'p99 250 ms')
    say('a sign-in on a known device beside it', spreadOf(signIns), '2 s')
    console.log(`memory at most ${most.toFixed(0)} MB, ${errors.length} errors   target 600 MB, 0`)
    if (errors[0]) console.log(`first error: ${errors[0]}`)
    console.log(`what the attacker was told: ${told.join(', ')}`)
  } finally {
    await server.stop()
  }
}

/** The server killed again and again under that: whether anything that it acknowledged is lost. */
async function benchKilled(formulas: readonly string[]): Promise<void> {
  const names = ['isla.quay', 'devrim.aksu', 'piet.moor', 'wren.osier']
  const server = await startServer({ ANVIL_LOG: 'error' })
  try {
    const clients = await Promise.all(names.map(name => new Client(server.url).signIn(name)))
    const ids = await Promise.all(clients.map(async client => (await client.start('open-end')).id))
    const acknowledged = names.map(() => new Set<string>())
    let going = true
    const loads = clients.map((client, at) => load(client, ids[at]!, acknowledged[at]!, () => going))
    const attacking = (async () => {
      while (going) await attack(server, formulas, () => going).catch(() => undefined)
    })()
    for (let kill = 0; kill < KILLS; kill += 1) {
      await new Promise(done => setTimeout(done, 300 + (kill % 7) * 150))
      await server.kill()
      await server.restart()
    }
    await new Promise(done => setTimeout(done, 1000))
    going = false
    await Promise.all([...loads, attacking])
    const there = new Set((await logOf(server, ...ids)).map(row => row.client_id))
    const all = acknowledged.flatMap(set => [...set])
    console.log(
      `${KILLS} kills: ${all.length} acknowledged, ${all.filter(id => !there.has(id)).length} lost   target 0`,
    )
  } finally {
    await server.stop()
  }
}

export async function benchHostile(): Promise<void> {
  console.log('\nHostile')
  await loadTools()
  const found = dearest(SEARCH.keep, SEARCH.tries)
  for (const { formula, ms } of found) console.log(`${ms.toFixed(0).padStart(6)} ms  =${formula}`)
  const formulas = found.map(({ formula }) => formula)
  await benchAttacked(formulas)
  await benchKilled(formulas)
}
