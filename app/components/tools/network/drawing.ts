import { sure } from '../../../../core/ground/sure'
import { BOX, readPlace } from '../../../../core/tools/network/site'
import type { Duplex } from '../../../../core/tools/network/settings/kinds/ethernet'
import type { DeviceKind, Medium } from '../../../../core/tools/network/site'
import type { MapSeen } from '../../../../core/tools/network/viewing'

const LINE = 14
const MARGIN = 12

/** So many characters of an address have room on a line of a box. */
const ROOM = 17

/** Addresses in lines that have room in a box: long ones are broken at a colon. */
export const linesOf = (addresses: readonly string[]): string[] =>
  addresses.flatMap(address => {
    if (address.length <= ROOM) return [address]
    const last = address.lastIndexOf(':', ROOM - 1)
    const at = address[last - 1] === ':' ? last - 1 : last
    return [address.slice(0, at), `  ${address.slice(at)}`]
  })

/** A device as a box: high enough for its name, what it is, and its addresses. */
export const boxOf = ({ at, addresses }: Pick<MapSeen['devices'][number], 'at' | 'addresses'>) => ({
  ...at,
  width: BOX.width,
  height: BOX.height - LINE + LINE * Math.max(1, linesOf(addresses).length),
})

type Seen = Pick<MapSeen, 'areas' | 'devices' | 'cables'>
export type Frame = ReturnType<typeof frameOf>
type Point = Readonly<{ x: number; y: number }>

/** The part of the plane in which everything stands. */
export function frameOf({ areas, devices }: Pick<Seen, 'areas' | 'devices'>) {
  const boxes = devices.map(boxOf)
  const right = [...areas.map(({ at, width }) => at.x + width), ...boxes.map(({ x, width }) => x + width)]
  const bottom = [...areas.map(({ at, height }) => at.y + height), ...boxes.map(({ y, height }) => y + height)]
  const corners = [...areas.map(({ at }) => at), ...boxes]
  const left = corners.map(corner => corner.x)
  const top = corners.map(corner => corner.y)
  const [x, y] = [Math.min(...left) - MARGIN, Math.min(...top) - MARGIN]
  return { x, y, width: Math.max(...right) + MARGIN - x, height: Math.max(...bottom) + MARGIN - y }
}

type Box = ReturnType<typeof boxOf>
const middleOf = ({ x, y, width, height }: Box): Point => ({ x: x + width / 2, y: y + height / 2 })

/** Whether the line from the middle of a box to a point leaves the box by its left or right side. */
function leavesSideways(box: Box, to: Point): boolean {
  const from = middleOf(box)
  return Math.abs(to.x - from.x) * box.height > Math.abs(to.y - from.y) * box.width
}

/** Where the name of a port stands beside its box: further out where the line leaves up or down. */
function labelAt(box: Box, to: Point): Pick<DrawnPort, 'at' | 'anchor'> {
  if (!leavesSideways(box, to)) return { at: edge(box, to, 12), anchor: 'middle' }
  return { at: edge(box, to, 4), anchor: to.x > middleOf(box).x ? 'start' : 'end' }
}

/** Where the line from the middle of a box to a point leaves the box, or a little further on for a label. */
function edge(box: Box, to: Point, beyond = 0): Point {
  const from = middleOf(box)
  const [dx, dy] = [to.x - from.x, to.y - from.y]
  const length = Math.hypot(dx, dy)
  if (length === 0) return from
  const share = Math.min(box.width / 2 / Math.abs(dx || 1e-9), box.height / 2 / Math.abs(dy || 1e-9), 0.5)
  const along = Math.min(0.5, share + beyond / length)
  return { x: from.x + dx * along, y: from.y + dy * along }
}

/** The name of a port beside its box. */
export interface DrawnPort {
  text: string
  vlans: string
  at: Point
  anchor: 'start' | 'middle' | 'end'
}

/** A cable as a line between two boxes, with where its ports are named. */
export interface DrawnCable {
  key: string
  /** The ports that it joins, each by its place. */
  ends: readonly [from: string, to: string]
  up: boolean
  medium: MapSeen['cables'][number]['medium']
  /** What is heard of a network, where it goes through the air. */
  air: string
  from: Point
  to: Point
  middle: Point
  ports: readonly DrawnPort[]
}

/** So far apart are two cables between the same devices. */
const APART = 22

/** A box moved a little across the line to a point, so that several lines between two boxes lie side by side. */
function shifted(box: Box, from: Point, to: Point, by: number): Box {
  const length = Math.hypot(to.x - from.x, to.y - from.y) || 1
  return { ...box, x: box.x - ((to.y - from.y) / length) * by, y: box.y + ((to.x - from.x) / length) * by }
}

const pairOf = ({ from, to }: { from: string; to: string }): string =>
  `${readPlace(from).device} ${readPlace(to).device}`

export function drawnCables({ devices, cables }: Pick<Seen, 'devices' | 'cables'>): DrawnCable[] {
  const between = new Map<string, (typeof cables)[number][]>()
  for (const cable of cables) between.set(pairOf(cable), [...(between.get(pairOf(cable)) ?? []), cable])
  return cables.flatMap(cable => {
    const { from, to, up, medium, vlans, air } = cable
    const [one, other] = [readPlace(from), readPlace(to)]
    const [first, second] = [one, other].map(({ device }) => devices.find(({ name }) => name === device))
    if (!first || !second) return []
    const beside = between.get(pairOf(cable)) ?? []
    const by = (beside.indexOf(cable) - (beside.length - 1) / 2) * APART
    const [begin, finish] = [middleOf(boxOf(first)), middleOf(boxOf(second))]
    const [box, otherBox] = [shifted(boxOf(first), begin, finish, by), shifted(boxOf(second), begin, finish, by)]
    const [start, end] = [middleOf(box), middleOf(otherBox)]
    return [
      {
        key: `${from} ${to}`,
        ends: [from, to],
        up,
        medium,
        air: air ? airText(air) : '',
        from: edge(box, end),
        to: edge(otherBox, start),
        middle: { x: (start.x + end.x) / 2, y: (start.y + end.y) / 2 },
        ports: [
          { text: ownName(one.port), vlans: vlans.from, ...labelAt(box, end) },
          { text: ownName(other.port), vlans: vlans.to, ...labelAt(otherBox, start) },
        ],
      },
    ]
  })
}

/** How well something is heard on the air, and how fast that is. */
export const airText = ({ level, rate }: NonNullable<MapSeen['cables'][number]['air']>): string =>
  `${level.toFixed(0).replace('-', '−')} dBm, ${rate} Mbit/s`

/** The radio behind which a station is, without the station’s name. */
const ownName = (port: string): string => sure(port.split(':')[0])

/** Where a packet is drawn that is at a device: at the cable of its port, or on the device itself. */
export function placeOn(
  devices: Seen['devices'],
  cables: readonly DrawnCable[],
  { device: name, port }: { device: string; port: string | null },
): Point | null {
  const device = devices.find(one => one.name === name)
  if (!device) return null
  const place = `${name} ${port?.split('.')[0] ?? ''}`
  for (const { ends, from, to } of cables) {
    if (ends[0] === place) return from
    if (ends[1] === place) return to
  }
  const { x, y, width } = boxOf(device)
  return { x: x + width / 2, y }
}

/** A port without a cable, and what that would have to be made of. */
export interface FreePort {
  place: string
  medium: Medium
}

const MEDIA: Readonly<Record<Medium, string>> = { copper: 'copper', fibre: 'fibre', pair: 'a long pair' }
export const mediumText = (medium: Medium): string => MEDIA[medium]

/** How fast a link is, and that its ends talk one at a time where they do. */
export const speedText = ({ speed, duplex }: { speed: number; duplex: Duplex }): string =>
  `${speed} Mbit/s${duplex === 'half' ? ', half' : ''}`

const KINDS: Partial<Record<DeviceKind, string>> = {
  'routing-switch': 'switch that routes',
  'access-point': 'access point',
}
export const kindText = (kind: DeviceKind): string => KINDS[kind] ?? kind
