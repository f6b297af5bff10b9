import { describe, expect, it } from 'vitest'
import { allSaved, chord, handIn, stepIs, total } from '../support/bench'
import { violations } from '../support/axe'
import { By, Key, press, see, text } from '../support/browser'
import { sheetBench } from '../support/sheet'
import { WAIT_MS } from '../support/waiting'

const bench = sheetBench()

const begin = (name: string, assignment: string): Promise<void> =>
  bench.hands.begin(bench.server.url, name, assignment, assignment === 'way-sheet' ? 'Begin' : 'Start the clock')

describe('the way to an operation', () => {
  it('is found by words, twelve times, and each is judged as it is done', async () => {
    const { driver } = bench.browser
    await begin('robin.tarn', 'way-sheet')
    await bench.hands.draw('F4', 'F19')
    await bench.hands.find('pounds')
    await stepIs(driver, 'pounds', 'passed')
    await bench.hands.shows('F4', '£421.80')
    await bench.hands.draw('C4', 'C19')
    await bench.hands.find('decimal less')
    await stepIs(driver, 'place', 'passed')
    await bench.hands.draw('A3', 'G3')
    await bench.hands.find('centre')
    await stepIs(driver, 'centre', 'passed')

    await press(driver, 'Next task')
    await see(driver, By.css('[data-step="row"]'))
    await (await bench.hands.cellNamed('C4')).click()
    await bench.hands.find('insert row')
    await stepIs(driver, 'row', 'passed')
    await bench.hands.shows('A5', 'A1')
    await (await bench.hands.cellNamed('A4')).click()
    await bench.hands.find('freeze above')
    await stepIs(driver, 'stay', 'passed')
    await bench.hands.find('rename')
    await bench.hands.answer('Berths 2027')
    await stepIs(driver, 'name', 'passed')

    await press(driver, 'Next task')
    await see(driver, By.css('[data-step="sum"]'))
    await (await bench.hands.cellNamed('F20')).click()
    await bench.hands.find('add up')
    await stepIs(driver, 'sum', 'passed')
    await bench.hands.shows('F20', '5484.01')
    await bench.hands.goTo('H4:H19')
    await chord(driver, Key.CONTROL, 'd')
    await stepIs(driver, 'down', 'passed')
    await bench.hands.draw('F4', 'F19')
    await bench.hands.find('name')
    await bench.hands.answer('fees')
    await stepIs(driver, 'name', 'passed')

    await press(driver, 'Next task')
    await see(driver, By.css('[data-step="sort"]'))
    await (await bench.hands.cellNamed('B6')).click()
    await bench.hands.find('alphabetical')
    await see(driver, By.css('form.asked select'))
    await driver.executeScript(
      `const choice = document.querySelector('.asked select'); choice.value = 'B'; choice.dispatchEvent(new Event('change'))`,
    )
    await press(driver, 'Do it')
    await stepIs(driver, 'sort', 'passed')
    await bench.hands.shows('B4', 'A. Sedge')
    await bench.hands.goTo('I4:I19')
    await bench.hands.find('series')
    await stepIs(driver, 'number', 'passed')
    await bench.hands.draw('F4', 'F19')
    await bench.hands.keys(Key.DELETE)
    await stepIs(driver, 'empty', 'passed')
    await allSaved(driver)
    await handIn(driver)
    await press(driver, 'See the result')
    expect(await total(driver)).toBe('12.00')
  })

  it('a change that isn’t right spends a try and is taken back, one that comes nearer is kept; looking is free', async () => {
    const { driver } = bench.browser
    await begin('robin.tarn', 'way-sheet')
    await bench.hands.draw('F4', 'F10')
    await (await bench.hands.cellNamed('A1')).click()
    const before = (await (await bench.hands.cellNamed('E4')).getText()).trim()
    await bench.hands.draw('E4', 'E19')
    await bench.hands.find('pounds')
    await see(driver, text('tries left: 4 of 5'))
    await bench.hands.shows('E4', before)
    await bench.hands.draw('F4', 'F18')
    await bench.hands.find('pounds')
    await see(driver, text('This brings the step nearer, and is kept. No try was spent.'))
    await see(driver, text('tries left: 4 of 5'))
    await bench.hands.shows('F4', '£421.80')
    await bench.hands.draw('F4', 'F19')
    await bench.hands.find('currency')
    await stepIs(driver, 'pounds', 'passed')
    await handIn(driver)
  })
})

describe('working in the sheet', () => {
  it('by keyboard alone: totals typed, pointed to and checked', async () => {
    const { driver } = bench.browser
    await begin('robin.tarn', 'season-mock')
    await bench.hands.keys(Key.F6)
    await driver.wait(async () => {
      await bench.hands.keys(Key.TAB)
      return driver.executeScript<boolean>(`return document.activeElement?.classList.contains('cells') ?? false`)
    })
    // From A1 to F3, to the last fee, and two rows on: the total.
    await bench.hands.keys(...Array<string>(2).fill(Key.ARROW_DOWN), ...Array<string>(5).fill(Key.ARROW_RIGHT))
    await bench.hands.cursorAt('F3')
    await chord(driver, Key.CONTROL, Key.ARROW_DOWN)
    await bench.hands.cursorAt('F19')
    await bench.hands.keys(Key.ARROW_DOWN, Key.ARROW_DOWN)
    await bench.hands.cursorAt('F21')
    await bench.hands.keys('=', 's', 'u', 'm')
    await see(driver, text('Adds numbers up.'))
    await bench.hands.keys(Key.TAB, Key.ARROW_UP, Key.ARROW_UP)
    await driver
      .actions()
      .keyDown(Key.SHIFT)
      .sendKeys(...Array<string>(15).fill(Key.ARROW_UP))
      .keyUp(Key.SHIFT)
      .perform()
    const contents = await see(driver, By.css('[aria-label="Contents of the cell"]'))
    await driver.wait(async () => (await contents.getAttribute('value')) === '=SUM(F4:F19', WAIT_MS)
    await bench.hands.keys(Key.ENTER)
    await bench.hands.shows('F21', '5484.01')
    await chord(driver, Key.ALT, 'k')
    await stepIs(driver, 'fees', 'passed')
    await bench.hands.keys(Key.HOME, Key.ARROW_UP, Key.ARROW_RIGHT)
    await bench.hands.cursorAt('B21')
    await bench.hands.keys('=COUNTA(B4:B19)', Key.ENTER)
    await chord(driver, Key.ALT, 'k')
    await stepIs(driver, 'berths', 'passed')
    await bench.hands.keys(Key.ARROW_UP, Key.ARROW_RIGHT)
    await bench.hands.cursorAt('C21')
    await bench.hands.keys('=AVERAGE(C4:C19)', Key.ENTER, Key.ARROW_UP)
    await bench.hands.cursorAt('C21')
    await bench.hands.find('number format')
    await bench.hands.answer('0.00')
    await bench.hands.shows('C21', '8.22')
    await chord(driver, Key.ALT, 'k')
    await stepIs(driver, 'length', 'passed')
  })

  it('by mouse: a formula pointed to, drawn down, undone, and a wrong value by a right way named', async () => {
    const { driver } = bench.browser
    await press(driver, 'Next task')
    await see(driver, By.css('[data-step="fees"] .is-in-hand, [data-step="fees"]'))
    await (await bench.hands.cellNamed('F4')).click()
    await bench.hands.keys('=C4*VLOOKUP(D4,')
    await press(driver, 'Rates')
    await bench.hands.draw('A4', 'B6')
    await bench.hands.keys(Key.F4, ',2,FALSE', Key.ENTER)
    await bench.hands.shows('F4', '421.8')
    await (await bench.hands.cellNamed('F4')).click()
    const corner = await see(driver, By.css('.handle'))
    await driver
      .actions()
      .move({ origin: corner })
      .press()
      .move({ origin: await bench.hands.cellNamed('F19') })
      .release()
      .perform()
    await bench.hands.shows('F5', '505.05')
    await bench.hands.shows('F19', '99')
    await press(driver, 'Undo')
    await bench.hands.shows('F5', '')
    await press(driver, 'Redo')
    await bench.hands.shows('F5', '505.05')
    await press(driver, 'Check this step')
    await stepIs(driver, 'fees', 'passed')
  })

  it('goes on in another task: a sort of whole rows, and copies by the clipboard', async () => {
    const { driver } = bench.browser
    await see(driver, By.css('[data-step="shown"]'))
    await bench.hands.draw('F4', 'F19')
    await bench.hands.find('thousands')
    await press(driver, 'Check this step')
    await stepIs(driver, 'shown', 'passed')
    await (await bench.hands.cellNamed('F13')).click()
    await chord(driver, Key.CONTROL, 'c')
    await bench.hands.goTo('H13')
    await chord(driver, Key.CONTROL, 'v')
    await bench.hands.shows('H13', '#N/A')
    await chord(driver, Key.CONTROL, 'z')
    await bench.hands.shows('H13', '')
    await allSaved(driver)
  })

  it('has no serious or critical violation while a formula is typed and an operation is looked for', async () => {
    const { driver } = bench.browser
    await bench.hands.goTo('F4')
    await bench.hands.keys('=SUM(')
    await see(driver, text('Adds numbers up.'))
    expect(await violations(driver)).toEqual([])
    await bench.hands.keys(Key.ESCAPE)
    await chord(driver, Key.ALT, '/')
    await see(driver, By.css('#sheet-operations [role="option"]'))
    expect(await violations(driver, ['day', 'graphite'])).toEqual([])
    await bench.hands.keys(Key.ESCAPE)
  })

  it('refuses what can’t be read, in words, and keeps what was typed', async () => {
    const { driver } = bench.browser
    await bench.hands.goTo('H4')
    await bench.hands.keys('=SUM(1;;', Key.ENTER)
    await see(driver, By.css('[data-refusal]'))
    expect(await (await see(driver, By.css('[aria-label="Contents of the cell"]'))).getAttribute('value')).toBe(
      '=SUM(1;;',
    )
    await bench.hands.keys(Key.ESCAPE)
    await bench.hands.shows('H4', '')
  })
})
