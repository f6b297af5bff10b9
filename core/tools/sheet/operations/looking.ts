import { borderOf, sidesOf } from '../formats/borders'
import type { Side } from '../formats/borders'
import type { SheetOp } from '../changes'
import { withDecimals } from '../ops/looks'
import { area } from './operation'
import type { Around, Operation } from './operation'

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

/** A line along one side more. */
const line = (side: Side, edge: string, words: readonly string[]): Operation =>
  looks(
    `line-${side}`,
    `Line ${side === 'left' || side === 'right' ? `on the ${side}` : side}`,
    `along ${edge}`,
    ['border', 'rule', ...words],
    ({ border }) => ({ border: borderOf([...sidesOf(border), side]) ?? null }),
  )

/** How cells look. */
export const looking: readonly Operation[] = [
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
  line('below', 'the lower edge', ['underline']),
  looks('box', 'Lines around', 'each cell', ['border', 'box', 'frame', 'grid'], () => ({ border: 'around' })),
  looks('no-lines', 'Take lines away', 'from the cells', ['border', 'none'], () => ({ border: null })),
  looks('fill-red', 'Fill with red', 'behind the cells', ['background', 'colour', 'highlight', 'shade'], () => ({
    fill: 'red',
  })),
  looks('fill-blue', 'Fill with blue', 'behind the cells', ['background', 'colour', 'highlight', 'shade'], () => ({
    fill: 'blue',
  })),
  looks('ink-red', 'Red letters', 'or as they were', ['text colour', 'font colour'], () => ({ ink: 'bad' })),
  looks('ink-plain', 'Letters as they come', 'takes their colour away', ['text colour', 'black'], () => ({
    ink: null,
  })),
  line('above', 'the upper edge', []),
  line('left', 'the left edge', []),
  line('right', 'the right edge', []),
  looks(
    'total-lines',
    'Lines of a total',
    'one above and two below',
    ['border', 'double line', 'total line', 'sum line'],
    () => ({ border: 'total' }),
  ),
  looks('strike', 'Cross out', 'or no longer crossed out', ['strikethrough', 'strike', 'cancelled'], ({ strike }) => ({
    strike: !strike,
  })),
  {
    id: 'size',
    group: 'Look',
    title: 'Set the size of letters',
    about: 'in points; rows grow with them',
    words: ['font size', 'bigger', 'smaller', 'larger text', 'points', 'text size'],
    asks: (_, { size }) => [{ key: 'points', label: 'Points, 6 to 48', kind: 'text', first: String(size ?? 11) }],
    make: (selection, _, { points = '' }) => {
      const size = Number(points)
      return Number.isInteger(size) && size >= 6 && size <= 48
        ? { type: 'cells.format', sheet: selection.sheet, area: area(selection), format: { size } }
        : 'Letters have 6 to 48 points.'
    },
  },
  looks('as-title', 'Look of a title', 'bold and large', ['style', 'title', 'heading 1'], () => ({
    bold: true,
    size: 16,
  })),
  looks(
    'as-heading',
    'Look of a heading',
    'bold on grey, with a line below',
    ['style', 'header row', 'table heading', 'column heading'],
    () => ({ bold: true, fill: 'grey', border: 'below' }),
  ),
  looks('as-total', 'Look of a total', 'bold, one line above and two below', ['style', 'sum row', 'total row'], () => ({
    bold: true,
    border: 'total',
  })),
  looks(
    'as-input',
    'Look of an input',
    'blue letters on amber, left open when the sheet is locked',
    ['style', 'assumption', 'entry cell', 'variable'],
    () => ({ fill: 'amber', ink: 'accent', open: true }),
  ),
  {
    id: 'plain-looks',
    group: 'Look',
    title: 'Take all looks away',
    about: 'of the selection; what it holds stays',
    words: ['clear formats', 'reset', 'plain', 'remove formatting'],
    make: selection => ({ type: 'cells.clear', sheet: selection.sheet, area: area(selection), what: 'formats' }),
  },
]
