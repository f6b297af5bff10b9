import { z } from 'zod'
import { sure } from '../../../../ground/sure'

/** What is typed for the figure, the day or the word of a condition; a formula begins with an equals sign. */
const operand = z.string().min(1).max(1000)
const is = <const Words extends readonly [string, ...string[]]>(...words: Words) => z.enum(words)

/** Something that holds of a cell or doesn’t. Filters, checked input and marks by rule are all made of it. */
export const condition = z.discriminatedUnion('is', [
  z.strictObject({ is: is('equal', 'not-equal', 'more', 'at-least', 'less', 'at-most'), to: operand }),
  z.strictObject({ is: is('between', 'not-between'), from: operand, to: operand }),
  z.strictObject({ is: is('containing', 'not-containing', 'beginning', 'ending'), text: operand }),
  /** One of these, as they are shown. */
  z.strictObject({ is: is('one-of'), values: z.array(z.string().max(1000)).min(1).max(1000) }),
  z.strictObject({ is: is('empty', 'filled') }),
  /** Among the largest or smallest numbers: so many of them, or so many in a hundred. */
  z.strictObject({ is: is('largest', 'smallest'), count: z.int().min(1).max(1000), percent: z.boolean().optional() }),
  z.strictObject({ is: is('above-average', 'below-average') }),
  /** There again in the area, or nowhere else in it. */
  z.strictObject({ is: is('repeated', 'single') }),
  /** Written for the first cell of the area; it moves along as it would when copied. */
  z.strictObject({ is: is('true'), formula: z.string().startsWith('=').max(8192) }),
])
export type Condition = z.infer<typeof condition>

/** The condition in words, to be read after what it is about. */
export function conditionInWords(condition: Condition): string {
  switch (condition.is) {
    case 'between':
    case 'not-between':
      return `${condition.is === 'between' ? 'between' : 'not between'} ${condition.from} and ${condition.to}`
    case 'one-of':
      return condition.values.length === 1
        ? `equal to ${sure(condition.values[0])}`
        : `one of ${condition.values.join(', ')}`
    case 'largest':
    case 'smallest':
      return `among the ${condition.count}${condition.percent ? '%' : ''} ${condition.is}`
    case 'true':
      return `where ${condition.formula.slice(1)}`
    case 'containing':
    case 'not-containing':
    case 'beginning':
    case 'ending': {
      const verb = { 'containing': 'containing', 'not-containing': 'not containing' } as Record<string, string>
      return `${verb[condition.is] ?? `${condition.is} with`} “${condition.text}”`
    }
    case 'empty':
    case 'filled':
    case 'above-average':
    case 'below-average':
    case 'repeated':
    case 'single':
      return condition.is.replace('-', ' ')
    default:
      return `${WORDS[condition.is]} ${condition.to}`
  }
}

const WORDS = {
  'equal': 'equal to',
  'not-equal': 'not equal to',
  'more': 'more than',
  'at-least': 'at least',
  'less': 'less than',
  'at-most': 'at most',
} as const

/** The same condition with its formulas written anew. */
export function rewrittenCondition(condition: Condition, anew: (formula: string) => string): Condition {
  const text = (part: string): string => (part.startsWith('=') ? anew(part) : part)
  switch (condition.is) {
    case 'between':
    case 'not-between':
      return { ...condition, from: text(condition.from), to: text(condition.to) }
    case 'true':
      return { ...condition, formula: anew(condition.formula) }
    case 'equal':
    case 'not-equal':
    case 'more':
    case 'at-least':
    case 'less':
    case 'at-most':
      return { ...condition, to: text(condition.to) }
    default:
      return condition
  }
}
