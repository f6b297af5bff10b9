import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { isIn, networkOf } from '../../../ground/addresses/ipv4'
import { runOf, started } from '../running'
import { initial, networkSetup } from '../state'
import type { NetworkState } from '../state'
import { after, applied, drop, pinged, put, yard } from '../sites.fixture'
import { readFrame } from '../frames/ethernet'
import { EventQueue } from './queue'
import { longest } from './routes'
import type { Route } from './routes'

const start = yard()
const lastOf = (state: NetworkState) => runOf(state).answers.at(-1)!
const said = (state: NetworkState, from: string, to: string): string => lastOf(after(state, pinged(from, to))).lines[0]!
const gateway = 'routing/routes/0.0.0.0/0/next-hop'

describe('a ping', () => {
  it('comes through a switch, and through a router', () => {
    expect(said(start, 'desk-1', '10.44.10.20')).toMatch(/^10\.44\.10\.20 answers after \d+\.\d+ ms$/)
    expect(said(start, 'till-1', '10.44.10.20')).toMatch('10.44.10.20 answers')
    expect(said(start, 'till-1', '10.44.20.1')).toMatch('10.44.20.1 answers')
    expect(said(start, 'till-1', '10.44.10.1')).toMatch('10.44.10.1 answers')
  })

  it('says hop by hop where it went, and why', () => {
    const { notes } = lastOf(after(start, pinged('till-1', '10.44.10.20')))
    expect(notes.map(({ device, words }) => `${device}: ${words}`)).toEqual([
      'till-1: not in its network, so it goes by 10.44.20.1: asks who that is',
      'shop-sw: to everyone: out of p4',
      'gate: is 10.44.20.1, and says so to 10.44.20.11',
      'shop-sw: knows 02:00:00:00:06:01 behind p1',
      'till-1: by its route 0.0.0.0/0 by 10.44.20.1: sent to 02:00:00:00:04:02',
      'shop-sw: knows 02:00:00:00:04:02 behind p4',
      'gate: 10.44.10.20 is in its network 10.44.10.0/24: asks who that is',
      'office-sw: to everyone: out of p1, p2',
      'desk-1: isn’t 10.44.10.20: dropped',
      'books: is 10.44.10.20, and says so to 10.44.10.1',
      'office-sw: knows 02:00:00:00:04:01 behind p4',
      'gate: 10.44.10.20 is in its network: sent to 02:00:00:00:02:01',
      'office-sw: knows 02:00:00:00:02:01 behind p2',
      'books: is asked by 10.44.20.11, and answers',
      'books: by its route 0.0.0.0/0 by 10.44.10.1: sent to 02:00:00:00:04:01',
      'office-sw: knows 02:00:00:00:04:01 behind p4',
      'gate: 10.44.20.11 is in its network: sent to 02:00:00:00:06:01',
      'shop-sw: knows 02:00:00:00:06:01 behind p1',
      'till-1: hears the answer of 10.44.10.20',
    ])
  })

  it('is quicker once everybody is known', () => {
    const took = (answer: { lines: readonly string[] }) => Number(/after ([\d.]+)/.exec(answer.lines[0]!)?.[1])
    const { answers } = runOf(after(start, pinged('till-1', '10.44.10.20'), pinged('till-1', '10.44.10.20')))
    expect(took(answers[1]!)).toBeLessThan(took(answers[0]!))
  })

  it.each([
    ['no gateway', [drop('till-1', gateway), applied('till-1')], 'no way to 10.44.10.20: nothing was sent'],
    ['a gateway that nobody is', [put('till-1', gateway, '10.44.20.9'), applied('till-1')], '10.44.10.20: no answer'],
    [
      'a mask too short, so that a neighbour seems near',
      [put('till-1', 'interfaces/p1/ipv4/address', '10.44.20.11/16'), applied('till-1')],
      '10.44.10.20: no answer',
    ],
    ['no way back', [drop('books', gateway), applied('books')], '10.44.10.20: no answer'],
    ['a port that is shut', [put('gate', 'interfaces/p1/enabled', 'false'), applied('gate')], 'network unreachable'],
    ['a cable unplugged', [{ type: 'unplug', at: 'books p1' }], 'host unreachable'],
  ])('with %s doesn’t', (_, ops, words) => {
    expect(said(after(start, ...ops), 'till-1', '10.44.10.20')).toMatch(words)
  })

  it('to an address that nobody has is told by the router', () => {
    expect(said(start, 'till-1', '10.44.10.99')).toBe('is told by 10.44.20.1: host unreachable')
    expect(said(start, 'till-1', '192.0.2.1')).toBe('is told by 10.44.20.1: network unreachable')
  })

  it('that is too long for a way is told so, and by whom', () => {
    const narrow = after(start, put('gate', 'interfaces/p1/ipv4/mtu', '600'), applied('gate'))
    const long = (bytes: number) =>
      lastOf(after(narrow, { type: 'ask', ask: { what: 'ping', device: 'till-1', to: '10.44.10.20', bytes } }))
    expect(long(572).met).toBe(true)
    expect(long(573).lines[0]).toBe('is told by 10.44.20.1: needs fragmenting')
    expect(long(1473).lines[0]).toBe('asked 10.44.10.20: no answer')
    expect(long(1473).notes[0]?.words).toBe('has 1501 bytes, and 1500 may go out here: not sent')
  })

  it('that goes round between two routers ends by its time to live', () => {
    const at = { x: 0, y: 0 }
    const router = (name: string, address: string, hop: string) => ({
      name,
      kind: 'router',
      ports: 2,
      at,
      set: { 'interfaces/p1/ipv4/address': address, 'routing/routes/0.0.0.0/0/next-hop': hop },
    })
    const loop = initial(
      networkSetup.parse({
        devices: [router('one', '10.44.0.1/30', '10.44.0.2'), router('two', '10.44.0.2/30', '10.44.0.1')],
        cables: [['one p1', 'two p1']],
      }),
    )
    const state = after(loop, pinged('one', '192.0.2.1'))
    expect(lastOf(state).lines[0]).toMatch('time to live used up')
  })
})

describe('a network', () => {
  it('is the same for the same settings, byte for byte', () => {
    const bytes = (): string => {
      const state = after(yard(), pinged('till-1', '10.44.10.20'), pinged('desk-1', '10.44.20.11'))
      const { network } = runOf(state)
      return JSON.stringify(network.captured.map(({ at, from, frame }) => [at, from, [...frame]]))
    }
    expect(bytes()).toBe(bytes())
  })

  it('sends nothing out of the port by which it came', () => {
    const { network } = runOf(after(yard(), pinged('till-1', '10.44.10.99'), pinged('desk-1', '10.44.20.11')))
    for (const { from, to, frame } of network.captured) {
      if (!to.device.endsWith('-sw')) continue
      const back = network.captured.filter(
        one => one.from.device === to.device && one.from.port === to.port && one.frame === frame,
      )
      expect(back, `${from.device} ${readFrame(frame).carries}`).toEqual([])
    }
  })

  it('with a ring of switches and no tree floods, and is stopped', () => {
    const at = { x: 0, y: 0 }
    const ring = initial(
      networkSetup.parse({
        devices: [
          { name: 'a', kind: 'host', ports: 1, at, set: { 'interfaces/p1/ipv4/address': '10.44.10.1/24' } },
          ...['s1', 's2', 's3'].map(name => ({ name, kind: 'switch', ports: 4, at })),
        ],
        cables: [
          ['a p1', 's1 p1'],
          ['s1 p2', 's2 p1'],
          ['s2 p2', 's3 p1'],
          ['s3 p2', 's1 p3'],
        ],
      }),
    )
    const answer = lastOf(after(ring, pinged('a', '10.44.10.9')))
    expect(answer.met).toBe(false)
    expect(answer.lines.join(' ')).toMatch('going round')
  })

  it('settles before it is asked', () => {
    expect(started(start).now).toBe(1_000_000)
  })
})

describe('two devices with one address', () => {
  const twice = after(start, put('books', 'interfaces/p1/ipv4/address', '10.44.10.11/24'), applied('books'))
  const conflicts = (state: NetworkState) => runOf(state).network.machine('desk-1')!.stack.conflicts

  it('hear of each other as soon as one of them speaks', () => {
    const asked = after(twice, pinged('books', '10.44.10.1'))
    expect(conflicts(asked)).toEqual([['10.44.10.11', '02:00:00:00:02:01']])
    expect(lastOf(asked).notes.map(({ device, words }) => `${device}: ${words}`)).toContain(
      'desk-1: is 10.44.10.11 itself, and hears that 02:00:00:00:02:01 is, too',
    )
  })

  it('are none where each has its own', () => {
    expect(conflicts(after(start, pinged('books', '10.44.10.1')))).toEqual([])
  })
})

describe('the longest prefix', () => {
  const prefix = fc
    .tuple(fc.integer({ min: 0, max: 2 ** 32 - 1 }), fc.integer({ min: 0, max: 32 }))
    .map(([address, bits]): Route => ({
      network: networkOf(address, bits),
      bits,
      port: 'p1',
      by: null,
      preference: 0,
      cost: 0,
    }))
  it('wins, as a plain search over all of them finds it', () => {
    fc.assert(
      fc.property(fc.array(prefix, { maxLength: 30 }), fc.integer({ min: 0, max: 2 ** 32 - 1 }), (routes, to) => {
        const fitting = routes.filter(route => isIn(to, route))
        const most = Math.max(-1, ...fitting.map(({ bits }) => bits))
        expect(longest(routes, to)).toBe(fitting.find(({ bits }) => bits === most) ?? null)
      }),
    )
  })
})

describe('what is due', () => {
  it('comes in the order of its time, and at once in the order in which it was put in', () => {
    fc.assert(
      fc.property(fc.array(fc.nat(20)), times => {
        const queue = new EventQueue()
        const done: [number, number][] = []
        for (const [order, at] of times.entries()) queue.put(at, () => done.push([at, order]))
        for (let due = queue.take(); due; due = queue.take()) due.work()
        expect(done).toEqual([...done].sort(([a, one], [b, other]) => a - b || one - other))
        expect(done).toHaveLength(times.length)
      }),
    )
  })
})
