import { areaName } from '../formula/references'
import { area, cell, choices } from './operation'
import type { Operation } from './operation'

/** Putting something into cells. */
export const entering: readonly Operation[] = [
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
    id: 'values-only',
    group: 'Enter',
    title: 'Put values in place of formulas',
    about: 'in the selection: what is shown stays, and no longer follows',
    words: ['paste values', 'fix values', 'freeze values', 'convert to values'],
    make: selection => {
      const { sheet } = selection
      return { type: 'cells.copy', sheet, area: area(selection), toSheet: sheet, to: area(selection), what: 'values' }
    },
  },
  {
    id: 'find',
    group: 'Enter',
    title: 'Find',
    about: 'goes to the next cell that shows a text, or whose formula has it',
    words: ['search', 'look for', 'where is'],
    keys: 'Ctrl+F',
    asks: () => [{ key: 'text', label: 'This text', kind: 'text' }],
    make: () => null,
    seek: ({ row, column }, { text = '' }) => ({ kind: 'find', row, column, text }),
  },
  {
    id: 'replace',
    group: 'Enter',
    title: 'Replace a text',
    about: 'wherever it stands in the selection, or in the whole sheet',
    words: ['find and replace', 'substitute', 'change all', 'instead of'],
    asks: selection => [
      { key: 'find', label: 'This text', kind: 'text' },
      { key: 'by', label: 'Becomes', kind: 'text' },
      {
        key: 'where',
        label: 'In',
        kind: 'choice',
        choices: choices(['selection', area(selection)], ['sheet', 'the whole sheet']),
        first: selection.top === selection.bottom && selection.left === selection.right ? 'sheet' : 'selection',
      },
      {
        key: 'whole',
        label: 'Found where',
        kind: 'choice',
        choices: choices(['no', 'it is a part of the cell'], ['yes', 'it is the whole cell']),
        first: 'no',
      },
      {
        key: 'exactly',
        label: 'Capitals',
        kind: 'choice',
        choices: choices(['no', 'don’t matter'], ['yes', 'matter']),
        first: 'no',
      },
    ],
    make: (selection, { extent }, { find = '', by = '', where, whole, exactly }) => {
      if (find === '') return 'Say which text is to be replaced.'
      const all = { top: 0, left: 0, bottom: Math.max(0, extent.rows - 1), right: Math.max(0, extent.columns - 1) }
      return {
        type: 'cells.replace',
        sheet: selection.sheet,
        area: where === 'sheet' ? areaName(all) : area(selection),
        find,
        by,
        whole: whole === 'yes',
        exactly: exactly === 'yes',
      }
    },
  },
  {
    id: 'note',
    group: 'Enter',
    title: 'Write a note on the cell',
    about: 'it is shown beside the sheet when the cursor is there; empty takes it away',
    words: ['comment', 'remark', 'annotation', 'memo'],
    asks: (_, { note }) => [{ key: 'text', label: 'Note', kind: 'text', first: note }],
    make: (selection, _, { text = '' }) => ({ type: 'cell.note', sheet: selection.sheet, cell: cell(selection), text }),
  },
  {
    id: 'link',
    group: 'Enter',
    title: 'Let the cell lead somewhere',
    about: 'to an address, or to a cell such as #Rates!B3; empty takes it away',
    words: ['hyperlink', 'link', 'web address', 'url', 'jump'],
    asks: (_, { link }) => [{ key: 'to', label: 'Leads to', kind: 'text', first: link }],
    make: (selection, _, { to = '' }) => ({ type: 'cell.link', sheet: selection.sheet, cell: cell(selection), to }),
  },
  {
    id: 'bring-csv',
    group: 'Enter',
    title: 'Bring in a CSV file',
    about: 'into the cells from the cursor on, after a look at it',
    words: ['import', 'open file', 'load', 'text file', 'comma separated'],
    make: () => null,
    opens: 'csv',
  },
]
