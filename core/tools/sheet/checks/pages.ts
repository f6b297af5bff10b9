import { z } from 'zod'
import type { Finding } from '../../tool'
import { areaAddress, placeAddress } from '../addresses'
import { blockAt } from '../addresses'
import type { SheetState } from '../state'
import type { Page } from '../workbook/features/page'
import { hiddenRows } from '../workbook/hidden'
import { placeIn } from '../workbook/places'
import { isWithin, sheetNumber } from '../workbook/workbook'
import type { Sheet } from '../workbook/workbook'
import { columnName, columnNumber } from '../formula/references'
import { finding } from './places'
import type { SheetContext } from './places'

const words = z.string().min(1)

/** How a sheet goes on paper; what isn’t said may be as it likes. */
export const pageCheck = z.strictObject({
  kind: z.literal('page'),
  sheet: z.string(),
  paper: z.enum(['A3', 'A4', 'A5']).optional(),
  across: z.boolean().optional(),
  /** So many pages wide at most. */
  wide: z.int().min(1).optional(),
  tall: z.int().min(1).optional(),
  area: areaAddress.optional(),
  /** Rows that are printed on each page. */
  again: z.string().optional(),
  /** What stands anywhere at the top or the foot of the page. */
  header: words.optional(),
  footer: words.optional(),
  lines: z.boolean().optional(),
})
export type PageCheck = z.infer<typeof pageCheck>

/** A sheet is locked, and exactly these cells are left open. */
export const lockedCheck = z.strictObject({
  kind: z.literal('locked'),
  sheet: z.string(),
  open: placeAddress.optional(),
})
export type LockedCheck = z.infer<typeof lockedCheck>

/** Exactly these rows, or these columns, are hidden; what isn’t said may be as it likes. */
export const hiddenCheck = z
  .strictObject({
    kind: z.literal('hidden'),
    sheet: z.string(),
    rows: z.array(z.int().min(1)).optional(),
    columns: z.array(z.string()).optional(),
  })
  .refine(({ rows, columns }) => rows !== undefined || columns !== undefined, 'rows or columns')
export type HiddenCheck = z.infer<typeof hiddenCheck>

const all = (parts: Page['header']): string => [parts.left, parts.centre, parts.right].filter(Boolean).join(' · ')
const sameCells = (one: string, other: string): boolean =>
  JSON.stringify(blockAt(one)) === JSON.stringify(blockAt(other))

/** Each thing that is asked about a page: what it should be and what it is. */
function partsOf(check: PageCheck, page: Page): { met: boolean; expected: string; found: string }[] {
  const parts: { met: boolean; expected: string; found: string }[] = []
  const add = (met: boolean, expected: string, found: string): void => {
    parts.push({ met, expected, found })
  }
  const { paper, across, wide, tall, area, again, header, footer, lines } = check
  if (paper) add(page.paper === paper, paper, page.paper)
  const way = (on: boolean): string => (on ? 'across' : 'upright')
  if (across !== undefined) add(page.across === across, way(across), way(page.across))
  const fit = (key: 'wide' | 'tall', wanted: number): void => {
    const is = page.fit?.[key] ?? 0
    add(is === wanted, `${wanted} page ${key}`, is === 0 ? `as many pages ${key} as it takes` : `${is} page ${key}`)
  }
  if (wide !== undefined) fit('wide', wide)
  if (tall !== undefined) fit('tall', tall)
  if (area) add(page.area !== null && sameCells(page.area, area), `prints ${area}`, `prints ${page.area ?? 'all'}`)
  if (again)
    add(
      page.again === again,
      `rows ${again} on each page`,
      page.again ? `rows ${page.again} on each page` : 'no rows on each page',
    )
  const has = (key: 'header' | 'footer', wanted: string): void => {
    const is = all(page[key])
    add(is.toLowerCase().includes(wanted.toLowerCase()), `${key} with “${wanted}”`, is ? `${key} “${is}”` : `no ${key}`)
  }
  if (header) has('header', header)
  if (footer) has('footer', footer)
  if (lines !== undefined) add(page.lines === lines, lines ? 'lines' : 'no lines', page.lines ? 'lines' : 'no lines')
  return parts
}

export function judgePage({ workbook }: SheetState, check: PageCheck, { start }: SheetContext): Finding {
  const sheet = workbook.sheets[sheetNumber(workbook, check.sheet)]
  if (!sheet) return finding(false, `The sheet ${check.sheet}.`, 'There is no such sheet.', 'sheet-missing')
  const parts = partsOf(check, sheet.features.page)
  const before = start.workbook.sheets.find(({ id }) => id === sheet.id)
  // What was so at the start is nobody’s work.
  const given = before ? partsOf(check, before.features.page) : []
  const right = parts.filter(({ met: now }, at) => now && !given[at]?.met).length
  const asked = parts.filter((_, at) => !given[at]?.met).length
  const met = parts.every(({ met: now }) => now)
  return {
    met,
    share: met ? 1 : right / Math.max(1, asked),
    expected: `${parts.map(({ expected }) => expected).join(', ')}.`,
    found: `${parts.map(({ found }) => found).join(', ')}.`,
    ...(met ? {} : { fault: 'wrong-page' }),
  }
}

export function judgeLocked({ workbook }: SheetState, { sheet: name, open }: LockedCheck): Finding {
  const sheet = workbook.sheets[sheetNumber(workbook, name)]
  const only = open ? `, but for ${open.replace('!', ' ')}` : ''
  const expected = `${name} is locked${only}.`
  if (!sheet) return finding(false, expected, 'There is no such sheet.', 'sheet-missing')
  if (!sheet.features.locked) return finding(false, expected, `${name} isn’t locked.`, 'not-locked')
  const wrong = openFaults(sheet, open ? placeIn(workbook, open) : null, sheetNumber(workbook, name))
  return finding(wrong === '', expected, wrong === '' ? expected : `${name} is locked; ${wrong}.`, 'wrong-cells-open')
}

function openFaults(sheet: Sheet, area: ReturnType<typeof placeIn>, on: number): string {
  let [open, inside] = [0, 0]
  for (const [row, column, format] of sheet.formats.entries())
    if (format.open) {
      open += 1
      if (area && isWithin(area, on, row, column)) inside += 1
    }
  const wanted = area ? (area.bottom - area.top + 1) * (area.right - area.left + 1) : 0
  if (inside < wanted) return `${wanted - inside} of the cells that should be open aren’t`
  return open > inside ? `${open - inside} more cells are open` : ''
}

export function judgeHidden({ workbook }: SheetState, check: HiddenCheck): Finding {
  const sheet = workbook.sheets[sheetNumber(workbook, check.sheet)]
  const inWords = (rows: readonly number[] | undefined, columns: readonly string[] | undefined): string => {
    const list = (lines: readonly (number | string)[]): string => lines.slice(0, 20).join(', ') || 'none'
    const parts = [rows ? `rows: ${list(rows)}` : '', columns ? `columns: ${list(columns)}` : ''].filter(Boolean)
    return `Hidden on ${check.sheet}, ${parts.join('; ')}.`
  }
  const expected = inWords(check.rows, check.columns)
  if (!sheet) return finding(false, expected, 'There is no such sheet.', 'sheet-missing')
  const rising = (one: number, other: number): number => one - other
  const rows = [...hiddenRows(sheet).keys()].map(row => row + 1).sort(rising)
  const columns = [...sheet.features.hidden.columns].sort(rising)
  const same = (wanted: readonly number[] | undefined, found: readonly number[]): boolean =>
    !wanted || JSON.stringify([...wanted].sort(rising)) === JSON.stringify(found)
  const met = same(check.rows, rows) && same(check.columns?.map(columnNumber), columns)
  const found = inWords(check.rows && rows, check.columns && columns.map(columnName))
  return finding(met, expected, found, 'wrong-hidden')
}
