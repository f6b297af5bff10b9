import type { z } from 'zod'

/** Choices by their value, in words. */
export type Choices = Readonly<Record<string, string>>

/** What a form has to choose from besides what a setting says itself. */
export type Offered = 'rooms' | 'assignments' | 'units'

/** A field of a form. `from` makes the setting's value of what the field holds, `to` the other way round. */
export type Form = {
  label: string
  /** Where the setting's name isn't the field's id. */
  id?: string
  hint?: string
  placeholder?: string
  /** What it says instead where there is nothing to choose from. */
  nothingToChoose?: string
  /** Another setting without which this one does nothing: the field rests. */
  idleWithout?: string
  /** What another setting has to be for the field to show at all. */
  shownIf?: readonly [name: string, value: unknown]
  to?(value: unknown): unknown
  from?(held: unknown): unknown
} & (
  | { kind: 'moment' | 'lines' | 'check' }
  | { kind: 'number'; min: number; max: number }
  | { kind: 'text'; most: number; figure?: boolean }
  | { kind: 'choice'; choices: readonly (readonly [value: unknown, label: string])[] }
  | { kind: 'choice'; offered: Offered; clearable?: boolean }
  /** On or off, and figures while it is on. */
  | { kind: 'figures'; begins: Readonly<Record<string, number>>; figures: readonly Figure[] }
)
export interface Figure {
  name: string
  id: string
  label: string
  max: number
}

/**
 * What the words of one setting may need besides its own value, as the trainee's cover has it: when and how often is
 * told with their own adjustments.
 */
export interface OnCover {
  /** Null for a paper without a clock. */
  minutes: number | null
  sittingsUsed: number
  sittingsAllowed: number
  dueAt: string | null
  closesAt: string | null
  settings: { latePercent: number; sign: boolean; resultsAt: string | null; answers: boolean }
  /** A moment as day and time. */
  moment(iso: string): string
}

/** The words under which the cover tells what the settings come to, in its order. */
export const facts = [
  'Sittings',
  'Window',
  'Leaving',
  'The end',
  'Afterwards',
  'Results',
  'Allowed beside you',
  'Whom to ask',
] as const
export type Fact = (typeof facts)[number]

/** What a trainee is told before the start, and under which word; `null` where another setting's words tell it. */
export type Cover<Value> = null | { fact: Fact; says(value: Value, one: OnCover): string }

/**
 * One thing that is decided when a paper is given to people: how it is kept, its field in the form, its words on the
 * cover, and what its two tests show. What the cover doesn't tell has no `cover`.
 */
export interface Setting<Schema extends z.ZodType = z.ZodType> {
  schema: Schema
  form: Form | null
  cover?: unknown
  bites: string
  rests: string
}
type Untold<Schema extends z.ZodType> = Setting<Schema> & { cover?: undefined }
type Told<Schema extends z.ZodType> = Setting<Schema> & { cover: Cover<z.infer<Schema>> }

export function setting<Schema extends z.ZodType>(one: Untold<Schema>): Untold<Schema>
export function setting<Schema extends z.ZodType>(one: Told<Schema>): Told<Schema>
export function setting(one: Setting): Setting {
  return one
}

type Shape<Settings extends Record<string, Setting>> = { [Name in keyof Settings]: Settings[Name]['schema'] }

/** The schemas of settings, by their names. */
export const shapeOf = <Settings extends Record<string, Setting>>(settings: Settings): Shape<Settings> =>
  Object.fromEntries(Object.entries(settings).map(([name, { schema }]) => [name, schema])) as Shape<Settings>

type ToldOf<Settings extends Record<string, Setting>> = {
  [Name in keyof Settings as undefined extends Settings[Name]['cover'] ? never : Name]: Settings[Name]
}

/** Those of which the cover tells something. */
export const toldOf = <Settings extends Record<string, Setting>>(settings: Settings): ToldOf<Settings> =>
  Object.fromEntries(Object.entries(settings).filter(([, { cover }]) => cover !== undefined)) as ToldOf<Settings>

export const chosen = (choices: Choices): [string, string][] => Object.entries(choices)
