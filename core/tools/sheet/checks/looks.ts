import { z } from 'zod'
import type { Finding } from '../../tool'
import { placeAddress } from '../addresses'
import { counted } from '../changes/change'
import { sides, sidesOf } from '../formats/borders'
import { categoryOf, decimalsOf, isGrouped } from '../formats/number-format'
import type { CellFormat } from '../formats/cell-format'
import type { SheetState } from '../state'
import { sheetNumber } from '../workbook/workbook'
import { finding, placesOf, together } from './places'
import type { CellFinding } from './places'

/** How cells must look; what isn't said may be as it likes. */
export const formatCheck = z.strictObject({
  kind: z.literal('format'),
  at: placeAddress,
  category: z
    .enum(['general', 'number', 'percent', 'date', 'time', 'scientific', 'fraction', 'text', 'money'])
    .optional(),
  decimals: z.int().min(0).max(15).optional(),
  grouped: z.boolean().optional(),
  bold: z.boolean().optional(),
  italic: z.boolean().optional(),
  align: z.enum(['left', 'centre', 'right']).optional(),
  wrap: z.boolean().optional(),
  filled: z.boolean().optional(),
  border: z.boolean().optional(),
  /** Lines along these sides, whatever the others have. */
  lines: z.array(z.enum(sides)).min(1).optional(),
  size: z.int().min(6).max(48).optional(),
})
export type FormatCheck = z.infer<typeof formatCheck>

export const frozenCheck = z.strictObject({
  kind: z.literal('frozen'),
  sheet: z.string(),
  rows: z.int().min(0),
  columns: z.int().min(0).default(0),
})
export type FrozenCheck = z.infer<typeof frozenCheck>

type Said = { [Key in Exclude<keyof FormatCheck, 'kind' | 'at'>]?: FormatCheck[Key] | null | undefined }

function saidBy(format: CellFormat | undefined): Said {
  const number = format?.number ?? ''
  return {
    category: categoryOf(number),
    decimals: decimalsOf(number),
    grouped: isGrouped(number),
    bold: format?.bold ?? false,
    italic: format?.italic ?? false,
    align: format?.align ?? null,
    wrap: format?.wrap ?? false,
    filled: format?.fill !== undefined,
    border: format?.border !== undefined,
    lines: sidesOf(format?.border),
    size: format?.size ?? USUAL_SIZE,
  }
}

/** The size of letters where nothing is said of it. */
const USUAL_SIZE = 11

const WORDS: Partial<Record<keyof Said, string>> = { border: 'bordered', wrap: 'wrapped' }

function inWords(said: Said, keys: readonly (keyof Said)[]): string {
  const words = keys.map(key => {
    const value = said[key]
    switch (key) {
      case 'category':
        return `format ${String(value)}`
      case 'decimals':
        return value === null || value === undefined
          ? 'decimal places as they come'
          : counted(Number(value), 'decimal place')
      case 'grouped':
        return value ? 'thousands marked' : 'thousands not marked'
      case 'lines':
        return [value].flat().length > 0 ? `lines ${[value].flat().join(', ')}` : 'no lines'
      case 'size':
        return `letters of ${String(value)} points`
      case 'align':
        return value ? `aligned ${String(value)}` : 'not aligned'
      default:
        return `${value ? '' : 'not '}${WORDS[key] ?? key}`
    }
  })
  return words.join(', ')
}

export function judgeFormat({ workbook }: SheetState, { kind, at, ...wanted }: FormatCheck): Finding {
  const keys = (Object.keys(wanted) as (keyof typeof wanted)[]).filter(key => wanted[key] !== undefined)
  const cells = placesOf(workbook, at).map((place): CellFinding => {
    const said = saidBy(place.sheet.formats.at(place.row, place.column))
    const met = keys.every(key =>
      key === 'lines' ? wanted.lines?.every(side => said.lines?.includes(side)) : said[key] === wanted[key],
    )
    return {
      place,
      met,
      expected: inWords(wanted, keys),
      found: inWords(said, keys),
      ...(met ? {} : { fault: `wrong-${kind}` }),
    }
  })
  return together(cells, `A format of ${at}.`)
}

export function judgeFrozen({ workbook }: SheetState, check: FrozenCheck): Finding {
  const frozen = workbook.sheets[sheetNumber(workbook, check.sheet)]?.frozen ?? { rows: 0, columns: 0 }
  const words = ({ rows, columns }: typeof frozen): string =>
    `${counted(rows, 'row')} and ${counted(columns, 'column')} stay in sight.`
  return finding(
    frozen.rows === check.rows && frozen.columns === check.columns,
    words(check),
    words(frozen),
    'panes-not-frozen',
  )
}
