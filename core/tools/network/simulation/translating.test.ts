import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { after, answered, connect, hostAt, made, ping, said, siteOf } from '../sites.fixture'
import { carriedBy, CARRIES, HEAD } from '../frames/ethernet'
import { readPacket } from '../frames/ipv4'
import { addressText } from '../../../ground/addresses/ipv4'
import { runOf } from '../running'
import { Mappings } from './translating'

/** An office behind a gate, a provider with a site of its own, and what the gate is told about translation. */
const edge = (...set: string[]) =>
  siteOf(
    [
      hostAt('desk-1', '10.44.10.11/24', '10.44.10.1'),
      { ...hostAt('books', '10.44.10.20/24', '10.44.10.1', 'services/tcp/443 = web'), kind: 'server' },
      made('office-sw', 'switch', 4),
      made(
        'gate',
        'router',
        4,
        'interfaces/p1/ipv4/address = 10.44.10.1/24',
        'interfaces/p4/ipv4/address = 198.51.100.10/29',
        'routing/routes/0.0.0.0/0/next-hop = 198.51.100.9',
        ...set,
      ),
      made(
        'provider',
        'provider',
        2,
        'interfaces/p1/ipv4/address = 198.51.100.9/29',
        'interfaces/loop1/ipv4/address = 203.0.113.80/32',
        'services/tcp/80 = web',
      ),
    ],
    'desk-1 p1 - office-sw p1',
    'books p1 - office-sw p2',
    'office-sw p4 - gate p1',
    'gate p4 - provider p1',
  )
const hidden = ['nat/external-interface = p4', 'nat/internal-prefixes/10.44.0.0/16/translate-to = interface']

describe('translation', () => {
  it('lets private hosts reach the world, which without it has no way back', () => {
    expect(answered(edge(...hidden), connect('desk-1', '203.0.113.80', 80)).met).toBe(true)
    expect(answered(edge(...hidden), ping('desk-1', '203.0.113.80')).met).toBe(true)
    expect(said(answered(edge(), ping('desk-1', '203.0.113.80')))).toBe('asked 203.0.113.80: no answer')
  })

  it('shows nobody outside an address from inside', () => {
    const state = after(edge(...hidden), { type: 'ask', ask: connect('desk-1', '203.0.113.80', 80) })
    const outside = runOf(state)
      .network.captured.filter(
        ({ from, frame }) => from.device === 'gate' && from.port === 'p4' && carriedBy(frame) === CARRIES.ipv4,
      )
      .map(({ frame }) => addressText(readPacket(frame, HEAD)!.from))
    expect(new Set(outside)).toEqual(new Set(['198.51.100.10']))
  })

  it('tells a host inside what became of what it sent outside', () => {
    const { met, found } = answered(edge(...hidden), { what: 'trace', device: 'desk-1', to: '203.0.113.80' })
    expect([met, found]).toEqual([true, ['10.44.10.1', '203.0.113.80']])
    expect(said(answered(edge(...hidden), ping('desk-1', '192.0.2.1')))).toBe(
      'is told by 198.51.100.9: network unreachable',
    )
    expect(said(answered(edge(...hidden), connect('desk-1', '203.0.113.80', 53, 'udp')))).toMatch('port unreachable')
  })

  it('leaves a host outside before a shut door, but for a port that is forwarded', () => {
    expect(answered(edge(...hidden), connect('provider', '198.51.100.10', 443)).met).toBe(false)
    const forwarded = edge(...hidden, 'nat/forwards/tcp/443 = 10.44.10.20:443')
    expect(answered(forwarded, connect('provider', '198.51.100.10', 443)).met).toBe(true)
    expect(answered(forwarded, connect('provider', '198.51.100.10', 444)).met).toBe(false)
    const elsewhere = edge(...hidden, 'nat/forwards/tcp/8443 = 10.44.10.20:443')
    expect(answered(elsewhere, connect('provider', '198.51.100.10', 8443)).met).toBe(true)
  })

  it('gives one host an address of its own outside, both ways', () => {
    const state = edge(...hidden, 'nat/static/10.44.10.20/external-address = 198.51.100.11')
    expect(answered(state, connect('provider', '198.51.100.11', 443)).met).toBe(true)
    expect(answered(state, ping('books', '203.0.113.80')).met).toBe(true)
  })

  it('by another address answers for that on the wire', () => {
    const state = edge('nat/external-interface = p4', 'nat/internal-prefixes/10.44.0.0/16/translate-to = 198.51.100.12')
    expect(answered(state, ping('desk-1', '203.0.113.80')).met).toBe(true)
  })

  it('takes nothing from here: the provider belongs to somebody else', () => {
    expect(() =>
      after(edge(), { type: 'put', device: 'provider', path: 'interfaces/p2/enabled', value: 'false' }),
    ).toThrow('provider belongs to somebody else')
  })
})

describe('ports outside', () => {
  it('are never given to two flows', () => {
    const flow = fc.record({
      protocol: fc.constantFrom(1, 6, 17),
      address: fc.integer({ min: 1, max: 5 }),
      port: fc.integer({ min: 1, max: 60 }),
    })
    fc.assert(
      fc.property(
        fc.array(flow, { maxLength: 200 }),
        fc.uniqueArray(fc.integer({ min: 40_000, max: 40_100 })),
        (flows, kept) => {
          const mappings = new Mappings()
          for (const port of kept)
            mappings.keep({ protocol: 6, inside: { address: 9, port: 1 }, outside: { address: 7, port } })
          const given = new Map<string, string>()
          for (const { protocol, address, port } of flows) {
            const outside = mappings.outside(protocol, { address, port }, 7)!
            const key = `${protocol} ${outside.address} ${outside.port}`
            const own = `${protocol} ${address} ${port}`
            expect(given.get(key) ?? own).toBe(own)
            given.set(key, own)
            if (protocol === 6) expect(kept).not.toContain(outside.port)
            expect(mappings.inside(protocol, outside)).toEqual({ address, port })
          }
        },
      ),
    )
  })

  it('that are all given away are told', () => {
    const mappings = new Mappings()
    for (let port = 1; port <= 25_536; port += 1) expect(mappings.outside(17, { address: 1, port }, 7)).not.toBeNull()
    expect(mappings.outside(17, { address: 2, port: 1 }, 7)).toBeNull()
    expect(mappings.outside(6, { address: 2, port: 1 }, 7)).not.toBeNull()
  })
})
