import { describe, expect, it } from 'vitest'
import { after, applied, put, yard } from '../sites.fixture'
import { deviceNamed } from '../site'
import type { NetworkState } from '../state'
import { view } from '../viewing'
import type { DeviceSeen } from '../viewing'
import { complete } from './completing'
import { pointed, printed } from './printing'
import { readLine } from './reading'
import type { Misread } from './reading'

const start = yard()
const gate = deviceNamed(start.site, 'gate')!
const shop = deviceNamed(start.site, 'shop-sw')!
const seen = (state: NetworkState, name: string) => view(state, { kind: 'device', name }) as DeviceSeen

describe('a line', () => {
  it.each([
    [
      'put interfaces/p1/ipv4/address 10.44.10.1/24',
      { type: 'put', device: 'gate', path: 'interfaces/p1/ipv4/address', value: '10.44.10.1/24' },
    ],
    [
      'put routing/routes/10.44.30.0/24/next-hop 10.44.20.2',
      { type: 'put', device: 'gate', path: 'routing/routes/10.44.30.0/24/next-hop', value: '10.44.20.2' },
    ],
    [
      '  put interfaces/p3/description to the sheds ',
      { type: 'put', device: 'gate', path: 'interfaces/p3/description', value: 'to the sheds' },
    ],
    ['drop interfaces/p1/enabled', { type: 'drop', device: 'gate', path: 'interfaces/p1/enabled' }],
    ['apply', { type: 'apply', device: 'gate' }],
    ['forget', { type: 'forget', device: 'gate' }],
    ['undo', { type: 'undo', device: 'gate' }],
    [
      'ping 10.44.10.20 1000 20',
      { type: 'ask', ask: { what: 'ping', device: 'gate', to: '10.44.10.20', bytes: 1000, times: 20 } },
    ],
    ['ping 10.44.10.20', { type: 'ask', ask: { what: 'ping', device: 'gate', to: '10.44.10.20' } }],
    ['trace books', { type: 'ask', ask: { what: 'trace', device: 'gate', to: 'books' } }],
    [
      'connect books 5432',
      { type: 'ask', ask: { what: 'connect', device: 'gate', to: 'books', transport: 'tcp', port: 5432 } },
    ],
    [
      'connect 10.44.10.20 udp 123',
      { type: 'ask', ask: { what: 'connect', device: 'gate', to: '10.44.10.20', transport: 'udp', port: 123 } },
    ],
    [
      'login 10.44.10.1 harbour',
      { type: 'ask', ask: { what: 'login', device: 'gate', to: '10.44.10.1', user: 'harbour' } },
    ],
    ['ping 2001:db8::1', { type: 'ask', ask: { what: 'ping', device: 'gate', to: '2001:db8::1' } }],
    ['lookup books', { type: 'ask', ask: { what: 'lookup', device: 'gate', name: 'books', type: 'a' } }],
    ['lookup 10.44.10.20', { type: 'ask', ask: { what: 'lookup', device: 'gate', name: '10.44.10.20', type: 'ptr' } }],
    [
      'put acls/from-tills/aces/10 Accept TCP to 10.44.10.20/32 port 5432-5432 from 10.44.20.0/24',
      {
        type: 'put',
        device: 'gate',
        path: 'acls/from-tills/aces/10',
        value: 'accept tcp from 10.44.20.0/24 to 10.44.10.20 port 5432',
      },
    ],
  ])('%s is an operation', (line, op) => {
    expect(readLine(gate, line)).toEqual({ kind: 'op', op })
  })

  it.each([
    ['show interfaces', 0, /^a verb: put, drop/],
    ['put', 4, /^a path$/],
    ['put interface/p1/enabled true', 4, /^interfaces, routing, vrrp, acls, nat, dhcp/],
    ['put interfaces/p9/enabled true', 15, /^p1, p2, p3, a sub-interface such as p1.10/],
    ['put interfaces/p1/ipv4/adress 10.0.0.1/8', 23, /^address, mtu, dhcp-client, dhcp-relay$/],
    ['put interfaces/p1/enabled', 26, /^true or false$/],
    ['put interfaces/p1/enabled maybe', 26, /^true or false$/],
    ['put interfaces/p1/ipv4/address 10.44.10.0/24', 31, /^an address that a device can have/],
    ['put interfaces/p1/ipv4/address 10.44.10.1/33', 31, /^an address that a device can have/],
    ['put routing/routes/10.44.30.1/24/next-hop 10.44.20.2', 19, /^a prefix/],
    ['ping 10.44.10', 5, /^an address/],
    ['ping', 5, /^an address/],
    ['connect books', 14, /^tcp, udp or a port/],
    ['connect books tcp 70000', 18, /^a port/],
    ['connect books 443 now', 18, /^nothing more/],
    ['lookup books txt', 13, /^a, aaaa, cname, ptr, mx$/],
    ['put acls/from-tills/aces/10 allow tcp', 28, /^a rule such as/],
    ['ping 10.44.10.20 twice', 17, /^nothing more, or how many bytes/],
    ['ping 10.44.10.20 9001', 17, /^nothing more, or how many bytes/],
    ['ping 10.44.10.20 100 101', 21, /^nothing more, or how often/],
    ['ping 10.44.10.20 100 20 now', 24, /^nothing more$/],
    ['trace 10.44.10.20 twice', 18, /^nothing more$/],
    ['apply now', 6, /^nothing more$/],
    ['help me', 5, /^a verb$/],
    ['view interfaces all', 16, /^nothing more$/],
  ])('%s is pointed at, at %i', (line, at, expected) => {
    const read = readLine(gate, line) as Misread
    expect([read.kind, read.at]).toEqual(['misread', at])
    expect(read.expected).toMatch(expected)
  })

  it('gives a switch an address on a VLAN only', () => {
    expect(readLine(shop, 'put interfaces/p1/ipv4/address 10.44.10.1/24')).toMatchObject({ kind: 'misread', at: 18 })
    expect(readLine(shop, 'put interfaces/vlan10/ipv4/address 10.44.10.1/24')).toMatchObject({ kind: 'op' })
    expect(readLine(gate, 'put interfaces/vlan10/ipv4/address 10.44.10.1/24')).toMatchObject({
      kind: 'misread',
      at: 15,
    })
    expect(readLine(gate, 'put interfaces/p1.4095/ipv4/address 10.44.10.1/24')).toMatchObject({ kind: 'misread' })
  })

  it('that was misread is marked where it stands', () => {
    const read = readLine(gate, 'apply now') as Misread
    expect(pointed(read, 'gate: ', 'apply now', 60)).toEqual(['            ^', '“now”: expected nothing more'])
    expect(pointed(read, 'gate: ', 'apply now', 10)).toEqual(['“now”: expected nothing more'])
    expect(pointed(readLine(gate, 'put') as Misread, 'gate: ', 'put', 60)).toEqual(['          ^', 'expected a path'])
  })
})

describe('what is shown', () => {
  it('is what is in force, all of it or what begins so', () => {
    const lines = printed(seen(start, 'gate'), { kind: 'view', path: '' })
    expect(lines).toContain('interfaces/p1/ipv4/address  10.44.10.1/24')
    expect(lines.filter(line => line.includes('enabled'))).toEqual([])
    expect(printed(seen(start, 'gate'), { kind: 'view', path: 'interfaces/p1/enabled' })[0]).toMatch(/true$/)
    expect(lines).toContain('p1  up, to office-sw p4')
    expect(lines).toContain('p3  down, no cable')
    expect(lines).toContain('  10.44.20.0/24 direct on p2')
    expect(printed(seen(start, 'gate'), { kind: 'view', path: 'acls' })).toEqual([
      'nothing is set that begins with acls',
    ])
    expect(printed(seen(start, 'till-1'), { kind: 'view', path: 'routing' })).toEqual([
      'routing/routes/0.0.0.0/0/next-hop  10.44.20.1',
    ])
  })

  it('is what would change', () => {
    const state = after(start, put('gate', 'interfaces/p1/ipv4/address', '10.44.10.2/24'))
    expect(printed(seen(state, 'gate'), { kind: 'pending' })).toEqual([
      'interfaces/p1/ipv4/address: 10.44.10.1/24 → 10.44.10.2/24',
    ])
    expect(printed(seen(after(state, applied('gate')), 'gate'), { kind: 'pending' })).toEqual(['nothing is pending'])
  })

  it('is help with every verb, or with one', () => {
    expect(printed(seen(start, 'gate'), { kind: 'help', verb: null })).toHaveLength(13)
    expect(printed(seen(start, 'gate'), { kind: 'help', verb: 'ping' })).toEqual([
      'ping <address or name> [bytes] [times]  asks an address for an answer',
    ])
  })
})

describe('completion', () => {
  it.each([
    [
      '',
      0,
      [
        'put',
        'drop',
        'view',
        'pending',
        'apply',
        'forget',
        'undo',
        'ping',
        'trace',
        'connect',
        'login',
        'lookup',
        'help',
      ],
    ],
    ['p', 0, ['put', 'pending', 'ping']],
    ['put ', 4, ['interfaces', 'routing', 'vrrp', 'acls', 'nat', 'dhcp', 'system', 'dns', 'ntp', 'services']],
    ['put int', 4, ['interfaces']],
    ['put interfaces/', 15, ['p1', 'p2', 'p3']],
    ['put interfaces/p2/', 18, ['enabled', 'description', 'ipv4', 'ethernet', 'ipv6', 'acls']],
    ['put interfaces/p2/ipv4/', 23, ['address', 'mtu', 'dhcp-client', 'dhcp-relay']],
    ['put interfaces/p2/enabled ', 26, ['true', 'false']],
    ['put interfaces/p2/enabled f', 26, ['false']],
    ['put routing/routes/', 19, []],
    ['help pi', 5, ['ping']],
    ['ping ', 5, []],
  ])('of “%s” begins at %i', (line, from, options) => {
    expect(complete(gate, line)).toEqual({ from, options })
  })
})
