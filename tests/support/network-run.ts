import { after, connect, hostAt, lookup, made, ping, siteOf, yard } from '../../core/tools/network/sites.fixture'
import { runOf } from '../../core/tools/network/running'
import type { NetworkState } from '../../core/tools/network/state'

const area = 'routing/ospf/interfaces'

/** A site on which everything talks: a tree, addresses by DHCP, names, routers, a filter, translation. */
const talking = (): NetworkState =>
  siteOf(
    [
      made('desk-1', 'host', 1, 'interfaces/p1/ipv4/dhcp-client = true'),
      made('desk-2', 'host', 1, 'interfaces/p1/ipv4/dhcp-client = true'),
      {
        ...hostAt(
          'books',
          '10.44.10.20/24',
          '10.44.10.1',
          'dhcp/pools/10.44.10.0/24/range = 10.44.10.100-10.44.10.150',
          'dhcp/pools/10.44.10.0/24/router = 10.44.10.1',
          'dhcp/pools/10.44.10.0/24/resolver = 10.44.10.20',
          'dns/zones/sallowmere.test/site/a = 203.0.113.80',
          'services/tcp/80 = web',
        ),
        kind: 'server',
      },
      ...['s1', 's2', 's3'].map(name => made(name, 'switch', 5, 'bridge/spanning-tree/enabled = true')),
      made(
        'gate',
        'firewall',
        4,
        'interfaces/p1/ipv4/address = 10.44.10.1/24',
        'interfaces/p2/ipv4/address = 10.44.0.1/30',
        'routing/routes/0.0.0.0/0/next-hop = 10.44.0.2',
        `${area}/p1/area = 0.0.0.0`,
        `${area}/p2/area = 0.0.0.0`,
      ),
      made(
        'edge',
        'firewall',
        4,
        'interfaces/p2/ipv4/address = 10.44.0.2/30',
        'interfaces/p4/ipv4/address = 198.51.100.10/29',
        `${area}/p2/area = 0.0.0.0`,
        `${area}/p4/area = 0.0.0.0`,
        `${area}/p4/passive = true`,
        'routing/routes/0.0.0.0/0/next-hop = 198.51.100.9',
        'nat/external-interface = p4',
        'nat/internal-prefixes/10.44.0.0/16/translate-to = interface',
        'acls/outside/aces/10 = accept answers',
        'interfaces/p4/acls/ingress = outside',
      ),
      made(
        'provider',
        'provider',
        1,
        'interfaces/p1/ipv4/address = 198.51.100.9/29',
        'interfaces/loop1/ipv4/address = 203.0.113.80/32',
        'services/tcp/80 = web',
      ),
    ],
    's1 p1 - s2 p1',
    's2 p2 - s3 p2',
    's3 p1 - s1 p2',
    'desk-1 p1 - s1 p4',
    'desk-2 p1 - s2 p4',
    'books p1 - s3 p4',
    's1 p3 - gate p1',
    'gate p2 - edge p2',
    'edge p4 - provider p1',
  )

/** A number that any change of what was sent, when and where changes (FNV-1a, 32 bits). */
function digestOf(state: NetworkState): string {
  let digest = 0x81_1c_9d_c5
  let frames = 0
  const add = (byte: number): void => {
    digest = Math.imul(digest ^ byte, 0x01_00_01_93) >>> 0
  }
  const { network, answers } = runOf(state)
  for (const { at, from, to, frame } of network.captured) {
    frames += 1
    for (const character of `${at} ${from.device} ${from.port} ${to.device} ${to.port}`) add(character.charCodeAt(0))
    for (const byte of frame) add(byte)
  }
  return `${frames} frames, ${digest.toString(16)}: ${answers.map(({ lines }) => lines.join('; ')).join(' | ')}`
}

/** Runs two sites from their start, and says what was sent, to the last bit. */
export function digestOfRun(): string {
  const asks = [
    ping('desk-1', '10.44.10.101'),
    lookup('desk-1', 'site.sallowmere.test'),
    connect('desk-2', '10.44.10.20', 80),
    ping('desk-1', '203.0.113.80'),
    { what: 'trace', device: 'books', to: '198.51.100.9' },
  ]
  const ops = asks.map(ask => ({ type: 'ask', ask }))
  const plain = after(yard(), { type: 'ask', ask: ping('till-1', '10.44.10.20') })
  return [digestOf(after(talking(), ...ops)), digestOf(plain)].join('\n')
}
