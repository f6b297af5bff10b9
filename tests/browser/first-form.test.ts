import { createServer, request } from 'node:http'
import type { AddressInfo } from 'node:net'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { By, Key, see, text } from '../support/browser'
import type { WebDriver } from '../support/browser'
import { serverAndBrowser } from '../support/session'

const at = serverAndBrowser()

/** A line to the server that holds every script back until it is let through. */
function lineThatHolds() {
  const held: (() => void)[] = []
  let holds = true
  const line = createServer((asked, answer) => {
    const pass = (): void => {
      const on = request(
        new URL(asked.url ?? '/', at.server.url),
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
beforeAll(line.begin)
afterAll(line.end)

/** Goes to a page without waiting for its scripts. */
async function goTo(driver: WebDriver, path: string): Promise<void> {
  await driver.executeScript(`location.href = ${JSON.stringify(`${line.url()}${path}`)}`)
  await see(driver, By.id('first-email'))
}

/** Where the fields and the button of a form are, and how they look. */
const placed = (driver: WebDriver): Promise<unknown> =>
  driver.executeScript(`return [...document.querySelectorAll('h1, form label, form input, form button')].map(one => {
    const { x, y, width, height } = one.getBoundingClientRect()
    const { fontSize, fontWeight, color, backgroundColor } = getComputedStyle(one)
    const named = one.localName === 'input' ? one.type + one.autocomplete : one.textContent.trim()
    return [named, [x, y, width, height].map(Math.round), fontSize, fontWeight, color, backgroundColor]
  })`)

describe('the form that comes with a page', () => {
  it('stands where the page’s own stands, and takes nothing from it', async () => {
    const { driver } = at
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
    const { driver } = at
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
    const { driver } = at
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
    const { driver } = at
    const { value } = await driver.manage().getCookie('anvil')
    const page = await (await fetch(at.server.url, { headers: { cookie: `anvil=${value}` } })).text()
    expect(page).not.toContain('first-email')
    expect(await (await fetch(at.server.url)).text()).toContain('first-email')
    await driver.manage().deleteAllCookies()
  })
})
