import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { after, answered, applied, hostAt, learnedRoutes, made, ping, put, siteOf } from '../../sites.fixture'
import { readAddress } from '../../../../ground/addresses/ipv4'
import type { LinkState } from '../../frames/ospf'
import { readOspf, writeOspf } from '../../frames/ospf'
import type { NetworkState } from '../../state'
import { PREFERENCES } from '../routes'
import { started } from '../../running'
import { elect } from './election'
import { shortestWays } from './paths'

const on = (...ports: string[]) => ports.map(port => `routing/ospf/interfaces/${port}/area = 0.0.0.0`)
const routesOf = (state: NetworkState, device: string) => learnedRoutes(state, device, PREFERENCES.ospf)

/** Three routers in a triangle, with a host at two of them. */
const triangle = (...more: string[]) =>
  siteOf(
    [
      hostAt('left', '10.44.10.11/24', '10.44.10.1'),
      hostAt('right', '10.44.30.11/24', '10.44.30.1'),
      made(
        'one',
        'router',
        3,
        'interfaces/p1/ipv4/address = 10.44.10.1/24',
        'interfaces/p2/ipv4/address = 10.44.0.1/30',
        'interfaces/p3/ipv4/address = 10.44.0.5/30',
        ...on('p1', 'p2', 'p3'),
        ...more,
      ),
      made(
        'two',
        'router',
        3,
        'interfaces/p2/ipv4/address = 10.44.0.2/30',
        'interfaces/p3/ipv4/address = 10.44.0.9/30',
        ...on('p2', 'p3'),
      ),
      made(
        'three',
        'router',
        3,
        'interfaces/p1/ipv4/address = 10.44.30.1/24',
        'interfaces/p2/ipv4/address = 10.44.0.10/30',
        'interfaces/p3/ipv4/address = 10.44.0.6/30',
        ...on('p1', 'p2', 'p3'),
      ),
    ],
    'left p1 - one p1',
    'one p2 - two p2',
    'two p3 - three p2',
    'one p3 - three p3',
    'right p1 - three p1',
  )

describe('routers that tell each other', () => {
  it('reach each other’s networks by the cheapest way', () => {
    expect(answered(triangle(), ping('left', '10.44.30.11')).met).toBe(true)
    expect(routesOf(triangle(), 'one')).toEqual([
      '10.44.0.8/30 by 10.44.0.2 for 20',
      '10.44.30.0/24 by 10.44.0.6 for 20',
    ])
    const dear = triangle('routing/ospf/interfaces/p3/cost = 100')
    expect(routesOf(dear, 'one')).toContain('10.44.30.0/24 by 10.44.0.2 for 30')
  })

  it('go another way when a cable is gone, and come to nothing without any', () => {
    const cut = after(triangle(), { type: 'unplug', at: 'one p3' })
    expect(routesOf(cut, 'one')).toContain('10.44.30.0/24 by 10.44.0.2 for 30')
    expect(answered(cut, ping('left', '10.44.30.11')).met).toBe(true)
    const alone = after(cut, { type: 'unplug', at: 'one p2' })
    expect(routesOf(alone, 'one')).toEqual([])
  })

  it('leave a route that was set alone', () => {
    const state = triangle('routing/routes/10.44.30.0/24/next-hop = 10.44.0.2')
    const { routes } = started(state).machine('one')!.stack
    const held = routes.find(({ network }) => network === readAddress('10.44.30.0'))
    expect(held).toMatchObject({ preference: 10 })
  })

  it.each([
    ['in different areas', put('two', 'routing/ospf/interfaces/p2/area', '0.0.0.1')],
    ['with different masks', put('two', 'interfaces/p2/ipv4/address', '10.44.0.2/29')],
    ['where one is passive', put('two', 'routing/ospf/interfaces/p2/passive', 'true')],
  ])('are no neighbours %s', (_, change) => {
    const state = after(triangle(), change, applied('two'))
    const { table } = started(state).machine('one')!.equipment.ospf
    expect(table.map(row => row.slice(0, 3).join(' '))).toEqual(['10.44.30.1 p3 full'])
  })

  it('on one network elect who speaks for it, by priority and then by name, and all get their routes', () => {
    const router = (at: number, ...more: string[]) =>
      made(
        `r${at}`,
        'router',
        2,
        `interfaces/p1/ipv4/address = 10.44.50.${at}/24`,
        `interfaces/p2/ipv4/address = 10.44.6${at}.1/24`,
        ...on('p1', 'p2'),
        ...more,
      )
    const shared = (...more: string[]) =>
      siteOf(
        [
          router(1, ...more),
          router(2),
          router(3),
          router(4),
          made('sw', 'switch', 4),
          hostAt('h', '10.44.61.9/24', '10.44.61.1'),
        ],
        ...[1, 2, 3, 4].map(at => `r${at} p1 - sw p${at}`),
        'h p1 - r1 p2',
      )
    const speaker = (state: NetworkState, device: string) =>
      started(state)
        .machine(device)!
        .equipment.ospf.table.filter(row => row[3] !== '')
        .map(([router]) => router)
    expect(speaker(shared(), 'r1')).toEqual(['10.44.64.1'])
    expect(speaker(shared('routing/ospf/interfaces/p1/priority = 9'), 'r3')).toEqual(['10.44.61.1'])
    const others = started(shared())
      .machine('r1')!
      .equipment.ospf.table.map(row => row[2])
    expect(others.sort()).toEqual(['full', 'full', 'two-way'])
    // Networks at which nobody is have no link that is up.
    expect(routesOf(shared(), 'r4')).toEqual(['10.44.61.0/24 by 10.44.50.1 for 20'])
  })
})

describe('the election', () => {
  const candidate = (router: number, priority: number, designated = 0, backup = 0) => ({
    router,
    address: router,
    priority,
    designated,
    backup,
  })
  it('takes the best, and the next best in reserve', () => {
    expect(elect(candidate(3, 1), [candidate(1, 1), candidate(2, 1)])).toEqual({ designated: 3, backup: 2 })
    // Who is neither sees the second only once the first has said that it is the first.
    expect(elect(candidate(1, 1), [candidate(2, 1), candidate(3, 1)])).toEqual({ designated: 3, backup: 0 })
    expect(elect(candidate(1, 1), [candidate(2, 1), candidate(3, 1, 3, 0)])).toEqual({ designated: 3, backup: 2 })
  })
  it('leaves who speaks already in place, whoever comes', () => {
    expect(elect(candidate(9, 9), [candidate(2, 1, 2, 3), candidate(3, 1, 2, 3)])).toEqual({ designated: 2, backup: 3 })
  })
  it('never takes one of priority 0', () => {
    expect(elect(candidate(9, 0), [candidate(2, 1)])).toEqual({ designated: 2, backup: 0 })
  })
})

describe('the shortest ways', () => {
  const pair = fc.tuple(fc.nat(6), fc.nat(6), fc.integer({ min: 1, max: 20 })).filter(([one, other]) => one !== other)
  it('cost what a plain search over all of them finds', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(pair, { selector: ([a, b]) => `${Math.min(a, b)} ${Math.max(a, b)}`, maxLength: 12 }),
        pairs => {
          const end = (at: number, from: number): number => 0x0a_00_00_00 + at * 4 + from
          const states: LinkState[] = Array.from({ length: 7 }, (_, router) => ({
            type: 'router',
            id: router + 1,
            from: router + 1,
            sequence: 1,
            links: [
              { kind: 'stub' as const, id: 0xc0_00_00_00 + router * 256, data: 0xff_ff_ff_00, cost: 1 },
              ...pairs.flatMap(([one, other, cost], at) => {
                const side = router === one ? 1 : router === other ? 2 : 0
                if (side === 0) return []
                const far = router === one ? other : one
                return [
                  { kind: 'point-to-point' as const, id: far + 1, data: end(at, side), cost },
                  { kind: 'stub' as const, id: end(at, 0), data: 0xff_ff_ff_fc, cost },
                ]
              }),
            ],
          }))
          // Floyd and Warshall’s.
          const far = Array.from({ length: 7 }, (_, a) => Array.from({ length: 7 }, (_, b) => (a === b ? 0 : Infinity)))
          for (const [a, b, cost] of pairs) far[a]![b] = far[b]![a] = Math.min(cost, far[a]![b]!)
          for (let k = 0; k < 7; k += 1)
            for (let a = 0; a < 7; a += 1)
              for (let b = 0; b < 7; b += 1) far[a]![b] = Math.min(far[a]![b]!, far[a]![k]! + far[k]![b]!)
          const found = new Map(
            shortestWays(1, states)
              .filter(({ bits }) => bits === 24)
              .map(({ network, cost }) => [(network - 0xc0_00_00_00) / 256, cost]),
          )
          for (let to = 0; to < 7; to += 1) expect(found.get(to) ?? Infinity).toBe(far[0]![to]! + 1)
        },
      ),
    )
  })
})

describe('what routers tell', () => {
  it('is the same when it is read again', () => {
    const head = { router: 0x0a_2c_00_01, area: 0 }
    const states: LinkState[] = [
      {
        type: 'router',
        id: 1,
        from: 1,
        sequence: 0x80_00_00_01,
        links: [{ kind: 'stub', id: 5, data: 0xff_ff_ff_00, cost: 10 }],
      },
      { type: 'network', id: 7, from: 1, sequence: 0x80_00_00_02, mask: 0xff_ff_ff_00, routers: [1, 2] },
    ]
    const update = { ...head, kind: 'update' as const, states }
    expect(readOspf(writeOspf(update))).toEqual(update)
    const damaged = writeOspf(update)
    damaged[30]! ^= 1
    expect(readOspf(damaged)).toBeNull()
  })
})
