import { describe, expect, it } from 'vitest'
import { boxOf, drawnCables, frameOf, linesOf, placeOn } from './drawing'
import type { MapSeen } from '../../../../core/tools/network/viewing'

const device = (name: string, x: number, y: number, addresses: string[] = []): MapSeen['devices'][number] => ({
  name,
  kind: 'host',
  ports: 2,
  at: { x, y },
  addresses,
  pending: 0,
})

const copper = { medium: 'copper', crossed: false, speed: 1000 } as const

describe('the map', () => {
  it('has room for all addresses of a device, and for everything that stands on it', () => {
    expect(boxOf(device('a', 5, 6)).height).toBe(boxOf(device('a', 5, 6, ['one'])).height)
    expect(boxOf(device('a', 5, 6, ['one', 'two'])).height).toBe(64)
    expect(linesOf(['2001:db8:44:10::1/64', '10.44.10.11/24'])).toEqual([
      '2001:db8:44:10',
      '  ::1/64',
      '10.44.10.11/24',
    ])
    expect(linesOf(['2001:db8:44:10:0:ff:fe00:101/64'])).toEqual(['2001:db8:44:10:0', '  :ff:fe00:101/64'])
    const area = { name: 'Office', at: { x: -20, y: 0 }, width: 500, height: 40 }
    const frame = frameOf({ areas: [area], devices: [device('a', 0, 100)] })
    expect(frame).toEqual({ x: -32, y: -12, width: 524, height: 174 })
  })

  it('draws a cable from the edge of one box to the edge of the other, with its ports named', () => {
    const devices = [device('a', 0, 0), device('b', 0, 200)]
    const [cable] = drawnCables({
      devices,
      cables: [{ ...copper, from: 'a p1', to: 'b p2', up: true, vlans: { from: 'VLAN 10', to: '' } }],
    })
    expect([cable!.from, cable!.to]).toEqual([
      { x: 55, y: 50 },
      { x: 55, y: 200 },
    ])
    expect(cable!.ports.map(({ text, at }) => [text, at.y])).toEqual([
      ['p1', 62],
      ['p2', 188],
    ])
    expect(cable!.ports.map(({ vlans, anchor }) => `${vlans} ${anchor}`)).toEqual(['VLAN 10 middle', ' middle'])
    expect(
      drawnCables({
        devices,
        cables: [{ ...copper, from: 'a p1', to: 'gone p1', up: false, vlans: { from: '', to: '' } }],
      }),
    ).toEqual([])
  })

  it('names ports beside their boxes, on the side by which the cable leaves', () => {
    const [cable] = drawnCables({
      devices: [device('a', 0, 0), device('b', 300, 20)],
      cables: [
        {
          ...copper,
          from: 'a w1:b',
          to: 'b w1',
          up: true,
          vlans: { from: '', to: '' },
          air: { ssid: 'Yard', level: -61.4, rate: 86 },
        },
      ],
    })
    expect(cable!.ports.map(({ text, anchor, at }) => [text, anchor, Math.round(at.x)])).toEqual([
      ['w1', 'start', 114],
      ['w1', 'end', 296],
    ])
    expect(cable!.air).toBe('−61 dBm, 86 Mbit/s')
  })

  it('draws two cables between the same devices side by side', () => {
    const devices = [device('a', 0, 0), device('b', 0, 200)]
    const vlans = { from: '', to: '' }
    const [one, other] = drawnCables({
      devices,
      cables: [
        { ...copper, from: 'a p1', to: 'b p1', up: true, vlans },
        { ...copper, from: 'a p2', to: 'b p2', up: true, vlans },
      ],
    })
    expect([one!.from.x, other!.from.x]).toEqual([66, 44])
    expect([one!.to.x, other!.to.x]).toEqual([66, 44])
  })

  it('has a packet at the cable of its port, or on its device', () => {
    const devices = [device('a', 0, 0), device('b', 0, 200)]
    const joined = { ...copper, from: 'a p1', to: 'b p1', up: true, vlans: { from: '', to: '' } }
    const cables = drawnCables({ devices, cables: [joined] })
    expect(placeOn(devices, cables, { device: 'a', port: 'p1' })).toEqual({ x: 55, y: 50 })
    expect(placeOn(devices, cables, { device: 'b', port: 'p1.10' })).toEqual({ x: 55, y: 200 })
    expect(placeOn(devices, cables, { device: 'b', port: null })).toEqual({ x: 55, y: 200 })
    expect(placeOn(devices, cables, { device: 'gone', port: null })).toBeNull()
  })

  it('comes to an end also where two boxes stand in one place', () => {
    const [cable] = drawnCables({
      devices: [device('a', 0, 0), device('b', 0, 0)],
      cables: [{ ...copper, from: 'a p1', to: 'b p1', up: true, vlans: { from: 'VLAN 10', to: '' } }],
    })
    expect(cable!.from).toEqual(cable!.to)
  })
})
