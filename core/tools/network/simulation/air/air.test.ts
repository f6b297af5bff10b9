import { describe, expect, it } from 'vitest'
import { after, answered, applied, made, ping, put, refusalOf, said } from '../../sites.fixture'
import { started } from '../../running'
import { channelOf, shareIn } from '../../settings/bands'
import type { Band, Width } from '../../settings/bands'
import { initial, networkSetup } from '../../state'
import type { NetworkState } from '../../state'
import { view } from '../../viewing'
import type { DeviceSeen, MapSeen, SignalSeen } from '../../viewing'
import { lossBetween } from './loss'
import { noiseIn, rateAt } from './rates'

const office = ['wireless/office/ssid = Yard office', 'wireless/office/vlan = 10']
const secured = ['wireless/office/security = wpa2-personal', 'wireless/office/passphrase = tide and timber']
const guests = ['wireless/guests/ssid = Yard guests', 'wireless/guests/vlan = 40', 'wireless/guests/isolated = true']

/** A device with a radio at a place of the map. */
const radio = (name: string, x: number, y: number, ...set: readonly string[]) => ({
  ...made(name, 'host', 0, ...set),
  radios: 1,
  at: { x, y },
})
const joins = (ssid: string, address: string): string[] => [
  `interfaces/w1/wireless/ssid = ${ssid}`,
  `interfaces/w1/ipv4/address = ${address}`,
]
const wall = (x: number, kind: 'light' | 'heavy') => ({ from: { x, y: -500 }, to: { x, y: 500 }, kind })

/** An access point on a switch that knows VLANs 10 and 40, with a server in each of them. */
function hall(stations: readonly object[], { more = [] as readonly string[], walls = [] as readonly object[] } = {}) {
  return initial(
    networkSetup.parse({
      walls,
      devices: [
        {
          ...made('hall-air', 'access-point', 1, ...office, ...guests, 'interfaces/w2/wireless/band = 5', ...more),
          radios: 2,
        },
        made(
          'hall-sw',
          'switch',
          4,
          'interfaces/p1/bridge-port/tagged = 10,40',
          'interfaces/p2/bridge-port/pvid = 10',
          'interfaces/p3/bridge-port/pvid = 40',
        ),
        made('books', 'server', 1, 'interfaces/p1/ipv4/address = 10.44.10.20/24'),
        made('board', 'server', 1, 'interfaces/p1/ipv4/address = 10.44.40.20/24'),
        ...stations,
      ],
      cables: [
        ['hall-air p1', 'hall-sw p1'],
        ['books p1', 'hall-sw p2'],
        ['board p1', 'hall-sw p3'],
      ],
    }),
  )
}
const deviceSeen = (state: NetworkState, name: string): DeviceSeen =>
  view(state, { kind: 'device', name }) as DeviceSeen
const heardBy = (state: NetworkState, name: string): string[] =>
  (deviceSeen(state, name).tables.find(({ title }) => title === 'Heard on the air')?.rows ?? []).map(row =>
    row.join(' | '),
  )
const joinedBy = (state: NetworkState, name: string) =>
  started(state).air.find(({ station }) => station.device === name)?.joined ?? null

describe('what a signal loses', () => {
  it('is that of free space: 80 dB over 100 m at 2.4 GHz', () => {
    expect(lossBetween({ x: 0, y: 0 }, { x: 1000, y: 0 }, 2400, [])).toBeCloseTo(80, 1)
  })

  it('is 6 dB more at twice the distance, and no less than at a metre', () => {
    const at = (x: number): number => lossBetween({ x: 0, y: 0 }, { x, y: 0 }, 5500, [])
    expect(at(400) - at(200)).toBeCloseTo(6.02, 2)
    expect(at(3)).toBe(at(10))
  })

  it('grows by 3.4 dB in a light wall and 6.9 in a heavy one, where the way goes through', () => {
    const walls = [
      { from: { x: 50, y: -10 }, to: { x: 50, y: 10 }, kind: 'light' as const },
      { from: { x: 60, y: -10 }, to: { x: 60, y: 10 }, kind: 'heavy' as const },
      { from: { x: 70, y: 1 }, to: { x: 70, y: 90 }, kind: 'heavy' as const },
    ]
    const [one, other] = [
      { x: 0, y: 0 },
      { x: 100, y: 0 },
    ] as const
    expect(lossBetween(one, other, 2400, walls) - lossBetween(one, other, 2400, [])).toBeCloseTo(10.3, 6)
  })
})

describe('channels', () => {
  it.each<[Band, number, Width, number | null]>([
    ['2.4', 1, 20, 2412],
    ['2.4', 13, 20, 2472],
    ['2.4', 14, 20, null],
    ['2.4', 6, 40, 2447],
    ['2.4', 11, 40, 2452],
    ['2.4', 6, 80, null],
    ['5', 36, 20, 5180],
    ['5', 40, 40, 5190],
    ['5', 44, 80, 5210],
    ['5', 100, 160, 5570],
    ['5', 149, 80, 5775],
    ['5', 149, 160, null],
    ['5', 38, 20, null],
    ['6', 1, 20, 5955],
    ['6', 37, 160, 6185],
    ['6', 233, 40, null],
  ])('%s GHz, channel %i, %i MHz', (band, number, width, middle) => {
    expect(channelOf(band, number, width)?.middle ?? null).toBe(middle)
  })

  it('1, 6 and 11 don’t share anything; 1 and 3 half; a wide one gives a narrow one its part', () => {
    const at = (number: number, width: Width = 20) => channelOf('2.4', number, width)!
    expect([shareIn(at(1), at(6)), shareIn(at(6), at(11)), shareIn(at(1), at(3))]).toEqual([0, 0, 0.5])
    expect(shareIn(at(6, 40), at(6))).toBe(0.5)
  })
})

describe('how fast it goes', () => {
  it.each<[number, Width, number | null]>([
    [-82, 20, 8.6],
    [-82.1, 20, null],
    [-66, 20, 68.8],
    [-40, 20, 143.4],
    [-52, 80, 432.4],
    [-43, 160, 1201],
    [-82, 40, null],
  ])('%f dBm in %i MHz', (level, width, rate) => {
    expect(rateAt(level, width)).toBe(rate)
  })

  it('noise is −94 dBm in 20 MHz, 3 dB more in twice that', () => {
    expect(noiseIn(20)).toBeCloseTo(-94, 1)
    expect(noiseIn(40) - noiseIn(20)).toBeCloseTo(3.01, 2)
  })
})

describe('joining', () => {
  it('is in the VLAN of its network, by frames of real bytes', () => {
    const state = hall([radio('clerk-tab', 100, 0, ...joins('Yard office', '10.44.10.31/24'))])
    expect(said(answered(state, ping('clerk-tab', '10.44.10.20')))).toContain('answer')
    expect(answered(state, ping('clerk-tab', '10.44.40.20')).met).toBe(false)
    const { frames } = answered(state, ping('clerk-tab', '10.44.10.20'))
    expect(frames[1] - frames[0]).toBeGreaterThan(8)
  })

  it.each<[string, string[], string]>([
    ['no network of that name', [], 'not asked for'],
    ['other security', ['interfaces/w1/wireless/ssid = Yard office'], 'is wpa2-personal, and open is set here'],
    [
      'another passphrase',
      [
        'interfaces/w1/wireless/ssid = Yard office',
        'interfaces/w1/wireless/security = wpa2-personal',
        'interfaces/w1/wireless/passphrase = timber and tide',
      ],
      'has another passphrase',
    ],
    [
      'everything right',
      [
        'interfaces/w1/wireless/ssid = Yard office',
        'interfaces/w1/wireless/security = wpa2-personal',
        'interfaces/w1/wireless/passphrase = tide and timber',
      ],
      'joined',
    ],
  ])('%s is said', (_, set, why) => {
    const state = hall([radio('clerk-tab', 100, 0, ...set)], { more: secured })
    expect(heardBy(state, 'clerk-tab')[0]).toContain(`: ${why}. hall-air w1, 2.4 GHz, channel 1, 20 MHz, `)
  })

  it('ends where nothing is made out any more', () => {
    const far = (x: number) => hall([radio('clerk-tab', x, 0, ...joins('Yard office', '10.44.10.31/24'))])
    expect(joinedBy(far(200), 'clerk-tab')?.rate).toBe(143.4)
    const walls = Array.from({ length: 5 }, (_, at) => wall(200 + at, 'heavy'))
    const behind = hall([radio('clerk-tab', 400, 0, ...joins('Yard office', '10.44.10.31/24'))], { walls })
    expect(joinedBy(behind, 'clerk-tab')).toBeNull()
    expect(heardBy(behind, 'clerk-tab').join()).toContain('Yard office: is too weak here. ')
    expect(answered(behind, ping('clerk-tab', '10.44.10.20')).met).toBe(false)
  })

  it('is slower where somebody else sends on the same channel, and not on another', () => {
    const neighbour = (channel: string) => ({
      ...made('next-door', 'access-point', 1, 'wireless/theirs/ssid = Next door'),
      radios: 1,
      foreign: true,
      at: { x: 1500, y: 0 },
      set: {
        'wireless/theirs/ssid': 'Next door',
        'interfaces/w1/wireless/channel': channel,
        'interfaces/w1/wireless/power': '1',
      },
    })
    const nextTo = (channel: string) =>
      hall([radio('clerk-tab', 300, 0, ...joins('Yard office', '10.44.10.31/24')), neighbour(channel)], {
        more: ['interfaces/w2/enabled = false'],
      })
    expect(joinedBy(nextTo('6'), 'clerk-tab')).toMatchObject({ drowned: 0, rate: 143.4 })
    const same = joinedBy(nextTo('1'), 'clerk-tab')
    expect(same?.drowned ?? 0).toBeGreaterThan(10)
    expect(same?.rate ?? 0).toBeLessThan(143.4)
  })

  it('of several radios takes the fastest', () => {
    const state = hall([radio('clerk-tab', 100, 0, ...joins('Yard office', '10.44.10.31/24'))], {
      more: ['interfaces/w2/wireless/width = 80'],
    })
    expect(joinedBy(state, 'clerk-tab')).toMatchObject({ from: { device: 'hall-air', port: 'w2' }, width: 80 })
  })

  it('doesn’t happen by a radio that is shut, nor to a network that isn’t offered', () => {
    const station = radio('clerk-tab', 100, 0, ...joins('Yard office', '10.44.10.31/24'))
    const shut = hall([station], { more: ['interfaces/w1/enabled = false', 'interfaces/w2/enabled = false'] })
    expect(heardBy(shut, 'clerk-tab')).toEqual([])
    expect(joinedBy(hall([station], { more: ['wireless/office/enabled = false'] }), 'clerk-tab')).toBeNull()
  })

  it('in 6 GHz needs WPA3', () => {
    const six = ['interfaces/w1/wireless/band = 6', 'interfaces/w2/enabled = false']
    const station = radio('clerk-tab', 100, 0)
    expect(heardBy(hall([station], { more: [...six, ...secured] }), 'clerk-tab')).toEqual([])
    const wpa3 = ['wireless/office/security = wpa3-personal', 'wireless/office/passphrase = tide and timber']
    expect(heardBy(hall([station], { more: [...six, ...wpa3] }), 'clerk-tab')).toHaveLength(1)
  })
})

describe('those who joined', () => {
  const guestsAt = (isolated: string) =>
    hall(
      [
        radio('phone-1', 100, 0, ...joins('Yard guests', '10.44.40.31/24')),
        radio('phone-2', 200, 0, ...joins('Yard guests', '10.44.40.32/24')),
      ],
      { more: [`wireless/guests/isolated = ${isolated}`] },
    )

  it('reach each other, unless they are kept from that', () => {
    expect(answered(guestsAt('false'), ping('phone-1', '10.44.40.32')).met).toBe(true)
    expect(answered(guestsAt('true'), ping('phone-1', '10.44.40.32')).met).toBe(false)
    expect(answered(guestsAt('true'), ping('phone-1', '10.44.40.20')).met).toBe(true)
  })

  it('are listed at the access point, and drawn as joined', () => {
    const state = guestsAt('true')
    const table = deviceSeen(state, 'hall-air').tables.find(({ title }) => title === 'Joined on the air')
    expect(table?.rows.map(([row]) => row?.split(':')[0])).toEqual(['phone-1 in Yard guests', 'phone-2 in Yard guests'])
    expect(deviceSeen(state, 'hall-air').ports.find(({ name }) => name === 'w1')).toMatchObject({
      up: true,
      to: 'phone-1 w1, phone-2 w1',
    })
    const { cables } = view(state, { kind: 'map' }) as MapSeen
    expect(cables.filter(({ air }) => air).map(({ from, to, vlans }) => `${from} - ${to}, ${vlans.from}`)).toEqual([
      'hall-air w1:phone-1 - phone-1 w1, VLAN 40',
      'hall-air w1:phone-2 - phone-2 w1, VLAN 40',
    ])
  })
})

describe('how loud it is over the map', () => {
  it('falls with distance, and behind a wall by what is lost in it', () => {
    const levels = (walls: readonly object[]): readonly number[] => {
      const raster = { kind: 'signal', x: 50, y: 0, step: 50, columns: 4, rows: 1 }
      return (view(hall([], { walls, more: ['interfaces/w2/enabled = false'] }), raster) as SignalSeen).levels
    }
    const [open, behind] = [levels([]), levels([wall(170, 'heavy')])]
    expect(open).toEqual([...open].sort((one, other) => other - one))
    expect(open.map((level, at) => level - behind[at]!)).toEqual([0, 0, 7, 7])
  })
})

describe('what can’t hold together', () => {
  it.each<[string, string, string]>([
    ['interfaces/w1/wireless/channel', '36', 'w1 is on 2.4 GHz, which has no channel 36, but 1 to 13.'],
    ['interfaces/w1/wireless/width', '80', 'w1: channel 1 of 2.4 GHz has no room for 80 MHz.'],
    ['wireless/guests/ssid', 'Yard office', 'guests and office are both called Yard office on the air.'],
    ['wireless/guests/security', 'wpa2-personal', 'guests is wpa2-personal, and has no passphrase.'],
  ])('%s %s is refused when it is applied', (path, value, refusal) => {
    expect(refusalOf(after(hall([]), put('hall-air', path, value)), applied('hall-air'))).toBe(refusal)
  })

  it.each<[string, string]>([
    ['wireless/guests/passphrase', 'short'],
    ['wireless/guests/ssid', 'a name on the air that is far too long'],
    ['wireless/guests/vlan', '5000'],
    ['interfaces/w1/wireless/power', '31'],
    ['interfaces/w3/wireless/band', '5'],
    ['interfaces/w1/wireless/ssid', 'Yard office'],
  ])('%s %s isn’t taken', (path, value) => {
    expect(refusalOf(hall([]), put('hall-air', path, value))).not.toBe('done')
  })
})
