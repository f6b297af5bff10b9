import { areaName, columnName, fixedAddress, sheetInFormula } from '../formula/references'
import type { Block } from '../formula/references'
import type { BorderName } from '../formats/borders'
import type { SheetOp } from '../changes'
import type { SheetQuery } from '../viewing'
import type { Chart } from '../workbook/features/chart'
import type { Page } from '../workbook/features/page'

/** Cells that are selected in the sheet that is shown, counted from 0. `row` and `column`: the cell with the cursor. */
export interface Selection extends Block {
  sheet: string
  row: number
  column: number
}

/** What an operation knows of the sheet besides. */
export interface Around {
  extent: { rows: number; columns: number }
  /** The format of the cell with the cursor. */
  number: string
  bold: boolean
  italic: boolean
  underline: boolean
  strike: boolean
  border: BorderName | undefined
  size: number | undefined
  frozen: { rows: number; columns: number }
  /** The block of filled cells round the cursor, for what is done to a whole list. */
  list: Block
  /** Whether the first row of the list is its heading, and what stands in it. */
  heading: boolean
  headings: readonly string[]
  /** What the cell with the cursor shows, and what was noted on it and where it leads to. */
  shown: string
  note: string
  link: string
  /** The columns by which the list is filtered, counted from 0; null where it isn’t. */
  filtered: readonly number[] | null
  /** The chart that is chosen, of those on the sheet. */
  chart: Chart | null
  /** The table in which the cursor is. */
  table: string | null
  page: Page
  locked: boolean
  sheets: readonly string[]
}

/** What an operation has to be told before it can act. */
export interface Question {
  key: string
  label: string
  kind: 'text' | 'choice'
  choices?: readonly { value: string; label: string }[]
  /** What stands there at first. */
  first?: string
  /** It is asked only where another answer is one of these. */
  only?: { key: string; of: readonly string[] }
}

export type Answers = Readonly<Record<string, string>>

export const groups = ['Enter', 'Shape', 'Order', 'Work out', 'Look', 'Charts', 'Sheets'] as const
export type Group = (typeof groups)[number]

/** Something that can be done to a workbook, as people look for it. */
export interface Operation {
  id: string
  group: Group
  title: string
  /** What it does to what is selected, in a few words. */
  about: string
  /** Other words by which people look for it. */
  words: readonly string[]
  keys?: string
  asks?: (selection: Selection, around: Around) => readonly Question[]
  /** The operation on what is selected; null where there is nothing that it could be done to, or what is wrong. */
  make: (selection: Selection, around: Around, answers: Answers) => SheetOp | string | null
  /** It opens a form of its own instead. */
  opens?: 'csv'
  /** It looks for something and changes nothing: where the cursor goes is asked for. */
  seek?: (selection: Selection, answers: Answers) => Extract<SheetQuery, { kind: 'find' }>
}

export const area = (selection: Block): string => areaName(selection)
export const cell = ({ row, column }: Selection): string =>
  areaName({ top: row, left: column, bottom: row, right: column })

export const listArea = ({ list }: Around): string => areaName(list)

/** Cells of a sheet as a formula names them wherever it stands: Berths!$D$4:$D$19. */
export const fixedArea = (sheet: string, address: string): string => `${sheetInFormula(sheet)}!${fixedAddress(address)}`

/** The columns of the list, by their letters and what stands over them. */
export function columnChoices({ list, heading, headings }: Around): { value: string; label: string }[] {
  return Array.from({ length: Math.min(60, list.right - list.left + 1) }, (_, at) => {
    const value = columnName(list.left + at)
    const title = heading ? headings[at] : ''
    return { value, label: title ? `${value} · ${title}` : `column ${value}` }
  })
}

/** The column of the cursor where it is in the list, else its first. */
export function columnOfCursor({ column }: Selection, { list }: Around): string {
  return columnName(column >= list.left && column <= list.right ? column : list.left)
}

export const choices = (...words: readonly (string | readonly [value: string, label: string])[]) =>
  words.map(word => (typeof word === 'string' ? { value: word, label: word } : { value: word[0], label: word[1] }))
