import { beforeEach, describe, expect, it } from 'vitest'
import type { Step } from '../../core/paper/schema'
import {
  allSaved,
  checkStep,
  chord,
  dialogReady,
  entryPosted,
  focusDate,
  handIn,
  startPaper,
  stepIs,
  tabTo,
  total,
  triesLeft,
  type,
  typedDay,
  typeEntry,
} from '../support/bench'
import { By, Key, openBrowser, press, see, signIn, text } from '../support/browser'
import type { WebDriver } from '../support/browser'
import type { Written } from '../support/client'
import { failing, totals, weekEndTasks } from '../support/paper'
import type { RunningServer } from '../support/server'
import { serverAndBrowser } from '../support/session'
import { WAIT_MS } from '../support/waiting'

const at = serverAndBrowser({ fresh: true })
let server: RunningServer
let driver: WebDriver
beforeEach(() => {
  ;({ server, driver } = at)
})

const tasks = await weekEndTasks()
const entriesOf = (step: Step): Written[] =>
  step.model.flatMap(op =>
    typeof op === 'object' && op !== null && 'entry' in op && typeof op.entry === 'object' ? [op.entry as Written] : [],
  )

describe('the whole paper in the browser', () => {
  it('by keyboard alone, everything right: 68.00 of 68.00', async () => {
    await driver.get(`${server.url}/sign-in`)
    await see(driver, By.id('email'))
    await tabTo(driver, 'the address', 'el.id === "email"')
    await type(driver, 'isla.quay@sallowmere.test', Key.TAB)
    await type(driver, 'slipway-64', Key.ENTER)
    await see(driver, text('Week-end journals'))
    await tabTo(driver, 'the paper', 'el.getAttribute("aria-label") === "Read first: Week-end journals"')
    await type(driver, Key.ENTER)
    await see(driver, text('How to work'))
    await tabTo(driver, 'the start', 'el.textContent.trim() === "Start the clock"')
    await type(driver, Key.ENTER)
    await see(driver, By.id('entry-date'))
    for (const [place, task] of tasks.entries()) {
      await see(driver, By.xpath(`//h1[contains(., ${JSON.stringify(task.title)})]`))
      for (const step of task.steps) {
        if (step.mode === 'watched') {
          await tabTo(driver, 'the reversal', 'el.getAttribute("aria-label") === "Reverse J-002"')
          await type(driver, Key.ENTER)
          await tabTo(driver, 'its date', 'el.id === "reversal-2"')
          await type(driver, typedDay('2026-10-31'))
          await tabTo(driver, 'its button', 'el.textContent.trim() === "Post the reversal"')
          await type(driver, Key.ENTER)
        } else {
          for (const entry of entriesOf(step)) {
            await tabTo(driver, 'the date', 'el.id === "entry-date"', { most: 120 })
            await typeEntry(driver, entry)
            await entryPosted(driver)
          }
          await chord(driver, Key.ALT, 'k')
        }
        await stepIs(driver, step.id, 'passed')
      }
      if (place < tasks.length - 1) await chord(driver, Key.ALT, '.')
    }
    await tabTo(driver, 'handing in', 'el.textContent.trim() === "Hand in…"')
    await type(driver, Key.ENTER)
    await see(driver, text('All steps of all tasks are finished.'))
    await dialogReady(driver)
    await tabTo(driver, 'the last button', 'el.closest(".p-dialog") && el.textContent.trim() === "Hand in the paper"')
    await type(driver, Key.ENTER)
    await see(driver, By.xpath('//h1[normalize-space()="Handed in"]'))
    await tabTo(driver, 'the result', 'el.textContent.trim() === "See the result"')
    await type(driver, Key.ENTER)
    expect(await total(driver)).toBe(totals.allRight)
  })

  // What the whole paper then comes to, 63.67 of 68.00, is shown by calls: tests/api/paper.
  it('three steps out of tries, set right, in the result with what they still earned', async () => {
    await signIn(driver, server.url, 'devrim.aksu@sallowmere.test')
    await startPaper(driver, server.url, 'week-end')
    for (const [place, task] of tasks.entries()) {
      await see(driver, By.xpath(`//h1[contains(., ${JSON.stringify(task.title)})]`))
      const isSat = task.steps.some(({ id, mode }) => mode === 'watched' || `${task.id}/${id}` in failing)
      for (const step of isSat ? task.steps : []) {
        const wrong = failing[`${task.id}/${step.id}` as keyof typeof failing]
        if (step.mode === 'watched') {
          for (const left of [2, 1, 0]) {
            await press(driver, 'Reverse J-003')
            await (await see(driver, By.id('reversal-3'))).sendKeys(typedDay('2026-10-31'), Key.TAB)
            await press(driver, 'Post the reversal')
            if (left > 0) await triesLeft(driver, left, 3)
          }
          await stepIs(driver, step.id, 'out-of-tries')
          await see(driver, text('set right'))
          continue
        }
        for (const entry of wrong ? [wrong] : entriesOf(step)) {
          await focusDate(driver)
          await typeEntry(driver, entry)
          await entryPosted(driver)
        }
        await checkStep(driver)
        for (const left of wrong ? [2, 1] : []) {
          await triesLeft(driver, left, 3)
          await focusDate(driver)
          await typeEntry(driver, wrong!)
          await entryPosted(driver)
          await checkStep(driver)
        }
        await stepIs(driver, step.id, wrong ? 'out-of-tries' : 'passed')
      }
      if (place < tasks.length - 1) await press(driver, 'Next task')
    }
    await handIn(driver)
    await press(driver, 'See the result')
    await see(driver, By.css('[data-task="wages-worked-not-paid"]'))
    expect(await driver.findElement(By.css('[data-task="wages-worked-not-paid"]')).getText()).toContain('3.00 of 4.00')
    expect(await driver.findElement(By.css('[data-task="paint-on-account"]')).getText()).toContain('2.67 of 4.00')
  })

  it('time that runs out hands in by itself, unchecked work and all: 4.00 + 3.00 + 0.00 of 12.00', async () => {
    await signIn(driver, server.url, 'piet.moor@sallowmere.test')
    await startPaper(driver, server.url, 'short')
    await focusDate(driver)
    await typeEntry(driver, entriesOf(tasks.find(({ id }) => id === 'paint-on-account')!.steps[0]!)[0]!)
    await entryPosted(driver)
    await checkStep(driver)
    await stepIs(driver, 'purchase', 'passed')
    await press(driver, 'Next task')
    await focusDate(driver)
    await typeEntry(driver, failing['wages-worked-not-paid/accrual'])
    await entryPosted(driver)
    await driver.wait(
      async () => (await driver.findElements(By.xpath('//h1[normalize-space()="The time is up"]'))).length > 0,
      WAIT_MS,
      'the time never was up',
    )
    await press(driver, 'See the result')
    expect(await total(driver)).toBe('7.00')
  })
})

describe('work that is under way', () => {
  it('comes back exactly after a reload and in another browser, draft included', async () => {
    await signIn(driver, server.url, 'wren.osier@sallowmere.test')
    await startPaper(driver, server.url, 'open-end')
    const address = await driver.getCurrentUrl()
    await focusDate(driver)
    await typeEntry(driver, failing['paint-on-account/purchase'])
    await entryPosted(driver)
    await press(driver, 'Trial balance')
    await press(driver, 'Come back to this')
    await focusDate(driver)
    await type(driver, '30 Oct 2026', Key.TAB)
    await tabTo(driver, 'the narration', 'el.id === "entry-narration"', { most: 2 })
    await type(driver, 'half an entry', Key.TAB, '4010', Key.TAB)
    await type(driver, Key.TAB, '12.5')
    const seen = async (at: WebDriver): Promise<unknown> =>
      at.executeScript(`return {
      fields: [...document.querySelectorAll('.entry input')].map(input => input.value),
      books: document.querySelector('.lower').innerText,
      account: document.querySelector('section.account').innerText,
      title: document.querySelector('.brief h1').innerText,
      marked: document.querySelector('.bottom').innerText.includes('Marked'),
    }`)
    // Another task has a draft of its own, and coming back finds this one.
    await chord(driver, Key.ALT, '.')
    await see(driver, By.xpath('//h1[contains(., "Antifouling for the shop")]'))
    expect(
      await driver.executeScript(
        'return [...document.querySelectorAll(".entry input")].map(input => input.value).join("")',
      ),
    ).toBe('')
    await chord(driver, Key.ALT, ',')
    await see(driver, By.xpath('//h1[contains(., "Saturday at the counter")]'))
    await driver.findElement(By.css('[aria-label="Credit, line 1"]')).click()
    await type(driver, Key.BACK_SPACE)
    // At once, in mid-word: nothing has been left to settle.
    const before = await seen(driver)
    expect(JSON.stringify(before)).toContain('half an entry')
    await driver.navigate().refresh()
    await see(driver, By.id('entry-date'))
    expect(await seen(driver)).toEqual(before)
    await driver.sleep(1200)
    await allSaved(driver)

    const other = await openBrowser()
    try {
      await signIn(other.driver, server.url, 'wren.osier@sallowmere.test')
      await other.driver.get(address)
      await see(other.driver, By.id('entry-date'))
      expect(await seen(other.driver)).toEqual(before)
    } finally {
      await other.close()
    }
  })

  it('goes on without a connection, says so, and is sent in order when it returns', async () => {
    await signIn(driver, server.url, 'robin.tarn@sallowmere.test')
    await startPaper(driver, server.url, 'open-end')
    await allSaved(driver)
    await server.kill()
    await focusDate(driver)
    const [entry] = entriesOf(tasks[0]!.steps[0]!)
    await typeEntry(driver, entry!)
    await entryPosted(driver)
    await see(driver, text('waiting for the connection'))
    await server.restart()
    await allSaved(driver)
    await checkStep(driver)
    await stepIs(driver, 'cash-sale', 'passed')
  })
})
