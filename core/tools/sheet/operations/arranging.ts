import { area } from './operation'
import type { Operation } from './operation'

/** Sheets as a whole. */
export const arranging: readonly Operation[] = [
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
  {
    id: 'sheet-left',
    group: 'Sheets',
    title: 'Move this sheet to the left',
    about: 'by one place',
    words: ['order of sheets', 'reorder tabs', 'before'],
    make: ({ sheet }, { sheets }) => {
      const at = sheets.indexOf(sheet)
      return at > 0 ? { type: 'sheet.move', sheet, to: at - 1 } : null
    },
  },
  {
    id: 'sheet-right',
    group: 'Sheets',
    title: 'Move this sheet to the right',
    about: 'by one place',
    words: ['order of sheets', 'reorder tabs', 'after'],
    make: ({ sheet }, { sheets }) => {
      const at = sheets.indexOf(sheet)
      return at < sheets.length - 1 ? { type: 'sheet.move', sheet, to: at + 1 } : null
    },
  },
  {
    id: 'lock',
    group: 'Sheets',
    title: 'Lock the sheet',
    about: 'only cells that were left open can be changed',
    words: ['protect', 'protection', 'read only', 'secure', 'prevent changes'],
    make: ({ sheet }, { locked }) => (locked ? null : { type: 'sheet.lock', sheet, locked: true }),
  },
  {
    id: 'unlock',
    group: 'Sheets',
    title: 'Unlock the sheet',
    about: 'all cells can be changed again',
    words: ['unprotect', 'remove protection', 'allow changes'],
    make: ({ sheet }, { locked }) => (locked ? { type: 'sheet.lock', sheet, locked: false } : null),
  },
  {
    id: 'leave-open',
    group: 'Sheets',
    title: 'Leave the cells open',
    about: 'the selection can be changed although its sheet is locked',
    words: ['unlock cells', 'unprotected cells', 'input cells', 'allow editing'],
    make: selection => ({
      type: 'cells.format',
      sheet: selection.sheet,
      area: area(selection),
      format: { open: true },
    }),
  },
  {
    id: 'leave-closed',
    group: 'Sheets',
    title: 'Leave the cells open no longer',
    about: 'they are locked with their sheet',
    words: ['lock cells', 'protect cells'],
    make: selection => ({
      type: 'cells.format',
      sheet: selection.sheet,
      area: area(selection),
      format: { open: null },
    }),
  },
]
