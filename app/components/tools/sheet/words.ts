import type { CellSeen, SheetWindow } from '../../../../core/tools/sheet/viewing'
import { sidesOf } from '../../../../core/tools/sheet/formats/borders'
import type { CellFormat } from '../../../../core/tools/sheet/formats/cell-format'
import { areaName, columnName } from '../../../../core/tools/sheet/formula/references'

const several = (count: number, one: string): string => `${count} ${one}${count === 1 ? '' : 's'}`

function staying({ rows, columns }: SheetWindow['frozen']): string {
  const parts = [
    rows > 0 ? (rows === 1 ? 'row 1' : `rows 1–${rows}`) : '',
    columns > 0 ? several(columns, 'column') : '',
  ].filter(Boolean)
  return parts.length > 0 ? `${parts.join(' and ')} ${rows + columns === 1 ? 'stays' : 'stay'} in sight` : ''
}

/** 3:3 is row 3, 1:3 are rows 1–3. */
function rowsInWords(rows: string): string {
  const [first, last] = rows.split(':')
  return first === last ? `row ${first ?? ''}` : `rows ${rows.replace(':', '–')}`
}

function printed({ page }: SheetWindow): string {
  const { paper, across, fit, area, again } = page
  const parts = [
    paper === 'A4' && !across ? '' : `${paper} ${across ? 'across' : 'upright'}`,
    fit ? (fit.tall === 1 ? 'on one page' : 'one page wide') : '',
    area ? `only ${area}` : '',
    again ? `${rowsInWords(again)} on every page` : '',
  ].filter(Boolean)
  return parts.length > 0 ? `prints ${parts.join(', ')}` : ''
}

/** What holds of a sheet as a whole, for the line above its cells. */
export function sheetInWords(window: SheetWindow): string[] {
  const { extent, frozen, filter, locked } = window
  const by = filter?.columns.map(({ column, words }) => `${columnName(column)} ${words}`).join(' and ')
  return [
    locked ? 'locked' : '',
    filter ? `${filter.shown} of ${several(filter.rows, 'row')} of ${areaName(filter.area)} shown: ${by ?? ''}` : '',
    filter ? '' : several(extent.rows, 'row'),
    staying(frozen),
    printed(window),
  ].filter(Boolean)
}

const looks = {
  bold: 'bold',
  italic: 'italic',
  underline: 'underlined',
  strike: 'crossed out',
  wrap: 'wrapped',
} as const

/** How a cell looks besides its number format. */
export function lookInWords(format: CellFormat): string {
  const lines = format.border === 'total' ? 'above, two below' : sidesOf(format.border).join(', ')
  return [
    ...Object.entries(looks).flatMap(([key, word]) => (format[key as keyof typeof looks] ? [word] : [])),
    format.size ? `${format.size} points` : '',
    format.border === 'around' ? 'lines around' : lines ? `line ${lines}` : '',
  ]
    .filter(Boolean)
    .join(', ')
}

/** A cell as it is read out when the cursor comes to it. */
export function cellInWords({ address, shown, typed, format, takes, note, locked }: CellSeen): string {
  return [
    address,
    shown || 'empty',
    typed.startsWith('=') ? `formula ${typed.slice(1)}` : '',
    format.number ? `format ${format.number}` : '',
    takes ? `takes ${takes.words}` : '',
    note ? `note: ${note}` : '',
    locked ? 'locked' : '',
  ]
    .filter(Boolean)
    .join(', ')
}
