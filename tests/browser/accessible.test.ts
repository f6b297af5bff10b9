import AxeBuilder from '@axe-core/webdriverjs'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { chord, focusDate, startPaper, type } from '../support/bench'
import { By, Key, openBrowser, press, see, signIn, text } from '../support/browser'
import type { Browser, WebDriver } from '../support/browser'
import { startServer } from '../support/server'
import type { RunningServer } from '../support/server'

let server: RunningServer
let browser: Browser
let driver: WebDriver
beforeAll(async () => {
  server = await startServer()
  browser = await openBrowser()
  driver = browser.driver
})
afterAll(async () => {
  await browser.close()
  await server.stop()
})

const themes = ['day', 'graphite', 'contrast', 'warm']

/** Serious and critical violations in every theme, each as rule, theme and place. */
async function violations(): Promise<string[]> {
  const found: string[] = []
  for (const theme of themes) {
    await driver.executeScript(`document.documentElement.dataset.theme = ${JSON.stringify(theme)}`)
    await driver.sleep(350)
    const { violations } = await new AxeBuilder(driver).analyze()
    for (const { id, impact, nodes } of violations) {
      if (impact === 'serious' || impact === 'critical') found.push(...nodes.map(node => `${theme}: ${id}: ${node.target.join(' ')} ${node.html.slice(0, 140)} ${node.any[0]?.message ?? ''}`))
    }
  }
  await driver.executeScript('document.documentElement.dataset.theme = "day"')
  return found
}

const sideways = async (): Promise<number> => driver.executeScript('return document.documentElement.scrollWidth - document.documentElement.clientWidth')

describe('no serious or critical violation, in any theme, and no page scrolls sideways', () => {
  it('sign-in, with a refusal', async () => {
    await driver.get(`${server.url}/sign-in`)
    await see(driver, text('People of the demo'))
    await press(driver, 'Sign in')
    await see(driver, By.css('#failure.notice'))
    expect(await violations()).toEqual([])
  })

  it.each([
    ['My work', '/', 'All skills'],
    ['a cover', '/assignments/week-end', 'How to work'],
    ['a closed cover', '/assignments/month-end-exam', 'It can’t be started.'],
    ['past sittings', '/sittings', 'Counter and creditors'],
    ['the skill-gap report', '/skills', 'Close these first'],
  ])('%s', async (_, path, words) => {
    if (path === '/') await signIn(driver, server.url, 'robin.tarn@sallowmere.test')
    await driver.get(`${server.url}${path}`)
    await see(driver, text(words))
    await driver.sleep(300)
    expect(await violations()).toEqual([])
    expect(await sideways()).toBe(0)
  })

  it('a result', async () => {
    await driver.get(`${server.url}/sittings`)
    await (await see(driver, By.css('tbody a'))).click()
    await see(driver, text('Steps passed'))
    expect(await violations()).toEqual([])
    expect(await sideways()).toBe(0)
  })

  it('the bench, with completion, refusal, verdict, overview, help and handing in', async () => {
    await startPaper(driver, server.url, 'open-end')
    await press(driver, 'Check this step')
    await see(driver, text('tries left: 2 of 3'))
    await focusDate(driver)
    await chord(driver, Key.CONTROL, Key.ENTER)
    await see(driver, By.css('[data-refusal]'))
    expect(await violations()).toEqual([])
    expect(await sideways()).toBe(0)
    await driver.findElement(By.css('[aria-label="Account, line 1"]')).click()
    await type(driver, '10')
    await see(driver, By.css('.p-autocomplete-overlay'))
    expect(await violations()).toEqual([])
    await type(driver, Key.TAB)
    for (const view of ['Accounts', 'Trial balance', 'Journal']) {
      await press(driver, view)
      expect(await violations()).toEqual([])
    }
    await chord(driver, Key.ALT, 'o')
    await see(driver, text('Tries left'))
    await driver.sleep(400)
    expect(await violations()).toEqual([])
    await press(driver, 'Hand in the paper…')
    await see(driver, text('After handing in'))
    await driver.sleep(400)
    expect(await violations()).toEqual([])
    await (await see(driver, By.css('.p-dialog-footer button:last-child'))).click()
    await see(driver, By.xpath('//h1[normalize-space()="Handed in"]'))
    expect(await violations()).toEqual([])
  })
})
