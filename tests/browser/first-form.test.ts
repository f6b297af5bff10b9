import { createServer, request } from 'node:http'
import type { AddressInfo } from 'node:net'
import type { Driver as ChromeDriver } from 'selenium-webdriver/chrome'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { By, Key, openBrowser, see, text } from '../support/browser'
import type { Browser, WebDriver } from '../support/browser'
import { startServer } from '../support/server'
import type { RunningServer } from '../support/server'

let server: RunningServer
let browser: Browser

/** A line to the server that holds every script back until it is let through. */
function lineThatHolds() {
  const held: (() => void)[] = []
  let holds = true
  const line = createServer((asked, answer) => {
    const pass = (): void => {
      const on = request(
        new URL(asked.url ?? '/', server.url),
        { method: asked.method, headers: asked.headers },
        from => {
          answer.writeHead(from.statusCode ?? 502, from.headers)
          from.pipe(answer)
        },
      )
      on.on('error', () => answer.destroy())
      asked.pipe(on)
    }
    if (holds && asked.url?.endsWith('.js')) held.push(pass)
    else pass()
  })
  return {
    begin: () => new Promise<void>(done => line.listen(0, '127.0.0.1', done)),
    url: () => `http://127.0.0.1:${(line.address() as AddressInfo).port}`,
    hold: () => (holds = true),
    let: () => {
      holds = false
      for (const pass of held.splice(0)) pass()
    },
    end: () => line.closeAllConnections() ?? line.close(),
  }
}

const line = lineThatHolds()
beforeAll(async () => {
  server = await startServer()
  browser = await openBrowser({ waitsForPages: false })
  // What the browser has kept of an earlier page would be there at once.
  const chrome = browser.driver as ChromeDriver
  await chrome.sendDevToolsCommand('Network.enable', {})
  await chrome.sendDevToolsCommand('Network.setCacheDisabled', { cacheDisabled: true })
  await line.begin()
})
afterAll(async () => {
  await browser.close()
  line.end()
  await server.stop()
})

/** Goes to a page without waiting for its scripts. */
async function goTo(driver: WebDriver, path: string): Promise<void> {
  await driver.get(`${line.url()}${path}`)
  await see(driver, By.id('first-email'))
}

/** Where the fields and the button of a form are, and how they look. */
const placed = (driver: WebDriver): Promise<unknown> =>
  driver.executeScript(`return [...document.querySelectorAll('h1, form label, form input, form button')].map(one => {
    const { x, y, width, height } = one.getBoundingClientRect()
    const { color, backgroundColor } = getComputedStyle(one)
    const { fontSize, fontWeight } = getComputedStyle(one.querySelector('.p-button-label') ?? one)
    const named = one.localName === 'input' ? one.type + one.autocomplete : one.textContent.trim()
    return [named, [x, y, width, height].map(Math.round), fontSize, fontWeight, color, backgroundColor]
  })`)

describe('the form that comes with a page', () => {
  it('stands where the page’s own stands, and takes nothing from it', async () => {
    const { driver } = browser
    line.hold()
    await goTo(driver, '/sign-in')
    const first = await placed(driver)
    line.let()
    await see(driver, By.id('email'))
    await see(driver, text('People of the demo'))
    expect(await driver.findElements(By.id('first'))).toHaveLength(0)
    expect(first).toEqual(await placed(driver))
  })

  it('keeps what is typed before the script is there, and where the caret is', async () => {
    const { driver } = browser
    line.hold()
    await goTo(driver, '/sign-in')
    await driver.findElement(By.id('first-email')).sendKeys('robin.tarn@sallowmere.test', Key.TAB, 'slip')
    line.let()
    await see(driver, By.id('password'))
    await see(driver, text('People of the demo'))
    // Typing goes on where it was.
    await driver.actions().sendKeys('way-6').perform()
    const [email, password] = await driver.findElements(By.css('form input'))
    expect(await email?.getAttribute('value')).toBe('robin.tarn@sallowmere.test')
    expect(await password?.getAttribute('value')).toBe('slipway-6')
  })

  it('signs in whoever sent it before the script was there, and leads where they wanted to go', async () => {
    const { driver } = browser
    line.hold()
    await goTo(driver, '/skills?skill=vat-on-sales')
    await driver.findElement(By.id('first-email')).sendKeys('robin.tarn@sallowmere.test')
    await driver.findElement(By.id('first-password')).sendKeys('slipway-64', Key.ENTER)
    await see(driver, text('One moment: you are signed in as soon as the page is here.'))
    line.let()
    await see(driver, text('Close these first'))
    expect(await driver.getCurrentUrl()).toContain('skill=vat-on-sales')
    expect(await driver.findElements(By.id('first'))).toHaveLength(0)
  })

  it('isn’t there for whoever is signed in', async () => {
    const { driver } = browser
    const { value } = await driver.manage().getCookie('anvil')
    const page = await (await fetch(server.url, { headers: { cookie: `anvil=${value}` } })).text()
    expect(page).not.toContain('first-email')
    expect(await (await fetch(server.url)).text()).toContain('first-email')
    await driver.manage().deleteAllCookies()
  })
})
