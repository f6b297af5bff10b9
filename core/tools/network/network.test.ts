import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { network } from '.'
import { judge, networkCheck } from './checks'
import type { NetworkContext } from './checks'
import { apply, effect, networkOp } from './ops'
import { initial, networkSetup } from './state'
import type { NetworkState } from './state'
import type { TextFileSeen } from './viewing'
import { after, applied, drop, pinged, put, refusalOf, yard } from './sites.fixture'

const start = yard()
const address = 'interfaces/p1/ipv4/address'

describe('a setting', () => {
  it('is pending until it is applied, and gone back from', () => {
    const pending = after(start, put('desk-1', address, '10.44.10.12/24'))
    expect([pending.running['desk-1']![address], pending.pending['desk-1']![address]]).toEqual([
      '10.44.10.11/24',
      '10.44.10.12/24',
    ])
    const done = after(pending, applied('desk-1'))
    expect([done.running['desk-1']![address], done.pending]).toEqual(['10.44.10.12/24', {}])
    expect(after(done, { type: 'undo', device: 'desk-1' }).running['desk-1']).toEqual(start.running['desk-1'])
    expect(after(pending, { type: 'forget', device: 'desk-1' }).pending).toEqual({})
    expect(after(pending, put('desk-1', address, '10.44.10.11/24')).pending).toEqual({})
  })

  it.each([
    [put('desk-9', address, '10.44.10.12/24'), 'There is no device desk-9.'],
    [put('desk-1', address, '10.44.10.12/33'), /^“10\.44\.10\.12\/33” is not an address/],
    [put('desk-1', address, '10.44.10.255/24'), /is not an address/],
    [put('desk-1', address, '127.0.0.1/8'), /is not an address/],
    [put('desk-1', 'interfaces/p2/enabled', 'true'), /has no setting.*There could stand: p1/],
    [put('office-sw', address, '10.44.10.12/24'), /has no setting/],
    [put('gate', 'interfaces/p1/enabled', 'yes'), '“yes” is not true or false.'],
    [drop('desk-1', 'interfaces/p1/description'), 'interfaces/p1/description isn’t set on desk-1.'],
    [applied('desk-1'), 'Nothing is pending on desk-1.'],
    [{ type: 'forget', device: 'desk-1' }, 'Nothing is pending on desk-1.'],
    [{ type: 'undo', device: 'desk-1' }, 'Nothing was changed on desk-1.'],
    [pinged('office-sw', '10.44.10.11'), 'office-sw has no address of its own to ask from.'],
    [pinged('desk-1', 'books and more'), '“books and more” is no address such as 10.44.10.20, and no name.'],
    [put('office-sw', 'interfaces/p1/bridge-port/pvid', '5000'), '“5000” is not the number of a VLAN, from 1 to 4094.'],
    [put('office-sw', 'interfaces/p1/bridge-port/tagged', '10,0'), /not numbers of VLANs/],
    [put('gate', 'routing/routes/10.44.30.0/33/next-hop', '10.44.20.2'), /has no setting/],
    [put('gate', 'dhcp/pools/10.44.10.0/24/range', '10.44.10.50-10.44.10.20'), /is not addresses such as/],
    [put('books', 'dns/zones/sallowmere.test/books/a', '10.44.10'), /is not an address/],
    [put('books', 'dns/zones/sallowmere.test/@/mx', 'mail.sallowmere.test'), /is not such as 10 mail/],
    [put('gate', 'nat/forwards/tcp/70000', '10.44.10.20:443'), /has no setting/],
    [put('gate', 'nat/forwards/tcp/443', '10.44.10.20'), /is not an address inside and a port/],
  ])('that can’t be is refused in words: %j', (op, words) => {
    expect(refusalOf(start, op)).toMatch(words)
  })

  it('that contradicts another is refused when it is applied', () => {
    const overlapping = after(start, put('gate', 'interfaces/p3/ipv4/address', '10.44.20.129/25'))
    expect(refusalOf(overlapping, applied('gate'))).toMatch(
      'p2 is in 10.44.20.0/24 and p3 in 10.44.20.128/25: these overlap',
    )
    const itself = after(start, put('gate', 'routing/routes/10.44.30.0/24/next-hop', '10.44.20.1'))
    expect(refusalOf(itself, applied('gate'))).toBe(
      'The route to 10.44.30.0/24 goes to 10.44.20.1, which is gate itself.',
    )
  })
})

describe('settings from a file', () => {
  const load = (settings: object) => ({ type: 'load', device: 'desk-1', settings })
  it('are pending as a whole, and what the file leaves out would be dropped', () => {
    const loaded = after(start, load({ [address]: '10.44.10.14/24' }))
    expect(loaded.pending['desk-1']).toEqual({ [address]: '10.44.10.14/24' })
    expect(loaded.running).toBe(start.running)
    expect(effect(networkOp.parse(load({})))).toBe('look')
  })

  it.each([
    [{ 'interfaces/p9/enabled': 'true' }, 'desk-1 has no setting interfaces/p9/enabled.'],
    [{ [address]: '10.44.10.14/33' }, /is not in its one form/],
    [Object.fromEntries(Array.from({ length: 2001 }, (_, at) => [`a${at}`, ''])), 'More than 2000 settings at once.'],
  ])('that it hasn’t are refused: %#', (settings, words) => {
    expect(refusalOf(start, load(settings))).toMatch(words)
  })

  it('go out as they would be, and the site as content writes it', () => {
    const pending = after(start, put('desk-1', address, '10.44.10.14/24'))
    const { name, text } = network.view(pending, { kind: 'configuration', name: 'desk-1' }) as TextFileSeen
    expect([name, text.includes('"10.44.10.14"')]).toEqual(['desk-1.json', true])
    const site = network.view(pending, { kind: 'topology' }) as TextFileSeen
    const again = initial(networkSetup.parse(JSON.parse(site.text)))
    expect([again.site, again.cables, again.running]).toEqual([start.site, start.cables, start.running])
    expect(network.view(pending, { kind: 'configuration', name: 'nobody' })).toBeNull()
  })
})

describe('a cable', () => {
  const join = (from: string, to: string) => ({ type: 'join', from, to })
  it('is plugged in and unplugged', () => {
    const off = after(start, { type: 'unplug', at: 'till-1 p1' })
    expect(off.cables).toHaveLength(4)
    expect(after(off, join('till-1 p1', 'shop-sw p2')).cables.at(-1)).toEqual({ from: 'shop-sw p2', to: 'till-1 p1' })
  })

  it.each([
    [join('gate p3', 'gate p3'), 'A cable goes from one port to another.'],
    [join('gate p3', 'desk-1 p1'), 'There is a cable in desk-1 p1 already: unplug it first.'],
    [join('office-sw p2', 'office-sw p3'), /already/],
    [join('shop-sw p2', 'shop-sw p3'), 'A cable goes from one device to another.'],
    [join('gate p9', 'shop-sw p3'), 'There is no port gate p9.'],
    [{ type: 'unplug', at: 'gate p3' }, 'No cable is in gate p3.'],
  ])('that can’t be is refused in words: %j', (op, words) => {
    expect(refusalOf(start, op)).toMatch(words)
  })
})

describe('a setup that contradicts itself', () => {
  const at = { x: 0, y: 0 }
  const host = { name: 'a', kind: 'host', ports: 1, at }
  it.each([
    [{ devices: [host, host] }, 'Two devices are called a.'],
    [{ devices: [{ ...host, set: { 'interfaces/p2/enabled': 'true' } }] }, 'a has no setting interfaces/p2/enabled.'],
    [{ devices: [{ ...host, set: { 'interfaces/p1/enabled': 'on' } }] }, 'on is not true or false'],
    [{ devices: [host], cables: [['a p1', 'b p1']] }, 'There is no port b p1.'],
    [
      {
        devices: [host, { ...host, name: 'b' }, { ...host, name: 'c' }],
        cables: [
          ['a p1', 'b p1'],
          ['c p1', 'a p1'],
        ],
      },
      'Two cables are in a p1.',
    ],
  ])('is the fault of content: %j', (setup, words) => {
    expect(() => initial(networkSetup.parse(setup))).toThrow(words)
  })
})

describe('a check', () => {
  const context = {
    start,
    step: 'one',
    closed: [],
    task: {
      order: 'in-turn',
      steps: [
        {
          id: 'one',
          byPerson: false,
          checks: [],
          model: [put('desk-1', address, '10.44.10.12/24'), applied('desk-1')],
        },
      ],
    },
  } as unknown as NetworkContext
  const judged = (state: NetworkState, check: object) => judge(state, networkCheck.parse(check), context)

  it('of reaching tries it, and says at which device it ended', () => {
    const shut = after(start, put('gate', 'interfaces/p1/enabled', 'false'), applied('gate'))
    expect(judged(start, { kind: 'reaches', from: 'till-1', to: '10.44.10.20', not: false }).met).toBe(true)
    expect(judged(shut, { kind: 'reaches', from: 'till-1', to: '10.44.10.20', not: false })).toMatchObject({
      met: false,
      fault: 'does-not-reach',
      found:
        'till-1 doesn’t reach 10.44.10.20: is told by 10.44.20.1: network unreachable. ' +
        'On gate: no route to 10.44.10.20: dropped, and 10.44.20.11 is told: network unreachable.',
    })
    expect(judged(shut, { kind: 'reaches', from: 'till-1', to: '10.44.10.20', not: true }).met).toBe(true)
    expect(judged(start, { kind: 'reaches', from: 'till-1', to: '10.44.10.20', not: true }).fault).toBe('reaches')
  })

  it('of a setting tells what was never applied', () => {
    const check = { kind: 'set', device: 'desk-1', path: address, is: ['10.44.10.12/24'] }
    const pending = after(start, put('desk-1', address, '10.44.10.12/24'))
    expect(judged(pending, check)).toMatchObject({
      fault: 'not-applied',
      found: `desk-1 ${address}: 10.44.10.11/24. 10.44.10.12/24 is pending, and was never applied.`,
    })
    expect(judged(after(pending, applied('desk-1')), check).met).toBe(true)
    expect(judged(start, { ...check, is: ['10.0.0.1/8'] }).fault).toBe('wrong-setting')
    expect(judged(start, { ...check, device: 'nobody' }).fault).toBe('device-missing')
    expect(judged(start, { kind: 'set', device: 'gate', path: 'interfaces/p1/enabled', is: ['true'] }).met).toBe(true)
  })

  it('of what else was changed leaves alone what the steps ask for', () => {
    const check = { kind: 'unchanged', may: [] }
    const right = after(start, put('desk-1', address, '10.44.10.12/24'), applied('desk-1'))
    expect(judged(start, check).fault).toBe('not-begun')
    expect(judged(right, check).met).toBe(true)
    const more = after(right, put('gate', 'interfaces/p3/description', 'free'), applied('gate'))
    expect(judged(more, check)).toMatchObject({
      fault: 'changed-else',
      found: 'Changed: gate interfaces/p3/description.',
    })
    expect(judged(more, { ...check, may: ['gate'] }).met).toBe(true)
    expect(judged(after(right, { type: 'unplug', at: 'till-1 p1' }), check).found).toMatch('the cable')
  })
})

describe('any operations', () => {
  const device = fc.constantFrom('desk-1', 'gate', 'office-sw', 'books')
  const place = fc.constantFrom('desk-1 p1', 'gate p1', 'gate p3', 'office-sw p1', 'shop-sw p2')
  const op = fc.oneof(
    fc.record({
      type: fc.constant('put'),
      device,
      path: fc.constantFrom(address, 'interfaces/p2/enabled', 'routing/routes/0.0.0.0/0/next-hop', 'nothing/at/all'),
      value: fc.constantFrom('10.44.10.9/24', 'false', '10.44.10.1', '', '10.44.20.7/16'),
    }),
    fc.record({ type: fc.constant('drop'), device, path: fc.constantFrom(address, 'interfaces/p2/enabled') }),
    fc.record({ type: fc.constantFrom('apply', 'forget', 'undo'), device }),
    fc.record({ type: fc.constant('join'), from: place, to: place }),
    fc.record({ type: fc.constant('unplug'), at: place }),
    fc.record({
      type: fc.constant('ask'),
      ask: fc.record({
        what: fc.constant('ping'),
        device,
        to: fc.constantFrom('10.44.20.11', '10.44.10.20', '9.9.9.9'),
      }),
    }),
  )

  it('give the same state each time, come back from packing, and are told in words', () => {
    fc.assert(
      fc.property(fc.array(op, { maxLength: 14 }), ops => {
        const play = (): NetworkState =>
          ops.reduce<NetworkState>((state, one) => {
            const read = networkOp.parse(one)
            const done = apply(state, read)
            expect(network.describe(read, state)).toMatch(/\.$/)
            if (done.ok && effect(read) === 'look') expect(done.state.running).toBe(state.running)
            return done.ok ? done.state : state
          }, start)
        const state = play()
        expect(play()).toEqual(state)
        expect(network.unpack(JSON.parse(JSON.stringify(network.pack(state, start))), start)).toEqual(state)
        expect(network.view(state, { kind: 'answers' })).toHaveLength(state.asked.length)
        expect(network.view(state, { kind: 'device', name: 'gate' })).not.toBeNull()
      }),
      { numRuns: 60 },
    )
  })

  it('are packed as nothing else', () => {
    expect(() => network.unpack({ running: 3 }, start)).toThrow(RangeError)
    expect(network.view(start, { kind: 'nothing' })).toBeNull()
    expect(network.view(start, { kind: 'device', name: 'nobody' })).toBeNull()
  })
})
