import { describe, expect, it } from 'vitest'
import { chord, focusDate, startPaper, type } from '../support/bench'
import { By, Key, press, see, signIn, text } from '../support/browser'
import { sideways as width, violations as found } from '../support/axe'
import { serverAndBrowser } from '../support/session'

const at = serverAndBrowser()

const violations = (): Promise<string[]> => found(at.driver)
const sideways = (): Promise<number> => width(at.driver)

describe('no serious or critical violation, in any theme, and no page scrolls sideways', () => {
  it('sign-in, with a refusal', async () => {
    await at.driver.get(`${at.server.url}/sign-in`)
    await see(at.driver, text('People of the demo'))
    await press(at.driver, 'Sign in')
    await see(at.driver, By.css('#failure.notice'))
    expect(await violations()).toEqual([])
  })

  it.each([
    ['My work', '/', 'All skills'],
    ['a cover', '/assignments/week-end', 'How to work'],
    ['a closed cover', '/assignments/month-end-exam', 'It can’t be started.'],
    ['past sittings', '/sittings', 'Counter and creditors'],
    ['the skill-gap report', '/skills', 'Close these first'],
    ['the report of one trade', '/skills?trade=bookkeeping', 'Close these first'],
  ])('%s', async (_, path, words) => {
    if (path === '/') await signIn(at.driver, at.server.url, 'robin.tarn@sallowmere.test')
    await at.driver.get(`${at.server.url}${path}`)
    await see(at.driver, text(words))
    await at.driver.sleep(300)
    expect(await violations()).toEqual([])
    expect(await sideways()).toBe(0)
  })

  it('a result', async () => {
    await at.driver.get(`${at.server.url}/sittings`)
    await (await see(at.driver, By.css('tbody a'))).click()
    await see(at.driver, text('Steps passed'))
    expect(await violations()).toEqual([])
    expect(await sideways()).toBe(0)
  })

  it('the bench, with completion, refusal, verdict, overview, help and handing in', async () => {
    await startPaper(at.driver, at.server.url, 'open-end')
    await press(at.driver, 'Check this step')
    await see(at.driver, text('No try was spent.'))
    await focusDate(at.driver)
    await chord(at.driver, Key.CONTROL, Key.ENTER)
    await see(at.driver, By.css('[data-refusal]'))
    expect(await violations()).toEqual([])
    expect(await sideways()).toBe(0)
    await at.driver.findElement(By.css('[aria-label="Account, line 1"]')).click()
    await type(at.driver, '10')
    await see(at.driver, By.css('.p-autocomplete-overlay'))
    expect(await violations()).toEqual([])
    await type(at.driver, Key.TAB)
    for (const view of ['Accounts', 'Trial balance', 'Journal']) {
      await press(at.driver, view)
      expect(await violations()).toEqual([])
    }
    await chord(at.driver, Key.ALT, 'o')
    await see(at.driver, text('Tries left'))
    await at.driver.sleep(400)
    expect(await violations()).toEqual([])
    await press(at.driver, 'Hand in the paper…')
    await see(at.driver, text('After handing in'))
    await at.driver.sleep(400)
    expect(await violations()).toEqual([])
    await (await see(at.driver, By.css('.p-dialog-footer button:last-child'))).click()
    await see(at.driver, By.xpath('//h1[normalize-space()="Handed in"]'))
    expect(await violations()).toEqual([])
  })
})
