import { addressText, readAddress } from '../../core/ground/addresses/ipv4'
import { judge, networkCheck } from '../../core/tools/network/checks'
import { Network } from '../../core/tools/network/simulation/network'
import { initial, networkSetup } from '../../core/tools/network/state'
import type { NetworkState } from '../../core/tools/network/state'
import { say, spreadOf, timed } from './figures'

const ROUTERS = 10
const ASKED = 2000
const RUNS = 7

/** A line of routers with a host at each end, and static routes both ways. */
function lineOf(routers: number): NetworkState {
  const at = { x: 0, y: 0 }
  const between = (place: number, end: number): string => addressText(readAddress('10.44.0.0')! + place * 4 + end)
  const devices = Array.from({ length: routers }, (_, place) => ({
    name: `r${place + 1}`,
    kind: 'router',
    ports: 2,
    at,
    set: {
      'interfaces/p1/ipv4/address': place === 0 ? '10.44.10.1/24' : `${between(place - 1, 2)}/30`,
      'interfaces/p2/ipv4/address': place === routers - 1 ? '10.44.20.1/24' : `${between(place, 1)}/30`,
      ...(place > 0 ? { 'routing/routes/10.44.10.0/24/next-hop': between(place - 1, 1) } : {}),
      ...(place < routers - 1 ? { 'routing/routes/10.44.20.0/24/next-hop': between(place, 2) } : {}),
    },
  }))
  const host = (name: string, network: string) => ({
    name,
    kind: 'host',
    ports: 1,
    at,
    set: {
      'interfaces/p1/ipv4/address': `${network}.11/24`,
      'routing/routes/0.0.0.0/0/next-hop': `${network}.1`,
    },
  })
  const cables = [
    ['left p1', 'r1 p1'],
    ...devices.slice(1).map((_, place) => [`r${place + 1} p2`, `r${place + 2} p1`]),
    [`r${routers} p2`, 'right p1'],
  ]
  return initial(
    networkSetup.parse({ devices: [host('left', '10.44.10'), host('right', '10.44.20'), ...devices], cables }),
  )
}

/** Sixty routers in a ring, with more cables between them up to two hundred; each tells the others by OSPF. */
export function meshOf(routers: number, links: number): NetworkState {
  const at = { x: 0, y: 0 }
  const ports = Array.from({ length: routers }, () => 0)
  const set = Array.from({ length: routers }, (): Record<string, string> => ({}))
  const joined = Array.from({ length: links }, (_, link): [number, number] => {
    const from = link % routers
    const step = 1 + Math.floor(link / routers) * 7
    return [from, (from + step) % routers]
  })
  const cables = joined.map(([one, other], link) => {
    const ends = [one, other].map((router, end) => {
      ports[router]! += 1
      const port = `p${ports[router]}`
      set[router]![`interfaces/${port}/ipv4/address`] =
        `${addressText(readAddress('10.44.0.0')! + link * 4 + end + 1)}/30`
      set[router]![`routing/ospf/interfaces/${port}/area`] = '0.0.0.0'
      return `r${router + 1} ${port}`
    })
    return ends as [string, string]
  })
  const devices = set.map((settings, router) => ({
    name: `r${router + 1}`,
    kind: 'router',
    ports: 20,
    at,
    set: settings,
  }))
  return initial(networkSetup.parse({ devices, cables }))
}

/** A network in which routers learn everything from each other, from its start until nothing changes any more. */
async function benchConvergence(): Promise<void> {
  const [routers, links] = [60, 200]
  const state = meshOf(routers, links)
  const lengths: number[] = []
  for (let run = 0; run < RUNS; run += 1) {
    const network = new Network(state, { listening: false })
    lengths.push(await timed(() => network.run(60_000_000)))
    const { routes } = network.machine('r1')!.stack
    if (routes.length !== links) throw new Error(`${routes.length} routes in place of ${links}`)
  }
  say(`${routers} routers, ${links} cables: OSPF from the start to its end`, spreadOf(lengths), '1000 ms')
}

/** A step with so many criteria of what reaches what, each tried on a network that is started for it. */
async function benchJudging(): Promise<void> {
  const state = lineOf(ROUTERS)
  const goals = state.site.devices.flatMap(({ name }) =>
    Object.entries(state.running[name] ?? {}).flatMap(([path, value]) =>
      path.endsWith('/ipv4/address') ? value.split('/')[0]! : [],
    ),
  )
  const checks = goals.slice(0, 20).map(to => networkCheck.parse({ kind: 'reaches', from: 'left', to }))
  const context = { start: state, task: { order: 'in-turn', steps: [] }, step: 'one', closed: [] } as const
  const lengths: number[] = []
  for (let run = 0; run < RUNS * 3; run += 1) {
    // Each time other settings: of the same ones it is known what comes of them.
    const left = { ...state.running.left, 'interfaces/p1/description': `run ${run}` }
    const own = { ...state, running: { ...state.running, left } }
    lengths.push(
      await timed(() => {
        for (const check of checks) judge(own, check, context)
      }),
    )
  }
  say(`${checks.length} criteria of reaching, along ${ROUTERS} routers`, spreadOf(lengths), '150 ms')
}

/** Packets forwarded a second along a line of routers, there and back. */
export async function benchNetwork(): Promise<void> {
  console.log('\nNetwork')
  const state = lineOf(ROUTERS)
  const to = readAddress('10.44.20.11')!
  const data = new Uint8Array(32)
  const rates: number[] = []
  for (let run = 0; run < RUNS; run += 1) {
    const network = new Network(state, { listening: false, mostFrames: Infinity })
    const left = network.machine('left')!.stack
    let answers = 0
    left.heard = () => void (answers += 1)
    left.say(to, { kind: 'echo', identifier: 1, sequence: 0, data })
    network.run(2_000_000)
    const begun = performance.now()
    for (let sequence = 1; sequence <= ASKED; sequence += 1)
      left.say(to, { kind: 'echo', identifier: 1, sequence, data })
    network.run(4_000_000)
    const seconds = (performance.now() - begun) / 1000
    if (answers !== ASKED + 1) throw new Error(`${answers} answers in place of ${ASKED + 1}`)
    rates.push((ASKED * ROUTERS * 2) / seconds)
  }
  const { median } = spreadOf(rates)
  console.log(
    `${`packet-hops a second along ${ROUTERS} routers`.padEnd(66)} median ${Math.round(median)}   ${RUNS} runs   target 200000`,
  )
  await benchConvergence()
  await benchJudging()
}
