import type { Finding, JudgeContext } from '../../tool'
import { placeIn } from '../workbook/places'
import { cellName } from '../formula/references'
import type { SheetOp } from '../changes'
import type { SheetState } from '../state'
import type { Sheet, Workbook } from '../workbook/workbook'
import type { SheetCheck } from '.'

export type SheetContext = JudgeContext<SheetState, SheetOp, SheetCheck>

export interface Place {
  row: number
  column: number
  sheet: Sheet
  on: number
  /** As a trainee reads it: D5, with its sheet where the workbook has several. */
  name: string
}

/** What stands before a cell's name: that of its sheet, where the workbook has several. */
export const nameIn = ({ sheets }: Workbook, on: number): string => {
  const sheet = sheets[on]
  return sheets.length > 1 && sheet ? `${sheet.name} ` : ''
}

/** The cells of an area, row after row; none where its sheet isn’t there. */
export function placesOf(workbook: Workbook, address: string): Place[] {
  const area = placeIn(workbook, address)
  const sheet = area && workbook.sheets[area.sheet]
  if (!area || !sheet) return []
  const places: Place[] = []
  const before = nameIn(workbook, area.sheet)
  for (let row = area.top; row <= area.bottom; row += 1)
    for (let column = area.left; column <= area.right; column += 1)
      places.push({ row, column, sheet, on: area.sheet, name: before + cellName(row, column) })
  return places
}

/** What was found in one cell. */
export interface CellFinding {
  place: Place
  met: boolean
  expected: string
  found: string
  fault?: string
}

const MOST_NAMED = 4

/** What was found in several cells, as one finding: the share of them that is right, and the first that aren’t. */
export function together(cells: readonly CellFinding[], missing: string): Finding {
  const wrong = cells.filter(({ met }) => !met)
  if (cells.length === 0)
    return { met: false, share: 0, expected: missing, found: 'There is no such sheet.', fault: 'sheet-missing' }
  const named = (wrong.length > 0 ? wrong : cells).slice(0, MOST_NAMED)
  const rest = (wrong.length > 0 ? wrong : cells).length - named.length
  const list = (which: 'expected' | 'found'): string =>
    `${named.map(cell => `${cell.place.name}: ${cell[which]}`).join('; ')}${rest > 0 ? `; and ${rest} more` : ''}.`
  const faults = wrong.flatMap(({ fault }) => (fault ? [fault] : []))
  const fault = mostOften(faults)
  return {
    met: wrong.length === 0,
    share: (cells.length - wrong.length) / cells.length,
    expected: list('expected'),
    found: list('found'),
    ...(fault ? { fault } : {}),
  }
}

function mostOften(faults: readonly string[]): string | undefined {
  const counts = new Map<string, number>()
  for (const fault of faults) counts.set(fault, (counts.get(fault) ?? 0) + 1)
  return [...counts].sort(([, one], [, other]) => other - one)[0]?.[0]
}

export const finding = (met: boolean, expected: string, found: string, fault: string): Finding =>
  met ? { met, share: 1, expected, found } : { met, share: 0, expected, found, fault }
