import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { allSaved, dialogReady, entryPosted, focusDate, typeEntry } from '../support/bench'
import { By, Key, openBrowser, press, see, signIn, text } from '../support/browser'
import type { Browser, WebDriver } from '../support/browser'
import { startServer } from '../support/server'
import type { RunningServer } from '../support/server'
import { WAIT_MS } from '../support/waiting'

let server: RunningServer
let trainee: Browser
let invigilator: Browser
beforeAll(async () => {
  server = await startServer()
  trainee = await openBrowser()
  invigilator = await openBrowser()
})
afterAll(async () => {
  await trainee.close()
  await invigilator.close()
  await server.stop()
})

const clockOf = async (driver: WebDriver): Promise<number> => {
  const [minutes = 0, seconds = 0] = (
    await driver.findElement(By.css('[role="timer"][aria-label="Time left"]')).getText()
  )
    .split(':')
    .map(Number)
  return minutes * 60 + seconds
}
const gone = (driver: WebDriver, css: string) =>
  driver.wait(async () => (await driver.findElements(By.css(css))).length === 0, WAIT_MS, `still there: ${css}`)

/** Fills in an act's dialog and does it. */
async function confirm(driver: WebDriver, fields: Record<string, string> = {}): Promise<void> {
  await dialogReady(driver)
  for (const [id, value] of Object.entries(fields)) {
    const field = await see(driver, By.id(id))
    await field.sendKeys(Key.chord(Key.CONTROL, 'a'), value, Key.TAB)
  }
  await (await see(driver, By.css('.p-dialog-footer button:last-child'))).click()
  await gone(driver, '.p-dialog')
}

describe('an exam in a room, seen from both sides', () => {
  it('from the door to the receipt: let in, stopped, extended, answered, released', async () => {
    const [desk, board] = [trainee.driver, invigilator.driver]
    await signIn(board, server.url, 'tobias.reed@sallowmere.test', { lands: 'Rooms' })
    await press(board, 'Open the board of Office')
    await see(board, text('Isla Quay'))
    await see(board, text('live'))

    // At the door: each gate is named until it is open.
    await signIn(desk, server.url, 'isla.quay@sallowmere.test')
    await desk.get(`${server.url}/assignments/clerk-office`)
    await see(desk, text('I accept these conditions'))
    expect(await (await see(desk, By.css('[data-missing]'))).getText()).toMatch(
      /the instructions are read \(\d+ s\).*the invigilator has let you in/,
    )
    await desk.findElement(By.css('#accepted')).click()
    await desk.findElement(By.id('detail-desk')).sendKeys('12')
    await press(desk, 'Run the system check')
    await see(desk, text('This browser keeps unsent work if the page closes.'))
    await see(desk, text('The server answers in'))
    await desk.findElement(By.id('access-code')).sendKeys('slip-41')
    await press(desk, 'Ask to be let in')
    await see(desk, text('You are waiting to be let in'))

    await see(board, text('waits to be let in'))
    await press(board, 'Let in all (1)…')
    await confirm(board)
    await see(desk, By.css('[data-admitted]'))
    await desk.wait(
      async () => (await desk.findElements(By.css('[data-missing]'))).length === 0,
      WAIT_MS,
      'a gate never opened',
    )
    await press(desk, 'Start the clock')
    await see(desk, By.id('entry-date'))
    await allSaved(desk)

    // The clock is stopped and started again: the desk says why, keeps nothing that could be read, and loses nothing.
    const brief = await (await see(desk, By.css('[data-text="situation-0"]'))).getText()
    const isHeld = () =>
      desk.executeScript<boolean>('return document.documentElement.textContent.includes(arguments[0])', brief)
    expect(await isHeld()).toBe(true)
    await press(board, 'Isla Quay')
    await press(board, 'Stop the clock…')
    await confirm(board, { reason: 'Fire drill' })
    const still = await see(desk, By.css('[data-stand-still]'))
    expect(await still.getText()).toContain('Fire drill')
    await desk.wait(async () => !(await isHeld()), WAIT_MS, 'the brief could still be read')
    const stopped = await clockOf(desk)
    await desk.sleep(3000)
    expect(Math.abs((await clockOf(desk)) - stopped)).toBeLessThanOrEqual(1)
    await press(board, 'Start the clock…')
    await confirm(board)
    await gone(desk, '[data-stand-still]')
    await see(desk, By.id('entry-date'))
    expect(await isHeld()).toBe(true)
    expect(stopped - (await clockOf(desk))).toBeLessThanOrEqual(6)

    // More time.
    const before = await clockOf(desk)
    await press(board, 'Give time…')
    await confirm(board, { minutes: '7', reason: 'The printer broke' })
    await desk.wait(async () => (await clockOf(desk)) > before + 380, WAIT_MS, 'the time never came')

    // Help, with the reference of the task, answered in place.
    await press(desk, 'Ask the invigilator')
    await (await see(desk, By.id('ask'))).sendKeys('The receipt is hard to read.')
    await press(desk, 'Send to the invigilator')
    await see(desk, By.xpath('//li[contains(@class, "trainee")]//p[contains(., "hard to read")]'))
    await press(desk, 'Close Ask for help')
    await see(board, text('asks for help'))
    await (await see(board, By.id('answer'))).sendKeys('The figures are in the brief.')
    await press(board, 'Send')
    expect(await (await see(desk, By.css('[data-room-message]'))).getText()).toContain('The figures are in the brief.')

    // The desk goes on working meanwhile.
    await focusDate(desk)
    await typeEntry(desk, {
      date: '2026-10-31',
      narration: 'After the drill',
      lines: [
        { account: '1010', debit: '1.00' },
        { account: '4030', credit: '1.00' },
      ],
    })
    await entryPosted(desk)
    await allSaved(desk)
    await see(board, text('task 1 of 6'))

    // Too early to hand in; the invigilator ends it.
    await press(desk, 'Hand in…')
    await see(desk, text('can’t be handed in before'))
    await desk.findElement(By.css('.p-dialog-close-button')).click()
    await press(board, 'End…')
    await confirm(board, { reason: 'Taken ill' })
    await see(desk, By.xpath('//h1[normalize-space()="Ended by the invigilator"]'))
    await see(desk, text('The result shows when your trainer releases it.'))

    // All of it is on record.
    await board.get(`${server.url}/audit`)
    await see(board, text('The chain is whole'))
    const words = await board.findElement(By.css('table')).getText()
    for (const wanted of [
      'let in',
      'Fire drill',
      'started the clock',
      '7 min: The printer broke',
      'The figures are in the brief.',
      'Taken ill',
    ])
      expect(words).toContain(wanted)
  })

  it('the trainer sees it, releases the results, and grants another sitting', async () => {
    const board = await openBrowser()
    try {
      const { driver } = board
      await signIn(driver, server.url, 'marit.feld@sallowmere.test', { lands: 'Assignments' })
      await driver.get(`${server.url}/assigning/clerk-office`)
      await see(driver, text('Isla Quay'))
      await press(driver, 'Release the results…')
      await confirm(driver)
      await see(driver, text('results are shown'))
      await (await driver.findElement(By.xpath('//tr[contains(., "Isla Quay")]//input[@type="checkbox"]'))).click()
      await press(driver, 'Grant a sitting (1)…')
      await confirm(driver, { why: 'Taken ill in the first' })
      await see(driver, By.xpath('//tr[contains(., "Isla Quay")]//td[contains(., "1 of 2")]'))
    } finally {
      await board.close()
    }
    await trainee.driver.navigate().refresh()
    await press(trainee.driver, 'See the result')
    await see(trainee.driver, By.css('[data-total]'))
  })

  it('a paper is given with a preset, its settings are changed, and it is there for the trainee', async () => {
    const board = await openBrowser()
    try {
      const { driver } = board
      await signIn(driver, server.url, 'marit.feld@sallowmere.test', { lands: 'Assignments' })
      await press(driver, 'Give a paper')
      await press(driver, 'Practice')
      await press(driver, 'Give the paper')
      await see(driver, text('Choose a paper.'))
      await (await see(driver, By.xpath('//*[@id="paper"]/ancestor::*[contains(@class,"p-select")]'))).click()
      await (await see(driver, By.xpath('//li[@role="option"][contains(., "Month-end adjustments")]'))).click()
      await (await see(driver, By.xpath('//*[@id="cohorts"]/ancestor::*[contains(@class,"p-multiselect")]'))).click()
      await (await see(driver, By.xpath('//li[@role="option"][contains(., "Slipway intake")]'))).click()
      await driver.actions().sendKeys(Key.ESCAPE).perform()
      await see(driver, text('22 people now'))
      await press(driver, 'Give the paper')
      await see(driver, By.xpath('//h1[normalize-space()="Month-end adjustments"]'))
      await see(driver, text('Wren Osier'))
      await press(driver, 'Settings')
      await see(driver, By.xpath('//span[contains(., "paper: checked, with tries")]'))
      await (await see(driver, By.id('sittings'))).sendKeys(Key.chord(Key.CONTROL, 'a'), '3', Key.TAB)
      await press(driver, 'Keep these settings')
      await see(driver, text('Wren Osier'))
    } finally {
      await board.close()
    }
    const other = await openBrowser()
    try {
      await signIn(other.driver, server.url, 'wren.osier@sallowmere.test')
      await see(
        other.driver,
        By.xpath('//li[contains(., "Month-end adjustments")]//*[contains(text(), "sittings left: 3 of 3")]'),
      )
    } finally {
      await other.close()
    }
  })

  it('who runs a room is said by the trainer; the board of another room is refused in words', async () => {
    const board = await openBrowser()
    try {
      const { driver } = board
      await signIn(driver, server.url, 'lene.stroud@sallowmere.test', { lands: 'Rooms' })
      await see(driver, text('Sheds'))
      expect(await driver.findElements(By.xpath('//strong[normalize-space()="Office"]'))).toHaveLength(0)
      await driver.get(`${server.url}/rooms/office`)
      await see(driver, text('You don’t run the room Office.'))
      expect(await driver.findElement(By.css('body')).getText()).not.toContain('Let in all')
      await driver.manage().deleteAllCookies()
      await signIn(driver, server.url, 'marit.feld@sallowmere.test', { lands: 'Assignments' })
      await driver.get(`${server.url}/rooms`)
      await press(driver, 'Invigilators of Office')
      await (await see(driver, By.xpath('//label[contains(., "Lene Stroud")]'))).click()
      await press(driver, 'Keep')
      await see(driver, text('run by Tobias Reed, Lene Stroud'))
      await driver.manage().deleteAllCookies()
      await signIn(driver, server.url, 'lene.stroud@sallowmere.test', { lands: 'Rooms' })
      await press(driver, 'Open the board of Office')
      await see(driver, text('Isla Quay'))
    } finally {
      await board.close()
    }
  })

  it('a unit is made of two papers with weights, and stands in the marks book', async () => {
    const board = await openBrowser()
    try {
      const { driver } = board
      await signIn(driver, server.url, 'marit.feld@sallowmere.test', { lands: 'Assignments' })
      await driver.get(`${server.url}/marks`)
      await press(driver, 'Units')
      await press(driver, 'Make a unit')
      await (await see(driver, By.id('title'))).sendKeys('Unit 2, the yard')
      for (const paper of ['Yard clerk, books, Office', 'Yard clerk, books, Sheds']) {
        await (
          await see(driver, By.xpath('//*[@aria-label="Add a paper"]/ancestor-or-self::*[contains(@class,"p-select")]'))
        ).click()
        await (await see(driver, By.xpath(`//li[@role="option"][contains(., "${paper}")]`))).click()
      }
      const [weight] = await driver.findElements(
        By.xpath('//input[contains(@aria-label, "Weight of Yard clerk, books, Office")]'),
      )
      await weight!.sendKeys(Key.chord(Key.CONTROL, 'a'), '3', Key.TAB)
      await press(driver, 'Make it')
      await see(driver, text('3 of 4'))
      await press(driver, 'Marks book')
      await see(driver, By.xpath('//th[contains(., "Unit 2, the yard") and contains(., "all 2 count")]'))
      // Isla’s void sitting gave her nothing: she has the paper, and it counts as not sat.
      await see(driver, By.xpath('//tr[contains(., "Isla Quay")]//td[contains(., "1 not sat")]'))
    } finally {
      await board.close()
    }
  })
})
