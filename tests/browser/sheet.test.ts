import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { allSaved, chord, handIn, startPaper, stepIs, total } from '../support/bench'
import { violations } from '../support/axe'
import { By, Key, openBrowser, press, see, signIn, text } from '../support/browser'
import type { Browser, WebElement } from '../support/browser'
import { startServer } from '../support/server'
import type { RunningServer } from '../support/server'

let server: RunningServer
let browser: Browser
beforeAll(async () => {
  server = await startServer({ ANVIL_LOG: 'error' })
  browser = await openBrowser()
})
afterAll(async () => {
  await browser.close()
  await server.stop()
})

const grid = By.css('[role="grid"] [data-row="3"]')
const cell = (name: string): By => {
  const [, letter, row] = /^([A-Z])(\d+)$/.exec(name)!
  return By.css(`[data-row="${Number(row) - 1}"][data-column="${letter!.charCodeAt(0) - 65}"]`)
}
const cellNamed = (name: string): Promise<WebElement> => see(browser.driver, cell(name))
const keys = async (...pressed: string[]): Promise<void> => {
  for (const key of pressed) await browser.driver.actions().sendKeys(key).perform()
}
/** The cell with the cursor, as the line above the cells names it. */
const cursorAt = (name: string): Promise<unknown> =>
  browser.driver.wait(
    async () => (await (await see(browser.driver, By.css('input[aria-label="Cell"]'))).getAttribute('value')) === name,
    10_000,
    `the cursor at ${name}`,
  )
const shows = (name: string, shown: string): Promise<boolean> =>
  browser.driver.wait(
    async () => (await (await cellNamed(name)).getText()).trim() === shown,
    10_000,
    `${name}: ${shown}`,
  )

/** Draws over cells, from one to another. */
async function draw(from: string, to: string): Promise<void> {
  const [first, last] = [await cellNamed(from), await cellNamed(to)]
  await browser.driver.actions().move({ origin: first }).press().move({ origin: last }).release().perform()
}

/** Goes to cells by their address. */
async function goTo(address: string): Promise<void> {
  await (await see(browser.driver, By.css('input[aria-label="Cell"]'))).click()
  await keys(address, Key.ENTER)
  await cursorAt(address)
}

/** Types what is wanted into the operation finder, and takes the first that it finds. */
async function find(words: string): Promise<void> {
  await chord(browser.driver, Key.ALT, '/')
  await keys(words)
  await see(browser.driver, By.css('#sheet-operations [role="option"][aria-selected="true"] strong'))
  await keys(Key.ENTER)
}

async function begin(name: string, assignment: string): Promise<void> {
  await browser.driver.manage().deleteAllCookies()
  await signIn(browser.driver, server.url, `${name}@sallowmere.test`)
  await startPaper(
    browser.driver,
    server.url,
    assignment,
    grid,
    assignment === 'way-sheet' ? 'Begin' : 'Start the clock',
  )
}

describe('the way to an operation', () => {
  it('is found by words, twelve times, and each is judged as it is done', async () => {
    const { driver } = browser
    await begin('robin.tarn', 'way-sheet')
    await draw('F4', 'F19')
    await find('pounds')
    await stepIs(driver, 'pounds', 'passed')
    await shows('F4', '£421.80')
    await draw('C4', 'C19')
    await find('decimal less')
    await stepIs(driver, 'place', 'passed')
    await draw('A3', 'G3')
    await find('centre')
    await stepIs(driver, 'centre', 'passed')

    await press(driver, 'Next task')
    await see(driver, By.css('[data-step="row"]'))
    await (await cellNamed('C4')).click()
    await find('insert row')
    await stepIs(driver, 'row', 'passed')
    await shows('A5', 'A1')
    await (await cellNamed('A4')).click()
    await find('freeze above')
    await stepIs(driver, 'stay', 'passed')
    await find('rename')
    await driver.actions().keyDown(Key.CONTROL).sendKeys('a').keyUp(Key.CONTROL).perform()
    await keys('Berths 2027', Key.ENTER)
    await stepIs(driver, 'name', 'passed')

    await press(driver, 'Next task')
    await see(driver, By.css('[data-step="sum"]'))
    await (await cellNamed('F20')).click()
    await find('add up')
    await stepIs(driver, 'sum', 'passed')
    await shows('F20', '5484.01')
    await goTo('H4:H19')
    await chord(driver, Key.CONTROL, 'd')
    await stepIs(driver, 'down', 'passed')
    await draw('F4', 'F19')
    await find('name')
    await keys('fees', Key.ENTER)
    await stepIs(driver, 'name', 'passed')

    await press(driver, 'Next task')
    await see(driver, By.css('[data-step="sort"]'))
    await (await cellNamed('B6')).click()
    await find('alphabetical')
    await driver.executeScript(
      `const choice = document.querySelector('.asked select'); choice.value = 'B'; choice.dispatchEvent(new Event('change'))`,
    )
    await press(driver, 'Do it')
    await stepIs(driver, 'sort', 'passed')
    await shows('B4', 'A. Sedge')
    await goTo('I4:I19')
    await find('series')
    await stepIs(driver, 'number', 'passed')
    await draw('F4', 'F19')
    await keys(Key.DELETE)
    await stepIs(driver, 'empty', 'passed')
    await allSaved(driver)
    await handIn(driver)
    await press(driver, 'See the result')
    expect(await total(driver)).toBe('12.00')
  }, 180_000)

  it('a change that isn’t right spends a try and is taken back; looking is free', async () => {
    const { driver } = browser
    await begin('robin.tarn', 'way-sheet')
    await draw('F4', 'F10')
    await (await cellNamed('A1')).click()
    await draw('F4', 'F18')
    await find('pounds')
    await see(driver, text('tries left: 4 of 5'))
    await shows('F4', '421.80')
    await draw('F4', 'F19')
    await find('currency')
    await stepIs(driver, 'pounds', 'passed')
    await handIn(driver)
  }, 120_000)
})

describe('working in the sheet', () => {
  it('by keyboard alone: totals typed, pointed to and checked', async () => {
    const { driver } = browser
    await begin('robin.tarn', 'season-mock')
    await keys(Key.F6)
    await driver.wait(async () => {
      await keys(Key.TAB)
      return driver.executeScript<boolean>(`return document.activeElement?.classList.contains('cells') ?? false`)
    }, 20_000)
    // From A1 to F3, to the last fee, and two rows on: the total.
    await keys(...Array<string>(2).fill(Key.ARROW_DOWN), ...Array<string>(5).fill(Key.ARROW_RIGHT))
    await cursorAt('F3')
    await chord(driver, Key.CONTROL, Key.ARROW_DOWN)
    await cursorAt('F19')
    await keys(Key.ARROW_DOWN, Key.ARROW_DOWN)
    await cursorAt('F21')
    await keys('=', 's', 'u', 'm')
    await see(driver, text('Adds numbers up.'))
    await keys(Key.TAB, Key.ARROW_UP, Key.ARROW_UP)
    await driver
      .actions()
      .keyDown(Key.SHIFT)
      .sendKeys(...Array<string>(15).fill(Key.ARROW_UP))
      .keyUp(Key.SHIFT)
      .perform()
    const contents = await see(driver, By.css('[aria-label="Contents of the cell"]'))
    await driver.wait(async () => (await contents.getAttribute('value')) === '=SUM(F4:F19', 10_000)
    await keys(Key.ENTER)
    await shows('F21', '5484.01')
    await chord(driver, Key.ALT, 'k')
    await stepIs(driver, 'fees', 'passed')
    await keys(Key.HOME, Key.ARROW_UP, Key.ARROW_RIGHT)
    await cursorAt('B21')
    await keys('=COUNTA(B4:B19)', Key.ENTER)
    await chord(driver, Key.ALT, 'k')
    await stepIs(driver, 'berths', 'passed')
    await keys(Key.ARROW_UP, Key.ARROW_RIGHT)
    await cursorAt('C21')
    await keys('=AVERAGE(C4:C19)', Key.ENTER, Key.ARROW_UP)
    await find('number format')
    await driver.actions().keyDown(Key.CONTROL).sendKeys('a').keyUp(Key.CONTROL).perform()
    await keys('0.00', Key.ENTER)
    await shows('C21', '8.22')
    await chord(driver, Key.ALT, 'k')
    await stepIs(driver, 'length', 'passed')
  }, 180_000)

  it('by mouse: a formula pointed to, drawn down, undone, and a wrong value by a right way named', async () => {
    const { driver } = browser
    await press(driver, 'Next task')
    await see(driver, By.css('[data-step="fees"] .is-in-hand, [data-step="fees"]'))
    await (await cellNamed('F4')).click()
    await keys('=C4*VLOOKUP(D4,')
    await press(driver, 'Rates')
    await draw('A4', 'B6')
    await keys(Key.F4, ',2,FALSE', Key.ENTER)
    await shows('F4', '421.8')
    await (await cellNamed('F4')).click()
    const corner = await see(driver, By.css('.handle'))
    await driver
      .actions()
      .move({ origin: corner })
      .press()
      .move({ origin: await cellNamed('F19') })
      .release()
      .perform()
    await shows('F5', '505.05')
    await shows('F19', '99')
    await press(driver, 'Undo')
    await shows('F5', '')
    await press(driver, 'Redo')
    await shows('F5', '505.05')
    await press(driver, 'Check this step')
    await stepIs(driver, 'fees', 'passed')
  }, 120_000)

  it('goes on in another task: a sort of whole rows, and copies by the clipboard', async () => {
    const { driver } = browser
    await see(driver, By.css('[data-step="shown"]'))
    await draw('F4', 'F19')
    await find('thousands')
    await press(driver, 'Check this step')
    await stepIs(driver, 'shown', 'passed')
    await (await cellNamed('F13')).click()
    await chord(driver, Key.CONTROL, 'c')
    await goTo('H13')
    await chord(driver, Key.CONTROL, 'v')
    await shows('H13', '#N/A')
    await chord(driver, Key.CONTROL, 'z')
    await shows('H13', '')
    await allSaved(driver)
  }, 120_000)

  it('has no serious or critical violation while a formula is typed and an operation is looked for', async () => {
    const { driver } = browser
    await goTo('F4')
    await keys('=SUM(')
    await see(driver, text('Adds numbers up.'))
    expect(await violations(driver)).toEqual([])
    await keys(Key.ESCAPE)
    await chord(driver, Key.ALT, '/')
    await see(driver, By.css('#sheet-operations [role="option"]'))
    expect(await violations(driver, ['day', 'graphite'])).toEqual([])
    await keys(Key.ESCAPE)
  }, 120_000)

  it('refuses what can’t be read, in words, and keeps what was typed', async () => {
    const { driver } = browser
    await goTo('H4')
    await keys('=SUM(1;;', Key.ENTER)
    await see(driver, By.css('[data-refusal]'))
    expect(await (await see(driver, By.css('[aria-label="Contents of the cell"]'))).getAttribute('value')).toBe(
      '=SUM(1;;',
    )
    await keys(Key.ESCAPE)
    await shows('H4', '')
  }, 60_000)
})
