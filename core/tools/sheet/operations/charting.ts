import { blockAt } from '../addresses'
import { areaName, readReference } from '../formula/references'
import type { Block } from '../formula/references'
import type { SheetOp } from '../changes'
import type { Chart, ChartKind } from '../workbook/features/chart'
import { choices, fixedArea } from './operation'
import type { Answers, Around, Operation, Question, Selection } from './operation'

type NewChart = Extract<SheetOp, { type: 'chart.add' }>['chart']

/** The cells below the heading of a list, or of the selection where several cells are selected. */
function drawnFrom(selection: Selection, { list, heading }: Around): Block {
  const several = selection.top !== selection.bottom || selection.left !== selection.right
  const from: Block = several ? selection : list
  const hasHeading = heading && from.top === list.top
  return { ...from, top: hasHeading ? from.top + 1 : from.top }
}

const column = (block: Block, at: number): string => areaName({ ...block, left: at, right: at })

function sourceQuestions(selection: Selection, around: Around): Question[] {
  const from = drawnFrom(selection, around)
  const wide = from.right > from.left
  return [
    { key: 'labels', label: 'Names from', kind: 'text', first: wide ? column(from, from.left) : '' },
    {
      key: 'values',
      label: 'Figures from',
      kind: 'text',
      first: wide ? areaName({ ...from, left: from.left + 1 }) : areaName(from),
    },
  ]
}

const titleQuestions = (chart: Partial<Chart> = {}): Question[] => [
  { key: 'title', label: 'Title', kind: 'text', first: chart.title ?? '' },
  { key: 'across', label: 'Along the foot', kind: 'text', first: chart.across ?? '' },
  { key: 'up', label: 'Up the side', kind: 'text', first: chart.up ?? '' },
  {
    key: 'legend',
    label: 'Legend',
    kind: 'choice',
    choices: choices(['yes', 'shown'], ['no', 'not shown']),
    first: chart.legend === false ? 'no' : 'yes',
  },
]

/** What to draw: one series for each column of figures, named by the cell over it. Or what is wrong. */
function seriesFrom(sheet: string, values: string): NewChart['series'] | string {
  const series: NewChart['series'] = []
  for (const part of values.split(/[,;]/).map(one => one.trim().replaceAll('$', ''))) {
    if (part === '') continue
    if (!readReference(part)) return `“${part}” are no cells: write them as F4:F19.`
    const block = blockAt(part)
    for (let at = block.left; at <= Math.min(block.right, block.left + 11); at += 1) {
      const heading = areaName({ top: block.top - 1, bottom: block.top - 1, left: at, right: at })
      series.push({
        name: block.top > 0 ? `=${fixedArea(sheet, heading)}` : '',
        values: `=${fixedArea(sheet, column(block, at))}`,
      })
    }
  }
  return series.length === 0 ? 'Say which figures are to be drawn.' : series.slice(0, 12)
}

function chartFrom(kind: ChartKind, sheet: string, answers: Answers): NewChart | string {
  const { labels = '', values = '', title = '', across = '', up = '', legend = 'yes' } = answers
  const series = seriesFrom(sheet, values)
  if (typeof series === 'string') return series
  const names = labels.trim().replaceAll('$', '')
  if (names !== '' && !readReference(names)) return `“${names}” are no cells: write them as D4:D19.`
  return {
    kind,
    title: title.trim(),
    across: across.trim(),
    up: up.trim(),
    labels: names === '' ? null : `=${fixedArea(sheet, names)}`,
    series: kind === 'combined' ? series.map((one, at) => ({ ...one, line: at === series.length - 1 })) : series,
    legend: legend === 'yes',
  }
}

const draw = (kind: ChartKind, title: string, about: string, words: readonly string[]): Operation => ({
  id: `chart-${kind}`,
  group: 'Charts',
  title,
  about,
  words: ['chart', 'graph', 'diagram', 'plot', 'draw', ...words],
  asks: (selection, around) => [...sourceQuestions(selection, around), ...titleQuestions()],
  make: ({ sheet }, _, answers) => {
    const chart = chartFrom(kind, sheet, answers)
    return typeof chart === 'string' ? chart : { type: 'chart.add', sheet, chart }
  },
})

const kinds = choices(
  ['columns', 'columns'],
  ['bars', 'bars'],
  ['line', 'a line'],
  ['pie', 'a pie'],
  ['points', 'points'],
  ['combined', 'columns with a line'],
)
const asCells = (reference: string | null): string => (reference ?? '').slice(1).replaceAll('$', '')
const plain = (reference: string): string => reference.slice(reference.lastIndexOf('!') + 1)

/** Charts of the sheet, beside its cells. */
export const charting: readonly Operation[] = [
  draw('columns', 'Draw columns', 'one for each name, as high as its figure', ['column chart', 'compare']),
  draw('bars', 'Draw bars', 'lying, one for each name: good for long names', ['bar chart', 'horizontal', 'compare']),
  draw('line', 'Draw a line', 'from figure to figure: how something goes on', ['line chart', 'trend', 'over time']),
  draw('pie', 'Draw a pie', 'the parts of one whole', ['pie chart', 'share', 'proportion', 'per cent']),
  draw('points', 'Draw points', 'figures against figures', ['scatter', 'xy', 'correlation']),
  draw('combined', 'Draw columns with a line', 'the last series as a line over the others', [
    'combination',
    'combo',
    'mixed',
  ]),
  {
    id: 'chart-change',
    group: 'Charts',
    title: 'Change the chart',
    about: 'its kind, titles, legend, and what it is drawn from',
    words: ['chart title', 'axis', 'legend', 'chart type', 'graph', 'edit chart', 'label'],
    asks: (_, { chart }) =>
      chart
        ? [
            { key: 'kind', label: 'Drawn as', kind: 'choice', choices: kinds, first: chart.kind },
            { key: 'labels', label: 'Names from', kind: 'text', first: plain(asCells(chart.labels)) },
            {
              key: 'values',
              label: 'Figures from',
              kind: 'text',
              first: chart.series.map(({ values }) => plain(asCells(values))).join(', '),
            },
            ...titleQuestions(chart),
          ]
        : [],
    make: ({ sheet }, { chart }, { kind, ...answers }) => {
      if (!chart) return null
      const next = chartFrom(kinds.find(({ value }) => value === kind)?.value as ChartKind, sheet, answers)
      if (typeof next === 'string') return next
      // What stays needn’t be said: a series that points to another sheet keeps doing so.
      const same = (key: 'labels' | 'values'): boolean =>
        answers[key] ===
        (key === 'labels'
          ? plain(asCells(chart.labels))
          : chart.series.map(({ values }) => plain(asCells(values))).join(', '))
      return {
        type: 'chart.change',
        sheet,
        id: chart.id,
        change: {
          ...next,
          labels: same('labels') ? chart.labels : next.labels,
          series: same('values') && kind === chart.kind ? chart.series : next.series,
        },
      }
    },
  },
  {
    id: 'chart-remove',
    group: 'Charts',
    title: 'Take the chart away',
    about: 'the chosen one; the cells stay',
    words: ['delete chart', 'remove graph'],
    make: ({ sheet }, { chart }) => (chart ? { type: 'chart.remove', sheet, id: chart.id } : null),
  },
]
