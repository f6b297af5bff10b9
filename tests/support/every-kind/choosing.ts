import { Key } from '../browser'
import { question } from '../questions'
import type { Hands, KindTried } from './hands'

const TASK = 'try-choosing'
const statements = { sort: false, filter: true, fixed: true }
const rows = { till: ['twenty'], books: ['ten'], guest: ['ninety'] }

/** Kinds in which something is chosen. */
export function choosing({ input, click, tabIn, keys }: Hands): KindTried[] {
  return [
    {
      task: TASK,
      id: 'one',
      says: ['one chosen', 'nothing chosen yet'],
      pointer: [
        [() => click(input('one', 'credit')), 'credit'],
        [() => click(input('one', 'debit')), 'debit'],
      ],
      keys: [
        [
          async () => {
            await tabIn('one', 'el.type === "radio"')
            await keys(Key.SPACE)
          },
          'debit',
        ],
        [() => keys(Key.ARROW_DOWN), 'credit'],
        0,
      ],
    },
    {
      task: TASK,
      id: 'several',
      says: ['chosen', 'nothing chosen yet'],
      pointer: [
        [
          async () => {
            await click(input('several', 'rope'))
            await click(input('several', 'wages'))
          },
          ['rope', 'wages'],
        ],
        [
          async () => {
            await click(input('several', 'wages'))
            await click(input('several', 'paint'))
          },
          ['rope', 'paint'],
        ],
      ],
      keys: [
        [
          async () => {
            for (const value of ['rope', 'paint']) {
              await tabIn('several', `el.value === "${value}"`)
              await keys(Key.SPACE)
            }
          },
          ['rope', 'paint'],
        ],
        [() => keys(Key.SPACE), ['rope']],
        1,
      ],
    },
    {
      task: TASK,
      id: 'statements',
      says: ['3 of 3 answered', '0 of 3 answered'],
      pointer: [
        [
          async () => {
            for (const id of ['sort', 'filter', 'fixed'])
              await click(question('statements', `input[name="statements-${id}"][value="True"]`))
          },
          { sort: true, filter: true, fixed: true },
        ],
        [() => click(question('statements', 'input[name="statements-sort"][value="False"]')), statements],
      ],
      keys: [
        [
          async () => {
            await tabIn('statements', 'el.name === "statements-sort"')
            await keys(Key.SPACE, Key.ARROW_RIGHT, Key.TAB, Key.SPACE, Key.TAB, Key.SPACE)
          },
          statements,
        ],
        [() => keys(Key.ARROW_RIGHT), { ...statements, fixed: false }],
        1,
      ],
    },
    {
      task: TASK,
      id: 'grid',
      says: ['3 of 3 rows answered', '0 of 3 rows answered'],
      pointer: [
        [
          async () => {
            for (const cell of ['till twenty', 'books ten', 'guest ten']) await click(input('grid', cell))
          },
          { ...rows, guest: ['ten'] },
        ],
        [() => click(input('grid', 'guest ninety')), rows],
      ],
      keys: [
        [
          async () => {
            await tabIn('grid', 'el.name === "grid-till"')
            await keys(Key.SPACE, Key.ARROW_RIGHT)
            await tabIn('grid', 'el.name === "grid-books"')
            await keys(Key.SPACE)
            await tabIn('grid', 'el.name === "grid-guest"')
            await keys(Key.SPACE, Key.ARROW_LEFT)
          },
          rows,
        ],
        [() => keys(Key.ARROW_LEFT), { ...rows, guest: ['twenty'] }],
        1,
      ],
    },
  ]
}
