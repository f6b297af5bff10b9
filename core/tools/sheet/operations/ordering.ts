import { columnName } from '../formula/references'
import { conditionFrom, conditionQuestions } from './conditions'
import { area, choices, columnChoices, columnOfCursor, listArea } from './operation'
import type { Around, Operation, Question, Selection } from './operation'
import type { SubtotalWay } from '../ops/subtotals'

function sortQuestions(_: Selection, around: Around): readonly Question[] {
  const columns = columnChoices(around)
  const orders = choices(['rising', 'rising: A to Z, small to large'], ['falling', 'falling: Z to A, large to small'])
  return [
    { key: 'first', label: 'By', kind: 'choice', choices: columns, first: columns[0]?.value ?? 'A' },
    { key: 'order', label: 'Order', kind: 'choice', choices: orders, first: 'rising' },
    {
      key: 'second',
      label: 'Then by',
      kind: 'choice',
      choices: [{ value: '', label: 'nothing more' }, ...columns],
      first: '',
    },
    { key: 'secondOrder', label: 'Order of that', kind: 'choice', choices: orders, first: 'rising' },
  ]
}

const SUBTOTALS = choices('sum', 'average', 'count', 'largest', 'smallest')

const orderOf = (answer: string | undefined): 'rising' | 'falling' => (answer === 'falling' ? 'falling' : 'rising')

/** Lists: their order, and which of their rows are shown. */
export const ordering: readonly Operation[] = [
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
  {
    id: 'filter',
    group: 'Order',
    title: 'Show only some rows',
    about: 'of the list, those whose cell in a column meets a condition; the others are hidden, not lost',
    words: ['filter', 'only', 'select rows', 'criteria', 'which rows', 'hide others', 'condition', 'matching'],
    asks: (selection, around) => [
      {
        key: 'column',
        label: 'Rows where',
        kind: 'choice',
        choices: columnChoices(around),
        first: columnOfCursor(selection, around),
      },
      ...conditionQuestions('Condition'),
    ],
    make: (selection, around, answers) => {
      const when = conditionFrom(answers)
      const column = answers.column ?? columnOfCursor(selection, around)
      return typeof when === 'string'
        ? when
        : { type: 'rows.filter', sheet: selection.sheet, area: listArea(around), column, when }
    },
  },
  {
    id: 'filter-like',
    group: 'Order',
    title: 'Show only rows like this one',
    about: 'those that show the same in the column of the cursor',
    words: ['filter by selection', 'same', 'only these', 'filter by value', 'matching'],
    make: (selection, around) => {
      const { sheet, row } = selection
      if (row <= around.list.top || around.shown === '') return null
      const column = columnOfCursor(selection, around)
      return {
        type: 'rows.filter',
        sheet,
        area: listArea(around),
        column,
        when: { is: 'one-of', values: [around.shown] },
      }
    },
  },
  {
    id: 'filter-again',
    group: 'Order',
    title: 'Filter again',
    about: 'by the same conditions, now that cells have changed',
    words: ['reapply', 'refresh filter'],
    make: ({ sheet }, { filtered }) => (filtered ? { type: 'filter.again', sheet } : null),
  },
  {
    id: 'unfilter',
    group: 'Order',
    title: 'Show all rows of the list',
    about: 'takes the filter away',
    words: ['show all rows', 'show all', 'clear filter', 'remove filter', 'unfilter', 'all rows'],
    make: ({ sheet }, { filtered }) => (filtered ? { type: 'filter.remove', sheet } : null),
  },
  {
    id: 'unique',
    group: 'Order',
    title: 'Take repeated rows out',
    about: 'of rows that agree only the first stays; those below move up',
    words: ['duplicates', 'remove duplicates', 'unique', 'twice', 'double', 'distinct', 'deduplicate'],
    asks: (_, around) => [
      {
        key: 'by',
        label: 'Rows agree in',
        kind: 'choice',
        choices: [{ value: '', label: 'all columns' }, ...columnChoices(around)],
        first: '',
      },
      {
        key: 'also',
        label: 'And in',
        kind: 'choice',
        choices: [{ value: '', label: 'nothing more' }, ...columnChoices(around)],
        first: '',
      },
    ],
    make: ({ sheet }, around, { by = '', also = '' }) => {
      const all = columnChoices(around).map(({ value }) => value)
      const some = [...new Set([by, also].filter(Boolean))]
      return {
        type: 'rows.unique',
        sheet,
        area: listArea(around),
        by: by === '' ? all : some,
        heading: around.heading,
      }
    },
  },
  {
    id: 'table',
    group: 'Order',
    title: 'Make the list a table',
    about: 'it has a name, grows with what is typed at its end, and formulas name its columns: Berths[Fee]',
    words: ['table', 'structured', 'grow', 'expand', 'data range', 'format as table', 'dynamic range', 'rename table'],
    asks: (_, { table }) => [{ key: 'name', label: 'Name', kind: 'text', first: table ?? '' }],
    make: ({ sheet }, around, { name = '' }) =>
      name.trim() === ''
        ? 'Say how the table is called.'
        : { type: 'table.make', sheet, area: listArea(around), name: name.trim() },
  },
  {
    id: 'untable',
    group: 'Order',
    title: 'Make the table a plain list',
    about: 'its cells stay; formulas point to them by their addresses',
    words: ['remove table', 'convert to range', 'no table'],
    make: (_, { table }) => (table === null ? null : { type: 'table.remove', name: table }),
  },
  {
    id: 'subtotal',
    group: 'Order',
    title: 'Put subtotals into the list',
    about: 'a row under each group of equal cells, and one under all; sort by the group first',
    words: ['subtotals', 'group', 'totals by', 'group total', 'break', 'outline', 'sum per'],
    asks: (selection, around) => {
      const columns = columnChoices(around)
      return [
        {
          key: 'by',
          label: 'A group for each',
          kind: 'choice',
          choices: columns,
          first: columnOfCursor(selection, around),
        },
        { key: 'how', label: 'Work out the', kind: 'choice', choices: SUBTOTALS, first: 'sum' },
        {
          key: 'of',
          label: 'Of',
          kind: 'choice',
          choices: columns,
          first: columns.at(-1)?.value ?? 'A',
        },
      ]
    },
    make: ({ sheet }, around, { by = 'A', how = 'sum', of = '' }) =>
      by === of || of === ''
        ? 'Choose a column with numbers, another than that of the groups.'
        : {
            type: 'rows.subtotal',
            sheet,
            area: listArea(around),
            by,
            of: [of],
            how: how as SubtotalWay,
          },
  },
  {
    id: 'unsubtotal',
    group: 'Order',
    title: 'Take subtotals out of the list',
    about: 'every row of it that has one',
    words: ['remove subtotals', 'delete subtotals', 'ungroup'],
    make: ({ sheet }, around) => ({ type: 'rows.unsubtotal', sheet, area: listArea(around) }),
  },
  {
    id: 'split',
    group: 'Order',
    title: 'Take texts apart',
    about: 'of the selected column at a mark; the parts stand side by side',
    words: ['split', 'text to columns', 'separate', 'comma', 'delimiter', 'first name', 'divide'],
    asks: () => [{ key: 'at', label: 'At this mark', kind: 'text', first: ',' }],
    make: (selection, _, { at = '' }) =>
      at === '' ? 'Say at which mark.' : { type: 'text.split', sheet: selection.sheet, area: area(selection), at },
  },
]
