import { readPlace } from '../../../../core/tools/network/site'
import type { MapSeen } from '../../../../core/tools/network/viewing'

export const BOX = { width: 104, height: 42 }
const MARGIN = 24

type Seen = Pick<MapSeen, 'areas' | 'devices' | 'cables'>
type Point = Readonly<{ x: number; y: number }>

/** The part of the plane in which everything stands. */
export function frameOf({ areas, devices }: Pick<Seen, 'areas' | 'devices'>) {
  const right = [...areas.map(({ at, width }) => at.x + width), ...devices.map(({ at }) => at.x + BOX.width)]
  const bottom = [...areas.map(({ at, height }) => at.y + height), ...devices.map(({ at }) => at.y + BOX.height)]
  const left = [...areas, ...devices].map(({ at }) => at.x)
  const top = [...areas, ...devices].map(({ at }) => at.y)
  const [x, y] = [Math.min(...left) - MARGIN, Math.min(...top) - MARGIN]
  return { x, y, width: Math.max(...right) + MARGIN - x, height: Math.max(...bottom) + MARGIN - y }
}

const middleOf = ({ at }: { at: Point }): Point => ({ x: at.x + BOX.width / 2, y: at.y + BOX.height / 2 })

/** Where the line to another point leaves a box, and a place a little further on for a label. */
function edge(from: Point, to: Point, beyond = 0): Point {
  const [dx, dy] = [to.x - from.x, to.y - from.y]
  if (dx === 0 && dy === 0) return from
  const share = Math.min(BOX.width / 2 / Math.abs(dx || 1e-9), BOX.height / 2 / Math.abs(dy || 1e-9), 0.5)
  const length = Math.hypot(dx, dy)
  const along = Math.min(0.5, share + beyond / length)
  return { x: from.x + dx * along, y: from.y + dy * along }
}

/** A cable as a line between two boxes, with where its ports are named. */
export interface DrawnCable {
  key: string
  up: boolean
  from: Point
  to: Point
  middle: Point
  ports: readonly { text: string; at: Point }[]
}

export function drawnCables({ devices, cables }: Pick<Seen, 'devices' | 'cables'>): DrawnCable[] {
  return cables.flatMap(({ from, to, up }) => {
    const [one, other] = [readPlace(from), readPlace(to)]
    const [first, second] = [one, other].map(({ device }) => devices.find(({ name }) => name === device))
    if (!first || !second) return []
    const [start, end] = [middleOf(first), middleOf(second)]
    return [
      {
        key: `${from} ${to}`,
        up,
        from: edge(start, end),
        to: edge(end, start),
        middle: { x: (start.x + end.x) / 2, y: (start.y + end.y) / 2 },
        ports: [
          { text: one.port, at: edge(start, end, 16) },
          { text: other.port, at: edge(end, start, 16) },
        ],
      },
    ]
  })
}

const KINDS = { host: 'host', server: 'server', printer: 'printer', switch: 'switch', router: 'router' } as const
export const kindText = (kind: keyof typeof KINDS): string => KINDS[kind]
