import { contours, geoPath } from 'd3'
import { sure } from '../../../../core/ground/sure'
import type { SignalSeen } from '../../../../core/tools/network/viewing'
import type { Frame } from './drawing'

/** So loud it is at the edge of each shade, in dBm: the last that is made out, and then every ten. */
export const LEVELS = [-82, -70, -60, -50, -40, -30] as const
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
  /** Where the level is written: furthest to the right within the map; null where its edge isn’t in sight. */
  label: { x: number; y: number } | null
}

export function shadesOf({ x, y, step, columns, rows, levels }: SignalSeen): Shade[] {
  const draw = geoPath()
  const onMap = ([column, row]: readonly number[]): [number, number] => [x + sure(column) * step, y + sure(row) * step]
  // What is nearer to the edge of the map than this can’t be read.
  const isInside = ([column = 0, row = 0]: readonly number[]): boolean =>
    column > 4 && column < columns - 4 && row > 2 && row < rows - 2
  return contours()
    .size([columns, rows])
    .thresholds([...LEVELS])([...levels])
    .map(shape => {
      const coordinates = shape.coordinates.map(piece => piece.map(ring => ring.map(onMap)))
      const points = shape.coordinates.flatMap(([outline = []]) => outline).filter(isInside)
      const [right] = points.sort(([one = 0], [other = 0]) => other - one)
      const label = right && onMap(right)
      return {
        level: shape.value,
        path: draw({ type: 'MultiPolygon', coordinates }) ?? '',
        label: label ? { x: label[0], y: label[1] } : null,
      }
    })
}
