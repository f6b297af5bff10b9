import { describe, expect, it } from 'vitest'
import { after, answered, applied, hostAt, learnedRoutes, made, ping, put, siteOf } from '../sites.fixture'
import { readRip, writeRip } from '../frames/rip'
import type { NetworkState } from '../state'
import { PREFERENCES } from './routes'

const on = (...ports: string[]) => ports.map(port => `routing/rip/interfaces/${port}/enabled = true`)
const routesOf = (state: NetworkState, device: string) => learnedRoutes(state, device, PREFERENCES.rip)

/** Three routers in a line, with a host at either end, and a second cable between the first and the last. */
const line = (...more: string[]) =>
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
        'interfaces/p3/ipv4/address = 10.44.0.9/30',
        ...on('p1', 'p2', 'p3'),
        ...more,
      ),
      made(
        'two',
        'router',
        2,
        'interfaces/p1/ipv4/address = 10.44.0.2/30',
        'interfaces/p2/ipv4/address = 10.44.0.5/30',
        ...on('p1', 'p2'),
      ),
      made(
        'three',
        'router',
        3,
        'interfaces/p1/ipv4/address = 10.44.30.1/24',
        'interfaces/p2/ipv4/address = 10.44.0.6/30',
        'interfaces/p3/ipv4/address = 10.44.0.10/30',
        ...on('p1', 'p2', 'p3'),
      ),
    ],
    'left p1 - one p1',
    'one p2 - two p1',
    'two p2 - three p2',
    'one p3 - three p3',
    'right p1 - three p1',
  )

describe('routers that tell how far it is', () => {
  it('reach each other’s networks by the fewest hops', () => {
    expect(answered(line(), ping('left', '10.44.30.11')).met).toBe(true)
    expect(routesOf(line(), 'one')).toContain('10.44.30.0/24 by 10.44.0.10 for 2')
    expect(routesOf(line('routing/rip/interfaces/p3/cost = 5'), 'one')).toContain('10.44.30.0/24 by 10.44.0.2 for 3')
  })

  it('go the longer way without the shorter', () => {
    const cut = after(line(), { type: 'unplug', at: 'one p3' })
    expect(routesOf(cut, 'one')).toContain('10.44.30.0/24 by 10.44.0.2 for 3')
    expect(answered(cut, ping('left', '10.44.30.11')).met).toBe(true)
    expect(routesOf(after(cut, { type: 'unplug', at: 'one p2' }), 'one')).toEqual([])
  })

  it('say nothing where they are passive, and tell nothing of what takes no part', () => {
    const quiet = after(line(), put('three', 'routing/rip/interfaces/p3/passive', 'true'), applied('three'))
    expect(routesOf(quiet, 'one')).toContain('10.44.30.0/24 by 10.44.0.2 for 3')
    const apart = after(line(), put('three', 'routing/rip/interfaces/p1/enabled', 'false'), applied('three'))
    expect(routesOf(apart, 'one').some(route => route.startsWith('10.44.30.0/24'))).toBe(false)
  })
})

describe('what they tell', () => {
  it('is the same when it is read again, and nothing where it makes no sense', () => {
    const message = { kind: 'response' as const, entries: [{ network: 0x0a_2c_0a_00, bits: 24, cost: 3 }] }
    expect(readRip(writeRip(message))).toEqual(message)
    expect(readRip(writeRip({ kind: 'request', entries: [] }))).toEqual({ kind: 'request', entries: [] })
    const old = writeRip(message)
    old[1] = 1
    expect(readRip(old)).toBeNull()
    const far = writeRip({ kind: 'response', entries: [{ network: 0, bits: 8, cost: 17 }] })
    expect(readRip(far)?.entries).toEqual([])
  })
})
