import { z } from 'zod'
import { amountOf } from '../../../ground/money'
import { day, side } from '../state'
import type { Line } from '../state'

export const decimalString = z.string().regex(/^\d{1,13}(\.\d{1,2})?$/, 'a decimal string such as "450.00"')

/** A line that a check expects. Several account codes mean that any one of them is right. */
const expectedLine = z
  .strictObject({
    account: z.union([z.string(), z.array(z.string()).min(1)]),
    debit: decimalString.optional(),
    credit: decimalString.optional(),
  })
  .refine(line => (line.debit === undefined) !== (line.credit === undefined), 'exactly one of debit and credit')
export const expectedLines = z.array(expectedLine).min(2).max(20)
export type ExpectedLines = z.infer<typeof expectedLines>

/** As derived from own figures: a minus sign turns the side. */
const signedDecimal = z.string().regex(/^-?\d{1,13}(\.\d{1,2})?$/, 'a decimal string such as "450.00"')

/** A line of a movement. `given`: every entry for this would have it right, so it earns nothing by itself. */
const movementLine = z
  .strictObject({
    account: z.union([z.string(), z.array(z.string()).min(1)]),
    debit: signedDecimal.optional(),
    credit: signedDecimal.optional(),
    given: z.boolean().default(false),
  })
  .refine(line => (line.debit === undefined) !== (line.credit === undefined), 'exactly one of debit and credit')
export const expectedMovement = z.array(movementLine).min(2).max(20)

export const signedRow = z.strictObject({ account: z.string(), side, amount: signedDecimal })

export const dateRange = { on: day.optional(), from: day.optional(), to: day.optional() }

interface ChoiceOfLine {
  account: string | readonly string[]
  debit?: string | undefined
  credit?: string | undefined
}

/** Every way of choosing one account for each line, as lines that can be compared. */
export function variants(lines: readonly ChoiceOfLine[]): Line[][] {
  return lines.reduce<Line[][]>(
    (built, line) => {
      const codes = typeof line.account === 'string' ? [line.account] : line.account
      const rest = sided(line)
      return built.flatMap(before => codes.map(account => [...before, { account, ...rest }]))
    },
    [[]],
  )
}

function sided({ debit, credit }: ChoiceOfLine): Pick<Line, 'side' | 'amount'> {
  const written = debit ?? credit ?? '0'
  const turned = written.startsWith('-')
  const amount = amountOf(turned ? written.slice(1) : written)
  return { side: (debit === undefined) === turned ? 'debit' : 'credit', amount }
}
