import { mkdtempSync, rmSync } from 'node:fs'
import { writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Builder, By, error, Key, logging, Origin, until } from 'selenium-webdriver'
import type { WebDriver, WebElement } from 'selenium-webdriver'
import { Options, ServiceBuilder } from 'selenium-webdriver/chrome'
import type { Driver as ChromeDriver } from 'selenium-webdriver/chrome'
import { WAIT_MS } from './waiting'

export { By, Key, Origin, until }
export type { WebDriver, WebElement }

/** How soon what is waited for is looked at again, in ms: at first, and at most. Looking costs the page its time. */
const [SOON, LATE] = [15, 150]

export interface Browser {
  driver: WebDriver
  close(): Promise<void>
}

/** Debian's Chromium without a screen, with a profile of its own. */
export async function openBrowser({
  width = 1280,
  height = 800,
  networkLog = false,
  microphone = false,
  waitsForPages = true,
} = {}): Promise<Browser> {
  const profile = mkdtempSync(join(tmpdir(), 'anvil-chromium-'))
  const options = new Options()
  options.setChromeBinaryPath(process.env.ANVIL_CHROMIUM ?? '/usr/bin/chromium')
  options.addArguments(
    '--headless',
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-extensions',
    '--disable-component-extensions-with-background-pages',
    '--disable-breakpad',
    '--disable-sync',
    // A page of the browser's own behind its address line, which takes a second of each start.
    '--disable-features=WebUIOmniboxPopup,WebUIOmniboxAimPopup,WebUIOmniboxFullPopup',
    '--disable-dev-shm-usage',
    '--force-device-scale-factor=1',
    '--hide-scrollbars',
    `--user-data-dir=${profile}`,
    `--window-size=${width},${height}`,
  )
  // One that beeps, and that every page may use.
  if (microphone) options.addArguments('--use-fake-device-for-media-stream', '--use-fake-ui-for-media-stream')
  if (!waitsForPages) options.setPageLoadStrategy('none')
  if (networkLog) {
    const preferences = new logging.Preferences()
    preferences.setLevel(logging.Type.PERFORMANCE, logging.Level.ALL)
    options.setLoggingPrefs(preferences)
  }
  const driver = await new Builder()
    .forBrowser('chrome')
    .setChromeOptions(options)
    .setChromeService(new ServiceBuilder(process.env.ANVIL_CHROMEDRIVER ?? '/usr/bin/chromedriver'))
    .build()
  driver.wait = waiting(driver) as typeof driver.wait
  // The window's frame takes some of its height: make the page itself as large as was asked for.
  const inner: [number, number] = await driver.executeScript('return [window.innerWidth, window.innerHeight]')
  await driver
    .manage()
    .window()
    .setRect({ width: width + (width - inner[0]), height: height + (height - inner[1]) })
  return {
    driver,
    async close() {
      await driver.quit()
      rmSync(profile, { recursive: true, force: true })
    },
  }
}

type Looked = ((driver: WebDriver) => unknown) | { fn: (driver: WebDriver) => unknown }

/**
 * Waits until something holds. What comes at once is seen at once, and what takes long is looked for less and less
 * often: on a busy machine looking would take more of it than what is waited for.
 */
function waiting(driver: WebDriver) {
  return async (condition: Looked, within: number, message = 'what was waited for'): Promise<unknown> => {
    const holds = typeof condition === 'function' ? condition : condition.fn
    const end = Date.now() + within
    for (let pause = SOON; ; pause = Math.min(LATE, pause * 1.3)) {
      const found = await holds(driver)
      if (found) return found
      if (Date.now() > end) throw new error.TimeoutError(`${message} (waited ${within} ms)`)
      await new Promise(done => setTimeout(done, pause))
    }
  }
}

/** What `act` gives, or null where the page replaced an element in the meantime: there is then another to look at. */
async function unlessReplaced<Result>(act: () => Promise<Result>): Promise<Result | null> {
  try {
    return await act()
  } catch (failure) {
    if (failure instanceof error.StaleElementReferenceError) return null
    throw failure
  }
}

/**
 * Looks in the page, in one go: each question that is asked of it takes the page's time and the driver's. Gives the
 * first that is found where it can be seen; in a dialog that is still opening it can't yet: when open, that takes the
 * focus, and typing goes astray. What is to be pressed is enabled, too, and comes into sight.
 */
const LOOK = `
  const [using, value, toPress] = arguments
  const found = using === 'xpath'
    ? document.evaluate(value, document, null, XPathResult.FIRST_ORDERED_NODE_TYPE, null).singleNodeValue
    : document.querySelector(value)
  const hasSize = element => {
    const { width, height } = element.getBoundingClientRect()
    return (width > 0 && height > 0) || [...element.children].some(hasSize)
  }
  // An option is seen where its list is.
  const seen = found?.closest('select') ?? found
  if (!seen?.checkVisibility({ visibilityProperty: true, opacityProperty: true }) || !hasSize(seen)) return null
  if (found.closest('.p-dialog-enter-active')) return null
  if (!toPress) return found
  if (found.matches(':disabled')) return null
  found.scrollIntoView({ block: 'nearest' })
  return found`

const look = async (driver: WebDriver, { using, value }: By, toPress = false): Promise<WebElement | null> =>
  driver.executeScript<WebElement | null>(LOOK, using, value, toPress)

/** Finds what is visible, waiting for it, and for a dialog around it to have opened. */
export async function see(driver: WebDriver, locator: By, what = String(locator)): Promise<WebElement> {
  const found = await driver.wait(() => look(driver, locator), WAIT_MS, `never to be seen: ${what}`)
  if (!found) throw new RangeError(`never to be seen: ${what}`)
  return found
}

export const button = (name: string): By => {
  const named = `[normalize-space()=${literal(name)} or @aria-label=${literal(name)}]`
  return By.xpath(`//button${named} | //a[contains(@class,"p-button")]${named}`)
}
export const link = (name: string): By => By.xpath(`//a[normalize-space()=${literal(name)}]`)
export const text = (wanted: string): By => By.xpath(`//*[contains(normalize-space(text()),${literal(wanted)})]`)

function literal(value: string): string {
  return value.includes("'") ? `"${value}"` : `'${value}'`
}

export async function press(driver: WebDriver, name: string): Promise<void> {
  await driver.wait(
    () =>
      unlessReplaced(async () => {
        const element = await look(driver, button(name), true)
        await element?.click()
        return element !== null
      }),
    WAIT_MS,
    `never to be pressed: ${name}`,
  )
}

/** Types into what is found there, or gives a file to it. */
export async function give(driver: WebDriver, locator: By, keys: string): Promise<void> {
  const given = async (): Promise<boolean> => {
    await (await see(driver, locator)).sendKeys(keys)
    return true
  }
  await driver.wait(() => unlessReplaced(given), WAIT_MS, `never took what was typed: ${String(locator)}`)
}

/** Cuts the page off from the network, or connects it again. */
export async function offline(driver: WebDriver, on: boolean): Promise<void> {
  const chrome = driver as ChromeDriver
  await chrome.sendDevToolsCommand('Network.enable', {})
  await chrome.sendDevToolsCommand('Network.emulateNetworkConditions', {
    offline: on,
    latency: 0,
    downloadThroughput: -1,
    uploadThroughput: -1,
  })
}

/** Signs in and waits for the heading of the page where the person lands. */
export async function signIn(
  driver: WebDriver,
  url: string,
  email: string,
  { password = 'slipway-64', lands = 'My work' } = {},
): Promise<void> {
  await driver.get(`${url}/sign-in`)
  await (await see(driver, By.id('email'))).sendKeys(email)
  await (await see(driver, By.id('password'))).sendKeys(password, Key.ENTER)
  await see(driver, By.xpath(`//h1[normalize-space()="${lands}"]`), lands)
}

export async function picture(driver: WebDriver, file: string): Promise<void> {
  await writeFile(file, Buffer.from(await driver.takeScreenshot(), 'base64'))
}
