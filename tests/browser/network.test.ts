import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { violations } from '../support/axe'
import { allSaved, handIn, startPaper, stepIs, total } from '../support/bench'
import { By, Key, openBrowser, press, see, signIn, text } from '../support/browser'
import type { Browser } from '../support/browser'
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

const keys = async (...pressed: string[]): Promise<void> => {
  for (const key of pressed) await browser.driver.actions().sendKeys(key).perform()
}
const device = (name: string): By => By.css(`[data-device="${name}"]`)
const field = (label: string): By =>
  By.xpath(`//label[span[normalize-space()='${label}']]//*[self::input or self::select]`)
/** What the console has printed, as it is read out. */
const console = (words: string) =>
  browser.driver.wait(
    async () =>
      (await (await see(browser.driver, By.css('.console .spoken'))).getAttribute('textContent'))?.includes(words),
    10_000,
    `the console: ${words}`,
  )

async function fill(label: string, value: string): Promise<void> {
  const input = await see(browser.driver, field(label))
  await input.click()
  await browser.driver.actions().keyDown(Key.CONTROL).sendKeys('a').keyUp(Key.CONTROL).perform()
  await keys(value, Key.TAB)
}

describe('a network', () => {
  it('is mended by keyboard alone in the console: tried, put, applied, tried again', async () => {
    const { driver } = browser
    await signIn(driver, server.url, 'robin.tarn@sallowmere.test')
    await startPaper(driver, server.url, 'wiring-mock', device('desk-1'), 'Start the clock')
    // It is there for the keyboard, and not to be seen.
    const terminal = await driver.wait(
      async () => (await driver.findElements(By.css('[data-console] textarea')))[0],
      10_000,
    )
    await driver.executeScript('arguments[0].focus()', terminal)
    await keys('ping 10.44.20.11', Key.ENTER)
    await console('no answer')
    await see(driver, text('10.44.20.11 is in its network 10.44.0.0/16: asks who that is'))
    await keys('put interfaces/p1/ipv4/adress 1', Key.ENTER)
    await console('“adress”: expected address')
    await keys('pu', Key.TAB, ' int', Key.TAB, '/p1/ip', Key.TAB, '/a', Key.TAB, ' 10.44.10.11/24', Key.ENTER)
    await console('10.44.10.11/16 → 10.44.10.11/24')
    await keys('apply', Key.ENTER)
    await console('done')
    await keys(Key.ARROW_UP, Key.ARROW_UP, Key.ARROW_UP, Key.ARROW_UP, Key.ENTER)
    await console('10.44.20.11 answers')
    await see(driver, text('It came through.'))
    await allSaved(driver)
    await press(driver, 'Check this step')
    await stepIs(driver, 'mended', 'passed')
  }, 120_000)

  it('has no serious or critical violation, as a map and as a list', async () => {
    const { driver } = browser
    expect(await violations(driver, ['day', 'graphite'])).toEqual([])
    await press(driver, 'As a list')
    await see(driver, text('10.44.10.1/24, 10.44.20.1/24'))
    expect(await violations(driver)).toEqual([])
    await press(driver, 'As a map')
  }, 60_000)

  it('is mended by panel: a route on the way back', async () => {
    const { driver } = browser
    await press(driver, 'Next task')
    await (await see(driver, device('shed-gate'))).click()
    await (await see(driver, By.css('input[aria-label="Route to"]'))).sendKeys('10.44.10.0/24')
    await (await see(driver, By.css('input[aria-label="Next hop"]'))).sendKeys('10.44.0.1')
    await press(driver, 'Add')
    await see(driver, text('1 change is pending'))
    await press(driver, 'Apply')
    await see(driver, text('10.44.10.0/24 by 10.44.0.1'))
    await allSaved(driver)
    await press(driver, 'Check this step')
    await stepIs(driver, 'back', 'passed')
  }, 60_000)

  it('takes a new desk by panel; what makes no sense is refused in words', async () => {
    const { driver } = browser
    await press(driver, 'Next task')
    await (await see(driver, device('desk-3'))).click()
    await see(driver, By.xpath(`//h3[normalize-space()='desk-3']`))
    const join = await see(driver, By.css('select[aria-label="Join p1 to"]'))
    await join.click()
    await join.sendKeys('office-sw p4', Key.ENTER)
    await press(driver, 'Plug in')
    await see(driver, text('office-sw p4'))
    await fill('IPv4 address', '10.44.10.0/24')
    await see(driver, By.css('[data-refusal]'))
    await fill('IPv4 address', '10.44.10.13/24')
    await see(driver, text('1 change is pending'))
    await (await see(driver, By.css('input[aria-label="Route to"]'))).sendKeys('0.0.0.0/0')
    await (await see(driver, By.css('input[aria-label="Next hop"]'))).sendKeys('10.44.10.1')
    await press(driver, 'Add')
    await see(driver, text('2 changes are pending'))
    await press(driver, 'Apply')
    await allSaved(driver)
    await press(driver, 'Check this step')
    await stepIs(driver, 'address', 'passed')
    await handIn(driver)
    await press(driver, 'See the result')
    expect(await total(driver)).toBe('14.00')
  }, 90_000)
})
