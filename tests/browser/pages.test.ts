import type { Driver as ChromeDriver } from 'selenium-webdriver/chrome'
import { describe, expect, it } from 'vitest'
import { By, Key, openBrowser, press, see, signIn, text } from '../support/browser'
import { serverAndBrowser } from '../support/session'

const at = serverAndBrowser()

const body = async (): Promise<string> => at.driver.findElement(By.css('body')).getText()

describe('an address that leads nowhere', () => {
  it('says so in our words, with a way back', async () => {
    const { driver } = at
    await signIn(driver, at.server.url, 'robin.tarn@sallowmere.test')
    await driver.get(`${at.server.url}/no/such/page`)
    await see(driver, text('There is no such page'))
    await press(driver, 'Go to your start page')
    await see(driver, text('Closest gap'))
    await driver.manage().deleteAllCookies()
  })
})

describe('signing in', () => {
  it('says what is missing, and gives nothing away about who exists', async () => {
    await at.driver.get(`${at.server.url}/skills?skill=vat-on-sales`)
    await (await see(at.driver, By.id('email'))).sendKeys(Key.ENTER)
    await see(at.driver, text('Enter your sign-in address.'))
    await at.driver.findElement(By.id('email')).sendKeys('robin.tarn@sallowmere.test')
    await at.driver.findElement(By.id('password')).sendKeys('wrong', Key.ENTER)
    await see(at.driver, text('The address or the password isn’t right.'))
    await at.driver.findElement(By.id('password')).sendKeys(Key.chord(Key.CONTROL, 'a'), 'slipway-64', Key.ENTER)
    // It goes on to where the trainee wanted to go.
    await see(at.driver, text('Close these first'))
    expect(await at.driver.getCurrentUrl()).toContain('skill=vat-on-sales')
  })

  it('ends with signing out, and then nothing is shown any more', async () => {
    await press(at.driver, 'Robin Tarn')
    await (await see(at.driver, By.xpath('//*[@role="menuitem"][contains(., "Sign out")]'))).click()
    await see(at.driver, By.id('email'))
    await at.driver.get(`${at.server.url}/`)
    await see(at.driver, By.id('email'))
  })
})

describe('my work', () => {
  it('shows what is open, coming and finished, each with what can be done', async () => {
    await signIn(at.driver, at.server.url, 'robin.tarn@sallowmere.test')
    await see(at.driver, text('Closest gap'))
    const words = await body()
    for (const wanted of [
      'Open now',
      'Coming',
      'Finished',
      'Week-end journals',
      'sittings left: 2 of 2',
      'Not open yet',
      'Reading a trial balance',
    ])
      expect(words).toContain(wanted)
    // The paper is assigned by the demo and once more by the papers of the tests.
    expect(await at.driver.findElements(By.css('[aria-label="Read first: Week-end journals"]'))).toHaveLength(2)
  })

  it('is empty in words for someone who is new', async () => {
    const other = await openBrowser()
    try {
      await signIn(other.driver, at.server.url, 'wren.osier@sallowmere.test')
      await see(other.driver, text('No work has been judged yet.'))
      await other.driver.get(`${at.server.url}/sittings`)
      await see(other.driver, text('You have not finished a sitting yet.'))
    } finally {
      await other.close()
    }
  })
})

describe('a cover', () => {
  it('states the rules before the clock starts', async () => {
    await at.driver.get(`${at.server.url}/assignments/week-end`)
    await see(at.driver, text('How to work'))
    const words = await body()
    for (const wanted of [
      '25 min in one go',
      '10 tasks with 19 steps, 68 points',
      '3 tries on each step',
      'set right for you',
      '0 of 2 used',
      'what you have done is handed in by itself',
    ])
      expect(words).toContain(wanted)
  })

  it('says why it can’t be started, and when it can', async () => {
    await at.driver.get(`${at.server.url}/assignments/month-end-exam`)
    await see(at.driver, text('It can’t be started.'))
    expect(await body()).toMatch(/This paper isn’t open yet\.\s+It opens \w{3} \d+ \w{3} 20\d\d, \d\d:\d\d/)
  })

  it('of a paper of others says so and offers to try again', async () => {
    await at.driver.get(`${at.server.url}/assignments/nowhere`)
    await see(at.driver, text('There is no such assignment, or it isn’t yours.'))
  })
})

describe('the skill-gap report', () => {
  it('begins with all trades of the programme, closes gaps across them, and opens one', async () => {
    await at.driver.get(`${at.server.url}/skills`)
    await see(at.driver, By.xpath('//h1[contains(., "all trades")]'))
    expect(await at.driver.findElements(By.css('tr.area'))).toHaveLength(5 + 6 + 7)
    await see(at.driver, text('bookkeeping: wrong account'))
    await press(at.driver, 'Office work')
    await see(at.driver, By.xpath('//h1[contains(., "office work")]'))
    expect((await at.driver.findElements(By.css('tr.skill'))).length).toBeGreaterThanOrEqual(30)
    await press(at.driver, 'Networking')
    await see(at.driver, By.xpath('//h1[contains(., "networking")]'))
    expect((await at.driver.findElements(By.css('tr.skill'))).length).toBeGreaterThanOrEqual(30)
  })

  it('has a row for each skill with its standing in words, and shows the evidence of the one chosen', async () => {
    await press(at.driver, 'Bookkeeping')
    await see(at.driver, By.xpath('//h1[contains(., "bookkeeping")]'))
    expect((await at.driver.findElements(By.css('tr.skill'))).length).toBeGreaterThanOrEqual(20)
    await press(at.driver, 'VAT on purchases')
    await see(at.driver, By.xpath('//section[@aria-live]//h2[normalize-space()="VAT on purchases"]'))
    const words = await body()
    expect(words).toMatch(/Chance of being at the target: \d+ %/)
    expect(words).toContain('VAT not split from the net amount')
    expect(words).toContain('Yard handbook 5.2, VAT coming in')
  })

  it('comes as CSV and fits A4 in print, chart and all', async () => {
    const csv: string = await at.driver.executeAsyncScript(
      'fetch("/api/me/skills?format=csv").then(answer => answer.text()).then(arguments[0])',
    )
    expect(csv.split('\r\n')[0]).toContain('area,skill,standing')
    const printed = (await (at.driver as ChromeDriver).sendAndGetDevToolsCommand('Page.printToPDF', {
      preferCSSPageSize: true,
    })) as unknown as { data: string }
    const pdf = Buffer.from(printed.data, 'base64').toString('latin1')
    expect(pdf.startsWith('%PDF')).toBe(true)
    expect([...pdf.matchAll(/\/Type\s*\/Page\b/g)].length).toBeLessThanOrEqual(2)
  })
})

describe('narrow screens', () => {
  it.each(['/', '/assignments/week-end', '/skills', '/skills?trade=bookkeeping', '/sittings'])(
    '%s doesn’t scroll sideways at 390 px',
    async path => {
      const narrow = await openBrowser({ width: 500, height: 800 })
      try {
        await signIn(narrow.driver, at.server.url, 'robin.tarn@sallowmere.test')
        await (narrow.driver as ChromeDriver).sendDevToolsCommand('Emulation.setDeviceMetricsOverride', {
          width: 390,
          height: 800,
          deviceScaleFactor: 1,
          mobile: false,
        })
        await narrow.driver.get(`${at.server.url}${path}`)
        await narrow.driver.sleep(1200)
        expect(await narrow.driver.executeScript('return document.documentElement.scrollWidth')).toBeLessThanOrEqual(
          390,
        )
      } finally {
        await narrow.close()
      }
    },
  )
})
