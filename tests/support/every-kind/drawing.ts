import { expect } from 'vitest'
import { By, Key } from '../browser'
import { labelled, question } from '../questions'
import { all } from './hands'
import type { Hands, KindTried } from './hands'

const TASK = 'try-drawing'
const times = (key: string, count: number): string[] => Array.from({ length: count }, () => key)
const point = (x: number, y: number) => ({ x: String(x), y: String(y) })
const spots = (...at: readonly (readonly [number, number])[]): unknown =>
  at.map(([x, y]) => ({ x: near(x), y: near(y) }))
const near = (value: number): unknown => expect.closeTo(value, -1)
const interval = (withEnds: boolean) => ({
  points: [],
  intervals: [{ from: '64', to: '127', withFrom: withEnds, withTo: withEnds }],
})
const strokes = (ring: string): unknown => [
  expect.objectContaining({ tool: 'ring', colour: ring }),
  expect.objectContaining({ tool: 'line', colour: 'blue' }),
]

/** Kinds that are answered in a drawing. */
export function drawing({
  open,
  click,
  pressAt,
  pull,
  option,
  field,
  type,
  keys,
  tabIn,
  toLabel,
  tabToLabel,
}: Hands): KindTried[] {
  const plane = question('plane', '.field svg')
  /** The grid is 450 by 334 of 520 by 400, with 48 on the left of it and 44 below. */
  const onPlane = (x: number, y: number) => pressAt(plane, (48 + 45 * x) / 520, (356 - 0.334 * y) / 400)
  const bar = question('bars', 'svg')
  /** Four bars in a drawing of 620 by 300, with 244 for the 60 boats, 26 from the top. */
  const pullBar = (place: number, to: number): Promise<void> => {
    const across = (48 + 572 * (place / 4 + 0.125)) / 620
    return pull(bar, [across, 269 / 300], [across, (270 - (to / 60) * 244) / 300])
  }
  const drawing = question('drawn', '.field svg')
  const tool = (name: string) => click(By.xpath(`//*[@data-question="drawn"]//label[normalize-space()="${name}"]`))
  const toolByKeys = async (name: string, value: string): Promise<void> => {
    await tabIn('drawn', `el.name === "drawn-${name}"`, true)
    for (let moved = 0; moved < 6; moved += 1) {
      if (await open.browser.driver.executeScript(`return document.activeElement.value === ${JSON.stringify(value)}`))
        break
      await keys(Key.ARROW_DOWN)
    }
  }
  return [
    {
      task: TASK,
      id: 'places',
      says: ['2 of 2 marked', '0 of 2 marked'],
      pointer: [
        [
          async () => {
            await pressAt(question('places', '.field svg'), 105 / 640, 120 / 300)
            await pressAt(question('places', '.field svg'), 290 / 640, 70 / 300)
          },
          spots([105, 120], [290, 70]),
        ],
        [
          async () => {
            await click(question('places', '[aria-label="Take away 2"]'))
            await pressAt(question('places', '.field svg'), 465 / 640, 105 / 300)
          },
          spots([105, 120], [465, 105]),
        ],
      ],
      keys: [
        [
          async () => {
            await tabToLabel('Cross-hair on the picture')
            // From the middle of 640 by 300, in steps of 16, to the hut; then to the Chandlery.
            await keys(...times(Key.ARROW_RIGHT, 9), ...times(Key.ARROW_UP, 4), Key.ENTER)
            await keys(...times(Key.ARROW_LEFT, 22), Key.ARROW_DOWN, Key.ENTER)
          },
          spots([464, 86], [112, 102]),
        ],
        [
          async () => {
            await toLabel('places', 'Take away 2')
            await keys(Key.ENTER)
          },
          spots([464, 86]),
        ],
        1,
      ],
    },
    {
      task: TASK,
      id: 'line',
      says: ['1 of 1 interval', '0 of 1 interval'],
      pointer: [
        [
          async () => {
            for (const place of [64, 127])
              await pressAt(question('line', '.field svg'), (34 + (place / 256) * 572) / 640, 0.5)
          },
          interval(true),
        ],
        [
          async () => {
            await option('line', 'From 64: the end of interval 1', 'without')
            await option('line', 'to 127: the end of interval 1', 'without')
          },
          interval(false),
        ],
      ],
      keys: [
        [
          async () => {
            await tabIn('line', 'el.id === "at-line"')
            await type('64', Key.ENTER)
            await type('127', Key.ENTER)
            for (const end of ['From 64', 'to 127']) {
              await tabToLabel(`${end}: the end of interval 1`)
              await keys('without')
            }
          },
          interval(false),
        ],
        [() => keys(Key.ARROW_UP), { points: [], intervals: [{ ...interval(false).intervals[0], withTo: true }] }],
        0,
      ],
    },
    {
      task: TASK,
      id: 'plane',
      says: ['2 of 2 drawn', '0 of 2 drawn'],
      pointer: [
        [
          async () => {
            await onPlane(0, 200)
            await onPlane(4, 600)
            await onPlane(8, 800)
          },
          { rope: [point(0, 200), point(4, 600)], even: [point(8, 800)] },
        ],
        [
          async () => {
            await click(labelled('Move (8, 800) of Costs the same'))
            await onPlane(6, 800)
          },
          { rope: [point(0, 200), point(4, 600)], even: [point(6, 800)] },
        ],
      ],
      keys: [
        [
          async () => {
            await tabToLabel('Cross-hair on the grid')
            // From (5, 500), in steps of 1 and 50, to (0, 200) and (1, 300); then to (6, 800) for the point.
            await keys(...times(Key.ARROW_LEFT, 5), ...times(Key.ARROW_DOWN, 6), Key.ENTER)
            await keys(Key.ARROW_RIGHT, ...times(Key.ARROW_UP, 2), Key.ENTER)
            await keys(...times(Key.ARROW_RIGHT, 5), ...times(Key.ARROW_UP, 10), Key.ENTER)
          },
          { rope: [point(0, 200), point(1, 300)], even: [point(6, 800)] },
        ],
        [
          async () => {
            await tabToLabel('Take away Costs the same')
            await keys(Key.ENTER)
          },
          { rope: [point(0, 200), point(1, 300)] },
        ],
        1,
      ],
    },
    {
      task: TASK,
      id: 'bars',
      says: ['3 of 3 bars set', '0 of 3 bars set'],
      pointer: [
        [
          async () => {
            await pullBar(1, 36)
            await pullBar(2, 40)
            await pullBar(3, 39)
          },
          { may: '36', jun: '40', jul: '39' },
        ],
        [
          async () => {
            const across = (48 + 572 * 0.625) / 620
            const at = (boats: number): number => (270 - (boats / 60) * 244) / 300
            await pull(bar, [across, at(40)], [across, at(45)])
          },
          { may: '36', jun: '45', jul: '39' },
        ],
      ],
      keys: [
        [
          async () => {
            await tabIn('bars', 'el.ariaLabel === "May"')
            await keys(...times(Key.ARROW_UP, 36))
            await field('bars', 'Height of June', '45').keys()
            await type('39', Key.TAB)
          },
          { may: '36', jun: '45', jul: '39' },
        ],
        [() => field('bars', 'Height of July', '51').keys(true), { may: '36', jun: '45', jul: '51' }],
        2,
      ],
    },
    {
      task: TASK,
      id: 'cut',
      says: ['4 equal parts', 'not cut'],
      pointer: [
        [
          async () => {
            for (let part = 1; part < 4; part += 1) await click(labelled('One part more'))
            await click(question('cut', 'svg path:nth-of-type(1)'))
          },
          { parts: [1, 1, 1, 1], marked: [0] },
        ],
        [
          async () => {
            for (const part of [1, 2, 3, 4]) await click(question('cut', `svg path:nth-of-type(${part})`))
          },
          { parts: [1, 1, 1, 1], marked: [1, 2, 3] },
        ],
      ],
      keys: [
        [
          async () => {
            await toLabel('cut', 'One part more')
            await keys(Key.ENTER, Key.ENTER, Key.ENTER)
            for (const part of [2, 3, 4]) {
              await tabIn('cut', `el.textContent.trim() === "Part ${part}"`)
              await keys(Key.SPACE)
            }
          },
          { parts: [1, 1, 1, 1], marked: [1, 2, 3] },
        ],
        [() => keys(Key.SPACE), { parts: [1, 1, 1, 1], marked: [1, 2] }],
        0,
      ],
    },
    {
      task: TASK,
      id: 'split',
      says: ['all shared out', '£960.00 left'],
      pointer: [
        [
          async () => {
            for (const who of ['Office', 'Chandlery', 'Sheds']) await field('split', `Share of ${who}`, '320').pointer()
          },
          { office: 32_000, shop: 32_000, sheds: 32_000 },
        ],
        [
          async () => {
            await field('split', 'Share of Office', '160').pointer()
            await field('split', 'Share of Chandlery', '240').pointer()
            await field('split', 'Share of Sheds', '560').pointer()
          },
          { office: 16_000, shop: 24_000, sheds: 56_000 },
        ],
      ],
      keys: [
        [
          async () => {
            await field('split', 'Share of Office', '160').keys()
            await type('240', Key.TAB)
            await type('560', Key.TAB)
          },
          { office: 16_000, shop: 24_000, sheds: 56_000 },
        ],
        [
          async () => {
            await field('split', 'Share of Chandlery', '250').keys(true)
            await type(all, '550', Key.TAB)
          },
          { office: 16_000, shop: 25_000, sheds: 55_000 },
        ],
        1,
      ],
    },
    {
      task: TASK,
      id: 'drawn',
      says: ['2 drawn', 'nothing drawn yet'],
      pointer: [
        [
          async () => {
            await tool('Ring')
            await pull(drawing, [205 / 640, 165 / 300], [445 / 640, 298 / 300])
            await tool('Line')
            await pull(drawing, [300 / 640, 80 / 300], [465 / 640, 90 / 300])
          },
          strokes('blue'),
        ],
        [
          async () => {
            await tool('Rubber')
            // The ring at its left end.
            await pressAt(drawing, 205 / 640, 231.5 / 300)
            await tool('Ring')
            await tool('Red')
            await pull(drawing, [205 / 640, 165 / 300], [445 / 640, 298 / 300])
          },
          [...(strokes('red') as unknown[])].reverse(),
        ],
      ],
      keys: [
        [
          async () => {
            await tabToLabel('Cross-hair on the drawing')
            await toolByKeys('tool', 'ring')
            await tabToLabel('Cross-hair on the drawing')
            await toolByKeys('colour', 'red')
            await tabToLabel('Cross-hair on the drawing')
            // From the middle of 640 by 300, in steps of a sixtieth of 640, to a corner above the Sheds and one below.
            await keys(...times(Key.ARROW_LEFT, 11), Key.ARROW_DOWN, Key.ENTER)
            await keys(...times(Key.ARROW_RIGHT, 22), ...times(Key.ARROW_DOWN, 13), Key.ENTER)
            await toolByKeys('colour', 'blue')
            await toolByKeys('tool', 'line')
            await tabToLabel('Cross-hair on the drawing')
            await keys(...times(Key.ARROW_UP, 20), ...times(Key.ARROW_LEFT, 11), Key.ENTER)
            await keys(...times(Key.ARROW_RIGHT, 14), Key.ENTER)
          },
          strokes('red'),
        ],
        [
          async () => {
            await tabIn('drawn', 'el.tagName === "SUMMARY"')
            await keys(Key.ENTER)
            await toLabel('drawn', 'Rub out 2')
            await keys(Key.ENTER)
          },
          [expect.objectContaining({ tool: 'ring' })],
        ],
        1,
      ],
    },
    {
      task: TASK,
      id: 'formula',
      says: ['typed', 'nothing typed yet'],
      pointer: [
        [field('formula', 'Formula', '10p + 0.9p(n - 10)').pointer, '10p + 0.9p(n - 10)'],
        [
          async () => {
            await field('formula', 'Formula', 'p + 0.9').pointer()
            await click(question('formula', '[aria-label="Formula"]'))
            await keys(Key.END)
            for (const sign of ['n: n', '·: times', 'p: p']) await click(labelled(sign))
          },
          'p + 0.9n · p',
        ],
      ],
      keys: [
        [field('formula', 'Formula', 'p + 0.9n p').keys, 'p + 0.9n p'],
        [() => field('formula', 'Formula', '10p + 0.9p(n - 10)').keys(true), '10p + 0.9p(n - 10)'],
        2,
      ],
    },
  ]
}
