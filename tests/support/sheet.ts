import { afterAll, beforeAll } from 'vitest'
import { chord, startPaper } from './bench'
import { By, Key, openBrowser, press, see, signIn } from './browser'
import type { Browser, WebDriver, WebElement } from './browser'
import { startServer } from './server'
import type { RunningServer } from './server'
import { WAIT_MS } from './waiting'

const grid = By.css('[role="grid"] [data-row="3"]')
const cell = (name: string): By => {
  const [, letter, row] = /^([A-Z])(\d+)$/.exec(name)!
  return By.css(`[data-row="${Number(row) - 1}"][data-column="${letter!.charCodeAt(0) - 65}"]`)
}

/** What a trainee does to a sheet, by mouse and keyboard. */
export function handsOn(driver: WebDriver) {
  const keys = async (...pressed: string[]): Promise<void> => {
    for (const key of pressed) await driver.actions().sendKeys(key).perform()
  }
  const cellNamed = (name: string): Promise<WebElement> => see(driver, cell(name))
  /** The cell with the cursor, as the line above the cells names it. */
  const cursorAt = (name: string): Promise<unknown> =>
    driver.wait(
      async () => (await (await see(driver, By.css('input[aria-label="Cell"]'))).getAttribute('value')) === name,
      WAIT_MS,
      `the cursor at ${name}`,
    )
  return {
    keys,
    cellNamed,
    cursorAt,
    shows: (name: string, shown: string): Promise<boolean> =>
      driver.wait(async () => (await (await cellNamed(name)).getText()).trim() === shown, WAIT_MS, `${name}: ${shown}`),
    /** Draws over cells, from one to another. */
    async draw(from: string, to: string): Promise<void> {
      const [first, last] = [await cellNamed(from), await cellNamed(to)]
      await driver.actions().move({ origin: first }).press().move({ origin: last }).release().perform()
    },
    /** Goes to cells by their address. */
    async goTo(address: string): Promise<void> {
      await (await see(driver, By.css('input[aria-label="Cell"]'))).click()
      await keys(address, Key.ENTER)
      await cursorAt(address)
    },
    /** Types what is wanted into the operation finder, and takes the first that it finds. */
    async find(words: string): Promise<void> {
      await chord(driver, Key.ALT, '/')
      await keys(words)
      await see(driver, By.css('#sheet-operations [role="option"][aria-selected="true"] strong'))
      await keys(Key.ENTER)
    },
    /** Answers the questions of an operation by keyboard, from the first on; null leaves one as it is. */
    async answer(...answers: (string | null)[]): Promise<void> {
      await see(driver, By.css('form.asked :focus'))
      for (const [at, text] of answers.entries()) {
        if (at > 0) await keys(Key.TAB)
        if (text === null) continue
        await chord(driver, Key.CONTROL, 'a')
        await keys(text)
      }
      await keys(Key.ENTER)
    },
    async begin(url: string, name: string, assignment: string, button = 'Start the clock'): Promise<void> {
      await driver.manage().deleteAllCookies()
      await signIn(driver, url, `${name}@sallowmere.test`)
      await startPaper(driver, url, assignment, grid, button)
    },
    async nextTasks(count: number, step: string): Promise<void> {
      for (let at = 0; at < count; at += 1) await press(driver, 'Next task')
      await see(driver, By.css(`[data-step="${step}"]`))
    },
  }
}
export type SheetHands = ReturnType<typeof handsOn>

/** A server, a browser and hands on its sheet, from before the first test of a file to after its last. */
export function sheetBench() {
  const bench = {} as { server: RunningServer; browser: Browser; hands: SheetHands }
  beforeAll(async () => {
    bench.server = await startServer({ ANVIL_LOG: 'error' })
    bench.browser = await openBrowser()
    bench.hands = handsOn(bench.browser.driver)
  })
  afterAll(async () => {
    await bench.browser.close()
    await bench.server.stop()
  })
  return bench
}
