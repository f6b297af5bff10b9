import { describe, expect, it } from 'vitest'
import { answered, hostAt, made, ping, siteOf } from '../sites.fixture'
import { runOf } from '../running'
import { view } from '../viewing'
import type { DeviceSeen, MapSeen } from '../viewing'
import type { NetworkState } from '../state'

const AS_ONE = ['interfaces/p7/aggregation/aggregator = agg1', 'interfaces/p8/aggregation/aggregator = agg1']
const TRUNK = 'interfaces/agg1/bridge-port/tagged = 10'

/** Two switches with two cables between them, two desks at each; what each switch is told. */
const two = (left: readonly string[], right: readonly string[], ...without: readonly string[]): NetworkState => {
  const cables = [
    'desk-1 p1 - office-sw p1',
    'desk-2 p1 - office-sw p2',
    'office-sw p7 - shop-sw p7',
    'office-sw p8 - shop-sw p8',
    'desk-3 p1 - shop-sw p1',
    'desk-4 p1 - shop-sw p2',
  ]
  const desks = [1, 2, 3, 4].map(of => hostAt(`desk-${of}`, `10.44.10.1${of}/24`))
  const switches = [made('office-sw', 'switch', 8, ...left), made('shop-sw', 'switch', 8, ...right)]
  return siteOf([...desks, ...switches], ...cables.filter(cable => !without.some(port => cable.includes(port))))
}
/** By which ports of a switch what was tried went out. */
function used(state: NetworkState, name: string): string[] {
  const { network } = runOf(state)
  return [...new Set(network.captured.filter(({ from }) => from.device === name).map(({ from }) => from.port))].sort()
}

describe('ports made one', () => {
  it('carry everything once, without a tree and without a loop', () => {
    const answer = answered(two(AS_ONE, AS_ONE), ping('desk-1', '10.44.10.13'))
    expect(answer.met).toBe(true)
    expect(answer.notes.filter(({ words }) => words.includes('goes round'))).toEqual([])
    expect(answer.frames[1] - answer.frames[0]).toBeLessThan(40)
  })

  it('go on while one of the cables is broken', () => {
    for (const port of ['p7', 'p8'])
      expect(answered(two(AS_ONE, AS_ONE, `office-sw ${port}`), ping('desk-1', '10.44.10.14')).met).toBe(true)
    expect(answered(two(AS_ONE, AS_ONE, 'office-sw p7', 'office-sw p8'), ping('desk-1', '10.44.10.14')).met).toBe(false)
  })

  it('let every conversation keep to one cable, and several use both', () => {
    const state = two(AS_ONE, AS_ONE)
    const asks = ['desk-1', 'desk-2'].flatMap(from =>
      ['10.44.10.13', '10.44.10.14'].map(to => ({ what: 'ping' as const, device: from, to })),
    )
    expect(used({ ...state, asked: asks }, 'office-sw')).toEqual(expect.arrayContaining(['p7', 'p8']))
    const { network, answers } = runOf({ ...state, asked: [asks[0]!] })
    const echoes = network.captured
      .slice(...answers[0]!.frames)
      .filter(({ from, frame }) => from.device === 'office-sw' && from.port !== 'p1' && frame.length > 60)
    expect(new Set(echoes.map(({ from }) => from.port)).size).toBe(1)
  })

  it('have VLANs together, and those of a single port among them don’t count', () => {
    const vlan = ['interfaces/p1/bridge-port/pvid = 10']
    const carried = two([...AS_ONE, TRUNK, ...vlan], [...AS_ONE, TRUNK, ...vlan])
    expect(answered(carried, ping('desk-1', '10.44.10.13')).met).toBe(true)
    const single = [...AS_ONE, 'interfaces/p7/bridge-port/tagged = 10', ...vlan]
    expect(answered(two(single, single), ping('desk-1', '10.44.10.13')).met).toBe(false)
  })

  it('are one port to the spanning tree, at the cost of so many cables', () => {
    const tree = 'bridge/spanning-tree/enabled = true'
    const state = two([...AS_ONE, tree], [...AS_ONE, tree])
    const table = (name: string): string[] =>
      (view(state, { kind: 'device', name }) as DeviceSeen).tables
        .find(({ title }) => title === 'Spanning tree')!
        .rows.map(row => row.join(' '))
    expect(table('shop-sw').join(', ')).toMatch(/cost 10000.*agg1 root forwards/)
    expect(table('office-sw').join(', ')).toMatch(/agg1 designated forwards/)
  })

  it('on one side only are two ways to the other: what goes to everyone comes back twice', () => {
    const { frames } = answered(two(AS_ONE, []), ping('desk-1', '10.44.10.13'))
    const one = answered(two(AS_ONE, AS_ONE), ping('desk-1', '10.44.10.13')).frames
    expect(frames[1] - frames[0]).toBeGreaterThan(one[1] - one[0])
  })

  it('are shown as what they are together', () => {
    const state = two([...AS_ONE, TRUNK], AS_ONE)
    const { ports } = view(state, { kind: 'device', name: 'office-sw' }) as DeviceSeen
    expect(ports.find(({ name }) => name === 'agg1')).toMatchObject({ up: true, to: 'p7, p8', isPort: false })
    expect(ports.find(({ name }) => name === 'p7')).toMatchObject({ part: 'agg1' })
    const { cables } = view(state, { kind: 'map' }) as MapSeen
    expect(cables.find(({ from }) => from === 'office-sw p7')?.vlans).toEqual({ from: 'agg1, tagged 10', to: 'agg1' })
  })
})
