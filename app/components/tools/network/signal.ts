import { contours, geoPath } from 'd3'
import type { SignalSeen } from '../../../../core/tools/network/viewing'
import type { Frame } from './drawing'

/** So loud it is at the edge of each shade, in dBm: fast, good enough, and the last that is made out. */
export const LEVELS = [-82, -70, -60] as const
const COLUMNS = 72

/** How the signal over the map is asked for: in squares, so many that edges look smooth. */
export function rasterOf({ x, y, width, height }: Frame) {
  const step = width / COLUMNS
  return { kind: 'signal' as const, x, y, step, columns: COLUMNS, rows: Math.min(120, Math.ceil(height / step)) }
}

/** Where it is so loud or louder, as a path of the map. */
export interface Shade {
  level: number
  path: string
  /** Where the level is written: at the upper edge of the largest piece; null where it is nowhere so loud. */
  label: { x: number; y: number } | null
}

export function shadesOf({ x, y, step, columns, rows, levels }: SignalSeen): Shade[] {
  const draw = geoPath()
  const onMap = ([column, row]: readonly number[]): [number, number] => [x + column! * step, y + row! * step]
  return contours()
    .size([columns, rows])
    .thresholds([...LEVELS])([...levels])
    .map(shape => {
      const coordinates = shape.coordinates.map(piece => piece.map(ring => ring.map(onMap)))
      const outlines = coordinates.map(([outline]) => outline ?? [])
      const largest = outlines.reduce((one, other) => (other.length > one.length ? other : one), [])
      const top = largest.reduce<[number, number] | null>(
        (one, other) => (one && one[1] <= other[1] ? one : other),
        null,
      )
      return {
        level: shape.value,
        path: draw({ type: 'MultiPolygon', coordinates }) ?? '',
        label: top && { x: top[0], y: top[1] },
      }
    })
}
