import { describe, expect, it } from 'vitest'
import { judge, networkCheck } from '../checks'
import { started } from '../running'
import { after, answered, applied, drop, hostAt, made, put, refusalOf, said, siteOf } from '../sites.fixture'
import { initial, networkSetup } from '../state'
import type { NetworkState } from '../state'
import { view } from '../viewing'
import type { DeviceSeen } from '../viewing'
import { topologyOf } from '../files/topology'
import { linked } from './linking'
import type { End } from './linking'

const end = (but: Partial<End> = {}): End => ({
  medium: 'copper',
  fastest: 1000,
  crossed: false,
  negotiates: true,
  speed: null,
  duplex: null,
  side: 'remote',
  ...but,
})
const switchEnd = (but: Partial<End> = {}): End => end({ crossed: true, ...but })
const wordsOf = (one: End, other: End, crossed = false): string => {
  const link = linked(one, other, crossed)
  return link.up ? `${link.speed} ${link.duplex.join('-')}` : link.why
}
const set = (speed: number, duplex: End['duplex'] = null): Partial<End> => ({ negotiates: false, speed, duplex })

describe('two ends of a cable of copper (IEEE 802.3, clause 28)', () => {
  it.each([
    ['both at their best', {}, {}, '1000 full-full'],
    ['one older', { fastest: 100 }, {}, '100 full-full'],
    ['one that offers one speed only', { speed: 10 }, {}, '10 full-full'],
    ['one that offers to talk one at a time only', { duplex: 'half' }, {}, '100 half-half'],
    ['both set alike', set(100, 'full'), set(100, 'full'), '100 full-full'],
    ['both set, and talking differently', set(100, 'full'), set(100, 'half'), '100 full-half'],
    ['one set, so that the other has to believe in half', set(100, 'full'), {}, '100 full-half'],
    ['the other set', {}, set(10, 'full'), '10 half-full'],
    ['one set to half, which the other believes anyway', set(100, 'half'), {}, '100 half-half'],
    ['one set to nothing in particular', { negotiates: false }, set(100), '100 full-full'],
    ['set to different speeds', set(100), set(10), 'one end is set to 100 Mbit/s, the other to 10'],
    ['nothing that both offer', { speed: 1000 }, { speed: 100 }, 'the ends offer nothing that both can'],
    ['half wanted where there is none', { duplex: 'half' }, { speed: 1000 }, 'the ends offer nothing that both can'],
    [
      'one set, and the other not content with half',
      set(100),
      { duplex: 'full' },
      'one end is set to 100 Mbit/s and doesn’t agree on anything, which the other can’t follow',
    ],
  ] as const)('with %s', (_, one, other, words) => {
    expect(wordsOf(end(one), switchEnd(other))).toBe(words)
  })

  it('need their pairs to cross once, unless one of them finds out itself', () => {
    const old = { fastest: 100 }
    const deaf = 'both send on the same pairs, and nobody listens there'
    expect(wordsOf(end(old), switchEnd(old))).toBe('100 full-full')
    expect(wordsOf(end(old), switchEnd(old), true)).toBe(deaf)
    expect(wordsOf(switchEnd(old), switchEnd(old))).toBe(deaf)
    expect(wordsOf(switchEnd(old), switchEnd(old), true)).toBe('100 full-full')
    expect(wordsOf(end(old), end(old))).toBe(deaf)
    expect(wordsOf(switchEnd(old), switchEnd())).toBe('100 full-full')
  })

  it('come to the same whichever is called the first', () => {
    const ways = [{}, { fastest: 100 }, { speed: 100 }, { duplex: 'half' }, set(100), set(10, 'half'), set(100, 'half')]
    for (const one of ways)
      for (const other of ways) {
        const [there, back] = [
          linked(end(one as Partial<End>), switchEnd(other as Partial<End>), false),
          linked(switchEnd(other as Partial<End>), end(one as Partial<End>), false),
        ]
        expect(back).toEqual(there.up ? { ...there, duplex: [there.duplex[1], there.duplex[0]] } : expect.anything())
        expect(back.up).toBe(there.up)
      }
  })
})

describe('other media', () => {
  it('are joined to their like: light of one speed, a line with an office at one end', () => {
    expect(wordsOf(end({ medium: 'fibre' }), end({ medium: 'fibre' }))).toBe('1000 full-full')
    expect(wordsOf(end({ medium: 'fibre', fastest: 10_000 }), end({ medium: 'fibre' }))).toBe(
      'one end sends 10000 Mbit/s by light, the other 1000',
    )
    expect(wordsOf(end({ medium: 'pair', side: 'office' }), end({ medium: 'pair' }))).toBe('2 full-full')
    expect(wordsOf(end({ medium: 'pair' }), end({ medium: 'pair' }))).toBe('both ends of the line are remote')
    expect(wordsOf(end(), end({ medium: 'fibre' }))).toBe('copper and fibre don’t fit each other')
  })
})

const at100 = { fastest: 100 as const }
const desk = (address: string, ...lines: readonly string[]) => ({
  ...hostAt(`desk-${address.at(-1)!}`, `${address}/24`, undefined, ...lines),
  ...at100,
})
/** Two desks on a switch, whose port p1 is told these. */
const office = (...lines: readonly string[]): NetworkState =>
  siteOf(
    [desk('10.44.10.1'), desk('10.44.10.2'), { ...made('office-sw', 'switch', 4, ...lines), ...at100 }],
    'desk-1 p1 - office-sw p1',
    'desk-2 p1 - office-sw p2',
  )
const FIXED = ['interfaces/p1/ethernet/auto-negotiation = false', 'interfaces/p1/ethernet/duplex = full']
const many = { what: 'ping', device: 'desk-2', to: '10.44.10.1', bytes: 1000, times: 20 }
const linkOf = (state: NetworkState, at = 'desk-1 p1', but: object = {}) =>
  judge(state, networkCheck.parse({ kind: 'link', at, ...but }), {
    start: state,
    step: 'one',
    closed: [],
    task: { order: 'in-turn', steps: [] },
  })

describe('a link', () => {
  it('takes as long as its speed says, and lets one frame after the other through', () => {
    const took = (state: NetworkState): number => Number(/within ([\d.]+) ms/.exec(said(answered(state, many)))![1])
    const [fast, slow] = [took(office()), took(office('interfaces/p1/ethernet/speed = 10'))]
    // 19 frames of 1042 bytes, of which the last has to come and go by the slow cable: 0.8336 ms each at 10 Mbit/s.
    expect(slow).toBeGreaterThan(19 * 0.8336)
    expect(slow / fast).toBeGreaterThan(7)
  })

  it('whose ends talk differently lets single echoes through, and ruins many at once', () => {
    const state = office(...FIXED)
    expect(answered(state, { what: 'ping', device: 'desk-2', to: '10.44.10.1' }).met).toBe(true)
    const answer = answered(state, many)
    expect(said(answer)).toMatch(/^10\.44\.10\.1 answers 1?\d of 20$/)
    expect(answer.notes.map(({ words }) => words)).toContain('what comes in here is damaged: dropped')
    expect(linkOf(state)).toMatchObject({
      fault: 'duplex-mismatch',
      found: 'desk-1 p1 has a link of 100 Mbit/s, full duplex at one end, half at the other.',
    })
    const { ports } = view(state, { kind: 'device', name: 'desk-1' }) as DeviceSeen
    expect(ports[0]!.link).toEqual({ speed: 100, duplex: 'half' })
  })

  it('on which both talk one at a time loses nothing, and takes longer', () => {
    const half = office('interfaces/p1/ethernet/duplex = half')
    expect(said(answered(half, many))).toMatch(/answers 20 of 20/)
    expect(linkOf(half)).toMatchObject({ met: true })
    expect(linkOf(half, 'desk-1 p1', { duplex: 'full' })).toMatchObject({
      fault: 'other-duplex',
      expected: 'desk-1 p1 has a link, full duplex, both ends alike.',
    })
    const time = (state: NetworkState): number => Number(/within ([\d.]+)/.exec(said(answered(state, many)))![1])
    expect(time(half)).toBeGreaterThan(time(office()) * 1.4)
  })

  it('is down where its ends can’t agree, and judged with the reason', () => {
    const state = office('interfaces/p1/ethernet/auto-negotiation = false', 'interfaces/p1/ethernet/speed = 10')
    const far = after(
      state,
      put('desk-1', 'interfaces/p1/ethernet/auto-negotiation', 'false'),
      put('desk-1', 'interfaces/p1/ethernet/speed', '100'),
      applied('desk-1'),
    )
    expect(started(far).isUp('desk-1', 'p1')).toBe(false)
    expect(linkOf(far)).toMatchObject({
      fault: 'no-link',
      found: 'desk-1 p1 has no link: one end is set to 100 Mbit/s, the other to 10.',
    })
    expect(linkOf(state, 'desk-1 p1', { speed: 100 })).toMatchObject({ met: false, fault: 'duplex-mismatch' })
    expect(linkOf(office('interfaces/p1/ethernet/speed = 10'), 'desk-1 p1', { speed: 100 }).fault).toBe('too-slow')
    expect(linkOf(office('interfaces/p1/enabled = false')).found).toBe('desk-1 p1 has no link: one end is shut.')
    expect(linkOf(after(office(), { type: 'unplug', at: 'desk-1 p1' })).fault).toBe('no-cable')
  })

  it('costs a bridge what its speed says', () => {
    const treed = (but: object) =>
      siteOf(
        ['one', 'two'].map(name => ({ ...made(name, 'switch', 2, 'bridge/spanning-tree/enabled = true'), ...but })),
        'one p1 - two p1',
      )
    const costOf = (state: NetworkState): string => {
      const { tables } = view(state, { kind: 'device', name: 'two' }) as DeviceSeen
      return tables.find(({ title }) => title === 'Spanning tree')!.rows[0]![2]!
    }
    expect(costOf(treed({}))).toBe('cost 20000')
    expect(costOf(treed({ sockets: { p1: 'fibre' }, fastest: 10_000 }))).toBe('cost 2000')
  })
})

describe('a cable', () => {
  const switches = (crossed: boolean): NetworkState =>
    initial(
      networkSetup.parse({
        devices: ['one', 'two'].map(name => ({ ...made(name, 'switch', 4), ...at100, sockets: { p4: 'fibre' } })),
        cables: [['one p1', 'two p1', ...(crossed ? ['crossed'] : [])]],
      }),
    )

  it('between two switches of old has to cross its pairs', () => {
    expect(started(switches(false)).isUp('one', 'p1')).toBe(false)
    expect(started(switches(true)).isUp('one', 'p1')).toBe(true)
    const again = after(
      switches(false),
      { type: 'unplug', at: 'one p1' },
      { type: 'join', from: 'one p1', to: 'two p1', crossed: true },
    )
    expect(started(again).isUp('two', 'p1')).toBe(true)
    expect(topologyOf(again).cables).toEqual([['one p1', 'two p1', 'crossed']])
  })

  it('beside another between the same devices is no link alone', () => {
    const twice = after(switches(true), { type: 'join', from: 'one p4', to: 'two p4' })
    expect(linkOf(twice, 'two p4', { alone: true })).toMatchObject({
      fault: 'another-cable',
      found: 'one p1 and two p1 are joined, too.',
    })
    expect(linkOf(after(twice, { type: 'unplug', at: 'two p1' }), 'two p4', { alone: true }).met).toBe(true)
  })

  it('fits where both ends are made for it', () => {
    const join = (from: string, to: string, crossed?: true) =>
      refusalOf(switches(true), { type: 'join', from, to, ...(crossed ? { crossed } : {}) })
    expect(join('one p2', 'two p4')).toBe('No cable fits both: one p2 is made for copper, two p4 for fibre.')
    expect(join('one p4', 'two p4', true)).toBe('Only a cable of copper has pairs to cross.')
    expect(join('one p4', 'two p4')).toBe('done')
    const other = { devices: [made('one', 'switch', 1), { ...made('two', 'switch', 1), sockets: { p1: 'pair' } }] }
    expect(() => initial(networkSetup.parse({ ...other, cables: [['one p1', 'two p1']] }))).toThrow(
      'one p1 is made for copper, and two p1 for pair.',
    )
    const nowhere = { devices: [{ ...made('one', 'switch', 1), sockets: { p2: 'fibre' } }] }
    expect(() => initial(networkSetup.parse(nowhere))).toThrow('There is no port one p2.')
  })

  it('of a long pair has an end that leads', () => {
    const lines = (...office: readonly string[]): NetworkState =>
      siteOf(
        [
          {
            ...made('near', 'router', 1, 'interfaces/p1/ipv4/address = 10.44.9.1/30', ...office),
            sockets: { p1: 'pair' },
          },
          { ...made('far', 'router', 1, 'interfaces/p1/ipv4/address = 10.44.9.2/30'), sockets: { p1: 'pair' } },
        ],
        'near p1 - far p1',
      )
    expect(answered(lines(), { what: 'ping', device: 'near', to: '10.44.9.2' }).met).toBe(false)
    const led = lines('interfaces/p1/line/side = office')
    // 74 bytes at 2 Mbit/s there and back, and before that 60 there and back to find who that is.
    expect(said(answered(led, { what: 'ping', device: 'near', to: '10.44.9.2' }))).toMatch(/answers after 1\.092 ms/)
    expect(refusalOf(led, drop('near', 'interfaces/p1/ethernet/speed'))).toContain('has no setting')
  })

  it('takes no speed that its device hasn’t, and none without agreeing that is always agreed', () => {
    const told = (...lines: readonly string[]): string => {
      const state = after(
        office(),
        ...lines.map(line => put('desk-1', `interfaces/p1/ethernet/${line.split(' ')[0]!}`, line.split(' ')[1]!)),
      )
      return refusalOf(state, applied('desk-1'))
    }
    expect(told('speed 1000')).toBe('p1 of desk-1 goes at 100 Mbit/s at most.')
    const gigabit = siteOf([made('gate', 'router', 1, 'interfaces/p1/ethernet/auto-negotiation = false')])
    expect(refusalOf(after(gigabit, put('gate', 'interfaces/p1/ethernet/speed', '1000')), applied('gate'))).toBe(
      'p1: 1000 Mbit/s over copper are always agreed with the other end.',
    )
    expect(told('speed 100', 'auto-negotiation false', 'duplex half')).toBe('done')
    expect(refusalOf(office(), put('desk-1', 'interfaces/p1/ethernet/speed', '54'))).toBe(
      '“54” is not 10 or 100 or 1000 or 10000.',
    )
  })
})
