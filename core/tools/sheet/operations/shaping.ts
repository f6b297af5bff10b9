import { columnName, MOST_COLUMNS, MOST_ROWS } from '../formula/references'
import { area } from './operation'
import type { Operation } from './operation'

/** Rows and columns. */
export const shaping: readonly Operation[] = [
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
    id: 'height',
    group: 'Shape',
    title: 'Set the height of rows',
    about: 'of the selected rows, in pixels',
    words: ['tall', 'row height', 'size'],
    asks: () => [{ key: 'pixels', label: 'Height in pixels, 16 to 400', kind: 'text', first: '30' }],
    make: ({ sheet, top, bottom }, _, { pixels }) => {
      const size = Number(pixels)
      return Number.isInteger(size) && size >= 16 && size <= 400
        ? { type: 'rows.size', sheet, from: top + 1, to: bottom + 1, pixels: size }
        : 'A row is 16 to 400 pixels high.'
    },
  },
  {
    id: 'hide-rows',
    group: 'Shape',
    title: 'Hide rows',
    about: 'the rows of the selection; what stands in them still counts',
    words: ['invisible', 'conceal', 'collapse'],
    make: ({ sheet, top, bottom }) =>
      bottom - top < 10_000 ? { type: 'rows.hide', sheet, from: top + 1, to: bottom + 1 } : null,
  },
  {
    id: 'show-rows',
    group: 'Shape',
    title: 'Show hidden rows',
    about: 'among the rows of the selection, or next to it',
    words: ['unhide', 'reveal'],
    make: ({ sheet, top, bottom }) => ({
      type: 'rows.show',
      sheet,
      from: Math.max(1, top),
      to: Math.min(MOST_ROWS, bottom + 2),
    }),
  },
  {
    id: 'hide-columns',
    group: 'Shape',
    title: 'Hide columns',
    about: 'the columns of the selection; what stands in them still counts',
    words: ['invisible', 'conceal', 'collapse'],
    make: ({ sheet, left, right }) =>
      right - left < 1000 ? { type: 'columns.hide', sheet, from: columnName(left), to: columnName(right) } : null,
  },
  {
    id: 'show-columns',
    group: 'Shape',
    title: 'Show hidden columns',
    about: 'among the columns of the selection, or next to it',
    words: ['unhide', 'reveal'],
    make: ({ sheet, left, right }) => ({
      type: 'columns.show',
      sheet,
      from: columnName(Math.max(0, left - 1)),
      to: columnName(Math.min(MOST_COLUMNS - 1, right + 1)),
    }),
  },
  {
    id: 'merge',
    group: 'Shape',
    title: 'Make one cell of several',
    about: 'of the selection; only what stands in its first cell is kept',
    words: ['merge', 'join cells', 'combine', 'across columns', 'title over'],
    make: selection => ({ type: 'cells.merge', sheet: selection.sheet, area: area(selection) }),
  },
  {
    id: 'unmerge',
    group: 'Shape',
    title: 'Make single cells again',
    about: 'of cells that were made one',
    words: ['unmerge', 'split cell', 'separate'],
    make: selection => ({ type: 'cells.unmerge', sheet: selection.sheet, area: area(selection) }),
  },
]
