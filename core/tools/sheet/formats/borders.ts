import { z } from 'zod'

export const sides = ['above', 'right', 'below', 'left'] as const
export type Side = (typeof sides)[number]

/** Every set of sides by its name, in the order of the clock: `above`, `above+below`, … and all four as `around`. */
const some = Array.from({ length: 14 }, (_, at) => sides.filter((__, side) => ((at + 1) >> side) & 1).join('+'))

/** Lines along the edges of a cell. `total`: one above it and two below, as under a column that was added up. */
export const borderName = z.enum(['around', 'total', ...some])
export type BorderName = z.infer<typeof borderName>

/** The sides that have a line. */
export function sidesOf(border: BorderName | undefined): Side[] {
  if (border === undefined) return []
  if (border === 'around') return [...sides]
  return border === 'total' ? ['above', 'below'] : sides.filter(side => border.split('+').includes(side))
}

/** Lines along these sides; undefined for none. */
export function borderOf(drawn: readonly Side[], double = false): BorderName | undefined {
  const all = sides.filter(side => drawn.includes(side))
  if (all.length === 4) return 'around'
  if (double && all.includes('below')) return 'total'
  return all.length > 0 ? all.join('+') : undefined
}
