import { z } from 'zod'
import { areaAddress } from '../../addresses'
import { fillName, inkName } from '../../formats/cell-format'
import { condition } from './condition'

/** How cells of an area stand out by what is in them. */
export const marking = z.discriminatedUnion('by', [
  z.strictObject({
    by: z.literal('condition'),
    area: areaAddress,
    when: condition,
    look: z.strictObject({ fill: fillName.optional(), ink: inkName.optional(), bold: z.boolean().optional() }),
  }),
  /** From the smallest number to the largest. */
  z.strictObject({ by: z.literal('scale'), area: areaAddress, low: fillName, high: fillName }),
  z.strictObject({ by: z.literal('bar'), area: areaAddress, colour: fillName }),
])
export type Marking = z.infer<typeof marking>
