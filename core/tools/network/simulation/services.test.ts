import { describe, expect, it } from 'vitest'
import { after, answered, applied, hostAt, lookup, made, ping, put, refusalOf, said, siteOf } from '../sites.fixture'
import { addressText, hardwareText } from '../../../ground/addresses/ipv4'
import { hardwareOf } from '../site'
import type { NetworkState } from '../state'
import { started } from '../running'

const client = (name: string, ...set: string[]) =>
  made(name, 'host', 1, 'interfaces/p1/ipv4/dhcp-client = true', ...set)
const got = (state: NetworkState, device: string): string =>
  started(state)
    .machine(device)!
    .equipment.borrowed.map(
      ({ address, bits, server }) => `${addressText(address)}/${bits} from ${addressText(server)}`,
    )
    .join()

/** A server that lends addresses in the office; and two hosts that ask. */
const office = (...set: string[]) =>
  siteOf(
    [
      client('desk-1'),
      client('desk-2'),
      made(
        'books',
        'server',
        1,
        'interfaces/p1/ipv4/address = 10.44.10.20/24',
        'dhcp/pools/10.44.10.0/24/range = 10.44.10.100-10.44.10.101',
        'dhcp/pools/10.44.10.0/24/router = 10.44.10.1',
        'dhcp/pools/10.44.10.0/24/resolver = 10.44.10.20',
        'dns/zones/sallowmere.test/books/a = 10.44.10.20',
        ...set,
      ),
      made('office-sw', 'switch', 4),
      made(
        'gate',
        'router',
        2,
        'interfaces/p1/ipv4/address = 10.44.10.1/24',
        'interfaces/p2/ipv4/address = 10.44.20.1/24',
      ),
      client('till-1'),
    ],
    'desk-1 p1 - office-sw p1',
    'desk-2 p1 - office-sw p2',
    'books p1 - office-sw p3',
    'gate p1 - office-sw p4',
    'till-1 p1 - gate p2',
  )

describe('addresses by DHCP', () => {
  it('are lent, each to one, with mask, gateway and name server', () => {
    const state = office()
    expect([got(state, 'desk-1'), got(state, 'desk-2')]).toEqual([
      '10.44.10.100/24 from 10.44.10.20',
      '10.44.10.101/24 from 10.44.10.20',
    ])
    expect(answered(state, ping('desk-1', '10.44.10.101')).met).toBe(true)
    expect(answered(state, ping('desk-1', '10.44.20.1')).met).toBe(true)
    expect(said(answered(state, lookup('desk-1', 'books.sallowmere.test')))).toMatch(
      'books.sallowmere.test is 10.44.10.20; told by 10.44.10.20, from its own zone',
    )
  })

  it('that are excluded, or kept for somebody, go to nobody else', () => {
    const state = office('dhcp/pools/10.44.10.0/24/excluded = 10.44.10.100')
    expect([got(state, 'desk-1'), got(state, 'desk-2')]).toEqual(['10.44.10.101/24 from 10.44.10.20', ''])
    const hardware = hardwareText(hardwareOf(state.site, { device: 'desk-2', port: 'p1' }))
    const kept = office(`dhcp/reservations/${hardware} = 10.44.10.50`)
    expect([got(kept, 'desk-1'), got(kept, 'desk-2')]).toEqual([
      '10.44.10.100/24 from 10.44.10.20',
      '10.44.10.50/24 from 10.44.10.20',
    ])
  })

  it('don’t cross a router without a relay, and do with one', () => {
    expect(got(office(), 'till-1')).toBe('')
    const relayed = after(
      office(
        'dhcp/pools/10.44.20.0/24/range = 10.44.20.100-10.44.20.150',
        'routing/routes/0.0.0.0/0/next-hop = 10.44.10.1',
      ),
      put('gate', 'interfaces/p2/ipv4/dhcp-relay', '10.44.10.20'),
      applied('gate'),
    )
    expect(got(relayed, 'till-1')).toBe('10.44.20.100/24 from 10.44.10.20')
    // The server’s answers need a way back.
    const lost = after(
      office('dhcp/pools/10.44.20.0/24/range = 10.44.20.100-10.44.20.150'),
      put('gate', 'interfaces/p2/ipv4/dhcp-relay', '10.44.10.20'),
      applied('gate'),
    )
    expect(got(lost, 'till-1')).toBe('')
  })

  it('are lent by a router of its own too', () => {
    const state = after(
      office(),
      put('gate', 'dhcp/pools/10.44.20.0/24/range', '10.44.20.10-10.44.20.20'),
      put('gate', 'dhcp/pools/10.44.20.0/24/router', '10.44.20.1'),
      applied('gate'),
    )
    expect(got(state, 'till-1')).toBe('10.44.20.10/24 from 10.44.20.1')
    expect(answered(state, ping('till-1', '10.44.10.1')).met).toBe(true)
  })
})

describe('names', () => {
  const zone = [
    'dns/zones/sallowmere.test/ledger/cname = books.sallowmere.test',
    'dns/zones/sallowmere.test/@/mx = 10 mail.sallowmere.test',
    'dns/zones/sallowmere.test/mail/a = 10.44.10.21',
    'dns/zones/10.44.10.in-addr.arpa/20/ptr = books.sallowmere.test',
  ]
  const asking = (...set: string[]) =>
    after(office(...zone, ...set), put('desk-1', 'system/dns-resolver/search', 'sallowmere.test'), applied('desk-1'))

  it.each([
    ['books', 'a', 'books.sallowmere.test is 10.44.10.20'],
    [
      'LEDGER',
      'a',
      'ledger.sallowmere.test is another name of books.sallowmere.test; books.sallowmere.test is 10.44.10.20',
    ],
    ['sallowmere.test', 'mx', 'mail for sallowmere.test goes to mail.sallowmere.test, preference 10'],
    ['10.44.10.20', 'ptr', '20.10.44.10.in-addr.arpa is books.sallowmere.test'],
    ['nobody', 'a', '10.44.10.20 says of nobody.sallowmere.test: there is no such name'],
    ['books', 'mx', '10.44.10.20 knows books.sallowmere.test, but nothing of that kind'],
    ['example.test', 'a', '10.44.10.20 says of example.test: it refuses to answer for that'],
  ])('%s (%s) is asked for', (name, type, words) => {
    expect(said(answered(asking(), lookup('desk-1', name, type)))).toMatch(words)
  })

  it('can be pinged, and say what was wrong where they can’t', () => {
    expect(said(answered(asking(), ping('desk-1', 'ledger')))).toMatch('10.44.10.20 answers after')
    expect(said(answered(asking(), ping('desk-1', 'nobody')))).toMatch('there is no such name')
    expect(said(answered(office(), ping('gate', 'books')))).toBe('has no name server to ask')
  })

  it('that are too long to be asked for are asked nobody', () => {
    const long = after(
      asking(),
      put('desk-1', 'system/dns-resolver/search', `${'yard.'.repeat(36)}sallowmere.test`),
      applied('desk-1'),
    )
    expect(said(answered(long, lookup('desk-1', 'b'.repeat(63))))).toMatch('is no name that could be asked for')
    expect(refusalOf(asking(), { type: 'ask', ask: lookup('desk-1', `${'b'.repeat(64)}.test`) })).toMatch('and no name')
  })

  it('of others are asked for elsewhere', () => {
    const base = asking('dns/forwarder = 10.44.10.21')
    const state = siteOf(
      [
        ...base.site.devices.map(device => ({ ...device, set: base.running[device.name] })),
        {
          ...hostAt('names', '10.44.10.21/24', undefined, 'dns/zones/example.test/www/a = 203.0.113.80'),
          kind: 'server',
        },
        made('sw', 'switch', 2),
      ],
      ...base.cables.filter(({ from }) => !from.startsWith('books')).map(({ from, to }) => `${from} - ${to}`),
      'books p1 - sw p1',
      'names p1 - sw p2',
    )
    const joined = siteOf(
      [
        ...state.site.devices.map(device => ({
          ...device,
          set: state.running[device.name],
          ports: device.name === 'sw' ? 3 : device.ports,
        })),
      ],
      ...state.cables.map(({ from, to }) => `${from} - ${to}`),
      'office-sw p3 - sw p3',
    )
    expect(said(answered(joined, lookup('desk-1', 'www.example.test')))).toBe(
      'www.example.test is 203.0.113.80; told by 10.44.10.20, from elsewhere',
    )
  })
})
