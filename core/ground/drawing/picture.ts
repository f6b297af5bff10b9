import { z } from 'zod'
import { sure } from '../sure'

const MOST_SHAPES = 200
const at = z.number().min(-100).max(2000)
const size = z.number().min(0).max(2000)
/** How a shape stands out: drawn by a line, filled lightly, or filled strongly. */
const tone = z.enum(['line', 'light', 'strong']).default('line')

/** A place in a picture, in its own units from the top left. */
export const spot = z.strictObject({ x: z.number(), y: z.number() })
export type Spot = z.infer<typeof spot>

export const shape = z.discriminatedUnion('shape', [
  z.strictObject({ shape: z.literal('rectangle'), x: at, y: at, width: size, height: size, tone }),
  z.strictObject({ shape: z.literal('ellipse'), x: at, y: at, across: size, down: size, tone }),
  z.strictObject({
    shape: z.literal('line'),
    points: z.array(spot).min(2).max(60),
    dashed: z.boolean().default(false),
  }),
  z.strictObject({ shape: z.literal('polygon'), points: z.array(spot).min(3).max(60), tone }),
  z.strictObject({
    shape: z.literal('text'),
    x: at,
    y: at,
    text: z.string().min(1).max(80),
    anchor: z.enum(['start', 'middle', 'end']).default('middle'),
    large: z.boolean().default(false),
    /** What the label tells when somebody rests on it. */
    more: z.string().min(1).max(300).optional(),
  }),
])
export type Shape = z.infer<typeof shape>

/** A picture as data: so wide and high, what it shows in words, and its shapes from the back to the front. */
export const picture = z.strictObject({
  width: z.int().min(20).max(2000),
  height: z.int().min(20).max(2000),
  words: z.string().min(1).max(1000),
  /** Where it is drawn to scale: `one` of this unit is so many of the picture’s own. */
  scale: z.strictObject({ unit: z.string().min(1).max(12), one: z.number().min(0.1).max(2000) }).optional(),
  shapes: z.array(shape).max(MOST_SHAPES),
})
export type Picture = z.infer<typeof picture>

/** A part of a picture. */
export const area = z.union([
  z.strictObject({ rectangle: z.strictObject({ x: at, y: at, width: size, height: size }) }),
  z.strictObject({ ellipse: z.strictObject({ x: at, y: at, across: size, down: size }) }),
  z.strictObject({ polygon: z.array(spot).min(3).max(60) }),
])
export type Area = z.infer<typeof area>

/** Whether a place lies in a part of a picture, or on its edge. A polygon by the rule of even and odd crossings. */
export function isWithin({ x, y }: Spot, part: Area): boolean {
  if ('rectangle' in part) {
    const { x: left, y: top, width, height } = part.rectangle
    return x >= left && x <= left + width && y >= top && y <= top + height
  }
  if ('ellipse' in part) {
    const { x: middle, y: centre, across, down } = part.ellipse
    return ((x - middle) / (across / 2)) ** 2 + ((y - centre) / (down / 2)) ** 2 <= 1
  }
  const corners = part.polygon
  let inside = false
  for (const [index, corner] of corners.entries()) {
    const before = sure(corners.at(index - 1))
    const crosses = corner.y > y !== before.y > y
    if (crosses && x < ((before.x - corner.x) * (y - corner.y)) / (before.y - corner.y) + corner.x) inside = !inside
  }
  return inside
}

/** A place in words: where it lies, and the label that is nearest. */
export function spotText({ x, y }: Spot, { width, height, shapes }: Picture): string {
  const percent = (part: number, whole: number): number => Math.round((part / whole) * 100)
  const where = `${percent(x, width)} % from the left, ${percent(y, height)} % from the top`
  const labels = shapes
    .flatMap(one => (one.shape === 'text' ? [{ text: one.text, far: Math.hypot(one.x - x, one.y - y) }] : []))
    .sort((one, other) => one.far - other.far)
  return labels[0] ? `near “${labels[0].text}” (${where})` : where
}
