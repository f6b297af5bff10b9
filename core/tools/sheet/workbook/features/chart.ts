import { z } from 'zod'

const reference = z.string().startsWith('=').max(400)
const words = z.string().max(255)

export const chartKind = z.enum(['columns', 'bars', 'line', 'pie', 'points', 'combined'])
export type ChartKind = z.infer<typeof chartKind>

/** A chart of cells: it is drawn from what stands in them, and follows them. */
export const chart = z.strictObject({
  id: z.int().min(1),
  kind: chartKind,
  title: words,
  /** What the axis along the foot and the one at the side show. */
  across: words,
  up: words,
  /** The cells with the names of what is shown; of points, where they stand along the foot. Null for 1, 2, 3 … */
  labels: reference.nullable(),
  series: z
    .array(
      z.strictObject({
        /** A text, or a cell with it. */
        name: words,
        values: reference,
        /** In a combined chart. */
        line: z.boolean().optional(),
      }),
    )
    .min(1)
    .max(12),
  legend: z.boolean(),
})
export type Chart = z.infer<typeof chart>
