import { fork } from 'node:child_process'
import { setPriority } from 'node:os'
import { dirname } from 'node:path'
import { fileURLToPath } from 'node:url'
import { loadTools } from '../../core/tools/registry'
import { givenPaper } from '../../server/testing/given'
import { Client } from '../support/client'
import { load } from '../support/load'
import { logOf } from '../support/log'
import { memoryMb } from '../support/pouring'
import { startServer } from '../support/server'
import type { RunningServer } from '../support/server'
import { KINDS } from './attacker'
import type { Attacker, Orders, Told } from './attacker'
import { dearest } from './dearest'
import { ms, say, spreadOf, timed } from './figures'
import { bareWrites, enrol, EVERY_MS, processorTime, seat, work } from './load'
import type { Trainee } from './load'

const SITTINGS = 200
/** How long all attacks go on together, and each kind alone. */
const TOGETHER_MS = 60_000
const ALONE_MS = 15_000
const KILLS = 100
/** The ten dearest, of so many random calls of each function. */
const SEARCH = { keep: 10, tries: 4 }

const ROBIN = { name: 'robin.tarn', title: 'Robin Tarn' }
const WREN = { name: 'wren.osier', title: 'Wren Osier' }

interface Attacking {
  attack(orders: Orders): Promise<Told>
  end(): void
}
/**
 * A trainee with the developer tools, in a process of their own as on a machine of their own: what they compute goes
 * behind what the server does, which it would not share a processor with.
 */
async function attackerOf(attacker: Attacker): Promise<Attacking> {
  const child = fork(fileURLToPath(new URL('attacker.ts', import.meta.url)), [JSON.stringify(attacker)])
  if (child.pid !== undefined) setPriority(child.pid, 15)
  const heard = () =>
    new Promise<unknown>((done, failed) => {
      const gone = () => failed(new Error('The attacker ended without a word.'))
      child.once('exit', gone).once('message', message => {
        child.off('exit', gone)
        done(message)
      })
    })
  await heard()
  return {
    attack(orders) {
      child.send(orders)
      return heard() as Promise<Told>
    },
    end: () => child.kill(),
  }
}

/** A server that has its data already: the first start makes the demo, which takes memory of its own. */
async function startedBefore(): Promise<RunningServer> {
  const server = await startServer({ ANVIL_LOG: 'error' })
  await server.kill()
  await server.restart()
  return server
}

/** Two hundred at work while one of them sends the dearest things there are: each kind alone, then all of them. */
async function benchAttacked(formulas: readonly string[]): Promise<void> {
  const server = await startedBefore()
  const attackers: Attacking[] = []
  try {
    await enrol(server, SITTINGS, givenPaper('hall'))
    const trainees = await seat(server, SITTINGS, 'hall')
    const known = await new Client(server.url).signIn('isla.quay')
    // What each has of the threads' time is counted: who has spent it in one kind is refused in the next.
    for (const who of [ROBIN, WREN]) attackers.push(await attackerOf({ ...who, url: server.url, formulas }))
    const [alone, all] = attackers as [Attacking, Attacking]
    await underAttack(server, trainees, known, alone, { kinds: [], ms: ALONE_MS })
    for (const kind of KINDS) await underAttack(server, trainees, known, alone, { kinds: [kind], ms: ALONE_MS })
    await underAttack(server, trainees, known, all, { kinds: KINDS, ms: TOGETHER_MS })
  } finally {
    for (const { end } of attackers) end()
    await server.stop()
  }
}

async function underAttack(
  server: RunningServer,
  trainees: readonly Trainee[],
  known: Client,
  attacker: Attacking,
  orders: Orders,
): Promise<void> {
  const until = performance.now() + orders.ms
  const [times, errors, signIns]: [number[], string[], number[]] = [[], [], []]
  let most = 0
  const look = setInterval(() => void memoryMb(server).then(now => (most = Math.max(most, now))), 100)
  const [before, stopBare] = [await processorTime(), await bareWrites(dirname(server.dataFile))]
  const attacking = attacker.attack(orders)
  const working = trainees.map((trainee, at) => work(trainee, (at * EVERY_MS) / SITTINGS, until, times, errors))
  const signingIn = (async () => {
    while (performance.now() < until) {
      signIns.push(await timed(() => known.signIn('isla.quay')))
      await new Promise(done => setTimeout(done, 500))
    }
  })()
  await Promise.all([...working, signingIn]).finally(() => clearInterval(look))
  const [after, bare] = [await processorTime(), await stopBare()]
  const [worked, stolen] = [after.worked - before.worked, after.stolen - before.stolen]
  console.log(
    `${orders.kinds.join(', ') || 'no attack'}, ${orders.ms / 1000} s; bare write ${ms(bare.median)}, ${ms(bare.p99)}; ` +
      `processor stolen ${Math.round((100 * stolen) / (worked + stolen))} %`,
  )
  say(`  an op of ${SITTINGS} sittings`, spreadOf(times), 'p99 250 ms')
  say('  a sign-in on a known device', spreadOf(signIns), '2 s')
  console.log(`  memory at most ${most.toFixed(0)} MB, ${errors.length} errors   target 600 MB, 0`)
  if (errors[0]) console.log(`  first error: ${errors[0]}`)
  console.log(`  what the attacker was told, how often: ${JSON.stringify(await attacking)}`)
}

/** The server killed again and again under that: whether anything that it acknowledged is lost. */
async function benchKilled(formulas: readonly string[]): Promise<void> {
  const names = ['isla.quay', 'devrim.aksu', 'piet.moor', 'noor.halden']
  const server = await startedBefore()
  const attacker = await attackerOf({ ...ROBIN, url: server.url, formulas })
  try {
    const clients = await Promise.all(names.map(name => new Client(server.url).signIn(name)))
    const ids = await Promise.all(clients.map(async client => (await client.start('open-end')).id))
    const acknowledged = names.map(() => new Set<string>())
    let going = true
    const loads = clients.map((client, at) => load(client, ids[at]!, acknowledged[at]!, () => going))
    let told: Told = {}
    const attacking = (async () => {
      while (going)
        for (const [what, times] of Object.entries(await attacker.attack({ kinds: KINDS, ms: 5000 })))
          told = { ...told, [what]: (told[what] ?? 0) + times }
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
    const lost = all.filter(id => !there.has(id))
    console.log(`${KILLS} kills: ${all.length} acknowledged, ${lost.length} lost   target 0`)
    console.log(`  what the attacker was told, how often: ${JSON.stringify(told)}`)
  } finally {
    attacker.end()
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
