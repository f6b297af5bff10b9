import { z } from 'zod'
import { picture, shape } from '../ground/drawing/picture'

const line = z.string().min(1).max(200)
const words = z.string().min(1).max(1000)

/** A picture of a moving figure, at one place of its slider. */
const frame = z.strictObject({
  /** Where the slider then stands: a date, a number. */
  text: z.string().min(1).max(60),
  words,
  shapes: z.array(shape).max(200),
})

const block = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('heading'), text: line }),
  z.strictObject({ kind: z.literal('text'), text: z.string().min(1).max(2000) }),
  z.strictObject({ kind: z.literal('list'), items: z.array(line).min(1).max(20) }),
  z.strictObject({
    kind: z.literal('table'),
    title: line,
    head: z.array(z.string().max(60)).min(1).max(8),
    rows: z
      .array(z.array(z.string().max(80)))
      .min(1)
      .max(30),
  }),
  z.strictObject({
    kind: z.literal('chart'),
    title: line,
    words,
    as: z.enum(['bars', 'line']),
    /** What its values are in. */
    unit: z.string().max(20),
    values: z
      .array(z.strictObject({ text: z.string().min(1).max(20), value: z.number() }))
      .min(2)
      .max(40),
  }),
  z.strictObject({ kind: z.literal('picture'), title: line, picture }),
  /** A diagram that changes: a slider goes through its pictures, or they are played one after the other. */
  z.strictObject({
    kind: z.literal('moving'),
    title: line,
    /** What the slider sets. */
    label: z.string().min(1).max(60),
    width: picture.shape.width,
    height: picture.shape.height,
    /** What stays as it is, behind what changes. */
    shapes: z.array(shape).max(200).default([]),
    frames: z.array(frame).min(2).max(40),
  }),
])
export type ReadingBlock = z.infer<typeof block>
export type MovingFigure = Extract<ReadingBlock, { kind: 'moving' }>
export type ReadingChart = Extract<ReadingBlock, { kind: 'chart' }>

/** Something longer to read beside the parts of a task: a case, with its figures as data. */
export const reading = z
  .strictObject({ title: line, blocks: z.array(block).min(1).max(80) })
  .refine(
    ({ blocks }) =>
      blocks.every(one => one.kind !== 'table' || one.rows.every(({ length }) => length === one.head.length)),
    'Every row of a table has as many cells as its head.',
  )
export type Reading = z.infer<typeof reading>

/** What is said aloud of a block, and what is found in it by searching. */
export function wordsOf(one: ReadingBlock): string {
  switch (one.kind) {
    case 'heading':
    case 'text':
      return one.text
    case 'list':
      return one.items.join('; ')
    case 'table':
      return [one.title, one.head.join(', '), ...one.rows.map(cells => cells.join(', '))].join('. ')
    case 'chart':
      return `${one.title}. ${one.words}`
    case 'picture':
      return `${one.title}. ${one.picture.words}`
    case 'moving':
      return [one.title, ...one.frames.map(({ text, words: said }) => `${text}: ${said}`)].join('. ')
  }
}
