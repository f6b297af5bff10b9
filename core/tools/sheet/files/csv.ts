import Papa from 'papaparse'
import { shownAt } from '../showing'
import { typed } from '../typing'
import { extentOf, valueAt } from '../workbook/workbook'
import type { Sheet } from '../workbook/workbook'
import { csvOf } from '../../../ground/csv'
import { sure } from '../../../ground/sure'
import { checkSize, UnreadableFile } from './archive'

export const encodings = ['utf-8', 'utf-16le', 'utf-16be', 'windows-1252'] as const
export type Encoding = (typeof encodings)[number]
export const delimiters = [',', ';', '\t', '|'] as const

/** How a CSV file is read; what isn’t said is found out from it. */
export interface CsvChoices {
  delimiter?: string
  encoding?: Encoding
  /** Whether a comma stands before decimal places; otherwise where nothing but that makes sense. */
  decimalComma?: boolean
  /** Whether what looks like a day, a number or a logical becomes one; otherwise all is text. */
  values?: boolean
  /** Whether what begins with an equals sign is a formula; otherwise it is text. */
  formulas?: boolean
}

export interface CsvRead {
  /** As it would be typed into cells. */
  rows: string[][]
  delimiter: string
  encoding: Encoding
  /** Whether numbers were written with a comma before their decimal places. */
  decimalComma: boolean
  /** Lines with more or fewer cells than the first, and quotes that are never closed, in words. */
  faults: string[]
}

/** The encoding of a file: by its mark at the beginning, else UTF-8 if it is that, else what old programs write. */
function encodingOf(bytes: Uint8Array): Encoding {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return 'utf-16le'
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return 'utf-16be'
  try {
    new TextDecoder('utf-8', { fatal: true }).decode(bytes)
    return 'utf-8'
  } catch {
    return 'windows-1252'
  }
}

const MOST_ROWS = 200_000

/** Reads a CSV file (RFC 4180, and what goes by that name). Throws an UnreadableFile for what is none. */
export function readCsv(bytes: Uint8Array, choices: CsvChoices = {}): CsvRead {
  checkSize(bytes)
  const encoding = choices.encoding ?? encodingOf(bytes)
  const text = new TextDecoder(encoding).decode(bytes)
  if (text.includes('\u0000')) throw new UnreadableFile('This is no text, but a file of another kind.')
  const { data, meta, errors } = Papa.parse<string[]>(text.replace(/\r?\n$/, ''), {
    delimiter: choices.delimiter ?? '',
    delimitersToGuess: [...delimiters],
  })
  if (data.length > MOST_ROWS)
    throw new UnreadableFile(`This file has ${data.length} lines; at most ${MOST_ROWS} are taken.`)
  const width = data[0]?.length ?? 0
  const uneven = data.findIndex(row => row.length !== width)
  const faults = [
    ...(uneven < 0 ? [] : [`Line ${uneven + 1} has ${sure(data[uneven]).length} cells, the first has ${width}.`]),
    ...(errors.some(({ type }) => type === 'Quotes') ? ['A quotation mark is opened and never closed.'] : []),
  ]
  const delimiter = choices.delimiter ?? meta.delimiter
  const comma = choices.decimalComma ?? (delimiter !== ',' && hasDecimalCommas(data))
  const rows = data.map(row => row.map(cell => asTyped(comma ? withPoint(cell) : cell, choices)))
  return { rows, delimiter, encoding, decimalComma: comma, faults }
}

const WITH_COMMA = /^[+-]?(\d{1,3}(\.\d{3})+|\d+),\d+%?$/
const WITH_POINT = /^[+-]?\d*\.\d{1,2}%?$/

function hasDecimalCommas(rows: readonly string[][]): boolean {
  const some = rows.slice(0, 1000)
  return (
    some.some(row => row.some(cell => WITH_COMMA.test(cell))) &&
    !some.some(row => row.some(cell => WITH_POINT.test(cell)))
  )
}
const withPoint = (cell: string): string => (WITH_COMMA.test(cell) ? cell.replaceAll('.', '').replace(',', '.') : cell)

/** What to type for a cell of a file. A formula is text unless it is asked for. */
function asTyped(cell: string, { values = true, formulas = false }: CsvChoices): string {
  if (cell.startsWith('=') && !formulas) return `'${cell}`
  if (cell.startsWith("'")) return `'${cell}`
  if (values) return cell
  const read = typed(cell)
  return read.ok && read.input === cell ? cell : cell === '' ? '' : `'${cell}`
}

/**
 * A sheet as CSV in UTF-8: as it is shown, or where `plain` with all figures of its numbers. Texts that another
 * spreadsheet would run as formulas are defused.
 */
export function writeCsv(sheet: Sheet, plain = false): Uint8Array {
  const { rows, columns } = extentOf(sheet)
  const lines = Array.from({ length: rows }, (_, row) =>
    Array.from({ length: columns }, (__, column) => {
      const value = valueAt(sheet, row, column)
      return typeof value === 'number' && plain ? value : shownAt(sheet, row, column)
    }),
  )
  return new TextEncoder().encode(csvOf(lines))
}
