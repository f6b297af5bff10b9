import { describe, expect, it } from 'vitest'
import { boxOf, drawnCables, frameOf } from './drawing'
import type { MapSeen } from '../../../../core/tools/network/viewing'

const device = (name: string, x: number, y: number, addresses: string[] = []): MapSeen['devices'][number] => ({
  name,
  kind: 'host',
  ports: 2,
  at: { x, y },
  addresses,
  pending: 0,
})

describe('the map', () => {
  it('has room for all addresses of a device, and for everything that stands on it', () => {
    expect(boxOf(device('a', 5, 6)).height).toBe(boxOf(device('a', 5, 6, ['one'])).height)
    expect(boxOf(device('a', 5, 6, ['one', 'two'])).height).toBe(64)
    const area = { name: 'Office', at: { x: -20, y: 0 }, width: 500, height: 40 }
    const frame = frameOf({ areas: [area], devices: [device('a', 0, 100)] })
    expect(frame).toEqual({ x: -32, y: -12, width: 524, height: 174 })
  })

  it('draws a cable from the edge of one box to the edge of the other, with its ports named', () => {
    const devices = [device('a', 0, 0), device('b', 0, 200)]
    const [cable] = drawnCables({ devices, cables: [{ from: 'a p1', to: 'b p2', up: true }] })
    expect([cable!.from, cable!.to]).toEqual([
      { x: 55, y: 50 },
      { x: 55, y: 200 },
    ])
    expect(cable!.ports.map(({ text, at }) => [text, at.y])).toEqual([
      ['p1', 62],
      ['p2', 188],
    ])
    expect(drawnCables({ devices, cables: [{ from: 'a p1', to: 'gone p1', up: false }] })).toEqual([])
  })

  it('comes to an end also where two boxes stand in one place', () => {
    const [cable] = drawnCables({
      devices: [device('a', 0, 0), device('b', 0, 0)],
      cables: [{ from: 'a p1', to: 'b p1', up: true }],
    })
    expect(cable!.from).toEqual(cable!.to)
  })
})
