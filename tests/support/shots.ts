import { join } from 'node:path'
import { chord, entryPosted, focusDate, startPaper, stepIs, triesLeft, type, typeEntry } from './bench'
import { By, Key, openBrowser, picture, press, see, signIn, text } from './browser'
import type { WebDriver } from './browser'
import { weekEndTasks } from './paper'
import { failing } from './paper'
import type { Written } from './client'
import { startServer } from './server'

/** One current picture of each main view, from the demo data, into docs/screenshots (or the folder named by ANVIL_SHOTS). */
const folder = process.env.ANVIL_SHOTS ?? 'docs/screenshots'
const settle = 700

async function shoot(driver: WebDriver, name: string): Promise<void> {
  await driver.sleep(settle)
  await picture(driver, join(folder, `${name}.png`))
  console.log(`${name}.png`)
}

async function takeAll(url: string, driver: WebDriver): Promise<void> {
  await driver.get(`${url}/sign-in`)
  await see(driver, text('People of the demo'))
  await shoot(driver, 'sign-in')
  await signIn(driver, url, 'robin.tarn@sallowmere.test')
  await see(driver, text('Closest gap'))
  await shoot(driver, 'home')
  await driver.get(`${url}/skills`)
  await see(driver, text('Close these first'))
  await shoot(driver, 'skills')
  await driver.get(`${url}/sittings`)
  await see(driver, By.css('tbody a'))
  await shoot(driver, 'past')
  await (await driver.findElement(By.css('tbody a'))).click()
  await see(driver, text('Steps passed'))
  await shoot(driver, 'result')
  await driver.get(`${url}/assignments/week-end`)
  await see(driver, text('How to work'))
  await shoot(driver, 'cover')

  await startPaper(driver, url, 'week-end')
  const tasks = await weekEndTasks()
  const entriesOf = (task: number, step: number): Written[] => tasks[task]!.steps[step]!.model.map(op => (op as { entry: Written }).entry)
  for (const [place, step] of [[0, 0], [0, 1]] as const) {
    await focusDate(driver)
    await typeEntry(driver, entriesOf(place, step)[0]!)
    await entryPosted(driver)
    await press(driver, 'Check this step')
    await stepIs(driver, tasks[place]!.steps[step]!.id, 'passed')
  }
  await press(driver, 'Next task')
  await focusDate(driver)
  await typeEntry(driver, failing['paint-on-account/purchase'])
  await entryPosted(driver)
  await press(driver, 'Check this step')
  await triesLeft(driver, 2, 3)
  await press(driver, 'Come back to this')
  await press(driver, 'Next task')
  await focusDate(driver)
  await typeEntry(driver, entriesOf(2, 0)[0]!)
  await entryPosted(driver)
  await press(driver, 'Check this step')
  await stepIs(driver, 'delivery', 'passed')
  await press(driver, 'Check this step')
  await triesLeft(driver, 2, 3)
  await focusDate(driver)
  await type(driver, '30 Oct 2026', Key.TAB, Key.TAB)
  await driver.findElement(By.id('entry-narration')).click()
  await type(driver, 'HR-2207 half paid, discount taken', Key.TAB, 'payab', Key.TAB, '600.00', Key.TAB, Key.TAB, '1020', Key.TAB, Key.TAB, '590.00', Key.TAB, 'disc')
  await driver.sleep(settle)
  await driver.executeScript('document.querySelector(".ladder li.open")?.scrollIntoView({block: "nearest"})')
  await shoot(driver, 'bench')
  await type(driver, Key.TAB)
  await press(driver, 'Trial balance')
  await driver.executeScript('document.documentElement.dataset.theme = "graphite"')
  await shoot(driver, 'bench-graphite')
  await driver.executeScript('document.documentElement.dataset.theme = "day"')
  await chord(driver, Key.ALT, 'o')
  await see(driver, text('Tries left'))
  await shoot(driver, 'overview')
  await press(driver, 'Hand in the paper…')
  await see(driver, text('After handing in'))
  await shoot(driver, 'hand-in')
}

const server = await startServer({ ANVIL_CONTENT: 'content' })
const browser = await openBrowser()
try {
  await takeAll(server.url, browser.driver)
}
finally {
  await browser.close()
  await server.stop()
}
