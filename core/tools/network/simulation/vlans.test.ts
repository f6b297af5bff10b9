import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { after, answered, applied, drop, hostAt, made, ping, put, said, siteOf } from '../sites.fixture'
import { runOf } from '../running'
import { tagOf } from '../frames/ethernet'

/** Two switches with a trunk between them; on each a desk of VLAN 10 and a till of VLAN 20. */
const two = (...left: string[]) =>
  siteOf(
    [
      hostAt('desk-1', '10.44.10.11/24', '10.44.10.1'),
      hostAt('desk-2', '10.44.10.12/24', '10.44.10.1'),
      hostAt('till-1', '10.44.20.11/24', '10.44.20.1'),
      hostAt('till-2', '10.44.20.12/24', '10.44.20.1'),
      made(
        'office-sw',
        'switch',
        4,
        'interfaces/p1/bridge-port/pvid = 10',
        'interfaces/p2/bridge-port/pvid = 20',
        'interfaces/p4/bridge-port/tagged = 10,20',
        ...left,
      ),
      made(
        'shop-sw',
        'switch',
        4,
        'interfaces/p1/bridge-port/pvid = 10',
        'interfaces/p2/bridge-port/pvid = 20',
        'interfaces/p4/bridge-port/tagged = 10,20',
      ),
    ],
    'desk-1 p1 - office-sw p1',
    'till-1 p1 - office-sw p2',
    'desk-2 p1 - shop-sw p1',
    'till-2 p1 - shop-sw p2',
    'office-sw p4 - shop-sw p4',
  )

describe('VLANs on switches', () => {
  it('keep hosts apart on one switch, and join them over a trunk', () => {
    expect(answered(two(), ping('desk-1', '10.44.10.12')).met).toBe(true)
    expect(answered(two(), ping('till-1', '10.44.20.12')).met).toBe(true)
    // In one network, but not on one wire: nobody hears the question.
    const near = after(two(), put('till-1', 'interfaces/p1/ipv4/address', '10.44.10.99/24'), applied('till-1'))
    expect(said(answered(near, ping('desk-1', '10.44.10.99')))).toBe('asked 10.44.10.99: no answer')
  })

  it('have tags on the trunk, and none at the hosts', () => {
    const state = after(two(), { type: 'ask', ask: ping('desk-1', '10.44.10.12') })
    const tags = runOf(state).network.captured.map(({ from, frame }) => [`${from.device} ${from.port}`, tagOf(frame)])
    expect(new Set(tags.filter(([place]) => place === 'office-sw p4').map(([, tag]) => tag))).toEqual(new Set([10]))
    expect(
      new Set(tags.filter(([place]) => place !== 'office-sw p4' && place !== 'shop-sw p4').map(([, tag]) => tag)),
    ).toEqual(new Set([null]))
  })

  it.each([
    ['a VLAN that the trunk leaves out', 'interfaces/p4/bridge-port/tagged = 10', 'no port, since no other is up'],
    ['a trunk that is set as a port for hosts', 'interfaces/p4/bridge-port/accept = untagged', 'no answer'],
  ])('with %s don’t get through', (_, setting, words) => {
    const answer = answered(two(setting), ping('till-1', '10.44.20.12'))
    expect(answer.met).toBe(false)
    expect([...answer.lines, ...answer.notes.map(note => note.words)].join('; ')).toMatch(words)
  })

  it('with different untagged VLANs at both ends of a trunk leak from one into the other', () => {
    const state = after(
      two(),
      drop('office-sw', 'interfaces/p4/bridge-port/tagged'),
      put('office-sw', 'interfaces/p4/bridge-port/pvid', '10'),
      applied('office-sw'),
      drop('shop-sw', 'interfaces/p4/bridge-port/tagged'),
      put('shop-sw', 'interfaces/p4/bridge-port/pvid', '20'),
      applied('shop-sw'),
      put('till-2', 'interfaces/p1/ipv4/address', '10.44.10.99/24'),
      applied('till-2'),
    )
    expect(answered(state, ping('desk-1', '10.44.10.99')).met).toBe(true)
  })

  it('a frame with a tag that isn’t carried is dropped where it comes in, with its number', () => {
    const state = after(two(), put('shop-sw', 'interfaces/p4/bridge-port/tagged', '20'), applied('shop-sw'))
    const { notes } = answered(state, ping('desk-1', '10.44.10.12'))
    expect(notes.map(({ device, words }) => `${device}: ${words}`)).toContain(
      'shop-sw: VLAN 10 isn’t carried here: dropped',
    )
  })

  it('never reach a port that isn’t of theirs, whatever the memberships', () => {
    const vlan = fc.integer({ min: 1, max: 4 })
    const member = fc.record({ own: vlan, tagged: fc.uniqueArray(vlan, { maxLength: 3 }) })
    fc.assert(
      fc.property(fc.array(member, { minLength: 3, maxLength: 6 }), members => {
        const lines = members.flatMap(({ own, tagged }, at) => [
          `interfaces/p${at + 1}/bridge-port/pvid = ${own}`,
          ...(tagged.length > 0 ? [`interfaces/p${at + 1}/bridge-port/tagged = ${tagged.join(',')}`] : []),
        ])
        const hosts = members.map((_, at) => hostAt(`h${at + 1}`, `10.44.10.${at + 1}/24`))
        const state = siteOf(
          [made('sw', 'switch', members.length, ...lines), ...hosts],
          ...members.map((_, at) => `sw p${at + 1} - h${at + 1} p1`),
        )
        const { network } = runOf(after(state, { type: 'ask', ask: ping('h1', '10.44.10.99') }))
        const out = network.captured.filter(({ from }) => from.device === 'sw')
        const heard = new Set(out.map(({ from }) => Number(from.port.slice(1))))
        const [first] = members
        for (const [at, { own, tagged }] of members.entries())
          expect(heard.has(at + 1), `p${at + 1}`).toBe(at > 0 && (own === first!.own || tagged.includes(first!.own)))
      }),
      { numRuns: 60 },
    )
  })
})

describe('routing between VLANs', () => {
  it('by a router with sub-interfaces on one cable', () => {
    const base = two()
    const state = siteOf(
      [
        ...base.site.devices.map(device => ({ ...device, set: base.running[device.name] })),
        made(
          'gate',
          'router',
          2,
          'interfaces/p1.10/ipv4/address = 10.44.10.1/24',
          'interfaces/p1.20/ipv4/address = 10.44.20.1/24',
        ),
      ],
      ...base.cables.map(({ from, to }) => `${from} - ${to}`),
      'gate p1 - office-sw p3',
    )
    const trunked = after(state, put('office-sw', 'interfaces/p3/bridge-port/tagged', '10,20'), applied('office-sw'))
    expect(answered(trunked, ping('desk-1', '10.44.20.12')).met).toBe(true)
    // Without tags on that cable the router has no interface to hear it on.
    expect(answered(state, ping('desk-1', '10.44.20.12')).met).toBe(false)
  })

  it('by a switch that routes, with interfaces on the VLANs', () => {
    const state = siteOf(
      [
        hostAt('desk-1', '10.44.10.11/24', '10.44.10.1'),
        hostAt('till-1', '10.44.20.11/24', '10.44.20.1'),
        hostAt('crane-1', '10.44.30.11/24', '10.44.30.1'),
        made(
          'spine',
          'routing-switch',
          4,
          'interfaces/p1/bridge-port/pvid = 10',
          'interfaces/p2/bridge-port/pvid = 20',
          'interfaces/vlan10/ipv4/address = 10.44.10.1/24',
          'interfaces/vlan20/ipv4/address = 10.44.20.1/24',
          'interfaces/p3/ipv4/address = 10.44.30.1/24',
        ),
      ],
      'desk-1 p1 - spine p1',
      'till-1 p1 - spine p2',
      'crane-1 p1 - spine p3',
    )
    expect(answered(state, ping('desk-1', '10.44.20.11')).met).toBe(true)
    expect(answered(state, ping('till-1', '10.44.30.11')).met).toBe(true)
    expect(answered(state, ping('spine', '10.44.20.11')).met).toBe(true)
    const shut = after(state, put('spine', 'interfaces/vlan20/enabled', 'false'), applied('spine'))
    expect(said(answered(shut, ping('desk-1', '10.44.20.11')))).toMatch('network unreachable')
  })

  it('a switch that doesn’t route is reached on its VLAN, and forwards nothing', () => {
    const state = after(
      two('interfaces/vlan10/ipv4/address = 10.44.10.2/24'),
      put('desk-1', 'routing/routes/0.0.0.0/0/next-hop', '10.44.10.2'),
      applied('desk-1'),
    )
    expect(answered(state, ping('desk-2', '10.44.10.2')).met).toBe(true)
    const { notes } = answered(state, ping('desk-1', '10.44.20.11'))
    expect(notes.map(({ words }) => words)).toContain('isn’t 10.44.20.11 and forwards nothing: dropped')
  })
})

describe('routes', () => {
  const routers = (...set: string[]) =>
    siteOf(
      [
        hostAt('desk-1', '10.44.10.11/24', '10.44.10.1'),
        hostAt('crane-1', '10.44.30.11/24', '10.44.30.1'),
        made(
          'gate',
          'router',
          3,
          'interfaces/p1/ipv4/address = 10.44.10.1/24',
          'interfaces/p2/ipv4/address = 10.44.0.1/30',
          'interfaces/p3/ipv4/address = 10.44.0.5/30',
          ...set,
        ),
        made(
          'shed-gate',
          'router',
          3,
          'interfaces/p1/ipv4/address = 10.44.30.1/24',
          'interfaces/p2/ipv4/address = 10.44.0.2/30',
          'interfaces/p3/ipv4/address = 10.44.0.6/30',
          'routing/routes/10.44.10.0/24/next-hop = 10.44.0.1',
          'routing/routes/10.44.10.0/24/backup-next-hop = 10.44.0.5',
        ),
      ],
      'desk-1 p1 - gate p1',
      'crane-1 p1 - shed-gate p1',
      'gate p2 - shed-gate p2',
      'gate p3 - shed-gate p3',
    )
  const both = routers(
    'routing/routes/10.44.30.0/24/next-hop = 10.44.0.2',
    'routing/routes/10.44.30.0/24/backup-next-hop = 10.44.0.6',
  )

  it('go the other way while the first is down', () => {
    const shown = (state: typeof both) => answered(state, { what: 'trace', device: 'desk-1', to: '10.44.30.11' })
    expect(shown(both).found).toEqual(['10.44.10.1', '10.44.0.2', '10.44.30.11'])
    expect(shown(after(both, { type: 'unplug', at: 'gate p2' })).found).toEqual([
      '10.44.10.1',
      '10.44.0.6',
      '10.44.30.11',
    ])
  })

  it('lead nowhere on purpose, and nobody is told', () => {
    const state = routers('routing/routes/10.44.0.0/16/next-hop = blackhole')
    const answer = answered(state, ping('desk-1', '10.44.30.11'))
    expect(said(answer)).toBe('asked 10.44.30.11: no answer')
    expect(answer.notes.at(-1)?.words).toBe('its route 10.44.0.0/16 leads nowhere on purpose: dropped')
  })

  it('of several to one prefix hold by their preference, and by no longer prefix', () => {
    const state = routers(
      'routing/routes/10.44.30.0/24/next-hop = 10.44.0.2',
      'routing/routes/10.44.30.0/25/next-hop = 10.44.0.6',
      'routing/routes/10.44.30.0/25/preference = 200',
    )
    const { met, notes } = answered(state, ping('desk-1', '10.44.30.11'))
    expect(met).toBe(true)
    expect(notes.some(({ words }) => words.startsWith('by its route 10.44.30.0/25 by 10.44.0.6'))).toBe(true)
  })

  it('a trace that finds nobody more gives up and says where', () => {
    const state = after(both, { type: 'unplug', at: 'crane-1 p1' })
    expect(said(answered(state, { what: 'trace', device: 'desk-1', to: '10.44.30.11' }))).toMatch(
      /1 {2}10\.44\.10\.1, .*2 {2}10\.44\.0\.2, .*3 {2}is told by 10\.44\.0\.2: host unreachable|network unreachable/,
    )
  })
})
