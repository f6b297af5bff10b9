import { z } from 'zod'
import { areaAddress } from '../../addresses'
import { condition } from './condition'

/** What a cell takes. An empty cell is always taken. */
export const inputRule = z.discriminatedUnion('takes', [
  z.strictObject({ takes: z.literal('one-of'), from: z.string().min(1).max(2000) }),
  z.strictObject({ takes: z.enum(['whole', 'number', 'day', 'time', 'length']), when: condition }),
  z.strictObject({ takes: z.literal('any'), when: condition }),
])
export type InputRule = z.infer<typeof inputRule>

export const checkedInput = z.strictObject({
  area: areaAddress,
  rule: inputRule,
  /** What is said when something else is typed; left out, the rule in words. */
  message: z.string().max(255).optional(),
})
export type CheckedInput = z.infer<typeof checkedInput>
