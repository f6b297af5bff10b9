import { describe, expect, it } from 'vitest'
import { made, yard } from '../sites.fixture'
import { publicKeyOf } from '../settings/keys'
import { settingKinds } from '../settings/kinds'
import type { Device } from '../site'
import { configurationOf, MOST_CHARACTERS, readConfiguration } from './configuration'

const { set, ...gate } = made(
  'gate',
  'firewall',
  4,
  'interfaces/p1/ipv4/address = 10.44.10.1/24',
  'interfaces/p1/description = to the office',
  'interfaces/p2/ipv4/mtu = 1400',
  'interfaces/p2/enabled = false',
  'interfaces/p1.10/ipv4/address = 10.44.11.1/24',
  'interfaces/p1/acls/ingress = from-office',
  'interfaces/p1/ipv4/dhcp-relay = 10.44.10.20',
  'routing/routes/0.0.0.0/0/next-hop = 198.51.100.9',
  'routing/routes/10.44.0.0/16/next-hop = blackhole',
  'routing/routes/0.0.0.0/0/preference = 200',
  'routing/routes/0.0.0.0/0/backup-next-hop = 10.44.10.2',
  'routing/ospf/router-id = 10.44.0.1',
  'routing/ospf/interfaces/p1/area = 0.0.0.0',
  'routing/ospf/interfaces/p1/cost = 5',
  'acls/from-office/aces/10 = accept tcp from 10.44.10.0/24 to 10.44.10.20 port 5432',
  'acls/from-office/aces/20 = reject udp from any to any port 53-54',
  'acls/from-office/aces/30 = accept answers',
  'acls/from-office/aces/40 = drop icmp from any to any log',
  'acls/from-office/aces/50 = accept answers log',
  'system/ntp/server = 10.44.10.21',
  'ntp/refclock-master/master-stratum = 5',
  'system/log/server = 10.44.10.22',
  'system/log/severity = warning',
  'nat/external-interface = p4',
  'nat/internal-prefixes/10.44.0.0/16/translate-to = interface',
  'nat/forwards/tcp/443 = 10.44.10.20:443',
  'nat/static/10.44.10.21/external-address = 198.51.100.11',
  'dhcp/pools/10.44.10.0/24/range = 10.44.10.100-10.44.10.150',
  'dhcp/reservations/02:00:00:00:01:01 = 10.44.10.30',
  'dns/zones/sallowmere.test/books/a = 10.44.10.20',
  'dns/zones/sallowmere.test/@/mx = 10 books.sallowmere.test',
  'system/dns-resolver/server = 10.44.10.20',
  'system/dns-resolver/search = sallowmere.test',
)
const device: Device = gate
const reread = (value: unknown) => readConfiguration(device, JSON.stringify(value))

const onPort = (part: string): string => `{"ietf-interfaces:interfaces": {"interface": [{"name": "p1", ${part}}]}}`
const withRule = (rule: string): string =>
  `{"ietf-access-control-list:acls": {"acl": [{"name": "a", "aces": {"ace": [${rule}]}}]}}`

describe('a configuration as a file', () => {
  it('is the same when it is read again: everything that a firewall can be told', () => {
    expect(reread(configurationOf(device, set))).toEqual(set)
  })

  it('has interfaces, routes, filters and the resolver where the IETF’s models have them', () => {
    const file = configurationOf(device, set)
    expect(file['ietf-interfaces:interfaces']).toMatchObject({
      interface: [
        {
          'name': 'p1',
          'type': 'iana-if-type:ethernetCsmacd',
          'description': 'to the office',
          'ietf-ip:ipv4': { address: [{ 'ip': '10.44.10.1', 'prefix-length': 24 }] },
        },
        { name: 'p1.10', type: 'iana-if-type:l2vlan' },
        { 'name': 'p2', 'enabled': false, 'ietf-ip:ipv4': { mtu: 1400 } },
      ],
    })
    expect(JSON.stringify(file['ietf-routing:routing'])).toContain('"special-next-hop":"blackhole"')
    expect(file['ietf-access-control-list:acls']).toMatchObject({
      acl: [
        {
          name: 'from-office',
          aces: {
            ace: [
              {
                name: '10',
                matches: {
                  ipv4: { 'source-ipv4-network': '10.44.10.0/24', 'destination-ipv4-network': '10.44.10.20/32' },
                  tcp: { 'destination-port': { operator: 'eq', port: 5432 } },
                },
                actions: { forwarding: 'ietf-access-control-list:accept' },
              },
              {},
              { matches: { 'anvil-network:answers': true } },
              { matches: { ipv4: { protocol: 1 } }, actions: { logging: 'ietf-access-control-list:log-syslog' } },
              { matches: { 'anvil-network:answers': true } },
            ],
          },
        },
      ],
    })
    expect(file['ietf-system:system']).toEqual({
      'ntp': { server: [{ name: 'first', udp: { address: '10.44.10.21' } }] },
      'dns-resolver': {
        search: ['sallowmere.test'],
        server: [{ 'name': 'first', 'udp-and-tcp': { address: '10.44.10.20' } }],
      },
    })
    expect(file['anvil-network:dhcp']).toEqual({
      pools: [{ prefix: '10.44.10.0/24', range: '10.44.10.100-10.44.10.150' }],
      reservations: [{ hardware: '02:00:00:00:01:01', value: '10.44.10.30' }],
    })
  })

  it('has IPv6 where RFC 8344 and RFC 8349 have it', () => {
    const file = configurationOf(device, {
      'interfaces/p1/ipv6/address': '2001:db8:44:10::1/64',
      'interfaces/p1/ipv6/send-advertisements': 'true',
      'routing/ipv6-routes/::/0/next-hop': '2001:db8:44::1',
    })
    expect(file['ietf-interfaces:interfaces']).toMatchObject({
      interface: [
        {
          'ietf-ip:ipv6': {
            'address': [{ 'ip': '2001:db8:44:10::1', 'prefix-length': 64 }],
            'ietf-ipv6-unicast-routing:ipv6-router-advertisements': { 'send-advertisements': true },
          },
        },
      ],
    })
    const route = { 'destination-prefix': '::/0', 'next-hop': { 'next-hop-address': '2001:db8:44::1' } }
    expect(JSON.stringify(file['ietf-routing:routing'])).toContain(
      `"ietf-ipv6-unicast-routing:ipv6":${JSON.stringify({ route: [route] })}`,
    )
  })

  it('has room for every setting that there is', () => {
    const examples: Readonly<Record<string, string>> = {
      '<port>': 'p1',
      '<copper>': 'p1',
      '<pair>': 'p4',
      '<radio>': 'w1',
      '<bridged>': 'p1',
      '<network>': 'guests',
      '<user>': 'clerk',
      '<interface>': 'p1',
      '<routed>': 'vlan10',
      '<vlan>': '10',
      '<prefix>': '10.44.10.0/24',
      '<address>': '10.44.10.20',
      '<prefix6>': '2001:db8:44:10::/64',
      '<filter>': 'some',
      '<rule>': '10',
      '<group>': '7',
      '<transport>': 'tcp',
      '<number>': '80',
      '<hardware>': '02:00:00:00:01:01',
      '<zone>': 'sallowmere.test',
      '<label>': 'books',
    }
    for (const kind of settingKinds) {
      const kinds = ['host', 'server', 'switch', 'routing-switch', 'router', 'provider', 'access-point'] as const
      const of = kinds
        .map(one => ({ ...device, kind: one, radios: 1, sockets: { p4: 'pair' as const } }))
        .find(one => kind.on(one))!
      const path = kind.path
        .split('/')
        .map(piece =>
          piece === '<routed>' && of.kind !== 'switch' && of.kind !== 'routing-switch'
            ? 'p1'
            : (examples[piece] ?? piece),
        )
        .join('/')
      const value = [
        '10.44.10.20',
        '10.44.10.20/24',
        '10',
        'true',
        kind.choices?.[0] ?? '',
        'tide and timber',
        'agg1',
        publicKeyOf('desk-1'),
        '2001:db8::1',
        '2001:db8::1/64',
        'p4',
        '10.44.10.20:80',
        '4096',
        '1500',
        '16',
        'accept answers',
        'books.test',
        '10 books.test',
        'from-tills',
      ]
        .map(text => kind.read(text))
        .find(read => read.ok)
      expect(value?.ok, kind.path).toBe(true)
      const told = { [path]: value!.ok ? value!.value : '' }
      expect(readConfiguration(of, JSON.stringify(configurationOf(of, told))), kind.path).toEqual(told)
    }
  })

  it.each([
    ['{', 'The file: this is no JSON.'],
    ['[]', 'The file: an object was expected.'],
    ['{"other:thing": 1}', '/other:thing: no module of this name is known.'],
    [
      '{"ietf-interfaces:interfaces": {"interface": [{"name": "p9", "enabled": true}]}}',
      /interface\[1\]\/enabled: gate has no setting/,
    ],
    [
      onPort('"ietf-ip:ipv4": {"address": [{"ip": "10.44.10.1", "prefix-length": 33}]}'),
      /ietf-ip:ipv4: “10\.44\.10\.1\/33” is not an address/,
    ],
    [
      '{"ietf-interfaces:interfaces": {"interface": [{"name": "p1", "speed": 5}]}}',
      /\/speed: an interface has no such part/,
    ],
    ['{"anvil-network:dhcp": {"pools": [{"range": "10.44.10.1"}]}}', /pools\[1\]\/prefix: a value was expected/],
    ['{"anvil-network:dhcp": {"lakes": []}}', '/anvil-network:dhcp/lakes: no setting is called so.'],
    ['{"anvil-network:nat": "on"}', '/anvil-network:nat: no value was expected here.'],
    [withRule('{"name": "1", "actions": {"forwarding": "log"}}'), /makes no rule/],
    [
      withRule('{"name": "1", "actions": {"forwarding": "drop", "logging": "loudly"}}'),
      /\/actions\/logging: expected ietf-access-control-list:log-syslog/,
    ],
    [
      '{"ietf-system:system": {"ntp": {"server": [{"udp": {"address": "10.44.10.20"}}, {}]}}}',
      /ntp\/server\[2\]: a device asks one server for the time here/,
    ],
    ['{"ietf-system:system": {"clock": {}}}', /\/clock: expected ntp, dns-resolver/],
    [' '.repeat(MOST_CHARACTERS + 1), 'The file: it is larger than the 1 MB that are read.'],
  ])('that can’t be taken is refused with its place and the reason: %#', (text, words) => {
    expect(() => readConfiguration(device, text)).toThrow(words)
  })

  it('is empty for a device that was told nothing', () => {
    const [, , sw] = yard().site.devices
    expect(configurationOf(sw!, {})).toEqual({})
    expect(readConfiguration(sw!, '{}')).toEqual({})
  })
})
