import { describe, expect, it } from 'vitest'
import { rasterOf, shadesOf } from './signal'

describe('the signal over the map', () => {
  it('is asked for in squares that cover the whole of it', () => {
    const { step, columns, rows } = rasterOf({ x: -12, y: -12, width: 720, height: 355 })
    expect([step, columns, rows]).toEqual([10, 72, 36])
    expect(rasterOf({ x: 0, y: 0, width: 72, height: 9000 }).rows).toBe(120)
  })

  it('is drawn in shades, each where it is so loud or louder, and none where it is nowhere', () => {
    const levels = Array.from({ length: 100 }, (_, at) => (at % 10 < 5 ? -65 : -90))
    const shades = shadesOf({ x: 100, y: 200, step: 10, columns: 10, rows: 10, levels })
    expect(shades.map(({ level, label }) => [level, label !== null])).toEqual([
      [-82, true],
      [-70, true],
      [-60, false],
      [-50, false],
      [-40, false],
      [-30, false],
    ])
    const across = [...shades[0]!.path.matchAll(/[ML]([\d.]+),/g)].map(([, x]) => Number(x))
    expect(Math.max(...across)).toBeGreaterThan(145)
    expect(Math.max(...across)).toBeLessThan(160)
    expect(shades[2]!.path).toBe('')
  })
})
