import { z } from 'zod'
import { sure } from '../../../ground/sure'
import type { Finding } from '../../tool'
import { placeAddress } from '../addresses'
import { placeIn, placeName } from '../workbook/places'
import { surroundingsOf } from '../calculation/peeking'
import { workedOut } from '../formula/evaluate'
import { columnNumber } from '../formula/references'
import { isReference } from '../formula/values'
import type { Area, Scalar } from '../formula/values'
import { inOrderOf } from '../ops/sorting'
import type { SheetState } from '../state'
import { Formula } from '../workbook/formula'
import { nameOf, valueAt } from '../workbook/workbook'
import type { Input, Sheet } from '../workbook/workbook'
import { endOf, haveSameRows, modelled } from './given'
import { finding } from './places'
import type { SheetContext } from './places'

/** Rows in order, each still with its own cells. */
export const sortedCheck = z.strictObject({
  kind: z.literal('sorted'),
  /** Without the heading. */
  at: placeAddress,
  by: z.array(z.strictObject({ column: z.string(), order: z.enum(['rising', 'falling']).default('rising') })).min(1),
})
export type SortedCheck = z.infer<typeof sortedCheck>

/** A name, and the cells that it must cover. */
export const nameCheck = z.strictObject({ kind: z.literal('name'), name: z.string(), covers: placeAddress })
export type NameCheck = z.infer<typeof nameCheck>

/** The sheets, in their order. */
export const sheetsCheck = z.strictObject({ kind: z.literal('sheets'), are: z.array(z.string()).min(1) })
export type SheetsCheck = z.infer<typeof sheetsCheck>

/** What stood there at the start and no step asks to change is still as it was. */
export const unchangedCheck = z.strictObject({ kind: z.literal('unchanged') })

const MOST_NAMED = 4

function rowsOf(sheet: Sheet, { top, left, bottom, right }: Area): Scalar[][] {
  const rows: Scalar[][] = []
  for (let row = top; row <= bottom; row += 1)
    rows.push(Array.from({ length: right - left + 1 }, (_, at) => valueAt(sheet, row, left + at)))
  return rows
}

export function judgeSorted({ workbook }: SheetState, check: SortedCheck, { start }: SheetContext): Finding {
  const area = placeIn(workbook, check.at)
  const sheet = area && workbook.sheets[area.sheet]
  const before = area && start.workbook.sheets.find(({ id }) => id === sheet?.id)
  const words = check.by.map(({ column, order }) => `${column} ${order}`).join(', then ')
  const expected = `Whole rows of ${check.at} by ${words}.`
  if (!area || !sheet || !before) return finding(false, expected, 'There is no such sheet.', 'sheet-missing')
  const rows = rowsOf(sheet, area)
  const keys = check.by.map(({ column, order }) => ({ at: columnNumber(column) - area.left, order }))
  const wrong = rows.findIndex((row, at) => {
    const above = rows[at - 1]
    if (!above) return false
    for (const { at: column, order } of keys) {
      const found = inOrderOf(above[column] ?? null, row[column] ?? null, order)
      if (found !== 0) return found > 0
    }
    return false
  })
  const torn = !haveSameRows(rows, rowsOf(before, area))
  if (torn)
    return finding(
      false,
      expected,
      'Cells of different rows were mixed: the rows are no longer those of the start.',
      'rows-torn',
    )
  return wrong < 0
    ? finding(true, expected, expected, '')
    : finding(false, expected, `Row ${area.top + wrong + 1} is out of order.`, 'not-sorted')
}

export function judgeName({ workbook }: SheetState, check: NameCheck): Finding {
  const expected = `${check.name} stands for ${check.covers.replace('!', ' ')}.`
  const meant = nameOf(workbook, check.name)
  if (!meant) return finding(false, expected, `There is no name ${check.name}.`, 'name-missing')
  const wanted = placeIn(workbook, check.covers)
  const value = workedOut(meant.formula.tree, surroundingsOf(workbook, 0, 0, 0))
  const area = isReference(value) ? value.areas[0] : undefined
  const met =
    area !== undefined &&
    wanted !== null &&
    (['sheet', 'top', 'left', 'bottom', 'right'] as const).every(key => area[key] === wanted[key])
  const found = area ? placeName(workbook, area) : meant.formula.text
  return finding(met, expected, `${check.name} stands for ${found.replace('!', ' ')}.`, 'name-covers-other')
}

export function judgeSheets({ workbook }: SheetState, { are }: SheetsCheck): Finding {
  const names = workbook.sheets.map(({ name }) => name)
  const met =
    names.length === are.length && names.every((name, at) => name.toLowerCase() === sure(are[at]).toLowerCase())
  return finding(met, `The sheets ${are.join(', ')}.`, `The sheets ${names.join(', ')}.`, 'wrong-sheets')
}

const asText = (input: Input | undefined): unknown => (input instanceof Formula ? input.text : input)

/** The first few of these places, and how many more there are. */
function namedIn(places: readonly string[]): string {
  const named = places.slice(0, MOST_NAMED).map(name => name.replace('!', ' '))
  const more = places.length - named.length
  return `${named.join(', ')}${more > 0 ? `, and ${more} more` : ''}`
}

export function judgeUnchanged({ workbook }: SheetState, context: SheetContext): Finding {
  const { start, step } = context
  const end = endOf(context)
  const own = modelled(context, step)
  const expected = 'Everything that no step asks to change, as it was.'
  const changed: string[] = []
  let begun = false
  for (const sheet of start.workbook.sheets) {
    const [now, then, mine] = [workbook, end, own].map(book => book.sheets.find(({ id }) => id === sheet.id))
    if (!now) return finding(false, expected, `The sheet ${sheet.name} is gone.`, 'sheet-missing')
    for (const [row, column, input] of sheet.inputs.differences(now.inputs)) {
      const before = sheet.inputs.at(row, column)
      if (asText(before) === asText(input)) continue
      if (mine && asText(mine.inputs.at(row, column)) !== asText(before)) begun = true
      if (before === undefined || asText(then?.inputs.at(row, column)) !== asText(before)) continue
      const on = workbook.sheets.indexOf(now)
      changed.push(placeName(workbook, { sheet: on, top: row, left: column, bottom: row, right: column }))
    }
    begun ||= now.formats !== sheet.formats && mine?.formats !== sheet.formats
    begun ||= now.frozen !== sheet.frozen || now.features !== sheet.features
    begun ||= now.notes !== sheet.notes || now.links !== sheet.links
  }
  if (changed.length > 0) return finding(false, expected, `Changed: ${namedIn(changed)}.`, 'changed-else')
  if (!begun && workbook.names === start.workbook.names)
    return finding(false, expected, 'Nothing of this step was done.', 'not-begun')
  return finding(true, expected, expected, '')
}
