import { mkdtemp, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { allSaved, chord, handIn, stepIs, total } from '../support/bench'
import { violations } from '../support/axe'
import { By, Key, openBrowser, press, see, text } from '../support/browser'
import type { Browser } from '../support/browser'
import { startServer } from '../support/server'
import type { RunningServer } from '../support/server'
import { handsOn } from '../support/sheet'
import type { SheetHands } from '../support/sheet'

let server: RunningServer
let browser: Browser
let hands: SheetHands
beforeAll(async () => {
  server = await startServer({ ANVIL_LOG: 'error' })
  browser = await openBrowser()
  hands = handsOn(browser.driver)
})
afterAll(async () => {
  await browser.close()
  await server.stop()
})

describe('forty quick operations', () => {
  it('pass one after the other by keyboard: lists and rules', async () => {
    const { driver } = browser
    await hands.begin(server.url, 'robin.tarn', 'quick-sheet')
    await hands.nextTasks(4, 'all')
    await hands.goTo('A4')
    await hands.find('show all rows')
    await stepIs(driver, 'all', 'passed')
    await hands.shows('A6', 'A3')
    await hands.find('sort')
    await hands.answer('C', 'falling')
    await stepIs(driver, 'sort', 'passed')
    await hands.shows('A4', 'B4')
    await hands.goTo('D4')
    await hands.find('rows like this')
    await stepIs(driver, 'moorings', 'passed')
    await see(driver, text('8 of 16 rows of A3:G19 shown: D equal to mooring'))
    await hands.goTo('I23:I28')
    await hands.find('text to columns')
    await hands.answer(',')
    await stepIs(driver, 'apart', 'passed')
    await hands.goTo('F21')
    await hands.keys('=SUBTOTAL(9,F4:F19)', Key.ENTER)
    await stepIs(driver, 'count', 'passed')

    await hands.nextTasks(2, 'dear')
    await hands.goTo('F4:F19')
    await hands.find('conditional format')
    await hands.answer(null, '400')
    await stepIs(driver, 'dear', 'passed')
    await hands.goTo('C4:C19')
    await hands.find('colour scale')
    await hands.answer(null)
    await stepIs(driver, 'scale', 'passed')
    await hands.goTo('D4:D19')
    await hands.find('dropdown')
    await hands.answer('=Rates!$A$4:$A$6')
    await stepIs(driver, 'list', 'passed')
    await hands.goTo('E4:E19')
    await hands.find('only what makes sense')
    await hands.answer(null, null, '1', '366')
    await stepIs(driver, 'whole', 'passed')
    await hands.goTo('D3')
    await hands.find('hyperlink')
    await hands.answer('#Rates!A3')
    await stepIs(driver, 'link', 'passed')
    await allSaved(driver)
  }, 240_000)

  it('are handed in, and the work goes out as a file that the server has made', async () => {
    const { driver } = browser
    await handIn(driver)
    await press(driver, 'See the result')
    expect(await total(driver)).toBe('10.00')
    await (await see(driver, By.css('[data-task="quick-rules"] button'))).click()
    const [status, type, bytes] = await driver.executeAsyncScript<[number, string, number]>(`
      const done = arguments[arguments.length - 1]
      const { href } = document.querySelector('[data-task="quick-rules"] [data-files] a')
      fetch(href).then(async one => done([one.status, one.headers.get('content-type'), (await one.arrayBuffer()).byteLength]))`)
    expect([status, type]).toEqual([200, 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet'])
    expect(bytes).toBeGreaterThan(4000)
  }, 60_000)
})

describe('cells that take only what makes sense', () => {
  it('say so, offer their choices, and keep what was typed', async () => {
    const { driver } = browser
    await hands.begin(server.url, 'wren.osier', 'season-mock')
    await hands.goTo('D4:D19')
    await hands.find('dropdown')
    await hands.answer('mooring, swinging, rack', 'One of our three kinds.')
    await hands.goTo('D5')
    await hands.keys('shed', Key.ENTER)
    await see(driver, text('D5 doesn’t take “shed”. One of our three kinds.'))
    await hands.keys(Key.ESCAPE)
    await hands.keys('sw')
    await see(driver, By.css('.help li'))
    await hands.keys(Key.TAB, Key.ENTER)
    await hands.shows('D5', 'swinging')
    await hands.goTo('D6')
    await press(driver, 'rack')
    await hands.shows('D6', 'rack')
  }, 120_000)
})

describe('a chart', () => {
  it('is drawn from cells, follows them, and is changed', async () => {
    const { driver } = browser
    await hands.goTo('A3')
    await hands.find('column chart')
    await hands.answer('A4:A19', 'F4:F19', 'Fees by berth', null, 'Pounds')
    await see(driver, By.css('svg[aria-label="Columns: Fees by berth"] rect'))
    const height = (): Promise<number> =>
      driver.executeScript<number>(`return document.querySelector('.charts svg rect').getBoundingClientRect().height`)
    const before = await height()
    await hands.goTo('F4')
    await hands.keys('600', Key.ENTER)
    await driver.wait(async () => (await height()) > before * 1.2, 10_000)
    await press(driver, 'Change')
    await hands.answer('bars')
    await see(driver, By.css('svg[aria-label="Bars: Fees by berth"]'))
    expect(await violations(driver, ['day', 'graphite'])).toEqual([])
    await chord(driver, Key.CONTROL, 'z')
    await see(driver, By.css('svg[aria-label="Columns: Fees by berth"]'))
    await press(driver, 'Take away')
    await driver.wait(async () => (await driver.findElements(By.css('.charts svg'))).length === 0, 10_000)
  }, 120_000)

  it('and a form have no serious or critical violation', async () => {
    const { driver } = browser
    await hands.goTo('D4')
    await hands.find('filter')
    await see(driver, By.css('form.asked'))
    expect(await violations(driver, ['day', 'graphite'])).toEqual([])
    await hands.keys(Key.ESCAPE)
    await allSaved(driver)
  }, 120_000)
})

describe('a CSV file', () => {
  it('is looked at before it comes in, and comes in as it is read there', async () => {
    const { driver } = browser
    const folder = await mkdtemp(join(tmpdir(), 'anvil-csv-'))
    const file = join(folder, 'hours.csv')
    await writeFile(file, 'Job;Hours\nSlip;3,5\n=1+1;2\n')
    await hands.goTo('A24')
    await hands.find('import csv')
    await (await see(driver, By.css('input[type="file"]'))).sendKeys(file)
    await see(driver, text('3 rows, 2 columns'))
    expect(await violations(driver, ['day', 'graphite'])).toEqual([])
    await press(driver, 'Put it in')
    await hands.goTo('B25')
    await hands.shows('B25', '3.5')
    await hands.shows('A26', '=1+1')
    await allSaved(driver)
    await rm(folder, { recursive: true })
  }, 120_000)
})
