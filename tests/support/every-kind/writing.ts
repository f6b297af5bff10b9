import { expect } from 'vitest'
import { By, Key, see } from '../browser'
import type { Hands, KindTried } from './hands'

const TASK = 'try-writing'
const recorded = { recording: expect.any(String) as unknown, seconds: expect.any(Number) as unknown }
const figure = (text: string) => ({ text, decimal: '.' })
const gaps = { hosts: '62', first: 'network', last: 'broadcast' }
const [wrongText, rightText] = [
  'It is the rule of the yard that entries stay as they are.',
  'So that everybody can see later what was entered, and how it was put right.',
]

/** Kinds in which something is typed or said. */
export function writing({ open, field, option, click, says, tabIn, keys }: Hands): KindTried[] {
  const named = (id: string, text: string): By =>
    By.xpath(`//*[@data-question="${id}"]//button[normalize-space()="${text}"]`)
  async function record(press: (label: string) => Promise<void>, label: string): Promise<void> {
    await press(label)
    await says('speech', 'a recording of ')
    await press('Stop recording')
    await see(open.browser.driver, named('speech', 'Record again'))
  }
  const pressed = async (label: string) => click(named('speech', label))
  const byKeys = async (label: string): Promise<void> => {
    await tabIn('speech', `el.textContent.trim() === ${JSON.stringify(label)}`)
    await keys(Key.ENTER)
  }
  return [
    {
      task: TASK,
      id: 'term',
      says: ['typed', 'nothing typed yet'],
      pointer: [
        [field('term', 'Answer', 'deletion').pointer, 'deletion'],
        [field('term', 'Answer', 'reversal').pointer, 'reversal'],
      ],
      keys: [
        [field('term', 'Answer', 'reversal').keys, 'reversal'],
        [() => field('term', 'Answer', 'deletion').keys(true), 'deletion'],
        0,
      ],
    },
    {
      task: TASK,
      id: 'number',
      says: ['typed', 'nothing typed yet'],
      pointer: [
        [field('number', 'Number', '63').pointer, figure('63')],
        [field('number', 'Number', '63.65').pointer, figure('63.65')],
      ],
      keys: [
        [field('number', 'Number', '63.65').keys, figure('63.65')],
        [() => field('number', 'Number', '63.7').keys(true), figure('63.7')],
        0,
      ],
    },
    {
      task: TASK,
      id: 'unit',
      says: ['typed', 'nothing typed yet'],
      pointer: [
        [
          async () => {
            await field('unit', 'Number', '1500').pointer()
            await option('unit', 'Unit', 'gbit')
          },
          { ...figure('1500'), unit: 'gbit' },
        ],
        [field('unit', 'Number', '1 1/2').pointer, { ...figure('1 1/2'), unit: 'gbit' }],
      ],
      keys: [
        [
          async () => {
            await field('unit', 'Number', '1500').keys()
            await keys('Mb')
          },
          { ...figure('1500'), unit: 'mbit' },
        ],
        [() => field('unit', 'Number', '300').keys(true), { ...figure('300'), unit: 'mbit' }],
        0,
      ],
    },
    {
      task: TASK,
      id: 'gaps',
      says: ['3 of 3 gaps filled', '0 of 3 gaps filled'],
      pointer: [
        [
          async () => {
            await field('gaps', 'Gap 1', '64').pointer()
            await option('gaps', 'Gap 2', 'network')
            await option('gaps', 'Gap 3', 'broadcast')
          },
          { ...gaps, hosts: '64' },
        ],
        [field('gaps', 'Gap 1', '62').pointer, gaps],
      ],
      keys: [
        [
          async () => {
            await field('gaps', 'Gap 1', '62').keys()
            await keys('net', Key.TAB)
            await keys('broad')
          },
          gaps,
        ],
        [() => keys(Key.ARROW_UP), { ...gaps, last: 'gateway' }],
        2,
      ],
    },
    {
      task: TASK,
      id: 'line',
      says: ['typed', 'nothing typed yet'],
      pointer: [
        [field('line', 'Line in the console of till-1', 'ping 10.44.10.20').pointer, 'ping 10.44.10.20'],
        [
          field('line', 'Line in the console of till-1', 'connect 10.44.10.20 5432').pointer,
          'connect 10.44.10.20 5432',
        ],
      ],
      keys: [
        [field('line', 'Line in the console of till-1', 'connect 10.44.10.20 5432').keys, 'connect 10.44.10.20 5432'],
        [
          () => field('line', 'Line in the console of till-1', 'connect 10.44.10.20 443').keys(true),
          'connect 10.44.10.20 443',
        ],
        0,
      ],
    },
    {
      task: TASK,
      id: 'text',
      says: ['words', 'nothing written yet'],
      pointer: [
        [field('text', 'Text', wrongText).pointer, wrongText],
        [field('text', 'Text', rightText).pointer, rightText],
      ],
      keys: [
        [field('text', 'Text', rightText).keys, rightText],
        [() => field('text', 'Text', wrongText).keys(true), wrongText],
        null,
      ],
    },
    {
      task: TASK,
      id: 'speech',
      says: ['a recording of ', 'nothing recorded yet'],
      pointer: [
        [() => record(pressed, 'Record'), recorded],
        [() => record(pressed, 'Record again'), recorded],
      ],
      keys: [[() => record(byKeys, 'Record'), recorded], [() => record(byKeys, 'Record again'), recorded], null],
    },
  ]
}
