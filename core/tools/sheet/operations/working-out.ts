import { aggregations } from '../formula/functions/summaries'
import { areaName, cellName, fixedAddress, readCorner } from '../formula/references'
import { area, cell, choices, fixedArea } from './operation'
import type { Operation } from './operation'

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

/** What is worked out from cells. */
export const workingOut: readonly Operation[] = [
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
      return name.trim() === ''
        ? 'Say which name.'
        : { type: 'name.define', name: name.trim(), refers: `=${fixedArea(selection.sheet, area(selection))}` }
    },
  },
  {
    id: 'summary',
    group: 'Work out',
    title: 'Sum the list up',
    about: 'a table by one field or by two, which follows the list',
    words: ['summary table', 'pivot', 'crosstab', 'group by', 'totals by', 'per kind', 'report', 'breakdown'],
    asks: (selection, around) => {
      const fields = around.headings.filter(Boolean).map(value => ({ value, label: value }))
      const { list } = around
      return [
        { key: 'rows', label: 'A line for each', kind: 'choice', choices: fields, first: fields[0]?.value ?? '' },
        {
          key: 'columns',
          label: 'A column for each',
          kind: 'choice',
          choices: [{ value: '', label: 'nothing: one column' }, ...fields],
          first: '',
        },
        { key: 'values', label: 'Figures', kind: 'choice', choices: fields, first: fields.at(-1)?.value ?? '' },
        { key: 'how', label: 'Shown as', kind: 'choice', choices: choices(...aggregations), first: 'sum' },
        { key: 'at', label: 'From cell', kind: 'text', first: cellName(list.top, list.right + 2) },
      ]
    },
    make: ({ sheet }, around, { rows = '', columns = '', values = '', how = 'sum', at = '' }) => {
      if (!around.heading || rows === '')
        return 'The list round the cursor needs a heading with the names of its fields.'
      const corner = readCorner(at.trim())
      if (!corner) return `“${at}” is no cell: say where the table begins, such as ${cellName(0, 9)}.`
      const quoted = [rows, columns, values, how].map(text => `"${text.replaceAll('"', '""')}"`)
      return {
        type: 'cell.write',
        sheet,
        cell: cellName(corner.row, corner.column),
        text: `=SUMMARY(${fixedAddress(areaName(around.list))},${quoted.join(',')})`,
      }
    },
  },
  {
    id: 'seek',
    group: 'Work out',
    title: 'Find the input for a result',
    about: 'changes one number until the formula under the cursor gives what is wanted',
    words: ['goal seek', 'what if', 'backwards', 'target', 'solve', 'wanted result', 'break even'],
    asks: selection => [
      { key: 'wanted', label: `${cell(selection)} is to be`, kind: 'text' },
      { key: 'by', label: 'By changing cell', kind: 'text' },
    ],
    make: (selection, _, { wanted = '', by = '' }) =>
      readCorner(by.trim())
        ? { type: 'input.seek', sheet: selection.sheet, cell: cell(selection), wanted, by: by.trim().toUpperCase() }
        : 'Say which cell may be changed, such as B4.',
  },
  {
    id: 'results',
    group: 'Work out',
    title: 'Results for several inputs',
    about: 'beside the inputs that are selected in a column; or within a block, with a second input along its top',
    words: ['data table', 'what if', 'table of results', 'sensitivity', 'scenarios', 'vary', 'multiple operations'],
    asks: () => [
      { key: 'result', label: 'Results of cell', kind: 'text' },
      { key: 'input', label: 'Instead of cell', kind: 'text' },
      { key: 'other', label: 'Along the top', kind: 'text' },
    ],
    make: (selection, _, { result = '', input = '', other = '' }) => {
      const asName = (text: string): string => text.trim().toUpperCase()
      const [from, first, second] = [asName(result), asName(input), asName(other)]
      if (!readCorner(from) || !readCorner(first)) return 'Say which cell has the result, and which holds the input.'
      if (second !== '' && !readCorner(second)) return `“${other}” is no cell.`
      const { sheet, top, left, bottom, right } = selection
      const fixed = (name: string): string => fixedArea(sheet, name)
      if (second === '') {
        const rows = Array.from({ length: bottom - top + 1 }, (_, at) => [
          `=MULTIPLE.OPERATIONS(${fixed(from)},${fixed(first)},${cellName(top + at, left)})`,
        ])
        return { type: 'cells.write', sheet, cell: cellName(top, left + 1), rows }
      }
      if (bottom === top || right === left)
        return 'Select a block: the first input’s values down its left side, the second’s along its top.'
      const along = (at: number): string => cellName(top, left + 1 + at).replace(/\d+/, row => `$${row}`)
      const down = (at: number): string => `$${cellName(top + 1 + at, left)}`
      const asked = (at: number): string => [fixed(from), fixed(first), down(at), fixed(second)].join(',')
      const rows = Array.from({ length: bottom - top }, (_row, line) =>
        Array.from({ length: right - left }, (_cell, at) => `=MULTIPLE.OPERATIONS(${asked(line)},${along(at)})`),
      )
      return { type: 'cells.write', sheet, cell: cellName(top + 1, left + 1), rows }
    },
  },
]
