import { addressText, readAddress } from '../../core/tools/network/addresses'
import type { IpNode } from '../../core/tools/network/simulation/ip'
import { Network } from '../../core/tools/network/simulation/network'
import { initial, networkSetup } from '../../core/tools/network/state'
import type { NetworkState } from '../../core/tools/network/state'
import { spreadOf } from './figures'

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

/** Packets forwarded a second along a line of routers, there and back. */
export async function benchNetwork(): Promise<void> {
  console.log('\nNetwork')
  const state = lineOf(ROUTERS)
  const to = readAddress('10.44.20.11')!
  const data = new Uint8Array(32)
  const rates: number[] = []
  for (let run = 0; run < RUNS; run += 1) {
    const network = new Network(state, { listening: false })
    const left = network.node('left') as IpNode
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
}
