import type { By } from '../browser'
import { Key } from '../browser'
import { labelled, question } from '../questions'
import type { Hands, KindTried } from './hands'

const TASK = 'try-arranging'
const pairs = { called: 'dns', lent: 'dhcp', changed: 'nat' }
const placed = { assets: ['stock', 'till'], debts: ['payables'], costs: ['wages'] }
const block = (bits: 25 | 26, marked: string) => ({
  parts: (bits === 25 ? [0, 128] : [0, 64, 128, 192]).map(last => `10.44.30.${last}/${bits}`),
  marked: [marked],
})
const pool = (item: string): By => question('place', `.pool li:nth-child(${item}) button`)
const target = (id: string): By => question('place', `[data-target="${id}"]`)

/** Kinds in which something is put in order, or where it belongs. */
export function arranging({
  click,
  drag,
  drop,
  lift,
  option,
  says,
  keys,
  tabIn,
  toLabel,
  tabToLabel,
}: Hands): KindTried[] {
  return [
    {
      task: TASK,
      id: 'order',
      says: ['put in order', 'not touched yet'],
      pointer: [
        [() => click(labelled('Post the entry: down')), ['read', 'post', 'balance', 'accounts']],
        [
          () => lift(question('order', '[data-item="accounts"] .text'), question('order', '[data-item="post"] .text')),
          ['read', 'accounts', 'post', 'balance'],
        ],
      ],
      keys: [
        [
          async () => {
            await tabToLabel('Post the entry: down')
            await keys(Key.ENTER, Key.ARROW_DOWN, Key.ARROW_DOWN)
            await tabToLabel('See in the trial balance what it came to: down', true)
            await keys(Key.ENTER, Key.ENTER)
          },
          ['read', 'accounts', 'post', 'balance'],
        ],
        [() => keys(Key.ARROW_UP), ['read', 'accounts', 'balance', 'post']],
        2,
      ],
    },
    {
      task: TASK,
      id: 'pairs',
      says: ['3 of 3 paired', '0 of 3 paired'],
      pointer: [
        [
          async () => {
            await drag(question('pairs', '[data-left="called"]'), question('pairs', '[data-right="dns"]'))
            await drag(question('pairs', '[data-left="lent"]'), question('pairs', '[data-right="vlan"]'))
            await option('pairs', 'What belongs to Many go out by one address', 'nat')
          },
          { ...pairs, lent: 'vlan' },
        ],
        [() => drag(question('pairs', '[data-left="lent"]'), question('pairs', '[data-right="dhcp"]')), pairs],
      ],
      keys: [
        [
          async () => {
            for (const [left, right] of [
              ['Names become addresses', 'DNS'],
              ['Addresses are lent', 'DHCP'],
              ['Many go out by one address', 'NAT'],
            ] as const) {
              await tabToLabel(`What belongs to ${left}`)
              await keys(right)
            }
          },
          pairs,
        ],
        [() => keys(Key.ARROW_DOWN, Key.ARROW_DOWN), { ...pairs, changed: 'vlan' }],
        1,
      ],
    },
    {
      task: TASK,
      id: 'place',
      says: ['4 placed', '0 placed'],
      pointer: [
        [
          async () => {
            for (const [item, to] of [
              ['1', 'assets'],
              ['2', 'debts'],
              ['3', 'assets'],
            ] as const) {
              await click(pool(item))
              await click(question('place', `[data-target="${to}"] .target`))
            }
          },
          { assets: ['stock', 'wages'], debts: ['payables'] },
        ],
        [
          async () => {
            await click(labelled('Take out “6010 Wages”, from “What the yard has”'))
            await drop(pool('3'), target('costs'))
            await says('place', '3 placed')
            await drop(pool('4'), target('assets'))
          },
          placed,
        ],
      ],
      keys: [
        [
          async () => {
            for (const [item, to] of [
              ['1200 Chandlery stock', 'What the yard has'],
              ['1010 Cash till', 'What the yard has'],
              ['2010 Trade payables', 'What it owes'],
              ['6010 Wages', 'What it costs'],
            ] as const) {
              await tabIn('place', `el.textContent.trim() === ${JSON.stringify(item)}`, item !== '1200 Chandlery stock')
              await keys(Key.ENTER)
              await tabIn('place', `el.ariaLabel === ${JSON.stringify(`Put “${item}” to “${to}”`)}`)
              await keys(Key.ENTER)
            }
          },
          placed,
        ],
        [
          async () => {
            await toLabel('place', 'Take out “6010 Wages”, from “What it costs”')
            await keys(Key.ENTER)
          },
          { assets: ['stock', 'till'], debts: ['payables'] },
        ],
        2,
      ],
    },
    {
      task: TASK,
      id: 'block',
      says: ['1 of 1 marked', 'not cut, 0 of 1 marked'],
      pointer: [
        [
          async () => {
            await click(question('block', '[aria-label="4 equal parts"]'))
            await click(labelled('Mark 10.44.30.128/26'))
          },
          block(26, '10.44.30.128/26'),
        ],
        [
          async () => {
            await click(question('block', '[aria-label="2 equal parts"]'))
            await click(labelled('Mark 10.44.30.128/25'))
          },
          block(25, '10.44.30.128/25'),
        ],
      ],
      keys: [
        [
          async () => {
            await toLabel('block', '2 equal parts')
            await keys(Key.ENTER)
            await tabToLabel('Mark 10.44.30.128/25')
            await keys(Key.ENTER)
          },
          block(25, '10.44.30.128/25'),
        ],
        [
          async () => {
            // One can be marked: the mark is taken off first.
            await keys(Key.ENTER)
            await tabToLabel('Mark 10.44.30.0/25', true)
            await keys(Key.ENTER)
          },
          block(25, '10.44.30.0/25'),
        ],
        0,
      ],
    },
  ]
}
