import { describe, expect, it } from 'vitest'
import { allThemes, violations } from '../support/axe'
import { handIn, startPaper, tabTo, total, type as typed } from '../support/bench'
import { By, Key, press, see, signIn, text } from '../support/browser'
import { questionBench } from '../support/question-bench'
import { labelled, question } from '../support/questions'

const { open, click, says, keys, check, tabToLabel } = questionBench()
/** Chooses from a list that drops down, by keyboard. */
async function chooseIn(label: string, words: string): Promise<void> {
  await tabToLabel(label)
  await keys(words)
}

describe('each kind of question', () => {
  it('in which something is chosen: statements by pointer, a grid by keyboard', async () => {
    const { driver } = open.browser
    await signIn(driver, open.server.url, 'robin.tarn@sallowmere.test')
    await startPaper(driver, open.server.url, 'try-kinds', question('one'), 'Begin')
    for (const [statement, word] of [
      ['sort', 'True'],
      ['filter', 'True'],
      ['fixed', 'True'],
    ] as const)
      await click(question('statements', `input[name="statements-${statement}"][value="${word}"]`))
    await says('statements', '3 of 3 answered')
    await check(3, 'statements', 'open')
    await see(driver, text('Think of what happens to the row beside what is sorted, and to what is hidden.'))
    await click(question('statements', 'input[name="statements-sort"][value="False"]'))
    await check(3, 'statements')
    await tabToLabel('till-1 in the Chandlery: 10.44.10.0/24')
    await keys(Key.SPACE, Key.ARROW_RIGHT)
    await says('grid', '1 of 3 rows answered')
    await tabToLabel('books in the Office: 10.44.10.0/24')
    await keys(Key.SPACE)
    await tabToLabel('A guest in the Harbour hut: 10.44.10.0/24')
    await keys(Key.SPACE, Key.ARROW_LEFT)
    await says('grid', '3 of 3 rows answered')
    await check(4, 'grid')
    expect(await violations(driver, allThemes)).toEqual([])
  })

  it('in which something is typed: what can’t belong is said, and nothing is removed', async () => {
    const { driver } = open.browser
    await press(driver, 'Next task')
    await see(driver, question('term'))
    await click(question('term', 'input'))
    await typed(driver, 'reversl', Key.TAB)
    await says('term', 'typed')
    await check(1, 'term')
    await click(question('number', 'input'))
    await typed(driver, '63.65p')
    await says('number', '“p” can’t belong to a number.')
    expect(await (await see(driver, question('number', 'input'))).getAttribute('value')).toBe('63.65p')
    await keys(Key.BACK_SPACE)
    await typed(driver, Key.TAB)
    await says('number', 'typed')
    await check(2, 'number')
    await tabTo(driver, 'the number', 'el.closest("[data-question=unit]") && el.ariaLabel === "Number"')
    await typed(driver, '1 1/2')
    await says('unit', 'no unit chosen yet')
    await chooseIn('Unit', 'G')
    await says('unit', 'typed')
    await check(3, 'unit')
    await tabToLabel('Gap 1')
    await typed(driver, '62', Key.TAB)
    await keys('net')
    await chooseIn('Gap 3', 'broad')
    await says('gaps', '3 of 3 gaps filled')
    await driver.navigate().refresh()
    await says('gaps', '3 of 3 gaps filled')
    await click(question('gaps', 'p'))
    await check(4, 'gaps')
    expect(await violations(driver, ['day', 'graphite'])).toEqual([])
  })

  it('in which something is arranged: by keys, by pressing, and by pulling', async () => {
    const { driver } = open.browser
    await press(driver, 'Next task')
    await see(driver, question('order'))
    await tabToLabel('Post the entry: down')
    await keys(Key.ENTER)
    await says('order', 'put in order')
    // The focus stays on what was moved, and the arrow keys go on with it.
    await keys(Key.ARROW_DOWN)
    await keys(Key.ARROW_DOWN)
    await tabToLabel('See in the trial balance what it came to: down', true)
    await keys(Key.ENTER)
    await keys(Key.ENTER)
    const items: string[] = await driver.executeScript(
      `return [...document.querySelectorAll('[data-question="order"] [data-item]')].map(one => one.dataset.item)`,
    )
    expect(items).toEqual(['read', 'accounts', 'post', 'balance'])
    await check(1, 'order')
    await chooseIn('What belongs to Names become addresses', 'DNS')
    await chooseIn('What belongs to Addresses are lent', 'DHCP')
    await chooseIn('What belongs to Many go out by one address', 'NAT')
    await says('pairs', '3 of 3 paired')
    await check(2, 'pairs')
    for (const [item, target] of [
      ['1200 Chandlery stock', 'assets'],
      ['2010 Trade payables', 'debts'],
      ['6010 Wages', 'assets'],
    ] as const) {
      await click(By.xpath(`//ul[@aria-label="To be placed"]//button[normalize-space()="${item}"]`))
      await click(question('place', `[data-target="${target}"] .target`))
    }
    await says('place', '3 placed, 1 left')
    await click(labelled('Take out “6010 Wages”, from “What the yard has”'))
    await click(By.xpath('//ul[@aria-label="To be placed"]//button[normalize-space()="6010 Wages"]'))
    await click(question('place', '[data-target="costs"] .target'))
    const [from, to] = [
      await see(driver, By.xpath('//ul[@aria-label="To be placed"]//button[normalize-space()="1010 Cash till"]')),
      await see(driver, question('place', '[data-target="assets"]')),
    ]
    await driver.actions().dragAndDrop(from, to).perform()
    await says('place', '4 placed')
    await check(3, 'place')
    expect(await violations(driver, ['day', 'graphite'])).toEqual([])
    await handIn(driver)
    await press(driver, 'See the result')
    // Statements and grid 3 each; term 1, number, unit 2 each, gaps 3; order, pairs, places 3 each.
    expect(await total(driver)).toBe('23.00')
  })
})
