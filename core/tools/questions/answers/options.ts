import { z } from 'zod'
import { shuffled } from '../../../ground/shuffle'
import { readFormula } from '../algebra/read'
import { picture } from '../../../ground/drawing/picture'
import { sure } from '../../../ground/sure'

export const partId = z
  .string()
  .regex(/^[a-z0-9]+(-[a-z0-9]+)*$/)
  .max(60)
export const optionId = z
  .string()
  .regex(/^[a-z0-9]+(-[a-z0-9]+)*$/)
  .max(40)

/** Something that can be chosen. */
export const option = z.strictObject({ id: optionId, text: z.string().min(1).max(400) })

/** Something that can be chosen, drawn as a formula, a table or a picture where that says it better than words. */
export const drawnOption = option.extend({
  formula: z
    .string()
    .max(400)
    .refine(text => readFormula(text, {}).ok, 'a formula that can be read')
    .optional(),
  table: z
    .array(z.array(z.string().max(60)).min(1).max(8))
    .min(1)
    .max(12)
    .optional(),
  picture: picture.optional(),
})
export type DrawnOption = z.infer<typeof drawnOption>
export type Option = z.infer<typeof option>

/** Whether options stand as they are written, or in the order that the sitting’s seed gives them. */
export const listOrder = z.enum(['fixed', 'by-seed']).default('fixed')
/** A part with one of its lists in the order of a seed, where it says that it may stand so. */
export const bySeed = <Name extends string, Part extends Record<Name, readonly unknown[]> & { order: string }>(
  asked: Part,
  list: Name,
  seed: number,
): Part => (asked.order === 'by-seed' ? { ...asked, [list]: shuffled(asked[list], seed) } : asked)

export const options = z.array(option).min(2).max(20)
export const drawnOptions = z.array(drawnOption).min(2).max(20)

/** Why options can’t be told apart, in words; null where they can. */
export function doubled(given: readonly Option[]): string | null {
  const ids = given.map(({ id }) => id)
  const twice = ids.find((id, at) => ids.indexOf(id) !== at)
  return twice === undefined ? null : `Two options are called ${twice}.`
}

export const textOf = (given: readonly Option[], id: string): string => given.find(one => one.id === id)?.text ?? id

/** Several things as a list in a sentence: a, b and c. */
export function listed(things: readonly string[], word = 'and'): string {
  const quoted = things.map(thing => `“${thing}”`)
  return quoted.length < 2 ? quoted.join('') : `${quoted.slice(0, -1).join(', ')} ${word} ${sure(quoted.at(-1))}`
}
