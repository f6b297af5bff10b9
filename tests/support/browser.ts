import { mkdtempSync, rmSync } from 'node:fs'
import { writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Builder, By, Key, logging, until } from 'selenium-webdriver'
import type { WebDriver, WebElement } from 'selenium-webdriver'
import { Options, ServiceBuilder } from 'selenium-webdriver/chrome'
import type { Driver as ChromeDriver } from 'selenium-webdriver/chrome'

export { By, Key, until }
export type { WebDriver, WebElement }

const WAIT_MS = 30_000
const POLL_MS = 30

export interface Browser {
  driver: WebDriver
  close(): Promise<void>
}

/** Debian's Chromium without a screen, with a profile of its own. */
export async function openBrowser({ width = 1280, height = 800, networkLog = false } = {}): Promise<Browser> {
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
    '--disable-sync',
    '--disable-dev-shm-usage',
    '--force-device-scale-factor=1',
    '--hide-scrollbars',
    `--user-data-dir=${profile}`,
    `--window-size=${width},${height}`,
  )
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
  // Looked for often: the default of five times a second is most of what a test would wait.
  const wait = driver.wait.bind(driver) as (...given: unknown[]) => unknown
  const often = (condition: unknown, timeout?: number, message?: string, poll = POLL_MS): unknown =>
    wait(condition, timeout, message, poll)
  driver.wait = often as typeof driver.wait
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

/** Finds what is visible, waiting for it. */
export async function see(driver: WebDriver, locator: By, what = String(locator)): Promise<WebElement> {
  const element = await driver.wait(until.elementLocated(locator), WAIT_MS, `never there: ${what}`)
  await driver.wait(until.elementIsVisible(element), WAIT_MS, `never visible: ${what}`)
  return element
}

export const button = (name: string): By =>
  By.xpath(
    `//button[normalize-space()=${literal(name)} or @aria-label=${literal(name)}] | //a[contains(@class,"p-button")][normalize-space()=${literal(name)} or @aria-label=${literal(name)}]`,
  )
export const text = (wanted: string): By => By.xpath(`//*[contains(normalize-space(text()),${literal(wanted)})]`)

function literal(value: string): string {
  return value.includes("'") ? `"${value}"` : `'${value}'`
}

export async function press(driver: WebDriver, name: string): Promise<void> {
  const element = await see(driver, button(name), `button ${name}`)
  await driver.wait(until.elementIsEnabled(element), WAIT_MS)
  await driver.executeScript('arguments[0].scrollIntoView({block: "nearest"})', element)
  await element.click()
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
