import { describe, expect, it } from 'vitest'
import { violations } from '../support/axe'
import { allSaved, handIn, startPaper, stepIs, tabTo, total, type as typed } from '../support/bench'
import { By, Key, press, see, signIn, text } from '../support/browser'
import { questionBench } from '../support/question-bench'
import { labelled, question } from '../support/questions'
import { WAIT_MS } from '../support/waiting'

const { open, click, says, keys } = questionBench()
const option = (id: string, value: string): By => question(id, `input[value="${value}"]`)
const chosen = (id: string): Promise<string[]> =>
  open.browser.driver.executeScript(
    `return [...document.querySelectorAll('[data-question="${id}"] input:checked')].map(one => one.value)`,
  )

describe('questions', () => {
  it('are answered by pointer, changed, cleared and gone back to', async () => {
    const { driver } = open.browser
    await signIn(driver, open.server.url, 'robin.tarn@sallowmere.test')
    await startPaper(driver, open.server.url, 'before-network', question('cable'), 'Begin')
    await click(option('cable', 'straight'))
    await says('cable', 'one chosen')
    await click(option('cable', 'crossover'))
    await click(labelled('Clear question 1'))
    await says('cable', 'nothing chosen yet')
    expect(await chosen('cable')).toEqual([])
    await click(labelled('Undo in question 1'))
    await says('cable', 'one chosen')
    expect(await chosen('cable')).toEqual(['crossover'])
    await click(labelled('Undo in question 1'))
    await driver.wait(async () => (await chosen('cable')).includes('straight'), WAIT_MS)
    expect(await violations(driver, ['day', 'graphite'])).toEqual([])
  })

  it('are found again after a reload, and checked one by one: wrong, then right', async () => {
    const { driver } = open.browser
    await allSaved(driver)
    await driver.navigate().refresh()
    await see(driver, question('cable'))
    await driver.wait(async () => (await chosen('cable')).includes('straight'), WAIT_MS)
    await click(option('cable', 'straight'))
    await click(labelled('Check question 1'))
    await see(driver, text('Two ends of the same kind send on the same pairs.'))
    await click(option('cable', 'crossover'))
    await says('cable', 'one chosen')
    await click(labelled('Check question 1'))
    await stepIs(driver, 'cable', 'passed')
    await says('cable', 'right')
  })

  it('are marked for coming back one by one, and the overview tells how far each is', async () => {
    const { driver } = open.browser
    await click(option('neighbours', 'a70'))
    await click(labelled('Come back to question 2'))
    await see(driver, labelled('Marked: come back to question 2'))
    // Gone on from, it says what it lacks.
    await click(option('cable', 'straight')).catch(() => undefined)
    await press(driver, 'Overview 0/1: tasks finished')
    const row = await see(driver, By.css('[data-part="neighbours"]'))
    // How far it is follows once what its kind says of it is there.
    await expect.poll(() => row.getText(), { timeout: WAIT_MS }).toMatch(/1 of 2 chosen · come back$/)
    expect(await violations(driver, ['day', 'graphite'])).toEqual([])
    await (await see(driver, By.css('[data-part="neighbours"] button'))).click()
    await click(labelled('Marked: come back to question 2'))
    await click(option('neighbours', 'a70'))
  })

  it('take as many as they say, and refuse one more in words without taking any away', async () => {
    const { driver } = open.browser
    for (const id of ['a70', 'a95']) await click(option('neighbours', id))
    await says('neighbours', '2 chosen')
    await click(option('neighbours', 'a94'))
    await says('neighbours', '2 can be chosen here. Take one away first.')
    expect(await chosen('neighbours')).toEqual(['a70', 'a95'])
    await click(option('neighbours', 'a95'))
    await says('neighbours', '1 of 2 chosen')
    await click(option('neighbours', 'a94'))
    await says('neighbours', '2 chosen')
    await allSaved(driver)
    await click(labelled('Check question 2'))
    await stepIs(driver, 'neighbours', 'passed')
  })

  it('are answered by keyboard alone: a block cut and marked, an option, a line', async () => {
    const { driver } = open.browser
    await tabTo(driver, 'four parts', 'el.closest("[data-question=quarters]") && el.ariaLabel === "4 equal parts"')
    await keys(Key.ENTER)
    await says('quarters', '4 parts, 0 of 1 marked')
    await tabTo(driver, 'the mark', 'el.ariaLabel === "Mark 10.44.64.64/26"')
    await keys(Key.SPACE)
    await says('quarters', '1 of 1 marked')
    await tabTo(driver, 'the next mark', 'el.ariaLabel === "Mark 10.44.64.128/26"')
    await keys(Key.ENTER)
    await says('quarters', '1 can be marked here. Take a mark off first.')
    await tabTo(driver, 'the check', 'el.ariaLabel === "Check question 3"')
    await keys(Key.ENTER)
    await see(driver, text('The parts begin at 0, 64, 128 and 192.'))
    await tabTo(driver, 'its mark', 'el.ariaLabel === "Take the mark off 10.44.64.64/26"', { back: true })
    await keys(Key.ENTER)
    await says('quarters', '0 of 1 marked')
    await tabTo(driver, 'the right mark', 'el.ariaLabel === "Mark 10.44.64.128/26"')
    await keys(Key.ENTER)
    await says('quarters', '1 of 1 marked')
    await tabTo(driver, 'the check', 'el.ariaLabel === "Check question 3"')
    await keys(Key.ENTER)
    await stepIs(driver, 'quarters', 'passed')
    await tabTo(driver, 'the fate', 'el.name === "fate"')
    await keys(Key.SPACE, Key.ARROW_DOWN, Key.ARROW_DOWN, Key.ARROW_DOWN)
    await driver.wait(async () => (await chosen('fate')).includes('told'), WAIT_MS)
    await tabTo(driver, 'the line', 'el.ariaLabel === "Line in the console of gate"')
    await typed(driver, 'put interfaces/p2/ipv4/adress 10.44.20.1/24')
    await says('line', '“adress”: expected address')
    await driver.actions().keyDown(Key.CONTROL).sendKeys('a').keyUp(Key.CONTROL).perform()
    await typed(driver, 'put interfaces/p2/ipv4/address 10.44.20.1/24', Key.TAB)
    await says('line', 'typed')
    await allSaved(driver)
    await tabTo(driver, 'the check', 'el.ariaLabel === "Check question 6"')
    await keys(Key.ENTER)
    await stepIs(driver, 'line', 'passed')
  })

  it('are judged at the end as they stand, partly where that is said, and every point shows', async () => {
    const { driver } = open.browser
    for (const id of ['walls', 'distance']) await click(option('slow', id))
    await says('slow', '2 chosen')
    await allSaved(driver)
    await handIn(driver)
    await press(driver, 'See the result')
    // 0.7 and 2; of the block 1 and 0.7; what becomes of the packet 2, the line 2, two of three 2.
    expect(await total(driver)).toBe('10.40')
    await see(driver, text('“gate drops it, and tells desk-1 that the network is unreachable” was chosen.'))
  })
})
