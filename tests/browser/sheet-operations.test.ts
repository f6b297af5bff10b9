import { mkdtemp, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { allSaved, chord, handIn, stepIs, total } from '../support/bench'
import { violations } from '../support/axe'
import { By, Key, press, see, text } from '../support/browser'
import { sheetBench } from '../support/sheet'
import { WAIT_MS } from '../support/waiting'

const bench = sheetBench()

describe('forty quick operations', () => {
  it('pass one after the other by keyboard: lists and rules', async () => {
    const { driver } = bench.browser
    await bench.hands.begin(bench.server.url, 'robin.tarn', 'quick-sheet')
    await bench.hands.nextTasks(4, 'all')
    await bench.hands.goTo('A4')
    await bench.hands.find('show all rows')
    await stepIs(driver, 'all', 'passed')
    await bench.hands.shows('A6', 'A3')
    await bench.hands.find('sort')
    await bench.hands.answer('C', 'falling')
    await stepIs(driver, 'sort', 'passed')
    await bench.hands.shows('A4', 'B4')
    await bench.hands.goTo('D4')
    await bench.hands.find('rows like this')
    await stepIs(driver, 'moorings', 'passed')
    await see(driver, text('8 of 16 rows of A3:G19 shown: D equal to mooring'))
    await bench.hands.goTo('I23:I28')
    await bench.hands.find('text to columns')
    await bench.hands.answer(',')
    await stepIs(driver, 'apart', 'passed')
    await bench.hands.goTo('F21')
    await bench.hands.keys('=SUBTOTAL(9,F4:F19)', Key.ENTER)
    await stepIs(driver, 'count', 'passed')

    await bench.hands.nextTasks(2, 'dear')
    await bench.hands.goTo('F4:F19')
    await bench.hands.find('conditional format')
    await bench.hands.answer(null, '400')
    await stepIs(driver, 'dear', 'passed')
    await bench.hands.goTo('C4:C19')
    await bench.hands.find('colour scale')
    await bench.hands.answer(null)
    await stepIs(driver, 'scale', 'passed')
    await bench.hands.goTo('D4:D19')
    await bench.hands.find('dropdown')
    await bench.hands.answer('=Rates!$A$4:$A$6')
    await stepIs(driver, 'list', 'passed')
    await bench.hands.goTo('E4:E19')
    await bench.hands.find('only what makes sense')
    await bench.hands.answer(null, null, '1', '366')
    await stepIs(driver, 'whole', 'passed')
    await bench.hands.goTo('D3')
    await bench.hands.find('hyperlink')
    await bench.hands.answer('#Rates!A3')
    await stepIs(driver, 'link', 'passed')
    await allSaved(driver)
  })

  it('are handed in, and the work goes out as a file that the server has made', async () => {
    const { driver } = bench.browser
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
  })
})

describe('cells that take only what makes sense', () => {
  it('say so, offer their choices, and keep what was typed', async () => {
    const { driver } = bench.browser
    await bench.hands.begin(bench.server.url, 'wren.osier', 'season-mock')
    await bench.hands.goTo('D4:D19')
    await bench.hands.find('dropdown')
    await bench.hands.answer('mooring, swinging, rack', 'One of our three kinds.')
    await bench.hands.goTo('D5')
    await bench.hands.keys('shed', Key.ENTER)
    await see(driver, text('D5 doesn’t take “shed”. One of our three kinds.'))
    await bench.hands.keys(Key.ESCAPE)
    await bench.hands.keys('sw')
    await see(driver, By.css('.help li'))
    await bench.hands.keys(Key.TAB, Key.ENTER)
    await bench.hands.shows('D5', 'swinging')
    await bench.hands.goTo('D6')
    await press(driver, 'rack')
    await bench.hands.shows('D6', 'rack')
  })
})

describe('who types faster than the sheet', () => {
  it('finds each key where it belongs: in the next cell, in the question, at the address', async () => {
    const { driver } = bench.browser
    const allAtOnce = (...keys: string[]) =>
      driver
        .actions()
        .sendKeys(...keys)
        .perform()
    await bench.hands.goTo('K1')
    await allAtOnce('12', Key.ENTER, '34', Key.ENTER, '5', Key.TAB, '=K1+K2', Key.ENTER)
    await bench.hands.cursorAt('L4')
    await bench.hands.shows('K1', '12')
    await bench.hands.shows('K2', '34')
    await bench.hands.shows('K3', '5')
    await bench.hands.shows('L3', '46')

    await chord(driver, Key.ALT, '/')
    await allAtOnce('rename', Key.ENTER, 'Slips', Key.ENTER, '7', Key.ENTER)
    await see(driver, By.xpath(`//nav[@aria-label='Sheets']/button[normalize-space()='Slips']`))
    await bench.hands.shows('L4', '7')

    await allAtOnce('8', Key.ENTER)
    await (await see(driver, By.css('input[aria-label="Cell"]'))).click()
    await allAtOnce('K1', Key.ENTER, '9', Key.ENTER)
    await bench.hands.cursorAt('K2')
    await bench.hands.shows('K1', '9')
    await bench.hands.shows('L5', '8')
    for (let back = 0; back < 8; back += 1) await chord(driver, Key.CONTROL, 'z')
    await bench.hands.shows('K1', '')
    await see(driver, By.xpath(`//nav[@aria-label='Sheets']/button[normalize-space()='Berths']`))
  })
})

describe('a chart', () => {
  it('is drawn from cells, follows them, and is changed', async () => {
    const { driver } = bench.browser
    await bench.hands.goTo('A3')
    await bench.hands.find('column chart')
    await bench.hands.answer('A4:A19', 'F4:F19', 'Fees by berth', null, 'Pounds')
    await see(driver, By.css('svg[aria-label="Columns: Fees by berth"] rect'))
    const height = (): Promise<number> =>
      driver.executeScript<number>(`return document.querySelector('.charts svg rect').getBoundingClientRect().height`)
    const before = await height()
    await bench.hands.goTo('F4')
    await bench.hands.keys('600', Key.ENTER)
    await driver.wait(async () => (await height()) > before * 1.2, WAIT_MS)
    await press(driver, 'Change')
    await bench.hands.answer('bars')
    await see(driver, By.css('svg[aria-label="Bars: Fees by berth"]'))
    expect(await violations(driver, ['day', 'graphite'])).toEqual([])
    await chord(driver, Key.CONTROL, 'z')
    await see(driver, By.css('svg[aria-label="Columns: Fees by berth"]'))
    await press(driver, 'Take away')
    await driver.wait(async () => (await driver.findElements(By.css('.charts svg'))).length === 0, WAIT_MS)
  })

  it('and a form have no serious or critical violation', async () => {
    const { driver } = bench.browser
    await bench.hands.goTo('D4')
    await bench.hands.find('filter')
    await see(driver, By.css('form.asked'))
    expect(await violations(driver, ['day', 'graphite'])).toEqual([])
    await bench.hands.keys(Key.ESCAPE)
    await allSaved(driver)
  })
})

describe('a table', () => {
  it('grows with the row that is typed below it, and so does what names its columns', async () => {
    const { driver } = bench.browser
    await bench.hands.goTo('A3')
    await bench.hands.find('format as table')
    await bench.hands.answer('Berths')
    await see(driver, By.xpath(`//p[normalize-space()='Table Berths, column Berth.']`))
    await bench.hands.goTo('I3')
    await bench.hands.keys('=SUM(Berths[F')
    await see(driver, By.css('.help li'))
    await bench.hands.keys(Key.TAB, Key.ENTER)
    await bench.hands.goTo('I3')
    const before = Number(await (await bench.hands.cellNamed('I3')).getText())
    expect(before).toBeGreaterThan(5000)
    await bench.hands.goTo('A20')
    await bench.hands.keys('C1', Key.ENTER)
    await bench.hands.goTo('F20')
    await bench.hands.keys('1000', Key.ENTER)
    await bench.hands.goTo('I3')
    await bench.hands.shows('I3', String(Math.round((before + 1000) * 100) / 100))
    // One undo takes the row back, with all that it brought.
    await chord(driver, Key.CONTROL, 'z')
    await chord(driver, Key.CONTROL, 'z')
    await bench.hands.shows('I3', String(before))
  })

  it('takes subtotals in, and gives them up again', async () => {
    await bench.hands.goTo('D4')
    await bench.hands.find('sort')
    await bench.hands.answer('D')
    await bench.hands.find('subtotals')
    await bench.hands.answer(null, null, 'F')
    // Six moorings are left: two were made something else before.
    await bench.hands.goTo('D10')
    await bench.hands.shows('D10', 'mooring total')
    await bench.hands.find('ungroup')
    await bench.hands.shows('D10', 'rack')
    await allSaved(bench.browser.driver)
  })
})

describe('a CSV file', () => {
  it('is looked at before it comes in, and comes in as it is read there', async () => {
    const { driver } = bench.browser
    const folder = await mkdtemp(join(tmpdir(), 'anvil-csv-'))
    const file = join(folder, 'hours.csv')
    await writeFile(file, 'Job;Hours\nSlip;3,5\n=1+1;2\n')
    await bench.hands.goTo('A24')
    await bench.hands.find('import csv')
    await (await see(driver, By.css('input[type="file"]'))).sendKeys(file)
    await see(driver, text('3 rows, 2 columns'))
    expect(await violations(driver, ['day', 'graphite'])).toEqual([])
    await press(driver, 'Put it in')
    await bench.hands.goTo('B25')
    await bench.hands.shows('B25', '3.5')
    await bench.hands.shows('A26', '=1+1')
    await allSaved(driver)
    await rm(folder, { recursive: true })
  })
})
