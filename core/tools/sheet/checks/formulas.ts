import { z } from 'zod'
import { sure } from '../../../ground/sure'
import type { Finding } from '../../tool'
import { placeAddress } from '../addresses'
import { partsOf } from '../formula/parser'
import { relativeForm } from '../formula/rewriting'
import type { SheetState } from '../state'
import { formulaAt } from '../workbook/workbook'
import { placesOf, together } from './places'
import type { CellFinding } from './places'

/** What a formula must be made of. Only where the instruction names it: what comes out is judged by `follows`. */
export const usesCheck = z.strictObject({
  kind: z.literal('uses'),
  at: placeAddress,
  /** Any one of these functions. */
  functions: z.array(z.string()).default([]),
  /** None of these. */
  avoid: z.array(z.string()).default([]),
  /** This name, or any of these. */
  names: z.array(z.string()).default([]),
  /** No number but 0 and 1 may be written in it. */
  noNumbers: z.boolean().default(false),
})
export type UsesCheck = z.infer<typeof usesCheck>

/** One formula all the way along: each is what copying the first would give. */
export const consistentCheck = z.strictObject({ kind: z.literal('consistent'), at: placeAddress })
export type ConsistentCheck = z.infer<typeof consistentCheck>

const oneOf = (words: readonly string[]): string =>
  words.length < 2 ? (words[0] ?? '') : `${words.slice(0, -1).join(', ')} or ${sure(words.at(-1))}`

export function judgeUses({ workbook }: SheetState, check: UsesCheck): Finding {
  const wanted = [
    check.functions.length > 0 ? `a formula with ${oneOf(check.functions)}` : 'a formula',
    check.names.length > 0 ? `with the name ${oneOf(check.names)}` : '',
    check.avoid.length > 0 ? `without ${oneOf(check.avoid)}` : '',
    check.noNumbers ? 'with no number written into it' : '',
  ]
  const expected = wanted.filter(Boolean).join(' ')
  const cells = placesOf(workbook, check.at).map((place): CellFinding => {
    const formula = formulaAt(place.sheet, place.row, place.column)
    if (!formula) {
      const empty = place.sheet.inputs.at(place.row, place.column) === undefined
      return {
        place,
        met: false,
        expected,
        found: empty ? 'nothing' : 'a typed value',
        fault: empty ? 'left-empty' : 'typed-value',
      }
    }
    const parts = [...partsOf(formula.tree)]
    const called = new Set(parts.flatMap(part => (part.kind === 'call' ? [part.name] : [])))
    const named = new Set(parts.flatMap(part => (part.kind === 'name' ? [part.name.toLowerCase()] : [])))
    const numbers = parts.some(
      part => part.kind === 'constant' && typeof part.value === 'number' && part.value !== 0 && part.value !== 1,
    )
    const fault =
      check.functions.length > 0 && !check.functions.some(name => called.has(name))
        ? 'other-function'
        : check.names.length > 0 && !check.names.some(name => named.has(name.toLowerCase()))
          ? 'name-not-used'
          : check.avoid.some(name => called.has(name))
            ? 'other-function'
            : check.noNumbers && numbers
              ? 'number-in-formula'
              : undefined
    return { place, met: fault === undefined, expected, found: formula.text, ...(fault ? { fault } : {}) }
  })
  return together(cells, `A formula in ${check.at}.`)
}

export function judgeConsistent({ workbook }: SheetState, check: ConsistentCheck): Finding {
  const places = placesOf(workbook, check.at)
  const forms = places.map(({ sheet, row, column }) => {
    const formula = formulaAt(sheet, row, column)
    return formula ? relativeForm(formula.tree, formula.text, row, column) : null
  })
  const counts = new Map<string, number>()
  for (const form of forms) if (form !== null) counts.set(form, (counts.get(form) ?? 0) + 1)
  const common = [...counts].sort(([, one], [, other]) => other - one)[0]?.[0]
  const cells = places.map((place, at): CellFinding => {
    const met = forms[at] !== null && forms[at] === common
    return {
      place,
      met,
      expected: 'the formula of the others, copied',
      found: formulaAt(place.sheet, place.row, place.column)?.text ?? 'no formula',
      ...(met
        ? {}
        : {
            fault:
              forms[at] === null
                ? place.sheet.inputs.at(place.row, place.column) === undefined
                  ? 'left-empty'
                  : 'typed-value'
                : 'formula-differs',
          }),
    }
  })
  return together(cells, `One formula in ${check.at}.`)
}
