import { beforeAll, describe, expect, it } from 'vitest'
import { allSaved, dialogReady, startPaper } from '../support/bench'
import { allThemes, sideways, spokenTree, violations } from '../support/axe'
import { By, Key, press, see, signIn, text } from '../support/browser'
import type { WebDriver } from '../support/browser'
import type { RunningServer } from '../support/server'
import { serverAndBrowser } from '../support/session'
import { WAIT_MS } from '../support/waiting'

const at = serverAndBrowser()
let server: RunningServer
let driver: WebDriver
beforeAll(() => {
  ;({ server, driver } = at)
})

async function clean(themes = allThemes): Promise<void> {
  await driver.sleep(400)
  expect(await violations(driver, themes)).toEqual([])
  expect(await sideways(driver)).toBe(0)
}

async function as(name: string, lands: string): Promise<void> {
  await driver.manage().deleteAllCookies()
  await signIn(driver, server.url, `${name}@sallowmere.test`, { lands })
}

describe('no serious or critical violation, in any theme: what the trainee sees', () => {
  it('the month, a cover with all its gates, and the system check', async () => {
    await as('isla.quay', 'My work')
    await press(driver, 'Month')
    await see(driver, By.css('td.today'))
    await clean()
    await driver.get(`${server.url}/assignments/clerk-office`)
    await press(driver, 'Run the system check')
    await see(driver, text('No pop-up windows are needed.'))
    await press(driver, 'Ask to be let in')
    await see(driver, text('You are waiting to be let in'))
    await clean()
  })

  it('the bench with sections, tray, help from the room, and the warning before a section closes', async () => {
    await startPaper(driver, server.url, 'two-parts')
    await press(driver, 'Tray')
    await see(driver, By.id('sum'))
    await clean()
    // The first and the last line stay in sight beside what slides over the tool.
    const [clock, saved] = [
      await driver.findElement(By.css('[role="timer"][aria-label="Time left"]')),
      await driver.findElement(By.css('[data-saved]')),
    ]
    for (const element of [clock, saved]) {
      expect(
        await driver.executeScript(
          `const { x, y, width, height } = arguments[0].getBoundingClientRect()
           return document.elementFromPoint(x + width / 2, y + height / 2) === arguments[0]`,
          element,
        ),
      ).toBe(true)
    }
    await driver.actions().sendKeys(Key.ESCAPE).perform()
    await press(driver, 'Ask your trainers')
    await see(driver, By.id('ask'))
    await clean()
    await press(driver, 'Close Ask for help')
    await press(driver, 'Next task')
    await press(driver, 'Leave this section…')
    await see(driver, text('This section can’t be opened again.'))
    await clean()
  })

  it('a stopped clock, and the receipt with all that it asks', async () => {
    await as('noor.halden', 'My work')
    await startPaper(driver, server.url, 'settled')
    await press(driver, 'Take a break: 10 min that stop the clock are left')
    await see(driver, text('Your break'))
    await clean()
    await press(driver, 'Go on working')
    await press(driver, 'Leave…')
    await press(driver, 'End the sitting and leave')
    await see(driver, text('What did you think of this paper?'))
    await clean()
  })
})

describe('no serious or critical violation, in light and dark: what the staff sees', () => {
  it('rooms, the board with a person and an act, the audit log', async () => {
    await as('tobias.reed', 'Rooms')
    await see(driver, text('Open the board'))
    await clean()
    await press(driver, 'Open the board of Office')
    await press(driver, 'Elin Skerry')
    await see(driver, text('Nothing was said yet.'))
    await clean()
    await press(driver, 'Incident…')
    await (await see(driver, By.id('text'))).sendKeys('Came late.')
    await clean()
    await driver.findElement(By.css('.p-dialog-footer button:last-child')).click()
    await see(driver, text('Done for 1 person.'))
    await driver.get(`${server.url}/audit`)
    await see(driver, text('Came late.'))
    await clean()
  })

  it('assignments, giving a paper, following it, the marks book, adjustments', async () => {
    await as('marit.feld', 'Assignments')
    await see(driver, By.css('tbody a'))
    await clean(['day', 'graphite'])
    await driver.get(`${server.url}/assigning/new`)
    await see(driver, text('What to whom'))
    await clean(['day', 'graphite'])
    await driver.get(`${server.url}/assigning/clerk-office`)
    await see(driver, text('Ada Reedmace'))
    await clean(['day', 'graphite'])
    await driver.get(`${server.url}/assigning/settings/clerk-office`)
    await see(driver, text('Keep these settings'))
    await clean(['day', 'graphite'])
    await driver.get(`${server.url}/marks`)
    await see(driver, text('Robin Tarn'))
    await clean(['day', 'graphite'])
    await driver.get(`${server.url}/units`)
    await press(driver, 'Change the unit Unit 3, the month’s end')
    await dialogReady(driver)
    await clean(['day', 'graphite'])
    await driver.get(`${server.url}/rooms`)
    await press(driver, 'Invigilators of Office')
    await dialogReady(driver)
    await clean(['day', 'graphite'])
    await driver.get(`${server.url}/adjustments`)
    await press(driver, 'Change the adjustments of Noor Halden')
    await see(driver, By.id('factor'))
    await clean(['day', 'graphite'])
  })
})

describe('what a screen reader gets of the bench', () => {
  it('regions, timer, steps, tries and saving by role and name, and the live ones announced politely', async () => {
    await as('isla.quay', 'My work')
    await startPaper(driver, server.url, 'open-end')
    await allSaved(driver)
    const tree = await spokenTree(driver)
    const has = (role: string, name: string | RegExp): boolean =>
      tree.some(node => node.role === role && (typeof name === 'string' ? node.name === name : name.test(node.name)))
    expect([
      has('main', 'Tool'),
      has('region', 'Brief'),
      has('contentinfo', 'Movement and saving') ||
        has('region', 'Movement and saving') ||
        has('group', 'Movement and saving') ||
        has('sectionfooter', 'Movement and saving'),
      has('timer', 'Time left'),
      has('image', /of the time is gone; your work: on plan/),
      has('heading', 'Saturday at the counter'),
      has('list', 'Steps'),
      has('button', 'Check this step'),
      has('StaticText', 'tries left: 3 of 3') || has('image', /tries left: 3 of 3/),
      has('button', 'Come back to this'),
      has('button', 'Overview 0/10: tasks finished'),
      has('button', 'Ask your trainers'),
      has('button', 'Hand in…'),
      has('button', 'Hide the clock'),
      has('tab', 'Till receipt'),
    ]).toEqual(Array.from({ length: 15 }, () => true))
    // Nothing that can be pressed is without a name.
    expect(
      tree.filter(
        node =>
          ['button', 'link', 'textbox', 'tab', 'checkbox', 'combobox'].includes(node.role) && node.name.trim() === '',
      ),
    ).toEqual([])
    const live = tree.filter(node => node.role === 'status')
    expect(live.length).toBeGreaterThanOrEqual(3)
    expect(live.every(node => node.live === 'polite')).toBe(true)
    // The verdict is announced where it stands.
    await press(driver, 'Check this step')
    await see(driver, text('Your work stands as it did when this step began. No try was spent.'))
    const told: string = await driver.executeScript(
      'return document.querySelector("[data-message]").closest("[aria-live]").getAttribute("aria-live")',
    )
    expect(told).toBe('polite')
  })

  it('the order of the keys: brief, tool, bottom line, with F6; a dialog keeps the focus and gives it back', async () => {
    const named = async (): Promise<string> =>
      driver.executeScript(
        'return document.activeElement.getAttribute("aria-label") ?? document.activeElement.textContent.trim()',
      )
    const passed: string[] = []
    for (let press = 0; press < 3; press += 1) {
      await driver.actions().sendKeys(Key.F6).perform()
      passed.push(await named())
    }
    expect([...passed].sort()).toEqual(['Brief', 'Movement and saving', 'Tool'])
    const opener = await driver.findElement(By.xpath('//footer//button[normalize-space()="Help"]'))
    await driver.executeScript('arguments[0].focus()', opener)
    await driver.actions().sendKeys(Key.ENTER).perform()
    await see(driver, text('Instructions of this paper'))
    await dialogReady(driver)
    await driver.actions().sendKeys(Key.ESCAPE).perform()
    await driver.wait(async () => (await driver.findElements(By.css('.p-dialog'))).length === 0, WAIT_MS)
    expect(await named()).toBe('Help')
  })
})
