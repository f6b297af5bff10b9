import { beforeEach, describe, expect, it } from 'vitest'
import { allSaved, checkStep, dialogReady, postEntry, startPaper, stepIs } from '../support/bench'
import { By, offline, openBrowser, press, see, signIn, text } from '../support/browser'
import type { WebDriver } from '../support/browser'
import type { Written } from '../support/client'
import { logOf, sittingIdOf, wages } from '../support/log'
import type { RunningServer } from '../support/server'
import { serverAndBrowser } from '../support/session'
import { WAIT_MS } from '../support/waiting'

const at = serverAndBrowser({ fresh: true })
let server: RunningServer
let driver: WebDriver
beforeEach(() => {
  ;({ server, driver } = at)
})

const body = async (at: WebDriver = driver): Promise<string> => at.findElement(By.css('body')).getText()

const post = (entry: Written): Promise<void> => postEntry(driver, entry)

describe('two browsers on one sitting', () => {
  it('the newest takes over, the older looks on and says so, and nothing forks', async () => {
    await signIn(driver, server.url, 'isla.quay@sallowmere.test')
    await startPaper(driver, server.url, 'open-end')
    await post(wages('First here', '1.00'))
    await allSaved(driver)
    const address = await driver.getCurrentUrl()
    const other = await openBrowser()
    try {
      await signIn(other.driver, server.url, 'isla.quay@sallowmere.test')
      await other.driver.get(address)
      await see(other.driver, By.id('entry-date'))
      await see(driver, text('This sitting goes on elsewhere'))
      expect(await driver.executeScript('return document.querySelector(".bench").inert')).toBe(true)
      await postEntry(other.driver, wages('Then there', '2.00'))
      await allSaved(other.driver)
      // And back again: the first page sees what was done on the other.
      await press(driver, 'Work here again')
      await see(driver, text('Then there'))
      await see(other.driver, text('This sitting goes on elsewhere'))
      await post(wages('Here again', '3.00'))
      await allSaved(driver)
    } finally {
      await other.close()
    }
    const log = await logOf(server, await sittingIdOf(driver))
    expect(log.map(({ seq }) => seq)).toEqual(log.map((_, index) => index + 1))
    expect(log.filter(({ kind }) => kind === 'seated')).toHaveLength(3)
    const narrations = [
      ...JSON.stringify(
        log.filter(({ payload }) => payload.includes('entry.post')).map(({ payload }) => payload),
      ).matchAll(/First here|Then there|Here again/g),
    ].map(([found]) => found)
    expect(narrations).toEqual(['First here', 'Then there', 'Here again'])
  })

  it('two tabs of one browser: what the older had not sent goes with the newer', async () => {
    await signIn(driver, server.url, 'devrim.aksu@sallowmere.test')
    await startPaper(driver, server.url, 'open-end')
    await allSaved(driver)
    const address = await driver.getCurrentUrl()
    const first = await driver.getWindowHandle()
    await offline(driver, true)
    await post(wages('Made without a connection', '5.00'))
    await see(driver, text('waiting for the connection'))
    await driver.switchTo().newWindow('tab')
    await driver.get(address)
    await see(driver, text('Made without a connection'))
    await allSaved(driver)
    await driver.switchTo().window(first)
    await see(driver, text('This sitting goes on elsewhere'))
    const log = await logOf(server, await sittingIdOf(driver))
    expect(
      log.filter(({ payload }) => payload.includes('Made without a connection') && payload.includes('entry.post')),
    ).toHaveLength(1)
  })
})

describe('sections', () => {
  it('warn before they close, stay closed, and have trays of their own', async () => {
    await signIn(driver, server.url, 'isla.quay@sallowmere.test')
    await startPaper(driver, server.url, 'two-parts')
    await press(driver, 'Tray')
    await (await see(driver, By.id('sum'))).sendKeys('480 * 1.2', '')
    await press(driver, 'Work it out')
    await see(driver, By.xpath('//*[contains(@class,"calculator")]//li[contains(., "576")]'))
    await press(driver, 'Next task')
    await press(driver, 'Leave this section…')
    await see(driver, text('This section can’t be opened again.'))
    expect(await body()).toContain('0 of 1 step finished')
    await press(driver, 'Stay in this section')
    await driver.wait(async () => (await driver.findElements(By.css('.p-dialog'))).length === 0, WAIT_MS)
    await press(driver, 'Leave this section…')
    await (await see(driver, By.css('.p-dialog-footer button:last-child'))).click()
    await see(driver, By.xpath('//h1[contains(., "Rope")]'))
    await allSaved(driver)
    expect(await driver.findElements(By.xpath('//footer//button[normalize-space()="Tray"]'))).toHaveLength(0)
    await driver.wait(async () => (await driver.findElements(By.css('.p-dialog'))).length === 0, WAIT_MS)
    await press(driver, 'Overview 0/4: tasks finished')
    await see(driver, text('left, closed'))
    const closed = await driver.findElements(By.css('.side-panel tbody button[disabled]'))
    expect(closed).toHaveLength(2)
  })

  it('close by themselves when their time is up, and say that the next has begun', async () => {
    await signIn(driver, server.url, 'piet.moor@sallowmere.test')
    await startPaper(driver, server.url, 'two-parts')
    await post({
      date: '2026-10-29',
      narration: 'BP-7730',
      lines: [
        { account: '1200', debit: '480.00' },
        { account: '2200', debit: '96.00' },
        { account: '2010', credit: '576.00' },
      ],
    })
    await checkStep(driver)
    await stepIs(driver, 'purchase', 'passed')
    await driver.wait(
      async () => (await driver.findElements(By.xpath('//h1[contains(., "Rope")]'))).length > 0,
      WAIT_MS,
      'the next section never began',
    )
    await see(driver, text('The time of “Quick part” is up. “Calm part” has begun.'))
    await allSaved(driver)
    // Where the paper doesn’t go on by itself, the trainee says when.
    await post({
      date: '2026-10-30',
      narration: 'HR-2207',
      lines: [
        { account: '1200', debit: '1000.00' },
        { account: '2200', debit: '200.00' },
        { account: '2010', credit: '1200.00' },
      ],
    })
    await checkStep(driver)
    await driver.wait(async () => /Go on to the next step|Not right yet/.test(await body()), WAIT_MS)
  })
})

describe('settling, signing, and what comes after', () => {
  it('steps are settled and opened again, three tasks a page; the receipt asks for opinion, credit, evidence', async () => {
    await signIn(driver, server.url, 'noor.halden@sallowmere.test')
    await startPaper(driver, server.url, 'settled')
    expect(await driver.findElements(By.css('article.task'))).toHaveLength(3)
    // Noor's own text size, reading aids and breaks.
    expect(await driver.executeScript('return getComputedStyle(document.documentElement).fontSize')).toBe('17.5px')
    await see(driver, By.css('[aria-label="Read aloud"]'))
    await post(wages('Wages worked, not paid'))
    await press(driver, 'Settle this step')
    await stepIs(driver, 'accrual', 'settled')
    expect(await body()).not.toMatch(/passed|Not right/)
    await press(driver, 'Open this step again')
    await stepIs(driver, 'accrual', 'open')
    await press(driver, 'Settle this step')
    await stepIs(driver, 'accrual', 'settled')
    await driver.findElement(By.css('article.task:not(.in-hand) button')).click()
    await driver.wait(
      async () =>
        (
          await driver.findElements(
            By.xpath('//article[contains(@class, "in-hand")]//h1[contains(., "wear") or contains(., "Wear")]'),
          )
        ).length > 0,
      WAIT_MS,
    )

    await press(driver, 'Take a break: 10 min that stop the clock are left')
    await see(driver, text('Your break'))
    await press(driver, 'Go on working')
    await driver.wait(async () => (await driver.findElements(By.css('[data-stand-still]'))).length === 0, WAIT_MS)

    await press(driver, 'Hand in…')
    await dialogReady(driver)
    await (await see(driver, By.id('signature'))).sendKeys('Piet Moor')
    await (await see(driver, By.css('.p-dialog-footer button:last-child'))).click()
    await see(driver, text('Type your name as it is known here: Noor Halden.'))
    await driver.findElement(By.id('signature')).clear()
    await driver.findElement(By.id('signature')).sendKeys('noor halden')
    await driver.findElement(By.css('.p-dialog-footer button:last-child')).click()
    await see(driver, By.xpath('//h1[normalize-space()="Handed in"]'))
    expect(await driver.findElement(By.css('[data-digest]')).getText()).toMatch(/^[0-9a-f]{64}$/)
    await press(driver, 'Let it count')
    await see(driver, text('You decided that it counts.'))
    for (const name of ['effort', 'clarity', 'time'])
      await driver.findElement(By.css(`input[name="${name}"][value="4"]`)).click()
    await press(driver, 'Send to your trainer')
    await see(driver, text('Your trainer has it.'))
  })

  it('leaving ends a sitting that doesn’t allow it, after a warning', async () => {
    await signIn(driver, server.url, 'devrim.aksu@sallowmere.test')
    await startPaper(driver, server.url, 'settled')
    await press(driver, 'Leave…')
    await see(driver, text('Leaving ends this sitting.'))
    await press(driver, 'End the sitting and leave')
    await see(driver, By.xpath('//h1[normalize-space()="You left, and the sitting ended"]'))
  })
})
