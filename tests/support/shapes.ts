import fc from 'fast-check'
import { z } from 'zod'

/** As much of JSON Schema (2020-12) as the schemas of our calls come to. */
interface Shape {
  $ref?: string
  $defs?: Record<string, Shape>
  type?: string
  const?: unknown
  enum?: unknown[]
  anyOf?: Shape[]
  oneOf?: Shape[]
  allOf?: Shape[]
  properties?: Record<string, Shape>
  required?: string[]
  additionalProperties?: Shape | boolean
  propertyNames?: Shape
  items?: Shape | false
  prefixItems?: Shape[]
  minItems?: number
  maxItems?: number
  pattern?: string
  format?: string
  minimum?: number
  maximum?: number
  exclusiveMinimum?: number
}

/** What people who look for faults type first. */
const ODD_TEXTS = [
  '',
  ' ',
  '__proto__',
  'constructor',
  '\0',
  '\ud800',
  '\u202egnp.exe',
  "'; DROP TABLE people; --",
  '=1+1',
  '<img src=x onerror=alert(1)>',
  '../../etc/passwd',
  '1e999',
  'NaN',
  '٣',
  'x'.repeat(3000),
]
const ODD_NUMBERS = [0, -0, -1, 1.5, 1e15, -1e15, 1e308, 2 ** 31, 2 ** 53, 5e-324]

const LONGEST_LIST = 4
const DEEPEST = 6

const mostly = <Value>(usual: fc.Arbitrary<Value>, odd: fc.Arbitrary<Value>): fc.Arbitrary<Value> =>
  fc.oneof({ weight: 25, arbitrary: usual }, { weight: 1, arbitrary: odd })

const anyText = (known: readonly string[]): fc.Arbitrary<string> =>
  fc.oneof(
    { weight: 20, arbitrary: fc.constantFrom(...known) },
    { weight: 1, arbitrary: fc.constantFrom(...ODD_TEXTS) },
    { weight: 1, arbitrary: fc.string({ unit: 'binary', maxLength: 12 }) },
  )
const anyJson = (known: readonly string[]): fc.Arbitrary<unknown> =>
  fc.oneof(anyText(known), fc.constantFrom<unknown>(null, true, [], {}, ...ODD_NUMBERS), fc.jsonValue({ maxDepth: 3 }))

/** Values of a shape: right ones for the most part, with texts out of `known` where they may be any. */
function ofShape(
  shape: Shape,
  defs: Record<string, Shape>,
  known: readonly string[],
  depth = 0,
): fc.Arbitrary<unknown> {
  const inner = (one: Shape): fc.Arbitrary<unknown> => ofShape(one, defs, known, depth + 1)
  if (depth > DEEPEST) return fc.constant(null)
  if (shape.$ref !== undefined) return inner(defs[shape.$ref.replace('#/$defs/', '')] ?? {})
  if ('const' in shape) return fc.constant(shape.const)
  if (shape.enum) return fc.constantFrom(...shape.enum)
  const choices = shape.anyOf ?? shape.oneOf
  if (choices) return fc.oneof(...choices.map(inner))
  if (shape.allOf)
    return fc.tuple(...shape.allOf.map(inner)).map(parts => Object.assign({}, ...(parts as object[])) as unknown)
  switch (shape.type) {
    case 'object': {
      const { properties = {}, required = [], additionalProperties: rest } = shape
      const own = fc.record(Object.fromEntries(Object.entries(properties).map(([key, one]) => [key, inner(one)])), {
        requiredKeys: required,
      })
      if (typeof rest !== 'object') return own
      const more = fc.dictionary(
        shape.propertyNames ? inner(shape.propertyNames).map(String) : anyText(known),
        inner(rest),
        {
          maxKeys: 3,
        },
      )
      return fc.tuple(own, more).map(([one, other]) => ({ ...other, ...one }))
    }
    case 'array': {
      if (shape.prefixItems) return fc.tuple(...shape.prefixItems.map(inner))
      const minLength = Math.min(shape.minItems ?? 0, LONGEST_LIST)
      return fc.array(inner(shape.items || {}), { minLength, maxLength: Math.min(shape.maxItems ?? 99, LONGEST_LIST) })
    }
    case 'string': {
      if (shape.format === 'date-time')
        return fc
          .date({ min: new Date('2026-01-01'), max: new Date('2027-12-31'), noInvalidDate: true })
          .map(at => at.toISOString())
      const right = shape.pattern === undefined ? anyText(known) : fc.stringMatching(new RegExp(shape.pattern))
      return mostly(right, fc.constantFrom(...ODD_TEXTS))
    }
    case 'integer':
    case 'number': {
      const min = Math.ceil(shape.minimum ?? shape.exclusiveMinimum ?? -1e6)
      const max = Math.floor(Math.min(shape.maximum ?? 1e6, 1e9))
      return mostly(fc.integer({ min, max: Math.max(min, max) }), fc.constantFrom(...ODD_NUMBERS))
    }
    case 'boolean':
      return fc.boolean()
    case 'null':
      return fc.constant(null)
    default:
      return anyJson(known)
  }
}

/** A value with one place of it changed for anything, left out, or joined by what doesn’t belong there. */
function bent(value: unknown, with_: unknown, path: readonly number[]): unknown {
  const [first, ...rest] = path
  if (first === undefined || typeof value !== 'object' || value === null) return with_
  if (Array.isArray(value)) {
    if (value.length === 0) return [with_]
    return value.map((one: unknown, at) => (at === first % value.length ? bent(one, with_, rest) : one))
  }
  const keys = Object.keys(value)
  const key = keys[first % (keys.length + 1)]
  if (key === undefined) return { ...value, extra: with_ }
  const { [key as never]: inside, ...others } = value
  return with_ === undefined && rest.length === 0 ? others : { ...others, [key]: bent(inside, with_, rest) }
}

/**
 * JSON for a call that reads its body by a schema: what the schema takes, the same with one place of it bent, and
 * anything at all. `known` are texts that mean something to the server; `example` is a body that it takes, where few
 * of those that the schema takes are.
 */
export function bodiesFor(schema: z.ZodType, known: readonly string[], example?: unknown): fc.Arbitrary<unknown> {
  const { $defs = {}, ...shape } = z.toJSONSchema(schema, { io: 'input', unrepresentable: 'any' }) as Shape
  const made = ofShape(shape, $defs, known)
  const right = example === undefined ? made : fc.oneof(made, fc.constant(example))
  return fc.oneof(
    { weight: 3, arbitrary: right },
    {
      weight: 4,
      arbitrary: fc
        .tuple(
          right,
          fc.option(anyJson(known), { nil: undefined }),
          fc.array(fc.nat(20), { minLength: 1, maxLength: 4 }),
        )
        .map(([value, with_, path]) => bent(value, with_, path)),
    },
    { weight: 1, arbitrary: anyJson(known) },
  )
}
