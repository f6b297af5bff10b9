import { describe, expect, it } from 'vitest'
import { judge, networkCheck } from '.'
import type { NetworkContext } from '.'
import { after, applied, drop, hostAt, made, put, siteOf, yard } from '../sites.fixture'
import type { NetworkState } from '../state'

const base = siteOf(
  [
    hostAt('desk-1', '10.44.10.11/24', '10.44.10.1', 'system/dns-resolver/server = 10.44.10.20'),
    made('desk-2', 'host', 1, 'interfaces/p1/ipv4/dhcp-client = true'),
    {
      ...hostAt(
        'books',
        '10.44.10.20/24',
        '10.44.10.1',
        'services/tcp/80 = web',
        'dns/zones/sallowmere.test/books/a = 10.44.10.20',
        'dhcp/pools/10.44.10.0/24/range = 10.44.10.100-10.44.10.120',
      ),
      kind: 'server',
    },
    made('office-sw', 'switch', 4, 'bridge/spanning-tree/enabled = true'),
    made(
      'gate',
      'router',
      2,
      'interfaces/p1/ipv4/address = 10.44.10.1/24',
      'interfaces/p2/ipv4/address = 10.44.20.1/26',
    ),
    hostAt('till-1', '10.44.20.11/26', '10.44.20.1'),
  ],
  'desk-1 p1 - office-sw p1',
  'desk-2 p1 - office-sw p2',
  'books p1 - office-sw p3',
  'gate p1 - office-sw p4',
  'till-1 p1 - gate p2',
)
const noContext: NetworkContext = { start: base, step: 'one', closed: [], task: { order: 'in-turn', steps: [] } }
const judged = (state: NetworkState, check: object, context: NetworkContext = noContext) =>
  judge(state, networkCheck.parse(check), context)
const faultOf = (state: NetworkState, check: object) => judged(state, check).fault ?? 'met'
const told = (device: string, ...lines: string[]): NetworkState =>
  after(base, ...lines.map(line => put(device, line.split(' = ')[0]!, line.split(' = ')[1]!)), applied(device))

describe('a check of flows', () => {
  const check = {
    kind: 'flows',
    flows: [
      { from: 'till-1', to: '10.44.10.20', protocol: 'tcp', port: 80 },
      { from: 'till-1', to: '10.44.10.11', not: true },
      { from: 'till-1', to: '10.44.10.20', not: true },
    ],
  }
  const filtered = (...rules: string[]) =>
    told('gate', ...rules.map((rule, at) => `acls/f/aces/${at + 1} = ${rule}`), 'interfaces/p2/acls/ingress = f')

  it('gives each flow its part', () => {
    expect(judged(filtered('accept tcp to 10.44.10.20 port 80'), check)).toMatchObject({ met: true, share: 1 })
    const half = judged(filtered('accept any to 10.44.10.20'), check)
    expect([half.share, half.fault]).toEqual([2 / 3, 'lets-too-much-through'])
    expect(half.found).toBe('till-1 reaches 10.44.10.20.')
  })

  it('gives nothing to who lets everything through, or nothing', () => {
    expect(judged(base, check)).toMatchObject({ share: 0, fault: 'lets-too-much-through' })
    expect(judged(filtered('drop any'), check)).toMatchObject({ share: 0, fault: 'lets-too-little-through' })
  })
})

describe('a check', () => {
  it('of a way tells another way from none', () => {
    const by = (through: string) => ({ kind: 'passes', from: 'desk-1', to: '10.44.20.11', through })
    expect(faultOf(base, by('gate'))).toBe('met')
    expect(faultOf(base, by('books'))).toBe('another-way')
    expect(faultOf(after(base, { type: 'unplug', at: 'till-1 p1' }), by('gate'))).toBe('does-not-reach')
  })

  it('of a log tells what isn’t kept from what has no time, and from too much', () => {
    const check = { kind: 'logs', from: 'gate', at: 'books', timed: true }
    const keeping = after(base, put('books', 'services/udp/514', 'log'), applied('books'))
    const gate = (state: NetworkState, ...lines: string[]): NetworkState =>
      after(state, ...lines.map(line => put('gate', line.split(' = ')[0]!, line.split(' = ')[1]!)), applied('gate'))
    const sending = gate(keeping, 'system/log/server = 10.44.10.20')
    expect(judged(keeping, check)).toMatchObject({
      fault: 'not-kept',
      found: 'books keeps nothing of what gate says as notice.',
    })
    expect(faultOf(sending, check)).toBe('no-time')
    expect(faultOf(sending, { ...check, timed: false })).toBe('met')
    const clock = after(
      sending,
      put('books', 'services/udp/123', 'time'),
      put('books', 'ntp/refclock-master/master-stratum', '1'),
      applied('books'),
    )
    const timed = gate(clock, 'system/ntp/server = 10.44.10.20')
    expect(judged(timed, check)).toMatchObject({
      met: true,
      found: 'books keeps what gate says as notice, with the time.',
    })
    expect(judged(timed, { ...check, least: true })).toMatchObject({
      fault: 'too-much-kept',
      found: 'books keeps what gate says as notice, with the time, and info too.',
    })
    expect(faultOf(gate(timed, 'system/log/severity = notice'), { ...check, least: true })).toBe('met')
    expect(faultOf(gate(timed, 'system/log/severity = warning'), check)).toBe('not-kept')
  })

  it('of a broken cable tries it without that', () => {
    const check = { kind: 'reaches', from: 'desk-1', to: '10.44.10.20', broken: ['books p1'] }
    expect(judged(base, check)).toMatchObject({
      fault: 'does-not-reach',
      expected: 'desk-1 reaches 10.44.10.20, also while no cable works in books p1.',
    })
  })

  it.each([
    [{ within: '10.44.10.0/24', server: '10.44.10.20' }, 'met'],
    [{ is: ['10.44.10.100'] }, 'met'],
    [{ within: '10.44.20.0/24' }, 'other-address'],
    [{ server: '10.44.10.1' }, 'other-server'],
  ])('of an address that was got by asking: %j is %s', (wanted, fault) => {
    expect(faultOf(base, { kind: 'obtains', device: 'desk-2', ...wanted })).toBe(fault)
  })

  it('of an address that nobody lent says so', () => {
    const none = after(base, drop('books', 'dhcp/pools/10.44.10.0/24/range'), applied('books'))
    expect(faultOf(none, { kind: 'obtains', device: 'desk-2' })).toBe('no-address')
    expect(faultOf(base, { kind: 'obtains', device: 'desk-1' })).toBe('no-address')
  })

  it('of a name tells another answer from none', () => {
    const check = (name: string, is: string) => ({ kind: 'resolves', device: 'desk-1', name, is: [is] })
    expect(faultOf(base, check('books.sallowmere.test', '10.44.10.20'))).toBe('met')
    expect(faultOf(base, check('books.sallowmere.test', '10.44.10.21'))).toBe('other-answer')
    expect(faultOf(base, check('files.sallowmere.test', '10.44.10.21'))).toBe('no-answer')
  })

  it.each([
    [62, '10.44.20.0/24', 'met'],
    [33, '10.44.20.0/24', 'met'],
    [30, '10.44.20.0/24', 'too-large'],
    [63, '10.44.20.0/24', 'too-small'],
    [62, '10.44.20.64/26', 'outside-the-block'],
    [62, '10.44.20.0/27', 'outside-the-block'],
  ])('of room for %i hosts within %s is %s', (hosts, within, fault) => {
    expect(faultOf(base, { kind: 'room', device: 'gate', interface: 'p2', within, hosts })).toBe(fault)
  })

  it('of addresses finds those that two have, lent ones too', () => {
    expect(faultOf(base, { kind: 'unique' })).toBe('met')
    const twice = judged(told('till-1', 'interfaces/p1/ipv4/address = 10.44.10.100/24'), { kind: 'unique' })
    expect(twice.found).toBe('desk-2 and till-1 both are 10.44.10.100.')
  })

  it('of the root tells chance from choice', () => {
    const check = { kind: 'root', device: 'office-sw' }
    expect(faultOf(base, check)).toBe('met')
    expect(faultOf(yard(), check)).toBe('no-tree')
    const two = (priority: string) =>
      siteOf(
        [
          made(
            'office-sw',
            'switch',
            2,
            'bridge/spanning-tree/enabled = true',
            `bridge/spanning-tree/priority = ${priority}`,
          ),
          made('shop-sw', 'switch', 2, 'bridge/spanning-tree/enabled = true'),
        ],
        'office-sw p1 - shop-sw p1',
      )
    expect([faultOf(two('32768'), check), faultOf(two('4096'), check), faultOf(two('61440'), check)]).toEqual([
      'root-by-chance',
      'met',
      'another-root',
    ])
  })
})

describe('what is tried after a mistake', () => {
  const address = 'interfaces/p1/ipv4/address'
  const gateway = 'routing/routes/0.0.0.0/0/next-hop'
  const step = (id: string, ...model: object[]) => ({ id, byPerson: false, checks: [], model })
  const start = after(base, drop('till-1', gateway), drop('till-1', address), applied('till-1'))
  const context = (sound: boolean): NetworkContext => ({
    start,
    step: 'two',
    closed: [{ step: 'one', sound, figures: {} }],
    task: {
      order: 'in-turn',
      steps: [
        step('one', put('till-1', address, '10.44.20.11/26'), applied('till-1')),
        step('two', put('till-1', gateway, '10.44.20.1'), applied('till-1')),
      ] as NetworkContext['task']['steps'],
    },
  })
  const check = { kind: 'reaches', from: 'till-1', to: '10.44.10.20' }

  it('is tried as if that had been right: it is charged once', () => {
    const wrong = after(
      start,
      put('till-1', address, '10.44.99.11/26'),
      put('till-1', gateway, '10.44.20.1'),
      applied('till-1'),
    )
    expect(judged(wrong, check, context(false)).met).toBe(true)
    expect(judged(wrong, check, context(true)).met).toBe(false)
  })

  it('is still judged by what the step itself sets', () => {
    const wrong = after(start, put('till-1', gateway, '10.44.20.9'), applied('till-1'))
    expect(judged(wrong, check, context(false)).fault).toBe('does-not-reach')
  })
})
