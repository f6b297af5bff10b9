import type { Picture, Spot } from './picture'

export type Scale = NonNullable<Picture['scale']>

/** What is laid on a drawing to measure it: places in its units, the first of which carries the others. */
export type Measure =
  /** From one place to another. */
  | { with: 'ruler'; at: readonly [Spot, Spot] }
  /** The corner, and a place on each of the two arms. */
  | { with: 'protractor'; at: readonly [Spot, Spot, Spot] }

const apart = (one: Spot, other: Spot): number => Math.hypot(other.x - one.x, other.y - one.y)
/** The way from one place to another, in degrees above level: 0 to the right, 90 straight up. */
const rise = (one: Spot, other: Spot): number => {
  const degrees = (Math.atan2(one.y - other.y, other.x - one.x) * 180) / Math.PI
  return (Math.round(degrees) + 360) % 360
}

/** The length of a ruler in the unit of the drawing. */
export const lengthOf = ([from, to]: readonly [Spot, Spot], { one }: Scale): number => apart(from, to) / one

/** The angle between the arms of a protractor, in degrees from 0 to 180. */
export function angleOf([corner, one, other]: readonly [Spot, Spot, Spot]): number {
  const cross = (one.x - corner.x) * (other.y - corner.y) - (one.y - corner.y) * (other.x - corner.x)
  const dot = (one.x - corner.x) * (other.x - corner.x) + (one.y - corner.y) * (other.y - corner.y)
  return (Math.atan2(Math.abs(cross), dot) * 180) / Math.PI
}

/** What is read off, in words: tenths of a unit, whole degrees. */
export function readingOff(measure: Measure, scale: Scale): string {
  if (measure.with === 'protractor') return `${Math.round(angleOf(measure.at))}° between the arms`
  const [from, to] = measure.at
  return `${lengthOf(measure.at, scale).toFixed(1)} ${scale.unit} long, ${rise(from, to)}° from level`
}

/** A ruler or protractor as it is taken out: in the middle of the drawing, level. */
export function takenOut(kind: Measure['with'], { width, height }: Picture): Measure {
  const middle = { x: width / 2, y: height / 2 }
  const reach = Math.min(width, height) / 4
  const right = { x: middle.x + reach, y: middle.y }
  return kind === 'ruler'
    ? { with: 'ruler', at: [{ x: middle.x - reach, y: middle.y }, right] }
    : { with: 'protractor', at: [middle, right, { x: middle.x, y: middle.y - reach }] }
}

/** With one of its places moved there; the first takes the others along. Nothing leaves the drawing. */
export function movedTo<One extends Measure>(measure: One, place: number, to: Spot, { width, height }: Picture): One {
  const within = ({ x, y }: Spot): Spot => ({
    x: Math.min(width, Math.max(0, x)),
    y: Math.min(height, Math.max(0, y)),
  })
  const from = measure.at[place]
  if (!from) return measure
  const by = { x: within(to).x - from.x, y: within(to).y - from.y }
  const at = measure.at.map((one, index) =>
    index === place ? within(to) : place === 0 ? within({ x: one.x + by.x, y: one.y + by.y }) : one,
  )
  return { ...measure, at }
}

/** Ticks along a ruler, by how far they are from its beginning in units of the drawing; never too close together. */
export function ticksOn(at: readonly [Spot, Spot], { one }: Scale, closest = 6): number[] {
  const step = [1, 2, 5, 10, 20, 50, 100, 500].map(times => times * one).find(each => each >= closest) ?? 1000 * one
  return Array.from({ length: Math.floor(apart(...at) / step) + 1 }, (_, tick) => tick * step)
}
