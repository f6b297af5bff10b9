import { areaName, columnName, sheetInFormula } from '../formula/references'
import { withDecimals } from '../ops/looks'
import type { SheetOp } from '../ops'

/** Cells that are selected in the sheet that is shown, counted from 0. `row` and `column`: the cell with the cursor. */
export interface Selection {
  sheet: string
  top: number
  left: number
  bottom: number
  right: number
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
  frozen: { rows: number; columns: number }
  /** The block of filled cells round the cursor, for what is done to a whole list. */
  list: { top: number; left: number; bottom: number; right: number }
  /** How many rows of the list are its heading. */
  heading: boolean
}

/** What an operation has to be told before it can act. */
export interface Question {
  key: string
  label: string
  kind: 'text' | 'choice'
  choices?: readonly { value: string; label: string }[]
  /** What stands there at first. */
  first?: string
}

export type Answers = Readonly<Record<string, string>>

export const groups = ['Enter', 'Shape', 'Order', 'Work out', 'Look', 'Sheets'] as const
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
  /** The operation on what is selected; null where there is nothing that it could be done to. */
  make: (selection: Selection, around: Around, answers: Answers) => SheetOp | null
}

const area = (selection: Pick<Selection, 'top' | 'left' | 'bottom' | 'right'>): string => areaName(selection)
const cell = ({ row, column }: Selection): string => areaName({ top: row, left: column, bottom: row, right: column })

const looks = (
  id: string,
  title: string,
  about: string,
  words: readonly string[],
  format: (around: Around) => Extract<SheetOp, { type: 'cells.format' }>['format'],
  keys?: string,
): Operation => ({
  id,
  group: 'Look',
  title,
  about,
  words,
  ...(keys ? { keys } : {}),
  make: (selection, around) => ({
    type: 'cells.format',
    sheet: selection.sheet,
    area: area(selection),
    format: format(around),
  }),
})

/** A function over the numbers above the cursor, or left of it where there are none above. */
const reckon = (name: string, title: string, about: string, words: readonly string[]): Operation => ({
  id: `reckon-${name.toLowerCase()}`,
  group: 'Work out',
  title,
  about,
  words: [name, ...words],
  make: (selection, { list }) => {
    const { sheet, top, left, bottom, right, row, column } = selection
    const several = top !== bottom || left !== right
    if (several) {
      const downwards = bottom > top
      const to = downwards ? { row: bottom + 1, column: left } : { row: top, column: right + 1 }
      return {
        type: 'cell.write',
        sheet,
        cell: areaName({ top: to.row, left: to.column, bottom: to.row, right: to.column }),
        text: `=${name}(${area(selection)})`,
      }
    }
    if (row === 0) return null
    const from = Math.min(row - 1, Math.max(list.top + 1, 0))
    return {
      type: 'cell.write',
      sheet,
      cell: cell(selection),
      text: `=${name}(${areaName({ top: from, left: column, bottom: row - 1, right: column })})`,
    }
  },
})

const listArea = ({ list }: Around): string => areaName(list)

function sortQuestions(_: Selection, { list }: Around): readonly Question[] {
  const columns = Array.from({ length: Math.min(60, list.right - list.left + 1) }, (_unused, at) =>
    columnName(list.left + at),
  )
  const choices = columns.map(value => ({ value, label: `column ${value}` }))
  const orders = [
    { value: 'rising', label: 'rising: A to Z, small to large' },
    { value: 'falling', label: 'falling: Z to A, large to small' },
  ]
  return [
    { key: 'first', label: 'By', kind: 'choice', choices, first: columns[0] ?? 'A' },
    { key: 'order', label: 'Order', kind: 'choice', choices: orders, first: 'rising' },
    {
      key: 'second',
      label: 'Then by',
      kind: 'choice',
      choices: [{ value: '', label: 'nothing more' }, ...choices],
      first: '',
    },
    { key: 'secondOrder', label: 'Order of that', kind: 'choice', choices: orders, first: 'rising' },
  ]
}

const orderOf = (answer: string | undefined): 'rising' | 'falling' => (answer === 'falling' ? 'falling' : 'rising')

/** All that can be done, in the order of the groups. */
export const operations: readonly Operation[] = [
  {
    id: 'fill-down',
    group: 'Enter',
    title: 'Continue downwards',
    about: 'the first row of the selection into the rows below; references move along',
    words: ['copy down', 'fill down', 'repeat', 'same formula', 'extend', 'drag'],
    keys: 'Ctrl+D',
    make: selection => {
      const { sheet, top, left, bottom, right } = selection
      if (bottom === top) return null
      return {
        type: 'cells.fill',
        sheet,
        from: areaName({ top, left, bottom: top, right }),
        to: area(selection),
        how: 'copy',
      }
    },
  },
  {
    id: 'fill-right',
    group: 'Enter',
    title: 'Continue to the right',
    about: 'the first column of the selection into the columns beside it; references move along',
    words: ['copy across', 'fill right', 'repeat', 'extend'],
    keys: 'Ctrl+R',
    make: selection => {
      const { sheet, top, left, bottom, right } = selection
      if (right === left) return null
      return {
        type: 'cells.fill',
        sheet,
        from: areaName({ top, left, bottom, right: left }),
        to: area(selection),
        how: 'copy',
      }
    },
  },
  {
    id: 'fill-series',
    group: 'Enter',
    title: 'Continue as a series',
    about: 'numbers, days, weekdays or months go on by the step of the first cells',
    words: ['number', 'count on', 'dates', 'months', 'weekdays', 'sequence', 'pattern', 'fill'],
    make: selection => {
      const { sheet, top, left, bottom, right } = selection
      const down = bottom > top
      const given = down ? bottom - top + 1 : right - left + 1
      if (given < 2) return null
      const first = given > 2 ? 2 : 1
      const from = down ? { top, left, bottom: top + first - 1, right } : { top, left, bottom, right: left + first - 1 }
      return { type: 'cells.fill', sheet, from: areaName(from), to: area(selection), how: 'series' }
    },
  },
  {
    id: 'clear',
    group: 'Enter',
    title: 'Empty cells',
    about: 'takes contents out, and leaves how the cells look',
    words: ['clear', 'delete contents', 'erase', 'remove', 'blank'],
    keys: 'Delete',
    make: selection => ({ type: 'cells.clear', sheet: selection.sheet, area: area(selection), what: 'contents' }),
  },
  {
    id: 'insert-rows',
    group: 'Shape',
    title: 'Insert rows',
    about: 'as many as are selected, above them; formulas keep pointing to their cells',
    words: ['add row', 'new line', 'line above'],
    make: ({ sheet, top, bottom }) => ({ type: 'rows.insert', sheet, at: top + 1, count: bottom - top + 1 }),
  },
  {
    id: 'delete-rows',
    group: 'Shape',
    title: 'Delete rows',
    about: 'the rows of the selection, with all that stands in them',
    words: ['remove row', 'take out line'],
    make: ({ sheet, top, bottom }) => ({
      type: 'rows.delete',
      sheet,
      at: top + 1,
      count: Math.min(10_000, bottom - top + 1),
    }),
  },
  {
    id: 'insert-columns',
    group: 'Shape',
    title: 'Insert columns',
    about: 'as many as are selected, left of them; formulas keep pointing to their cells',
    words: ['add column', 'new column'],
    make: ({ sheet, left, right }) => ({
      type: 'columns.insert',
      sheet,
      at: columnName(left),
      count: right - left + 1,
    }),
  },
  {
    id: 'delete-columns',
    group: 'Shape',
    title: 'Delete columns',
    about: 'the columns of the selection, with all that stands in them',
    words: ['remove column', 'take out column'],
    make: ({ sheet, left, right }) => ({
      type: 'columns.delete',
      sheet,
      at: columnName(left),
      count: Math.min(10_000, right - left + 1),
    }),
  },
  {
    id: 'width',
    group: 'Shape',
    title: 'Set the width of columns',
    about: 'of the selected columns, in pixels',
    words: ['wide', 'narrow', 'size', 'column width', 'fit'],
    asks: () => [{ key: 'pixels', label: 'Width in pixels, 20 to 800', kind: 'text', first: '140' }],
    make: ({ sheet, left, right }, _, { pixels }) => {
      const size = Number(pixels)
      return Number.isInteger(size) && size >= 20 && size <= 800
        ? { type: 'columns.size', sheet, from: columnName(left), to: columnName(right), pixels: size }
        : null
    },
  },
  {
    id: 'sort',
    group: 'Order',
    title: 'Sort the list',
    about: 'whole rows of the list round the cursor, by one column or two; its heading stays',
    words: ['order', 'alphabetical', 'ascending', 'descending', 'arrange', 'rank', 'biggest first', 'a to z'],
    asks: sortQuestions,
    make: ({ sheet }, around, answers) => ({
      type: 'rows.sort',
      sheet,
      area: listArea(around),
      by: [
        { column: answers.first ?? columnName(around.list.left), order: orderOf(answers.order) },
        ...(answers.second ? [{ column: answers.second, order: orderOf(answers.secondOrder) }] : []),
      ],
      heading: around.heading,
    }),
  },
  reckon('SUM', 'Add up', 'the numbers above the cursor, or those that are selected', [
    'total',
    'sum',
    'plus',
    'together',
  ]),
  reckon('AVERAGE', 'Average', 'of the numbers above the cursor, or of those that are selected', ['mean']),
  reckon('COUNT', 'Count numbers', 'above the cursor, or in the selection', ['how many', 'number of']),
  reckon('MAX', 'Largest', 'of the numbers above the cursor, or of those that are selected', [
    'maximum',
    'biggest',
    'highest',
    'most',
  ]),
  reckon('MIN', 'Smallest', 'of the numbers above the cursor, or of those that are selected', [
    'minimum',
    'lowest',
    'least',
  ]),
  {
    id: 'name',
    group: 'Work out',
    title: 'Give the selection a name',
    about: 'so that formulas can use the name in place of the cells',
    words: ['named range', 'define name', 'label', 'call'],
    asks: () => [{ key: 'name', label: 'Name', kind: 'text' }],
    make: (selection, _, { name = '' }) => {
      const refers = area(selection).replace(/[A-Z]+|\d+/g, part => `$${part}`)
      return name.trim() === ''
        ? null
        : { type: 'name.define', name: name.trim(), refers: `=${sheetInFormula(selection.sheet)}!${refers}` }
    },
  },
  looks(
    'bold',
    'Bold',
    'or no longer bold',
    ['heavy', 'strong', 'emphasis', 'heading'],
    ({ bold }) => ({ bold: !bold }),
    'Ctrl+B',
  ),
  looks(
    'italic',
    'Italic',
    'or no longer italic',
    ['slanted', 'emphasis'],
    ({ italic }) => ({ italic: !italic }),
    'Ctrl+I',
  ),
  looks(
    'underline',
    'Underline',
    'or no longer underlined',
    ['line under'],
    ({ underline }) => ({ underline: !underline }),
    'Ctrl+U',
  ),
  looks('left', 'Align left', 'to the left edge', ['alignment'], () => ({ align: 'left' })),
  looks('centre', 'Centre', 'in the middle of their cells', ['center', 'middle', 'alignment'], () => ({
    align: 'centre',
  })),
  looks('right', 'Align right', 'to the right edge', ['alignment'], () => ({ align: 'right' })),
  looks('wrap', 'Wrap text', 'to several lines in its cell', ['break line', 'lines', 'fit'], () => ({ wrap: true })),
  looks(
    'money',
    'Show as pounds',
    'two decimal places, thousands marked',
    ['currency', 'money', 'pound', 'price', '£'],
    () => ({ number: '£#,##0.00' }),
  ),
  looks('percent', 'Show as per cent', '0.2 shows as 20%', ['percentage', '%', 'rate'], () => ({ number: '0%' })),
  looks(
    'number',
    'Show as a number',
    'two decimal places, thousands marked',
    ['comma', 'thousands', 'decimals'],
    () => ({ number: '#,##0.00' }),
  ),
  looks('date', 'Show as a date', '1 Apr 2027', ['day', 'calendar', 'month'], () => ({ number: 'd mmm yyyy' })),
  looks('plain', 'Show as it is', 'takes the number format away', ['general', 'reset format', 'no format'], () => ({
    number: null,
  })),
  {
    id: 'more-decimals',
    group: 'Look',
    title: 'One decimal place more',
    about: 'is shown; the value stays',
    words: ['digits', 'precision', 'increase decimals', 'point'],
    make: selection => ({ type: 'cells.decimals', sheet: selection.sheet, area: area(selection), by: 1 }),
  },
  {
    id: 'fewer-decimals',
    group: 'Look',
    title: 'One decimal place less',
    about: 'is shown; the value stays',
    words: ['digits', 'round', 'decrease decimals', 'whole', 'point'],
    make: selection => ({ type: 'cells.decimals', sheet: selection.sheet, area: area(selection), by: -1 }),
  },
  {
    id: 'number-format',
    group: 'Look',
    title: 'Set a number format',
    about: 'by its code, such as #,##0.00 or d mmm yyyy',
    words: ['custom format', 'code', 'pattern', 'decimals', 'places'],
    asks: (_, { number }) => [
      { key: 'code', label: 'Format code', kind: 'text', first: number || withDecimals('#,##0', 2) },
    ],
    make: (selection, _, { code = '' }) => ({
      type: 'cells.format',
      sheet: selection.sheet,
      area: area(selection),
      format: { number: code || null },
    }),
  },
  looks('fill-amber', 'Fill with amber', 'behind the cells', ['background', 'colour', 'highlight', 'shade'], () => ({
    fill: 'amber',
  })),
  looks('fill-green', 'Fill with green', 'behind the cells', ['background', 'colour', 'highlight', 'shade'], () => ({
    fill: 'green',
  })),
  looks('fill-grey', 'Fill with grey', 'behind the cells', ['background', 'colour', 'highlight', 'shade'], () => ({
    fill: 'grey',
  })),
  looks('no-fill', 'Take the fill away', 'from behind the cells', ['background', 'colour', 'none'], () => ({
    fill: null,
  })),
  looks('line-below', 'Line below', 'along the lower edge', ['border', 'underline', 'rule'], () => ({
    border: 'below',
  })),
  looks('box', 'Lines around', 'each cell', ['border', 'box', 'frame', 'grid'], () => ({ border: 'around' })),
  looks('no-lines', 'Take lines away', 'from the cells', ['border', 'none'], () => ({ border: null })),
  {
    id: 'freeze',
    group: 'Sheets',
    title: 'Keep rows above and columns left in sight',
    about: 'everything above the cursor and left of it stays when the sheet scrolls',
    words: ['freeze', 'pin', 'lock', 'panes', 'heading stays', 'scroll', 'fix heading'],
    make: ({ sheet, row, column }) =>
      row <= 50 && column <= 20 && row + column > 0
        ? { type: 'panes.freeze', sheet, rows: row, columns: column }
        : null,
  },
  {
    id: 'freeze-heading',
    group: 'Sheets',
    title: 'Keep the heading in sight',
    about: 'the rows down to the heading of the list stay when the sheet scrolls',
    words: ['freeze', 'pin', 'lock', 'panes', 'top row', 'scroll', 'title row'],
    make: ({ sheet }, { list }) =>
      list.top < 50 ? { type: 'panes.freeze', sheet, rows: list.top + 1, columns: 0 } : null,
  },
  {
    id: 'unfreeze',
    group: 'Sheets',
    title: 'Let everything scroll',
    about: 'nothing stays in sight any more',
    words: ['unfreeze', 'unpin', 'unlock', 'panes'],
    make: ({ sheet }, { frozen }) =>
      frozen.rows + frozen.columns > 0 ? { type: 'panes.freeze', sheet, rows: 0, columns: 0 } : null,
  },
  {
    id: 'add-sheet',
    group: 'Sheets',
    title: 'Add a sheet',
    about: 'after the last one',
    words: ['new sheet', 'tab', 'page'],
    asks: () => [{ key: 'name', label: 'Name', kind: 'text' }],
    make: (_, __, { name = '' }) => (name.trim() === '' ? null : { type: 'sheet.add', name: name.trim() }),
  },
  {
    id: 'rename-sheet',
    group: 'Sheets',
    title: 'Rename this sheet',
    about: 'formulas that point to it follow',
    words: ['name of sheet', 'tab', 'title'],
    asks: ({ sheet }) => [{ key: 'name', label: 'Name', kind: 'text', first: sheet }],
    make: ({ sheet }, _, { name = '' }) =>
      name.trim() === '' ? null : { type: 'sheet.rename', sheet, to: name.trim() },
  },
  {
    id: 'remove-sheet',
    group: 'Sheets',
    title: 'Take this sheet away',
    about: 'with all that stands on it',
    words: ['delete sheet', 'remove tab'],
    make: ({ sheet }) => ({ type: 'sheet.remove', sheet }),
  },
]
