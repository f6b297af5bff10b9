import { z } from 'zod'
import { isWithin, spot } from '../../../ground/drawing/picture'
import type { Area, Picture, Shape, Spot } from '../../../ground/drawing/picture'
import { sure } from '../../../ground/sure'

export const COLOURS = ['ink', 'red', 'blue', 'green'] as const
export type Colour = (typeof COLOURS)[number]
export const DRAWING_TOOLS = ['freehand', 'line', 'ring', 'text'] as const

const MOST_POINTS = 600
const colour = z.enum(COLOURS)

/**
 * Something drawn: freehand by the places it went through, a line and a ring by two of them (of a ring, corners of the
 * box around it), a text by where it begins.
 */
export const stroke = z.discriminatedUnion('tool', [
  z.strictObject({ tool: z.literal('freehand'), colour, points: z.array(spot).min(2).max(MOST_POINTS) }),
  z.strictObject({ tool: z.literal('line'), colour, points: z.array(spot).length(2) }),
  z.strictObject({ tool: z.literal('ring'), colour, points: z.array(spot).length(2) }),
  z.strictObject({
    tool: z.literal('text'),
    colour,
    points: z.array(spot).length(1),
    text: z.string().min(1).max(120),
  }),
])
export type Stroke = z.infer<typeof stroke>

/** The ellipse of a ring: its middle and half its width and height. */
export function ringOf([one, other]: readonly Spot[]): { x: number; y: number; across: number; down: number } {
  const [a, b] = [sure(one), sure(other)]
  return { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2, across: Math.abs(a.x - b.x), down: Math.abs(a.y - b.y) }
}

/** The part of the picture that a stroke goes round; null where it goes round none. */
function enclosed({ tool, points }: Stroke): Area | null {
  if (tool === 'ring') return { ellipse: ringOf(points) }
  const [first, last] = [sure(points[0]), sure(points.at(-1))]
  if (tool !== 'freehand' || points.length < 4) return null
  const length = points.reduce((sum, point, at) => {
    const before = points[at - 1]
    return before ? sum + Math.hypot(point.x - before.x, point.y - before.y) : 0
  }, 0)
  // Hands don’t meet exactly where they began.
  return Math.hypot(first.x - last.x, first.y - last.y) <= length / 6 ? { polygon: [...points] } : null
}

/** The middle of a part of a picture, and places around it half way to its edge. */
function placesIn(area: Area): Spot[] {
  const box = boxOf(area)
  const [x, y] = [(box.left + box.right) / 2, (box.top + box.bottom) / 2]
  const [across, down] = [(box.right - box.left) / 4, (box.bottom - box.top) / 4]
  return [
    { x, y },
    { x: x - across, y },
    { x: x + across, y },
    { x, y: y - down },
    { x, y: y + down },
  ]
}
function boxOf(area: Area): { left: number; right: number; top: number; bottom: number } {
  if ('rectangle' in area) {
    const { x, y, width, height } = area.rectangle
    return { left: x, right: x + width, top: y, bottom: y + height }
  }
  if ('ellipse' in area) {
    const { x, y, across, down } = area.ellipse
    return { left: x - across / 2, right: x + across / 2, top: y - down / 2, bottom: y + down / 2 }
  }
  const [xs, ys] = [area.polygon.map(({ x }) => x), area.polygon.map(({ y }) => y)]
  return { left: Math.min(...xs), right: Math.max(...xs), top: Math.min(...ys), bottom: Math.max(...ys) }
}

/** Whether a stroke goes round a part of a picture, and round the middle of none of the others. */
export function encloses(drawn: Stroke, target: Area, others: readonly Area[]): boolean {
  const round = enclosed(drawn)
  if (!round || !placesIn(target).every(place => isWithin(place, round))) return false
  return others.every(other => !isWithin(sure(placesIn(other)[0]), round))
}
/** Whether a line, or something freehand, goes from one part of a picture to another, either way. */
export function joins({ tool, points }: Stroke, one: Area, other: Area): boolean {
  if (tool !== 'line' && tool !== 'freehand') return false
  const [first, last] = [sure(points[0]), sure(points.at(-1))]
  return (isWithin(first, one) && isWithin(last, other)) || (isWithin(first, other) && isWithin(last, one))
}

const escaped = (text: string): string =>
  text.replace(/[&<>"]/g, sign => sure({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' }[sign]))
const listOf = (points: readonly Spot[]): string => points.map(({ x, y }) => `${x},${y}`).join(' ')
const INK: Readonly<Record<Colour, string>> = { ink: '#111111', red: '#b3261e', blue: '#1f4fbf', green: '#1b6e3c' }
const FILLS = { line: 'none', light: '#e4e4e4', strong: '#9a9a9a' }

function shapeSvg(shape: Shape): string {
  const plain = 'stroke="#222" stroke-width="1.5"'
  switch (shape.shape) {
    case 'rectangle':
      return (
        `<rect x="${shape.x}" y="${shape.y}" width="${shape.width}" height="${shape.height}" ` +
        `fill="${FILLS[shape.tone]}" ${plain}/>`
      )
    case 'ellipse':
      return (
        `<ellipse cx="${shape.x}" cy="${shape.y}" rx="${shape.across / 2}" ry="${shape.down / 2}" ` +
        `fill="${FILLS[shape.tone]}" ${plain}/>`
      )
    case 'line':
      return `<polyline points="${listOf(shape.points)}" fill="none" ${plain}${shape.dashed ? ' stroke-dasharray="6 4"' : ''}/>`
    case 'polygon':
      return `<polygon points="${listOf(shape.points)}" fill="${FILLS[shape.tone]}" ${plain}/>`
    case 'text':
      return (
        `<text x="${shape.x}" y="${shape.y}" text-anchor="${shape.anchor}" dominant-baseline="middle" ` +
        `font-family="sans-serif" font-size="${shape.large ? 17 : 13}">${escaped(shape.text)}</text>`
      )
  }
}
function strokeSvg(drawn: Stroke): string {
  const ink = `fill="none" stroke="${INK[drawn.colour]}" stroke-width="3"`
  if (drawn.tool === 'text') {
    const [{ x, y }] = drawn.points as [Spot]
    const look = `font-family="sans-serif" font-size="15" fill="${INK[drawn.colour]}"`
    return `<text x="${x}" y="${y}" ${look}>${escaped(drawn.text)}</text>`
  }
  if (drawn.tool === 'ring') {
    const { x, y, across, down } = ringOf(drawn.points)
    return `<ellipse cx="${x}" cy="${y}" rx="${across / 2}" ry="${down / 2}" ${ink}/>`
  }
  return `<polyline points="${listOf(drawn.points)}" stroke-linecap="round" stroke-linejoin="round" ${ink}/>`
}

/** A picture with what was drawn on it, as SVG 1.1 (W3C). */
export function drawingSvg({ width, height, words, shapes }: Picture, strokes: readonly Stroke[]): string {
  const inside = [...shapes.map(shapeSvg), ...strokes.map(strokeSvg)].join('\n')
  return (
    `<svg xmlns="http://www.w3.org/2000/svg" version="1.1" viewBox="0 0 ${width} ${height}" ` +
    `width="${width}" height="${height}">\n<title>${escaped(words)}</title>\n${inside}\n</svg>\n`
  )
}
