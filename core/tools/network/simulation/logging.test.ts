import { describe, expect, it } from 'vitest'
import { runOf, started } from '../running'
import { after, answered, connect, hostAt, made, siteOf } from '../sites.fixture'
import type { NetworkState } from '../state'
import { view } from '../viewing'
import type { DeviceSeen } from '../viewing'
import { SECOND_US } from './node'

const TIME = 'services/udp/123 = time'
const LOG = 'services/udp/514 = log'
const MASTER = 'ntp/refclock-master/master-stratum = 3'
const TO_BOOKS = 'system/log/server = 10.44.10.20'
const FROM_BOOKS = 'system/ntp/server = 10.44.10.20'

/** A desk, a server and a gate on one switch. */
function yardWith(gate: readonly string[], books: readonly string[], desk: readonly string[] = []): NetworkState {
  return siteOf(
    [
      hostAt('desk-1', '10.44.10.11/24', '10.44.10.1', ...desk),
      { ...hostAt('books', '10.44.10.20/24', '10.44.10.1', ...books), kind: 'server' },
      made('office-sw', 'switch', 4),
      made('gate', 'firewall', 2, 'interfaces/p1/ipv4/address = 10.44.10.1/24', ...gate),
    ],
    'desk-1 p1 - office-sw p1',
    'books p1 - office-sw p2',
    'gate p1 - office-sw p4',
  )
}
const rows = (state: NetworkState, name: string, title: string): string[] =>
  ((view(state, { kind: 'device', name }) as DeviceSeen).tables.find(one => one.title === title)?.rows ?? []).map(row =>
    row.join(' | '),
  )
const login = (user: string) => ({ what: 'login', device: 'desk-1', to: '10.44.10.1', user, password: 'spring tide' })
const SHELL = ['services/tcp/22 = shell', 'system/users/harbour/password = spring tide']

describe('the time', () => {
  it('is taken from who has a clock, to the microsecond, and handed on', () => {
    const state = yardWith([FROM_BOOKS, TIME], [TIME, MASTER], ['system/ntp/server = 10.44.10.1'])
    const network = started(state)
    const times = ['books', 'gate', 'desk-1'].map(name => network.machine(name)!.equipment.clock.time)
    expect(new Set(times).size).toBe(1)
    expect(times[0]).toBe(Date.UTC(2026, 3, 13, 8) * 1000 + network.now)
    expect(rows(state, 'desk-1', 'Clock')[0]).toMatch(/^2026-04-13 08:00:\d\d UTC \| from 10\.44\.10\.1 \| stratum 5$/)
  })

  it.each([
    ['whoever doesn’t know it himself', [TIME], 'it doesn’t know the time itself'],
    ['a place where nobody listens', [MASTER], 'no answer'],
  ])('isn’t taken from %s', (_, books, why) => {
    const state = yardWith([FROM_BOOKS], books)
    expect(started(state).machine('gate')!.equipment.clock.time).toBeNull()
    expect(rows(state, 'gate', 'Clock')).toEqual([`not known | asks 10.44.10.20: ${why}`])
  })

  it('is asked for no more once it is known, and not for ever where nobody answers', () => {
    const asked = (books: readonly string[]): number => {
      const network = started(yardWith([FROM_BOOKS], books))
      network.run(network.now + 60 * SECOND_US)
      return network.captured.filter(({ from, frame }) => from.device === 'gate' && frame[23] === 17).length
    }
    expect(asked([TIME, MASTER])).toBe(2)
    expect(asked([])).toBe(5)
  })
})

describe('a log', () => {
  it('says who came in and who didn’t, here and at who keeps it', () => {
    const state = yardWith([TO_BOOKS, FROM_BOOKS, ...SHELL], [TIME, LOG, MASTER])
    const asked = after(state, ...['harbour', 'tiller'].map(user => ({ type: 'ask', ask: login(user) })))
    const kept = rows(asked, 'books', 'Kept for others')
    expect(kept).toHaveLength(3)
    expect(kept[0]).toMatch(/^2026-04-13 08:00:\d\d \| gate \| info \| clock: knows the time$/)
    expect(kept[1]).toMatch(/gate \| info \| access: harbour, by password: come in, harbour$/)
    expect(kept[2]).toMatch(
      /gate \| warning \| access: tiller, by password: refused: no such user, or another password$/,
    )
    expect(rows(asked, 'gate', 'Log')).toHaveLength(3)
    expect(kept.join()).not.toContain('spring')
  })

  it('has no time where the device has none, and leaves out what isn’t bad enough', () => {
    const state = yardWith([TO_BOOKS, ...SHELL, 'system/log/severity = warning'], [LOG])
    const asked = after(state, ...['harbour', 'tiller'].map(user => ({ type: 'ask', ask: login(user) })))
    expect(rows(asked, 'books', 'Kept for others')).toEqual([
      'no time | gate | warning | access: tiller, by password: refused: no such user, or another password',
    ])
    expect(rows(asked, 'gate', 'Log')).toHaveLength(2)
  })

  it('says what a rule fitted that says so, in either direction of it', () => {
    const rules = [
      'acls/in/aces/10 = drop tcp port 22 log',
      'acls/in/aces/20 = accept any',
      'interfaces/p1/acls/ingress = in',
    ]
    const state = yardWith([TO_BOOKS, ...SHELL, ...rules], [LOG])
    const asked = after(state, { type: 'ask', ask: connect('desk-1', '10.44.10.1', 22) })
    expect(rows(asked, 'books', 'Kept for others')[0]).toBe(
      'no time | gate | notice | filter: in 10, p1: tcp from 10.44.10.11 to 10.44.10.1 port 22: dropped',
    )
  })

  it('doesn’t say of itself that it was said', () => {
    const rules = ['acls/out/aces/10 = accept any log', 'interfaces/p1/acls/egress = out']
    const state = yardWith([TO_BOOKS, ...SHELL, ...rules], [LOG])
    const { network } = runOf(after(state, { type: 'ask', ask: login('harbour') }))
    const kept = network.machine('books')!.equipment.logKeeper.kept
    expect(kept.length).toBeGreaterThan(1)
    expect(kept.some(({ words }) => words.includes('port 514'))).toBe(false)
    expect(network.isFlooded).toBe(false)
  })

  it('comes to an end where two log what the other says', () => {
    const chatty = (port: string, name: string) => [
      TO_BOOKS,
      `acls/${name}/aces/10 = accept any log`,
      `interfaces/${port}/acls/ingress = ${name}`,
      `interfaces/${port}/acls/egress = ${name}`,
    ]
    const state = siteOf(
      [
        hostAt('desk-1', '10.44.30.11/24', '10.44.30.1'),
        made(
          'far',
          'router',
          2,
          'interfaces/p1/ipv4/address = 10.44.30.1/24',
          'interfaces/p2/ipv4/address = 10.44.20.2/24',
          'routing/routes/0.0.0.0/0/next-hop = 10.44.20.1',
          ...chatty('p2', 'far'),
        ),
        made(
          'near',
          'router',
          2,
          'interfaces/p1/ipv4/address = 10.44.20.1/24',
          'interfaces/p2/ipv4/address = 10.44.10.1/24',
          'routing/routes/10.44.30.0/24/next-hop = 10.44.20.2',
          ...chatty('p2', 'near'),
        ),
        { ...hostAt('books', '10.44.10.20/24', '10.44.10.1', LOG), kind: 'server' },
      ],
      'desk-1 p1 - far p1',
      'far p2 - near p1',
      'near p2 - books p1',
    )
    expect(answered(state, { what: 'ping', device: 'desk-1', to: '10.44.10.20' }).met).toBe(true)
  })

  it('is kept where it can be read, and only there', () => {
    const at = (port: number): string[] =>
      answered(yardWith([], [`services/udp/${port} = log`]), connect('desk-1', '10.44.10.20', port, 'udp')).notes.map(
        ({ words }) => words,
      )
    expect(at(514)).toContain('keeps what desk-1 says')
    expect(at(515)).toContain('can’t read what 10.44.10.11 says: dropped')
  })

  it('tells of addresses that others have, of what is lent, and of who stands in', () => {
    const two = siteOf(
      [
        hostAt('desk-1', '10.44.10.11/24'),
        hostAt('desk-2', '10.44.10.11/24'),
        hostAt('desk-3', '10.44.10.13/24'),
        made('office-sw', 'switch', 4),
      ],
      'desk-1 p1 - office-sw p1',
      'desk-2 p1 - office-sw p2',
      'desk-3 p1 - office-sw p3',
    )
    const asked = after(two, { type: 'ask', ask: { what: 'ping', device: 'desk-1', to: '10.44.10.13' } })
    expect(rows(asked, 'desk-2', 'Log')[0]).toMatch(/warning \| addresses: .* is 10\.44\.10\.11, too$/)
    const lending = siteOf(
      [
        made('desk-1', 'host', 1, 'interfaces/p1/ipv4/dhcp-client = true'),
        made(
          'gate',
          'router',
          1,
          'interfaces/p1/ipv4/address = 10.44.10.1/24',
          'dhcp/pools/10.44.10.0/24/range = 10.44.10.50-10.44.10.60',
        ),
      ],
      'desk-1 p1 - gate p1',
    )
    expect(rows(lending, 'gate', 'Log')[0]).toMatch(/info \| dhcp: lends 10\.44\.10\.50 to /)
  })
})
