import { METRES_PER_UNIT } from '../../site'
import type { Wall } from '../../site'

type Point = Readonly<{ x: number; y: number }>

/** What a signal loses in a wall, in decibels (COST 231 final report, 4.7.2: light and heavy walls). */
const IN_WALL: Readonly<Record<Wall['kind'], number>> = { light: 3.4, heavy: 6.9 }
/** Nearer than this, in metres, distance says nothing: one is within the field of the antenna itself. */
const NEAREST = 1

/** On which side of the line through two points a third one is: positive, negative, or on it. */
const side = (a: Point, b: Point, c: Point): number => Math.sign((b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x))

/** Whether a straight way goes through a wall. One that only touches its end goes past it. */
const goesThrough = (one: Point, other: Point, { from, to }: Wall): boolean =>
  side(one, other, from) * side(one, other, to) < 0 && side(from, to, one) * side(from, to, other) < 0

/** How far apart two points of the map are, in metres. */
export const metresBetween = (one: Point, other: Point): number =>
  Math.hypot(one.x - other.x, one.y - other.y) * METRES_PER_UNIT

/**
 * What a signal loses from one point of the map to another, in decibels, at a frequency in megahertz: in free space
 * (Recommendation ITU-R P.525, with kilometres) and in each wall that it goes through (the multi-wall model of the
 * COST 231 final report, 4.7.2, on one floor, its constant being zero).
 */
export function lossBetween(one: Point, other: Point, megahertz: number, walls: readonly Wall[]): number {
  const kilometres = Math.max(NEAREST, metresBetween(one, other)) / 1000
  const inWalls = walls.reduce((sum, wall) => sum + (goesThrough(one, other, wall) ? IN_WALL[wall.kind] : 0), 0)
  return 32.4 + 20 * Math.log10(kilometres) + 20 * Math.log10(megahertz) + inWalls
}
