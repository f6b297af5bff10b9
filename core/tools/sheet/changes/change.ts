import { z } from 'zod'
import { sheetName } from '../addresses'
import type { Workbook } from '../workbook/workbook'

/** What operations have in common: where they are, and what they say of how much. */
export const on = { sheet: sheetName }
export const text = z.string().max(33_000)
export const columnLetters = z.string().regex(/^[A-Z]{1,3}$/)
export const rowNumber = z.int().min(1).max(1_048_576)
export const count = z.int().min(1).max(10_000)
export const name = z.string().min(1).max(100)

/** 1 row, 2 rows. */
export const counted = (number: number, one: string): string => `${number} ${one}${number === 1 ? '' : 's'}`
export const short = (words: string): string => (words.length > 60 ? `${words.slice(0, 60)}…` : words)

type Schema<Type extends string, Shape extends z.ZodRawShape> = z.ZodObject<
  { type: z.ZodLiteral<Type> } & Shape,
  z.core.$strict
>

/** One operation that changes a workbook: what it is made of, what it does, and how it is told. */
export interface Change<Type extends string = string, Shape extends z.ZodRawShape = z.ZodRawShape> {
  type: Type
  schema: Schema<Type, Shape>
  /** Whether it puts something into cells, which can be more than they take; all else takes along what is there. */
  putsIn: boolean
  /** The workbook with the change made, not yet worked out. Throws a Refusal. */
  made: (workbook: Workbook, op: z.infer<Schema<Type, Shape>>) => Workbook
  /** The operation as a sentence, for logs, replays and reports. */
  told: (op: z.infer<Schema<Type, Shape>>) => string
}

/** An operation by its name, the members that it has beside that, and what it does. */
export function change<Type extends string, Shape extends z.ZodRawShape>(
  type: Type,
  shape: Shape,
  { putsIn = false, ...does }: Pick<Change<Type, Shape>, 'made' | 'told'> & { putsIn?: boolean },
): Change<Type, Shape> {
  return { type, schema: z.strictObject({ type: z.literal(type), ...shape }) as Schema<Type, Shape>, putsIn, ...does }
}
