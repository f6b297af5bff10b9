import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { allSaved, chord, handIn, stepIs, total } from '../support/bench'
import { violations } from '../support/axe'
import { By, Key, openBrowser, press, see, text } from '../support/browser'
import type { Browser } from '../support/browser'
import { startServer } from '../support/server'
import type { RunningServer } from '../support/server'
import { handsOn } from '../support/sheet'
import type { SheetHands } from '../support/sheet'

let server: RunningServer
let browser: Browser
beforeAll(async () => {
  server = await startServer({ ANVIL_LOG: 'error' })
  browser = await openBrowser()
  hands = handsOn(browser.driver)
})
afterAll(async () => {
  await browser.close()
  await server.stop()
})

let hands: SheetHands
const begin = (name: string, assignment: string): Promise<void> =>
  hands.begin(server.url, name, assignment, assignment === 'way-sheet' ? 'Begin' : 'Start the clock')

describe('the way to an operation', () => {
  it('is found by words, twelve times, and each is judged as it is done', async () => {
    const { driver } = browser
    await begin('robin.tarn', 'way-sheet')
    await hands.draw('F4', 'F19')
    await hands.find('pounds')
    await stepIs(driver, 'pounds', 'passed')
    await hands.shows('F4', '£421.80')
    await hands.draw('C4', 'C19')
    await hands.find('decimal less')
    await stepIs(driver, 'place', 'passed')
    await hands.draw('A3', 'G3')
    await hands.find('centre')
    await stepIs(driver, 'centre', 'passed')

    await press(driver, 'Next task')
    await see(driver, By.css('[data-step="row"]'))
    await (await hands.cellNamed('C4')).click()
    await hands.find('insert row')
    await stepIs(driver, 'row', 'passed')
    await hands.shows('A5', 'A1')
    await (await hands.cellNamed('A4')).click()
    await hands.find('freeze above')
    await stepIs(driver, 'stay', 'passed')
    await hands.find('rename')
    await driver.actions().keyDown(Key.CONTROL).sendKeys('a').keyUp(Key.CONTROL).perform()
    await hands.keys('Berths 2027', Key.ENTER)
    await stepIs(driver, 'name', 'passed')

    await press(driver, 'Next task')
    await see(driver, By.css('[data-step="sum"]'))
    await (await hands.cellNamed('F20')).click()
    await hands.find('add up')
    await stepIs(driver, 'sum', 'passed')
    await hands.shows('F20', '5484.01')
    await hands.goTo('H4:H19')
    await chord(driver, Key.CONTROL, 'd')
    await stepIs(driver, 'down', 'passed')
    await hands.draw('F4', 'F19')
    await hands.find('name')
    await hands.keys('fees', Key.ENTER)
    await stepIs(driver, 'name', 'passed')

    await press(driver, 'Next task')
    await see(driver, By.css('[data-step="sort"]'))
    await (await hands.cellNamed('B6')).click()
    await hands.find('alphabetical')
    await driver.executeScript(
      `const choice = document.querySelector('.asked select'); choice.value = 'B'; choice.dispatchEvent(new Event('change'))`,
    )
    await press(driver, 'Do it')
    await stepIs(driver, 'sort', 'passed')
    await hands.shows('B4', 'A. Sedge')
    await hands.goTo('I4:I19')
    await hands.find('series')
    await stepIs(driver, 'number', 'passed')
    await hands.draw('F4', 'F19')
    await hands.keys(Key.DELETE)
    await stepIs(driver, 'empty', 'passed')
    await allSaved(driver)
    await handIn(driver)
    await press(driver, 'See the result')
    expect(await total(driver)).toBe('12.00')
  }, 180_000)

  it('a change that isn’t right spends a try and is taken back; looking is free', async () => {
    const { driver } = browser
    await begin('robin.tarn', 'way-sheet')
    await hands.draw('F4', 'F10')
    await (await hands.cellNamed('A1')).click()
    await hands.draw('F4', 'F18')
    await hands.find('pounds')
    await see(driver, text('tries left: 4 of 5'))
    await hands.shows('F4', '421.80')
    await hands.draw('F4', 'F19')
    await hands.find('currency')
    await stepIs(driver, 'pounds', 'passed')
    await handIn(driver)
  }, 120_000)
})

describe('working in the sheet', () => {
  it('by keyboard alone: totals typed, pointed to and checked', async () => {
    const { driver } = browser
    await begin('robin.tarn', 'season-mock')
    await hands.keys(Key.F6)
    await driver.wait(async () => {
      await hands.keys(Key.TAB)
      return driver.executeScript<boolean>(`return document.activeElement?.classList.contains('cells') ?? false`)
    }, 20_000)
    // From A1 to F3, to the last fee, and two rows on: the total.
    await hands.keys(...Array<string>(2).fill(Key.ARROW_DOWN), ...Array<string>(5).fill(Key.ARROW_RIGHT))
    await hands.cursorAt('F3')
    await chord(driver, Key.CONTROL, Key.ARROW_DOWN)
    await hands.cursorAt('F19')
    await hands.keys(Key.ARROW_DOWN, Key.ARROW_DOWN)
    await hands.cursorAt('F21')
    await hands.keys('=', 's', 'u', 'm')
    await see(driver, text('Adds numbers up.'))
    await hands.keys(Key.TAB, Key.ARROW_UP, Key.ARROW_UP)
    await driver
      .actions()
      .keyDown(Key.SHIFT)
      .sendKeys(...Array<string>(15).fill(Key.ARROW_UP))
      .keyUp(Key.SHIFT)
      .perform()
    const contents = await see(driver, By.css('[aria-label="Contents of the cell"]'))
    await driver.wait(async () => (await contents.getAttribute('value')) === '=SUM(F4:F19', 10_000)
    await hands.keys(Key.ENTER)
    await hands.shows('F21', '5484.01')
    await chord(driver, Key.ALT, 'k')
    await stepIs(driver, 'fees', 'passed')
    await hands.keys(Key.HOME, Key.ARROW_UP, Key.ARROW_RIGHT)
    await hands.cursorAt('B21')
    await hands.keys('=COUNTA(B4:B19)', Key.ENTER)
    await chord(driver, Key.ALT, 'k')
    await stepIs(driver, 'berths', 'passed')
    await hands.keys(Key.ARROW_UP, Key.ARROW_RIGHT)
    await hands.cursorAt('C21')
    await hands.keys('=AVERAGE(C4:C19)', Key.ENTER, Key.ARROW_UP)
    await hands.find('number format')
    await driver.actions().keyDown(Key.CONTROL).sendKeys('a').keyUp(Key.CONTROL).perform()
    await hands.keys('0.00', Key.ENTER)
    await hands.shows('C21', '8.22')
    await chord(driver, Key.ALT, 'k')
    await stepIs(driver, 'length', 'passed')
  }, 180_000)

  it('by mouse: a formula pointed to, drawn down, undone, and a wrong value by a right way named', async () => {
    const { driver } = browser
    await press(driver, 'Next task')
    await see(driver, By.css('[data-step="fees"] .is-in-hand, [data-step="fees"]'))
    await (await hands.cellNamed('F4')).click()
    await hands.keys('=C4*VLOOKUP(D4,')
    await press(driver, 'Rates')
    await hands.draw('A4', 'B6')
    await hands.keys(Key.F4, ',2,FALSE', Key.ENTER)
    await hands.shows('F4', '421.8')
    await (await hands.cellNamed('F4')).click()
    const corner = await see(driver, By.css('.handle'))
    await driver
      .actions()
      .move({ origin: corner })
      .press()
      .move({ origin: await hands.cellNamed('F19') })
      .release()
      .perform()
    await hands.shows('F5', '505.05')
    await hands.shows('F19', '99')
    await press(driver, 'Undo')
    await hands.shows('F5', '')
    await press(driver, 'Redo')
    await hands.shows('F5', '505.05')
    await press(driver, 'Check this step')
    await stepIs(driver, 'fees', 'passed')
  }, 120_000)

  it('goes on in another task: a sort of whole rows, and copies by the clipboard', async () => {
    const { driver } = browser
    await see(driver, By.css('[data-step="shown"]'))
    await hands.draw('F4', 'F19')
    await hands.find('thousands')
    await press(driver, 'Check this step')
    await stepIs(driver, 'shown', 'passed')
    await (await hands.cellNamed('F13')).click()
    await chord(driver, Key.CONTROL, 'c')
    await hands.goTo('H13')
    await chord(driver, Key.CONTROL, 'v')
    await hands.shows('H13', '#N/A')
    await chord(driver, Key.CONTROL, 'z')
    await hands.shows('H13', '')
    await allSaved(driver)
  }, 120_000)

  it('has no serious or critical violation while a formula is typed and an operation is looked for', async () => {
    const { driver } = browser
    await hands.goTo('F4')
    await hands.keys('=SUM(')
    await see(driver, text('Adds numbers up.'))
    expect(await violations(driver)).toEqual([])
    await hands.keys(Key.ESCAPE)
    await chord(driver, Key.ALT, '/')
    await see(driver, By.css('#sheet-operations [role="option"]'))
    expect(await violations(driver, ['day', 'graphite'])).toEqual([])
    await hands.keys(Key.ESCAPE)
  }, 120_000)

  it('refuses what can’t be read, in words, and keeps what was typed', async () => {
    const { driver } = browser
    await hands.goTo('H4')
    await hands.keys('=SUM(1;;', Key.ENTER)
    await see(driver, By.css('[data-refusal]'))
    expect(await (await see(driver, By.css('[aria-label="Contents of the cell"]'))).getAttribute('value')).toBe(
      '=SUM(1;;',
    )
    await hands.keys(Key.ESCAPE)
    await hands.shows('H4', '')
  }, 60_000)
})
