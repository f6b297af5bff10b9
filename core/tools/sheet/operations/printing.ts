import { area, choices } from './operation'
import type { Operation, Question } from './operation'
import type { Page } from '../workbook/features/page'

const fits = choices(['', 'as it comes'], ['wide', 'one page wide'], ['one', 'all on one page'])
const fitOf = (answer: string | undefined): Page['fit'] =>
  answer === 'wide' ? { wide: 1, tall: 0 } : answer === 'one' ? { wide: 1, tall: 1 } : null
const fitNow = ({ fit }: Page): string => (fit === null ? '' : fit.tall === 1 && fit.wide === 1 ? 'one' : 'wide')

const border = (page: Page): Question[] =>
  (['header', 'footer'] as const).flatMap(key =>
    (['left', 'centre', 'right'] as const).map(part => ({
      key: `${key} ${part}`,
      label: `${key === 'header' ? 'Top' : 'Foot'}, ${part}`,
      kind: 'text' as const,
      first: page[key][part] ?? '',
    })),
  )
function parts(answers: Readonly<Record<string, string>>, key: 'header' | 'footer'): Page['header'] {
  const said = (['left', 'centre', 'right'] as const).map(part => [part, answers[`${key} ${part}`]?.trim()] as const)
  return Object.fromEntries(said.filter(([, text]) => text))
}

/** How a sheet goes on paper. */
export const printing: readonly Operation[] = [
  {
    id: 'page',
    group: 'Sheets',
    title: 'Set up the page',
    about: 'paper, which way round, how many pages, margins',
    words: ['print', 'landscape', 'portrait', 'orientation', 'paper', 'fit', 'scale', 'margins', 'gridlines', 'layout'],
    asks: (_, { page }) => [
      { key: 'paper', label: 'Paper', kind: 'choice', choices: choices('A4', 'A3', 'A5'), first: page.paper },
      {
        key: 'way',
        label: 'Held',
        kind: 'choice',
        choices: choices(['upright', 'upright (portrait)'], ['across', 'across (landscape)']),
        first: page.across ? 'across' : 'upright',
      },
      { key: 'fit', label: 'Pages', kind: 'choice', choices: fits, first: fitNow(page) },
      { key: 'margin', label: 'Margins in mm', kind: 'text', first: String(page.margin) },
      {
        key: 'lines',
        label: 'Lines between cells',
        kind: 'choice',
        choices: choices(['no', 'not printed'], ['yes', 'printed']),
        first: page.lines ? 'yes' : 'no',
      },
    ],
    make: ({ sheet }, { page }, { paper, way, fit, margin = '', lines }) => {
      const wide = Number(margin)
      if (margin.trim() === '' || !(wide >= 0 && wide <= 80)) return 'Margins are 0 to 80 mm.'
      return {
        type: 'page.set',
        sheet,
        change: {
          paper: paper === 'A3' || paper === 'A5' ? paper : 'A4',
          across: way === 'across',
          fit: fit === fitNow(page) ? page.fit : fitOf(fit),
          margin: wide,
          lines: lines === 'yes',
        },
      }
    },
  },
  {
    id: 'print-area',
    group: 'Sheets',
    title: 'Print only the selection',
    about: 'and nothing else of this sheet',
    words: ['print area', 'part', 'range to print'],
    make: selection => ({ type: 'page.set', sheet: selection.sheet, change: { area: area(selection) } }),
  },
  {
    id: 'print-all',
    group: 'Sheets',
    title: 'Print the whole sheet',
    about: 'again, after only a part of it',
    words: ['clear print area', 'reset print area'],
    make: ({ sheet }, { page }) => (page.area ? { type: 'page.set', sheet, change: { area: null } } : null),
  },
  {
    id: 'print-again',
    group: 'Sheets',
    title: 'Print these rows on every page',
    about: 'the rows of the selection, such as a heading',
    words: ['print titles', 'repeat rows', 'heading on each page', 'title rows'],
    make: ({ sheet, top, bottom }) =>
      bottom - top < 100 ? { type: 'page.set', sheet, change: { again: `${top + 1}:${bottom + 1}` } } : null,
  },
  {
    id: 'header-footer',
    group: 'Sheets',
    title: 'Top and foot of the page',
    about: 'what is printed there; {page}, {pages}, {sheet} and {day} are filled in',
    words: ['header', 'footer', 'page number', 'print', 'date on page'],
    asks: (_, { page }) => border(page),
    make: ({ sheet }, _, answers) => ({
      type: 'page.set',
      sheet,
      change: { header: parts(answers, 'header'), footer: parts(answers, 'footer') },
    }),
  },
]
