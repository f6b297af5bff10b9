import { spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { pcapngOf } from '../../core/tools/network/capturing'
import { runOf, started } from '../../core/tools/network/running'
import {
  after,
  applied,
  connect,
  drop,
  enterprise,
  lookup,
  made,
  pinged,
  siteOf,
  yard,
} from '../../core/tools/network/sites.fixture'

const reader = spawnSync('tshark', ['--version']).status === 0

/** What a reader of another make says of frames, a line for each. */
function dissected(
  bytes: Uint8Array,
  fields: readonly string[],
  filter = '',
  more: readonly string[] = [],
): string[][] {
  const folder = mkdtempSync(join(tmpdir(), 'anvil-capture-'))
  const file = join(folder, 'frames.pcapng')
  writeFileSync(file, bytes)
  const wanted = fields.flatMap(field => ['-e', field])
  const found = spawnSync(
    'tshark',
    ['-r', file, '-o', 'ip.check_checksum:TRUE', ...more, ...(filter ? ['-Y', filter] : []), '-T', 'fields', ...wanted],
    { encoding: 'utf8' },
  )
  rmSync(folder, { recursive: true })
  expect(found.status, found.stderr).toBe(0)
  return found.stdout
    .split('\n')
    .filter(Boolean)
    .map(line => line.split('\t'))
}

const GATE_TELLS = ['system/ntp/server = 10.44.10.20', 'system/log/server = 10.44.10.20']
const BOOKS_KEEPS = ['services/udp/123 = time', 'services/udp/514 = log', 'ntp/refclock-master/master-stratum = 3']

describe('a capture', () => {
  const broken = after(yard(), drop('books', 'routing/routes/0.0.0.0/0/next-hop'), applied('books'))
  const state = after(
    broken,
    pinged('till-1', '10.44.10.11'),
    pinged('till-1', '10.44.10.20'),
    pinged('till-1', '10.44.10.99'),
    pinged('till-1', '192.0.2.1'),
  )
  const frames = runOf(state).network.captured
  const bytes = pcapngOf(frames)

  it.runIf(reader)('is read by a program of another make, with no malformed packet and right checksums', () => {
    expect(dissected(bytes, ['frame.number'])).toHaveLength(frames.length)
    expect(dissected(bytes, ['frame.number'], '_ws.malformed || _ws.expert.severity >= 8388608')).toEqual([])
    expect(dissected(bytes, ['frame.number'], 'ip.checksum.status == 0 || icmp.checksum.status == 0')).toEqual([])
  })

  it.runIf(reader)('is dissected as what was sent: questions, echoes, and why something didn’t come through', () => {
    const arp = dissected(bytes, ['arp.opcode', 'arp.src.proto_ipv4', 'arp.dst.proto_ipv4'], 'arp')
    expect(arp[0]).toEqual(['1', '10.44.20.11', '10.44.20.1'])
    const icmp = dissected(bytes, ['icmp.type', 'icmp.code', 'ip.src', 'ip.dst', 'ip.ttl'], 'icmp')
    expect(icmp.map(([type, code]) => `${type!.split(',')[0]!} ${code!.split(',')[0]!}`)).toEqual(
      expect.arrayContaining(['8 0', '0 0', '3 1', '3 0']),
    )
    // Routed once: one hop of its life is gone.
    expect(icmp.filter(([, , from]) => from === '10.44.20.11').map(line => line[4])).toEqual(
      expect.arrayContaining(['64', '63']),
    )
    expect(dissected(bytes, ['frame.interface_name'])[0]).toEqual(['till-1 p1'])
  })

  it('says here that it wasn’t read by another program, where there is none', () => {
    if (!reader) console.warn('tshark is not installed and could not be: captures were not read by another program.')
    expect(Buffer.from(bytes.subarray(0, 12)).toString('hex')).toBe('0a0d0d0a0000001c1a2b3c4d')
    expect(bytes.length % 4).toBe(0)
  })
})

describe('a capture of what talks', () => {
  const tree = 'bridge/spanning-tree/enabled = true'
  const site = siteOf(
    [
      made('desk-1', 'host', 1, 'interfaces/p1/ipv4/dhcp-client = true'),
      made(
        'books',
        'server',
        1,
        'interfaces/p1/ipv4/address = 10.44.10.20/24',
        'dhcp/pools/10.44.10.0/24/range = 10.44.10.100-10.44.10.150',
        'dhcp/pools/10.44.10.0/24/router = 10.44.10.1',
        'dhcp/pools/10.44.10.0/24/resolver = 10.44.10.20',
        'dns/zones/sallowmere.test/books/a = 10.44.10.20',
        'dns/zones/sallowmere.test/ledger/cname = books.sallowmere.test',
        'dns/zones/sallowmere.test/@/mx = 10 books.sallowmere.test',
        'services/tcp/80 = web',
      ),
      made(
        'office-sw',
        'switch',
        4,
        tree,
        'interfaces/p1/bridge-port/pvid = 10',
        'interfaces/p4/bridge-port/tagged = 10',
      ),
      made(
        'shop-sw',
        'switch',
        4,
        tree,
        'interfaces/p1/bridge-port/pvid = 10',
        'interfaces/p4/bridge-port/tagged = 10',
      ),
    ],
    'desk-1 p1 - office-sw p1',
    'office-sw p4 - shop-sw p4',
    'books p1 - shop-sw p1',
  )
  const asks = [
    lookup('desk-1', 'ledger.sallowmere.test'),
    lookup('desk-1', 'sallowmere.test', 'mx'),
    connect('desk-1', '10.44.10.20', 80),
    connect('desk-1', '10.44.10.20', 81),
    connect('desk-1', '10.44.10.20', 7, 'udp'),
  ]
  const frames = runOf(after(site, ...asks.map(ask => ({ type: 'ask', ask })))).network.captured
  const bytes = pcapngOf(frames)
  const read = (fields: readonly string[], filter: string): string[] =>
    dissected(bytes, fields, filter).map(line => line.join(' '))

  it.runIf(reader)('has nothing malformed in it, and every checksum right', () => {
    expect(read(['frame.number', '_ws.col.Info'], '_ws.malformed')).toEqual([])
    expect(read(['frame.number'], 'ip.checksum.status == 0 || icmp.checksum.status == 0')).toEqual([])
    const summed = ['-o', 'tcp.check_checksum:TRUE', '-o', 'udp.check_checksum:TRUE']
    expect(dissected(bytes, ['frame.number'], 'tcp.checksum.status == 0 || udp.checksum.status == 0', summed)).toEqual(
      [],
    )
    expect(dissected(bytes, ['frame.number'], 'tcp.checksum.status == 1', summed).length).toBeGreaterThan(5)
  })

  it.runIf(reader)('has the tags of VLANs, and the messages of bridges', () => {
    expect(new Set(read(['vlan.id'], 'vlan'))).toEqual(new Set(['10']))
    const messages = read(['stp.version', 'stp.type', 'stp.root.prio', 'stp.flags.port_role'], 'stp')
    expect(messages.length).toBeGreaterThan(4)
    expect(new Set(messages.map(line => line.split(' ').slice(0, 3).join(' ')))).toEqual(new Set(['2 0x02 32768']))
  })

  it.runIf(reader)('has an address asked for, offered, taken and lent', () => {
    const kinds = read(['dhcp.option.dhcp', 'dhcp.ip.your'], 'dhcp && eth.src == 02:00:00:00:01:01')
    expect([...new Set(kinds)]).toEqual(['1 0.0.0.0', '3 0.0.0.0'])
    const answers = read(
      ['dhcp.option.dhcp', 'dhcp.ip.your', 'dhcp.option.subnet_mask', 'dhcp.option.router'],
      'dhcp && eth.src == 02:00:00:00:02:01',
    )
    expect([...new Set(answers)]).toEqual([
      '2 10.44.10.100 255.255.255.0 10.44.10.1',
      '5 10.44.10.100 255.255.255.0 10.44.10.1',
    ])
  })

  it.runIf(reader)('has names asked for and told', () => {
    const answers = read(
      ['dns.qry.name', 'dns.flags.authoritative', 'dns.cname', 'dns.a', 'dns.mx.mail_exchange'],
      'dns.flags.response == 1',
    )
    expect([...new Set(answers)]).toEqual([
      'ledger.sallowmere.test 1 books.sallowmere.test 10.44.10.20 ',
      'sallowmere.test 1   books.sallowmere.test',
    ])
  })

  it.runIf(reader)('has connections opened, used and closed, and one refused', () => {
    // On one cable: on each further one the same segments would seem to be sent again.
    const one = pcapngOf(frames.filter(({ from, to }) => [from, to].some(({ device }) => device === 'desk-1')))
    const seen = (fields: readonly string[], filter: string): string[] =>
      dissected(one, fields, filter).map(line => line.join(' '))
    // Asked, acknowledged with what is said, closed, and the other’s closing acknowledged.
    expect(seen(['tcp.flags'], 'tcp.dstport == 80')).toEqual(['0x0002', '0x0010', '0x0018', '0x0011', '0x0010'])
    expect(seen(['tcp.flags'], 'tcp.srcport == 80')).toEqual(['0x0012', '0x0018', '0x0011'])
    expect(seen(['http.response.code'], 'http.response')).toEqual(['200'])
    expect(seen(['tcp.flags'], 'tcp.srcport == 81')).toEqual(['0x0014'])
    expect(seen(['icmp.type', 'icmp.code'], 'icmp')).toEqual(['3 3'])
    expect(seen(['frame.number'], 'tcp.analysis.flags')).toEqual([])
  })
})

describe('a capture of a directory that is asked', () => {
  const bytes = pcapngOf(started(enterprise()).captured)

  it.runIf(reader)('shows the name, finds the password by the secret, and the proof of the answer right', () => {
    const more = ['-o', 'radius.shared_secret:between us', '-o', 'radius.validate_authenticator:TRUE']
    const asked = dissected(bytes, ['radius.User_Name', 'radius.User_Password'], 'radius.code == 1', more)
    expect(asked).toEqual([['clerk', 'tarred rope']])
    expect(dissected(bytes, ['radius.authenticator.valid'], 'radius.code == 2', more).flat()).toEqual([
      expect.stringMatching(/^(1|True)$/),
    ])
    expect(dissected(bytes, ['frame.number'], '_ws.malformed', more)).toEqual([])
  })
})

describe('a capture of logs and the time', () => {
  const state = siteOf(
    [
      made('gate', 'router', 1, 'interfaces/p1/ipv4/address = 10.44.10.1/24', ...GATE_TELLS),
      made('books', 'server', 1, 'interfaces/p1/ipv4/address = 10.44.10.20/24', ...BOOKS_KEEPS),
    ],
    'gate p1 - books p1',
  )
  const bytes = pcapngOf(started(state).captured)

  it.runIf(reader)('shows who asks for the time, who knows it, and what is said with it', () => {
    const asked = dissected(bytes, ['ntp.flags.mode', 'ntp.stratum', 'ntp.flags.li', 'ntp.xmt'], 'ntp')
    expect(asked.map(line => line.slice(0, 3))).toEqual([
      ['3', '0', '3'],
      ['4', '3', '0'],
      ['3', '0', '3'],
      ['4', '3', '0'],
    ])
    expect(asked.at(-1)![3]).toMatch(/^(Apr 13, 2026 08:00:05|2026-04-13T08:00:05)/)
    const fields = ['syslog.facility', 'syslog.level', 'syslog.hostname', 'syslog.appname', 'syslog.timestamp']
    const [said] = dissected(bytes, fields, 'syslog')
    expect(said!.slice(0, 4)).toEqual(['3', '6', 'gate', 'clock'])
    expect(said![4]).toMatch(/08:00:01/)
    expect(dissected(bytes, ['frame.number'], '_ws.malformed || udp.checksum.status == 0')).toEqual([])
  })
})

describe('a capture of IPv6', () => {
  const state = siteOf(
    [
      made('desk-1', 'host', 1, 'interfaces/p1/ipv6/create-global-addresses = true'),
      made(
        'gate',
        'router',
        2,
        'interfaces/p1/ipv6/address = 2001:db8:44:10::1/64',
        'interfaces/p1/ipv6/send-advertisements = true',
        'interfaces/p2/ipv6/address = 2001:db8:44:20::1/64',
      ),
      made('till-1', 'host', 1, 'interfaces/p1/ipv6/address = 2001:db8:44:20::11/64'),
    ],
    'desk-1 p1 - gate p1',
    'gate p2 - till-1 p1',
  )
  const asked = after(state, pinged('desk-1', '2001:db8:44:20::99'), pinged('desk-1', '2001:db8:44:10::1'))
  const frames = runOf(asked).network.captured
  const bytes = pcapngOf(frames)

  it.runIf(reader)('shows neighbours and routers that find each other, with nothing malformed', () => {
    expect(dissected(bytes, ['frame.number'], 'ipv6')).toHaveLength(frames.length)
    expect(dissected(bytes, ['frame.number'], '_ws.malformed || _ws.expert.severity >= 8388608')).toEqual([])
    const kinds = dissected(bytes, ['icmpv6.type']).map(([type]) => Number(type?.split(',')[0]))
    expect(new Set(kinds)).toEqual(new Set([1, 128, 129, 133, 134, 135, 136]))
    expect(dissected(bytes, ['icmpv6.checksum.status']).flat()).not.toContain('0')
    expect(
      dissected(
        bytes,
        ['icmpv6.opt.prefix', 'icmpv6.opt.prefix.flag.a', 'icmpv6.nd.ra.router_lifetime'],
        'icmpv6.type == 134',
      )[0],
    ).toEqual(['2001:db8:44:10::', expect.stringMatching(/^(1|True)$/), '1800'])
  })
})

describe('a capture of routers that talk', () => {
  const on = (...ports: string[]) => ports.map(port => `routing/ospf/interfaces/${port}/area = 0.0.0.0`)
  const router = (at: number) =>
    made(
      `r${at}`,
      'router',
      2,
      `interfaces/p1/ipv4/address = 10.44.50.${at}/24`,
      `interfaces/p2/ipv4/address = 10.44.0.${at}/30`,
      ...on('p1', 'p2'),
    )
  const site = siteOf([router(1), router(2), made('sw', 'switch', 2)], 'r1 p1 - sw p1', 'r2 p1 - sw p2')
  const bytes = pcapngOf(runOf(site).network.captured)

  it.runIf(reader)('is dissected as every kind of their messages, with nothing malformed in it', () => {
    expect(dissected(bytes, ['frame.number'], '_ws.malformed || (ospf && _ws.expert.severity >= 8388608)')).toEqual([])
    const kinds = dissected(bytes, ['ospf.msg'], 'ospf').map(([kind]) => kind)
    expect(new Set(kinds)).toEqual(new Set(['1', '2', '3', '4', '5']))
    const states = dissected(bytes, ['ospf.lsa', 'ospf.advrouter'], 'ospf.msg == 4').map(([kind]) => kind!.split(','))
    expect(new Set(states.flat())).toEqual(new Set(['1', '2']))
    const speakers = dissected(bytes, ['ospf.hello.designated_router'], 'ospf.msg == 1 && ip.src == 10.44.50.1')
    expect(speakers.at(-1)).toEqual(['10.44.50.2'])
  })

  it.runIf(reader)('has who stands in for an address, with right checksums', () => {
    const shared = 'vrrp/interfaces/p1/7/virtual-address = 10.44.50.254'
    const both = siteOf(
      [1, 2].map(at => made(`r${at}`, 'router', 1, `interfaces/p1/ipv4/address = 10.44.50.${at}/24`, shared)),
      'r1 p1 - r2 p1',
    )
    const said = pcapngOf(runOf(both).network.captured)
    expect(dissected(said, ['frame.number'], '_ws.malformed || vrrp.checksum.status == 0')).toEqual([])
    const fields = ['eth.src', 'vrrp.version', 'vrrp.virt_rtr_id', 'vrrp.prio', 'vrrp.ip_addr', 'ip.ttl']
    expect(dissected(said, fields, 'vrrp').at(-1)).toEqual([
      '00:00:5e:00:01:07',
      '3',
      '7',
      '100',
      '10.44.50.254',
      '255',
    ])
  })

  it.runIf(reader)('has how far it is to where', () => {
    const router = (at: number) =>
      made(
        `r${at}`,
        'router',
        2,
        `interfaces/p1/ipv4/address = 10.44.0.${at}/30`,
        `interfaces/p2/ipv4/address = 10.44.${at}0.1/24`,
        'routing/rip/interfaces/p1/enabled = true',
        'routing/rip/interfaces/p2/enabled = true',
      )
    const host = made('h', 'host', 1, 'interfaces/p1/ipv4/address = 10.44.10.9/24')
    const talking = siteOf([router(1), router(2), host], 'r1 p1 - r2 p1', 'h p1 - r1 p2')
    const told = pcapngOf(runOf(talking).network.captured)
    expect(dissected(told, ['frame.number'], '_ws.malformed')).toEqual([])
    const fields = ['rip.command', 'rip.version', 'rip.ip', 'rip.netmask', 'rip.metric']
    const said = dissected(told, fields, 'rip && ip.src == 10.44.0.1 && rip.command == 2').at(-1)
    expect(said).toEqual(['2', '2', '10.44.0.0,10.44.10.0', '255.255.255.252,255.255.255.0', '1,1'])
  })
})
