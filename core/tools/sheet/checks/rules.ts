import { z } from 'zod'
import { sure } from '../../../ground/sure'
import type { Finding } from '../../tool'
import { placeAddress } from '../addresses'
import { cellName } from '../formula/references'
import { apply } from '../applying'
import { markingsOf } from '../rules/marking'
import { acceptance, inputRules } from '../rules/accepting'
import { copiedTo } from '../rules/testing'
import type { SheetState } from '../state'
import { placeIn } from '../workbook/places'
import { valueAt } from '../workbook/workbook'
import { expectedOn, groundsAfter, groundsOf, spoiltInWords } from './given'
import type { Grounds } from './given'
import { finding, placesOf, together } from './places'
import type { CellFinding, SheetContext } from './places'
import { changesInWords, cellChanges } from './changing'

/** What cells must take and what they must refuse, tried by typing it. */
export const acceptsCheck = z
  .strictObject({
    kind: z.literal('accepts'),
    at: placeAddress,
    takes: z.array(z.string().min(1)).default([]),
    refuses: z.array(z.string().min(1)).default([]),
  })
  .refine(({ takes, refuses }) => takes.length + refuses.length > 0, 'something that is taken or refused')
export type AcceptsCheck = z.infer<typeof acceptsCheck>

/** Which cells stand out by a rule: those for which a formula is true, written for the first of them. */
export const markedCheck = z.strictObject({
  kind: z.literal('marked'),
  at: placeAddress,
  where: z.string().startsWith('='),
  /** Also after other cells were changed on a copy. */
  changes: cellChanges.default([]),
})
export type MarkedCheck = z.infer<typeof markedCheck>

/** All numbers of an area shown by a scale of colours or by bars. */
export const scaledCheck = z.strictObject({ kind: z.literal('scaled'), at: placeAddress, as: z.enum(['scale', 'bar']) })
export type ScaledCheck = z.infer<typeof scaledCheck>

export function judgeAccepts(state: SheetState, check: AcceptsCheck): Finding {
  const wanted = [
    check.takes.length > 0 ? `takes ${check.takes.join(', ')}` : '',
    check.refuses.length > 0 ? `refuses ${check.refuses.join(', ')}` : '',
  ]
  const expected = wanted.filter(Boolean).join(' and ')
  const cells = placesOf(state.workbook, check.at).map((place): CellFinding => {
    const [sheet, cell] = [place.sheet.name, cellName(place.row, place.column)]
    const tried = (text: string): boolean => {
      const written = apply(state, { type: 'cell.write', sheet, cell, text })
      if (!written.ok || written.state.workbook !== state.workbook) return written.ok
      // It stands there already, so that nothing was put in.
      const rule = inputRules(place.sheet)(place.row, place.column)
      const value = valueAt(place.sheet, place.row, place.column)
      return !rule || acceptance(state.workbook, place.on, rule)(place.row, place.column, value)
    }
    const refused = check.takes.filter(text => !tried(text))
    const taken = check.refuses.filter(tried)
    const met = refused.length + taken.length === 0
    const free = inputRules(place.sheet)(place.row, place.column) === undefined
    const found = free
      ? 'takes anything'
      : [refused.length > 0 ? `refuses ${refused.join(', ')}` : '', taken.length > 0 ? `takes ${taken.join(', ')}` : '']
          .filter(Boolean)
          .join(' and ') || expected
    const fault = free ? 'takes-anything' : refused.length > 0 ? 'refuses-right' : 'takes-wrong'
    return { place, met, expected, found, ...(met ? {} : { fault }) }
  })
  return together(cells, `Cells in ${check.at}.`)
}

export function judgeMarked(state: SheetState, check: MarkedCheck, context: SheetContext): Finding {
  const before = groundsOf(state, context, placeIn(state.workbook, check.at))
  const now = marksIn(before, check)
  if (!now.met || check.changes.length === 0) return now
  const then = marksIn(groundsAfter(state, before, check.changes), check)
  if (then.met) return then
  const after = `once ${changesInWords(check.changes)}`
  return {
    ...then,
    expected: `${then.expected} (${after})`,
    found: `${then.found} (${after})`,
    fault: 'does-not-follow',
  }
}

function marksIn(grounds: Grounds, check: MarkedCheck): Finding {
  const workbook = grounds.own
  const area = placeIn(workbook, check.at)
  const marks = area && markingsOf(workbook, area.sheet)
  const cells = placesOf(workbook, check.at).map((place): CellFinding => {
    const { row, column, on, sheet } = place
    const { value, spoilt } = expectedOn(grounds, copiedTo(sure(area), check.where, row, column), on, row, column)
    const right = value === true
    const found = sure(marks)(row, column, valueAt(sheet, row, column))
    const marked = found !== undefined && Object.keys(found.look).length > 0
    const byHand = !marked && sheet.formats.at(row, column)?.fill !== undefined
    const shown = marked ? 'stands out by rule' : byHand ? 'filled by hand' : 'doesn’t stand out'
    const fault = byHand && right ? 'painted-by-hand' : right ? 'not-marked' : 'marked-wrongly'
    return {
      place,
      met: right === marked && !spoilt,
      expected: right ? 'stands out' : 'doesn’t stand out',
      found: spoilt ? spoiltInWords(workbook, spoilt) : shown,
      ...(spoilt ? { fault: 'input-changed' } : right === marked ? {} : { fault }),
    }
  })
  // Of the cells that should stand out, so many do; each that shouldn’t takes one away.
  const count = (right: boolean, met: boolean): number =>
    cells.filter(cell => cell.met === met && (cell.expected === 'stands out') === right).length
  const wanted = count(true, true) + count(true, false)
  const found = together(cells, `Cells in ${check.at}.`)
  const share = Math.max(0, (count(true, true) - count(false, false)) / Math.max(1, wanted))
  return found.met ? found : { ...found, share }
}

export function judgeScaled({ workbook }: SheetState, check: ScaledCheck): Finding {
  const area = placeIn(workbook, check.at)
  const words = check.as === 'scale' ? 'a scale of colours' : 'bars'
  const expected = `The numbers of ${check.at.replace('!', ' ')} shown by ${words}.`
  if (!area) return finding(false, expected, 'There is no such sheet.', 'sheet-missing')
  const marks = markingsOf(workbook, area.sheet)
  const cells = placesOf(workbook, check.at).flatMap((place): CellFinding[] => {
    const value = valueAt(place.sheet, place.row, place.column)
    if (typeof value !== 'number') return []
    const met = marks(place.row, place.column, value)?.[check.as] !== undefined
    const found = met ? words : 'nothing of the kind'
    return [{ place, met, expected: words, found, ...(met ? {} : { fault: 'not-scaled' }) }]
  })
  return together(cells, expected)
}
