import { By, button, Key, press, see, text } from './browser'
import type { WebDriver, WebElement } from './browser'
import type { Written } from './client'
import { WAIT_MS } from './waiting'

const months = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec']

/** A day as a trainee types it: 30 Oct 2026. */
export function typedDay(iso: string): string {
  const [year, month, day] = iso.split('-').map(Number)
  return `${day} ${months[(month ?? 1) - 1]} ${year}`
}

const focused = (driver: WebDriver): WebElement => driver.switchTo().activeElement()

/** Types into whatever has the focus. */
export async function type(driver: WebDriver, ...keys: string[]): Promise<void> {
  await focused(driver).sendKeys(...keys)
}

/**
 * How many stops of Tab lie between what has the focus, or the beginning of the page, and what is looked for; negative
 * for back. A guess.
 */
const STOPS_BETWEEN = `
  // Of the buttons of one group that are chosen between, Tab stops at one.
  const groups = new Set()
  const isOfGroupSeen = el => {
    if (el.type !== 'radio' || matches(el)) return false
    if (groups.has(el.name)) return true
    groups.add(el.name)
    return false
  }
  const stops = [...document.querySelectorAll('a[href], button, input, textarea, select, [tabindex]')].filter(
    el => el.tabIndex >= 0 && !el.disabled && el.checkVisibility() && !el.closest('[inert]') && !isOfGroupSeen(el))
  const from = stops.indexOf(document.activeElement)
  const to = stops.findIndex(el => matches(el))
  return to < 0 ? 0 : to - from`

/** Presses Tab (or Shift+Tab) until what has the focus answers to the test. */
export async function tabTo(
  driver: WebDriver,
  what: string,
  test: string,
  { back = false, most = 90 } = {},
): Promise<void> {
  const go = (stops: number, backwards: boolean) => {
    const keys = driver.actions()
    if (backwards) keys.keyDown(Key.SHIFT)
    keys.sendKeys(Key.TAB.repeat(stops))
    return (backwards ? keys.keyUp(Key.SHIFT) : keys).perform()
  }
  /** How far it is the way that was asked for, negative where it is the other way. */
  const toGo = async (): Promise<number> => {
    const stops: number = await driver.executeScript(`const matches = el => Boolean(${test}); ${STOPS_BETWEEN}`)
    return back ? -stops : stops
  }
  // Most of the way in one go; the last stops one by one, each looked at. Not all that seems one is a stop.
  const surely = most > 5 ? Math.min((await toGo()) - 3, most) : 0
  if (surely > 0) await go(surely, back)
  const isPast = surely > 0 && (await toGo()) < 0
  for (let pressed = 0; pressed <= most; pressed += 1) {
    if (await driver.executeScript(`const el = document.activeElement; return Boolean(${test})`)) return
    await go(1, isPast ? !back : back)
  }
  throw new Error(`Tab never reached ${what}`)
}

export async function chord(driver: WebDriver, modifier: string, key: string): Promise<void> {
  await driver.actions().keyDown(modifier).sendKeys(key).keyUp(modifier).perform()
}

/** Types an entry from the date field on, with Tab from field to field, and posts it with Ctrl+Enter. */
export async function typeEntry(driver: WebDriver, entry: Written): Promise<void> {
  await type(driver, typedDay(entry.date), Key.TAB)
  await tabTo(driver, 'the narration', 'el.id === "entry-narration"', { most: 2 })
  await type(driver, entry.narration, Key.TAB)
  for (const [index, line] of entry.lines.entries()) {
    await type(driver, line.account)
    await driver.wait(
      async () => (await driver.findElements(By.css('.p-autocomplete-overlay'))).length > 0,
      WAIT_MS,
      'no completion',
    )
    await type(driver, Key.TAB)
    await tabTo(driver, 'the debit', `el.getAttribute("aria-label") === "Debit, line ${index + 1}"`, { most: 2 })
    await type(driver, line.debit ?? '', Key.TAB)
    await type(driver, line.credit ?? '', Key.TAB)
  }
  await see(driver, text('both sides agree'))
  await chord(driver, Key.CONTROL, Key.ENTER)
}

export async function entryPosted(driver: WebDriver): Promise<void> {
  await see(driver, text('Entry posted.'))
}

/** Types an entry from the date field on and waits until it is posted. */
export async function postEntry(driver: WebDriver, entry: Written): Promise<void> {
  await focusDate(driver)
  await typeEntry(driver, entry)
  await entryPosted(driver)
}

export async function focusDate(driver: WebDriver): Promise<void> {
  await (await see(driver, By.id('entry-date'))).click()
}

export async function checkStep(driver: WebDriver): Promise<void> {
  await press(driver, 'Check this step')
}

/** Waits until a step of the open task has this status. */
export async function stepIs(driver: WebDriver, stepId: string, status: string): Promise<void> {
  await driver.wait(
    async () =>
      driver.executeScript<boolean>(
        'return document.querySelector(arguments[0]) !== null',
        `[data-step="${stepId}"][data-status="${status}"]`,
      ),
    WAIT_MS,
    `${stepId} never was ${status}`,
  )
}

export async function triesLeft(driver: WebDriver, left: number, of: number): Promise<void> {
  await see(driver, text(`tries left: ${left} of ${of}`))
}

export async function allSaved(driver: WebDriver): Promise<void> {
  await driver.wait(
    async () =>
      driver.executeScript(
        'return Boolean(document.querySelector("[data-saved]")?.innerText.startsWith("All work saved"))',
      ),
    WAIT_MS,
    'never saved',
  )
}

export async function startPaper(
  driver: WebDriver,
  url: string,
  assignmentId: string,
  shows: By = By.id('entry-date'),
  begin = 'Start the clock',
): Promise<void> {
  await driver.get(`${url}/assignments/${assignmentId}`)
  await press(driver, begin)
  await see(driver, shows)
}

/** Waits until a dialog has come in and taken the focus: only then does it keep it. */
export async function dialogReady(driver: WebDriver): Promise<void> {
  await driver.wait(
    async () => driver.executeScript('return Boolean(document.activeElement.closest(".p-dialog"))'),
    WAIT_MS,
    'the dialog never got the focus',
  )
}

export async function handIn(driver: WebDriver): Promise<void> {
  await press(driver, 'Hand in…')
  await dialogReady(driver)
  await (await see(driver, By.css('.p-dialog-footer button:last-child'))).click()
  await see(driver, By.xpath('//h1[normalize-space()="Handed in"]'))
}

export async function total(driver: WebDriver): Promise<string> {
  return (await see(driver, By.css('[data-total]'))).getText()
}

export { button }
