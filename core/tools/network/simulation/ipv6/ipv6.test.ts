import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { address6Text, readAddress6, readPrefix6 } from '../../../../ground/addresses/ipv6'
import { readIcmp6, writeIcmp6 } from '../../frames/icmp6'
import { readPacket6, writePacket6 } from '../../frames/ipv6'
import { started } from '../../running'
import { after, answered, applied, made, ping, put, refusalOf, said, siteOf } from '../../sites.fixture'
import type { NetworkState } from '../../state'
import { view } from '../../viewing'
import type { DeviceSeen } from '../../viewing'
import { table6Of, way6To } from './routes'

const trace = (device: string, to: string) => ({ what: 'trace', device, to })
const at = (address: string): string => `interfaces/p1/ipv6/address = ${address}`

/** An office and a shed, each behind a router of its own, which are joined. */
const yard = (but: Readonly<Record<string, readonly string[]>> = {}): NetworkState =>
  siteOf(
    [
      made('desk-1', 'host', 1, ...(but['desk-1'] ?? ['interfaces/p1/ipv6/create-global-addresses = true'])),
      made('books', 'server', 1, at('2001:db8:44:10::20/64'), 'routing/ipv6-routes/::/0/next-hop = 2001:db8:44:10::1'),
      made('office-sw', 'switch', 4),
      made(
        'gate',
        'router',
        2,
        at('2001:db8:44:10::1/64'),
        'interfaces/p1/ipv6/send-advertisements = true',
        'interfaces/p2/ipv6/address = 2001:db8:44::1/126',
        ...(but.gate ?? ['routing/ipv6-routes/2001:db8:44:30::/64/next-hop = 2001:db8:44::2']),
      ),
      made(
        'shed-gate',
        'router',
        2,
        at('2001:db8:44:30::1/64'),
        'interfaces/p2/ipv6/address = 2001:db8:44::2/126',
        ...(but['shed-gate'] ?? ['routing/ipv6-routes/::/0/next-hop = 2001:db8:44::1']),
      ),
      made('crane-1', 'host', 1, at('2001:db8:44:30::11/64'), 'routing/ipv6-routes/::/0/next-hop = 2001:db8:44:30::1'),
    ],
    'desk-1 p1 - office-sw p1',
    'books p1 - office-sw p2',
    'gate p1 - office-sw p4',
    'gate p2 - shed-gate p2',
    'shed-gate p1 - crane-1 p1',
  )
const own = (state: NetworkState, name: string): string[] =>
  started(state)
    .machine(name)!
    .stack6.own.map(({ address, state: how }) => `${address6Text(address)} ${how}`)

describe('hosts with IPv6', () => {
  it('make themselves an address of what a router says, and go out by it', () => {
    expect(own(yard(), 'desk-1')).toEqual(['fe80::ff:fe00:101 valid', '2001:db8:44:10:0:ff:fe00:101 valid'])
    expect(said(answered(yard(), ping('desk-1', '2001:db8:44:30::11')))).toMatch(
      /^2001:db8:44:30::11 answers after [\d.]+ ms$/,
    )
    const { notes } = answered(yard(), ping('desk-1', '2001:db8:44:30::11'))
    expect(notes.map(({ device, words }) => `${device}: ${words}`)).toEqual(
      expect.arrayContaining([
        'desk-1: by its route ::/0 by fe80::ff:fe00:401: sent to 02:00:00:00:04:01',
        'crane-1: is asked by 2001:db8:44:10:0:ff:fe00:101, and answers',
      ]),
    )
  })

  it('reach neighbours by an address that their port made itself, too', () => {
    expect(answered(yard(), ping('desk-1', 'fe80::ff:fe00:401')).met).toBe(true)
    expect(answered(yard(), ping('desk-1', '2001:db8:44:10::20')).met).toBe(true)
    expect(answered(yard(), ping('books', '2001:db8:44:10::20')).met).toBe(true)
  })

  it('stay by themselves where no router says anything', () => {
    const alone = after(yard(), put('gate', 'interfaces/p1/ipv6/send-advertisements', 'false'), applied('gate'))
    expect(own(alone, 'desk-1')).toEqual(['fe80::ff:fe00:101 valid'])
    expect(said(answered(alone, ping('desk-1', '2001:db8:44:30::11')))).toContain('no way to 2001:db8:44:30::11')
  })

  it('don’t use an address that somebody else has', () => {
    const twice = yard({ 'desk-1': [at('2001:db8:44:10::20/64')] })
    expect(own(twice, 'desk-1')).toContain('2001:db8:44:10::20 taken')
    const { tables } = view(twice, { kind: 'device', name: 'desk-1' }) as DeviceSeen
    expect(tables.find(({ title }) => title === 'IPv6 addresses')?.rows.flat()).toContain(
      'not used: somebody else has it',
    )
  })

  it('hear that nobody is there, after three questions', () => {
    const { lines, notes } = answered(yard(), ping('desk-1', '2001:db8:44:10::99'))
    expect(lines).toEqual(['asked 2001:db8:44:10::99: no answer'])
    expect(notes.map(({ words }) => words)).toContain('nobody is 2001:db8:44:10::99: dropped')
  })
})

describe('names of IPv6 addresses', () => {
  const named = (): NetworkState =>
    siteOf(
      [
        made(
          'desk-1',
          'host',
          1,
          'interfaces/p1/ipv4/address = 10.44.10.11/24',
          at('2001:db8:44:10::11/64'),
          'system/dns-resolver/server = 10.44.10.20',
        ),
        made(
          'books',
          'server',
          1,
          'interfaces/p1/ipv4/address = 10.44.10.20/24',
          at('2001:db8:44:10::20/64'),
          'dns/zones/sallowmere.test/books/aaaa = 2001:db8:44:10::20',
        ),
      ],
      'desk-1 p1 - books p1',
    )

  it('are told (RFC 3596), and gone by where there is no other address', () => {
    const looked = answered(named(), { what: 'lookup', device: 'desk-1', name: 'books.sallowmere.test', type: 'aaaa' })
    expect(looked.found).toEqual(['2001:db8:44:10::20'])
    expect(said(answered(named(), ping('desk-1', 'books.sallowmere.test')))).toContain('2001:db8:44:10::20 answers')
    expect(answered(named(), ping('desk-1', 'tides.sallowmere.test')).met).toBe(false)
  })
})

describe('routers with IPv6', () => {
  it('are found one by one on the way', () => {
    const { found, met } = answered(yard(), trace('desk-1', '2001:db8:44:30::11'))
    expect([met, ...found]).toEqual([true, '2001:db8:44:10::1', '2001:db8:44::2', '2001:db8:44:30::11'])
  })

  it('say that a network is unreachable, and that a host is', () => {
    expect(said(answered(yard({ gate: [] }), ping('desk-1', '2001:db8:44:30::11')))).toBe(
      'is told by 2001:db8:44:10::1: network unreachable',
    )
    expect(said(answered(yard(), ping('desk-1', '2001:db8:44:30::99')))).toBe(
      'is told by 2001:db8:44::2: host unreachable',
    )
  })

  it('let nothing back where the way back is missing', () => {
    expect(answered(yard({ 'shed-gate': [] }), ping('books', '2001:db8:44:30::11')).met).toBe(false)
  })

  it('stop what goes round by its hop limit, and the network goes on', () => {
    const round = yard({ gate: ['routing/ipv6-routes/2001:db8:99::/48/next-hop = 2001:db8:44::2'] })
    expect(said(answered(round, ping('desk-1', '2001:db8:99::1')))).toMatch(/hop limit used up$/)
  })

  it('go by interfaces on VLANs and by sub-interfaces', () => {
    const state = siteOf(
      [
        made('desk-1', 'host', 1, 'interfaces/p1/ipv6/create-global-addresses = true'),
        made('desk-2', 'host', 1, 'interfaces/p1/ipv6/create-global-addresses = true'),
        made(
          'core-sw',
          'routing-switch',
          4,
          'interfaces/p1/bridge-port/pvid = 10',
          'interfaces/p4/bridge-port/tagged = 20',
          'interfaces/vlan10/ipv6/address = 2001:db8:44:10::1/64',
          'interfaces/vlan10/ipv6/send-advertisements = true',
          'interfaces/vlan20/ipv6/address = 2001:db8:44:20::1/64',
          'routing/ipv6-routes/2001:db8:44:30::/64/next-hop = 2001:db8:44:20::2',
        ),
        made(
          'gate',
          'router',
          2,
          'interfaces/p1.20/ipv6/address = 2001:db8:44:20::2/64',
          'interfaces/p2/ipv6/address = 2001:db8:44:30::1/64',
          'interfaces/p2/ipv6/send-advertisements = true',
          'routing/ipv6-routes/::/0/next-hop = 2001:db8:44:20::1',
        ),
      ],
      'desk-1 p1 - core-sw p1',
      'core-sw p4 - gate p1',
      'gate p2 - desk-2 p1',
    )
    expect(answered(state, ping('desk-1', '2001:db8:44:30:0:ff:fe00:201')).met).toBe(true)
  })
})

describe('the longest prefix', () => {
  it('wins against a plain search', () => {
    const block = readAddress6('2001:db8::')!
    const route = fc.record({ bits: fc.integer({ min: 32, max: 64 }), of: fc.bigInt({ min: 0n, max: 0xff_ffffn }) })
    fc.assert(
      fc.property(fc.array(route, { maxLength: 12 }), fc.bigInt({ min: 0n, max: 0xff_ffffn }), (routes, of) => {
        const to = block + (of << 72n)
        const table = table6Of(
          routes.map((one, number) => {
            const rest = BigInt(128 - one.bits)
            return {
              network: ((block + (one.of << 72n)) >> rest) << rest,
              bits: one.bits,
              port: `p${number}`,
              by: null,
            }
          }),
        )
        const fitting = table.filter(({ network, bits }) => to >> BigInt(128 - bits) === network >> BigInt(128 - bits))
        const most = Math.max(-1, ...fitting.map(({ bits }) => bits))
        expect(way6To(table, to)?.route.bits ?? -1).toBe(most)
      }),
    )
  })
})

describe('what can’t hold together', () => {
  it.each([
    ['interfaces/p1/ipv6/address', '2001:db8:44:10::20/129'],
    ['interfaces/p1/ipv6/address', 'ff02::1/64'],
    ['interfaces/p1/ipv6/address', '10.44.10.1/24'],
    ['routing/ipv6-routes/2001:db8:44:30::1/64/next-hop', '2001:db8:44::2'],
    ['routing/ipv6-routes/2001:DB8::/32/next-hop', '2001:db8:44::2'],
    ['routing/ipv6-routes/::/0/next-hop', 'ff02::1'],
  ])('%s %s isn’t taken', (path, value) => {
    expect(refusalOf(yard(), put('gate', path, value))).not.toBe('done')
  })

  it('overlapping networks, and a way to oneself, are refused when they are applied', () => {
    const overlapping = after(yard(), put('gate', 'interfaces/p2/ipv6/address', '2001:db8:44:10::2/126'))
    expect(refusalOf(overlapping, applied('gate'))).toContain('these overlap')
    const self = after(yard(), put('gate', 'routing/ipv6-routes/::/0/next-hop', '2001:db8:44:10::1'))
    expect(refusalOf(self, applied('gate'))).toBe('The route to ::/0 goes to 2001:db8:44:10::1, which is gate itself.')
  })

  it('is written in one way, however it is typed', () => {
    const state = after(yard(), put('gate', 'interfaces/p1/ipv6/address', '2001:0DB8:44:10:0::5/64'))
    expect(state.pending.gate?.['interfaces/p1/ipv6/address']).toBe('2001:db8:44:10::5/64')
  })
})

describe('packets as bytes', () => {
  const [from, to] = [readAddress6('2001:db8::1')!, readAddress6('2001:db8::2')!]

  it('have a head of 40 bytes (RFC 8200, 3)', () => {
    const bytes = writePacket6({ from, to, hopLimit: 64, next: 58, payload: Uint8Array.of(1, 2, 3) })
    expect(Buffer.from(bytes).toString('hex')).toBe(
      '6000000000033a4020010db800000000000000000000000120010db8000000000000000000000002010203',
    )
    expect(readPacket6(bytes)).toMatchObject({ from, to, hopLimit: 64, next: 58 })
    expect(readPacket6(bytes.subarray(0, 42))).toBeNull()
  })

  it('of neighbours are read as they were written, and none that was damaged', () => {
    const messages = [
      { kind: 'neighbour-solicitation', target: to, hardware: 0x02_00_00_00_01_01 },
      { kind: 'neighbour-solicitation', target: to, hardware: null },
      { kind: 'neighbour-advertisement', target: to, hardware: 1, router: true, solicited: false },
      { kind: 'neighbour-advertisement', target: to, hardware: 1, router: false, solicited: true },
      { kind: 'router-solicitation', hardware: 7 },
      { kind: 'router-advertisement', lifetime: 1800, hardware: 7, prefixes: [readPrefix6('2001:db8::/64')!] },
    ] as const
    for (const message of messages) {
      const bytes = writeIcmp6(message, from, to)
      expect(readIcmp6(bytes, from, to)).toEqual(message)
      bytes[bytes.length - 1]! ^= 1
      expect(readIcmp6(bytes, from, to)).toBeNull()
    }
  })

  it('with options that have no length end nothing (RFC 4861, 4.6)', () => {
    const bytes = writeIcmp6({ kind: 'router-solicitation', hardware: 7 }, from, to)
    bytes[9] = 0
    bytes[2] = bytes[3] = 0
    const whole = { from, to, hopLimit: 255, next: 58, payload: bytes }
    expect(readPacket6(writePacket6(whole))).not.toBeNull()
    expect(readIcmp6(bytes, from, to)).toBeNull()
  })
})
