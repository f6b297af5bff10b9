import jsqr from 'jsqr'
import { generateSync } from 'otplib'
import { PNG } from 'pngjs'
import { describe, expect, it } from 'vitest'
import { allThemes, sideways, violations } from '../support/axe'
import { By, Key, press, see, signIn, text } from '../support/browser'
import { serverAndBrowser } from '../support/session'
import { WAIT_MS } from '../support/waiting'

const at = serverAndBrowser()

async function clean(): Promise<void> {
  await at.driver.sleep(400)
  expect(await violations(at.driver, allThemes)).toEqual([])
  expect(await sideways(at.driver)).toBe(0)
}

/** What a camera reads from the picture on the screen. */
async function scanned(): Promise<URL> {
  const shot = await (await see(at.driver, By.css('svg[role="img"][aria-label*="secret"]'))).takeScreenshot()
  const { data, width, height } = PNG.sync.read(Buffer.from(shot, 'base64'))
  const found = jsqr(new Uint8ClampedArray(data), width, height)
  return new URL(found?.data ?? 'about:nothing')
}
const shown = (secret: string, seconds = 0): string => generateSync({ secret, epoch: Date.now() / 1000 + seconds })

const type = async (id: string, words: string): Promise<void> => {
  await (await see(at.driver, By.id(id))).sendKeys(Key.chord(Key.CONTROL, 'a'), words)
}

async function enter(password: string): Promise<void> {
  await at.driver.manage().deleteAllCookies()
  await at.driver.get(`${at.server.url}/sign-in`)
  await type('email', 'marit.feld@sallowmere.test')
  await type('password', password + Key.ENTER)
}

describe('a second factor', () => {
  it('is scanned, turned on, asked for, replaced by a recovery code, and taken off by an administrator', async () => {
    const { driver, server } = at
    await signIn(driver, server.url, 'marit.feld@sallowmere.test', { lands: 'Assignments' })
    await press(driver, 'Marit Feld')
    await (await see(driver, text('Second factor…'))).click()
    await type('factor-password', 'not mine')
    await press(driver, 'Set it up')
    await see(driver, text('This isn’t your present password.'))
    await type('factor-password', 'slipway-64')
    await clean()
    await press(driver, 'Set it up')
    const uri = await scanned()
    const secret = uri.searchParams.get('secret')!
    expect([uri.protocol, decodeURIComponent(uri.pathname)]).toEqual([
      'otpauth:',
      expect.stringContaining('Steady Anvil:marit.feld@sallowmere.test') as unknown,
    ])
    expect((await (await see(driver, By.css('.secret'))).getText()).replaceAll(' ', '')).toBe(secret)
    await clean()
    await type('first-code', `000000${Key.ENTER}`)
    await see(driver, text('Is the clock of the device right?'))
    await type('first-code', shown(secret) + Key.ENTER)
    await see(driver, text('They are shown this once.'))
    const codes = await Promise.all((await driver.findElements(By.css('ol .figure'))).map(one => one.getText()))
    expect(codes).toHaveLength(10)
    await clean()
    await press(driver, 'I have kept them')
    await see(driver, text('10 recovery codes left.'))
    await clean()

    await enter('slipway-64')
    await see(driver, By.id('code'))
    await clean()
    await driver.wait(async () => (await driver.switchTo().activeElement().getAttribute('id')) === 'code', WAIT_MS)
    await type('code', `123 456${Key.ENTER}`)
    await see(driver, text('This code isn’t right, or was used before.'))
    await type('code', shown(secret, 30) + Key.ENTER)
    await see(driver, By.xpath('//h1[normalize-space()="Assignments"]'))

    await enter('slipway-64')
    await type('code', codes[3]! + Key.ENTER)
    await see(driver, By.xpath('//h1[normalize-space()="Assignments"]'))
    await press(driver, 'Marit Feld')
    await (await see(driver, text('Second factor…'))).click()
    await see(driver, text('9 recovery codes left.'))
    await type('factor-password', 'slipway-64')
    await press(driver, 'New recovery codes')
    await see(driver, text('They are shown this once.'))
    await press(driver, 'I have kept them')

    await driver.manage().deleteAllCookies()
    await signIn(driver, server.url, 'asha.lindqvist@sallowmere.test', { lands: 'Assignments' })
    await driver.get(`${server.url}/people`)
    await (await see(driver, By.css('input[type="search"]'))).sendKeys('marit')
    await press(driver, 'Second factor… of Marit Feld')
    await type('own-password', 'slipway-64')
    await clean()
    await press(driver, 'Take it off')
    await driver.wait(
      async () => (await driver.findElements(By.css('[aria-label^="Second factor…"]'))).length === 0,
      WAIT_MS,
    )
    await enter('slipway-64')
    await see(driver, By.xpath('//h1[normalize-space()="Assignments"]'))
  })
})
