import { join } from 'node:path'
import { chord, entryPosted, focusDate, handIn, startPaper, stepIs, triesLeft, type, typeEntry } from './bench'
import { By, Key, openBrowser, picture, press, see, signIn, text } from './browser'
import type { WebDriver } from './browser'
import { weekEndTasks } from './paper'
import { failing } from './paper'
import { check, Client, post } from './client'
import type { Written } from './client'
import { onQuestions, question } from './questions'
import { startServer } from './server'

/**
 * One current picture of each main view, from the demo data, into docs/screenshots (or the folder named by
 * ANVIL_SHOTS).
 */
const folder = process.env.ANVIL_SHOTS ?? 'docs/screenshots'
const settle = 700

async function shoot(driver: WebDriver, name: string): Promise<void> {
  await driver.sleep(settle)
  await picture(driver, join(folder, `${name}.png`))
  console.log(`${name}.png`)
}

/** Something that no step asks for. */
const strayEntry: Written = {
  date: '2026-10-30',
  narration: 'Stray',
  lines: [
    { account: '1010', debit: '1.00' },
    { account: '1020', credit: '1.00' },
  ],
}

/** Some of the demo's people at their desks, so that the board shows a room as it is. */
async function atWork(url: string): Promise<void> {
  for (const name of [
    'ada.reedmace',
    'bram.tiller',
    'carys.holm',
    'dov.larch',
    'fenn.coble',
    'greta.mast',
    'hal.wherry',
    'jory.keel',
  ]) {
    const client = await new Client(url).signIn(name)
    const { id, tasks } = await client.start('clerk-office')
    await client.call('POST', `/api/sittings/${id}/seat`, { seat: 'page-one', device: 'Linux, 1280 × 800' })
    const [first] = tasks.filter(task => task.steps.some(({ status }) => status === 'open'))
    await client.events(id, { kind: 'open', taskId: first!.id })
    if (name === 'dov.larch')
      await client.call('POST', `/api/sittings/${id}/messages`, {
        text: 'The second page of the invoice is missing, I think.',
        taskId: first!.id,
      })
    if (name === 'greta.mast') await client.events(id, { kind: 'away', on: true })
    if (name === 'carys.holm')
      for (let count = 0; count < 2; count += 1) {
        const stepId = first!.steps.find(({ status }) => status === 'open')!.id
        await client.events(id, post(first!.id, strayEntry), check(first!.id, stepId))
      }
  }
  const late = await new Client(url).signIn('lorne.buoy')
  await late.call('POST', '/api/assignments/clerk-office/waiting', {})
}

async function takeStaff(url: string, driver: WebDriver): Promise<void> {
  const as = async (name: string, lands: string): Promise<void> => {
    await driver.manage().deleteAllCookies()
    await signIn(driver, url, `${name}@sallowmere.test`, { lands })
  }
  await as('marit.feld', 'Assignments')
  await see(driver, By.css('tbody a'))
  await driver.get(`${url}/assigning/new`)
  await see(driver, text('What to whom'))
  await shoot(driver, 'give')
  await driver.get(`${url}/assigning/clerk-office`)
  await see(driver, text('Ada Reedmace'))
  await shoot(driver, 'progress')
  await driver.get(`${url}/marking/winter-mock/winter-store/dinghies`)
  await see(driver, text('1 of 7'))
  await driver.actions().sendKeys('1', '2', 'c', 'The crane is a good point; say what it is worth.').perform()
  await shoot(driver, 'marking')
  await driver.get(`${url}/marks`)
  await see(driver, text('Robin Tarn'))
  await shoot(driver, 'marks')
  await as('asha.lindqvist', 'Assignments')
  await driver.get(`${url}/people/add`)
  await (
    await see(driver, By.id('list'))
  ).sendKeys(
    [
      'name,email,cohorts',
      'Tamsin Reef,tamsin.reef@sallowmere.test,Spring intake',
      'Una Lugger,una.lugger@sallowmere.test,Spring intake|Evening',
      'Hal Sounder,hal.sounder,Evening',
      'Robin Tarn,robin.tarn@sallowmere.test,Spring intake',
      'Wren Osier,wren.osier@sallowmere.test,',
    ].join('\n'),
  )
  await press(driver, 'Read the list')
  await see(driver, text('What the list comes to'))
  await shoot(driver, 'people')
  await as('tobias.reed', 'Rooms')
  await driver.get(`${url}/rooms/office`)
  await see(driver, text('Dov Larch'))
  await atWork(url)
  await driver.sleep(11_000)
  await press(driver, 'Dov Larch')
  await see(driver, text('The second page of the invoice'))
  await shoot(driver, 'room')
  await as('isla.quay', 'My work')
  await driver.get(`${url}/assignments/month-end-credit`)
  await press(driver, 'Start the clock')
  await see(driver, By.id('entry-date'))
  await handIn(driver)
  await shoot(driver, 'receipt')
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
  await press(driver, 'Bookkeeping')
  await see(driver, By.css('tr.skill'))
  await shoot(driver, 'skills')
  await driver.get(`${url}/sittings`)
  await see(driver, By.css('tbody a'))
  await (await driver.findElement(By.css('tbody a'))).click()
  await see(driver, text('Steps passed'))
  await shoot(driver, 'result')
  await driver.get(`${url}/assignments/week-end`)
  await see(driver, text('How to work'))
  await shoot(driver, 'cover')

  await startPaper(driver, url, 'week-end')
  const tasks = await weekEndTasks()
  const entriesOf = (task: number, step: number): Written[] =>
    tasks[task]!.steps[step]!.model.map(op => (op as { entry: Written }).entry)
  for (const [place, step] of [
    [0, 0],
    [0, 1],
  ] as const) {
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
  await focusDate(driver)
  await type(driver, '30 Oct 2026', Key.TAB, Key.TAB)
  await driver.findElement(By.id('entry-narration')).click()
  await type(
    driver,
    'HR-2207 half paid, discount taken',
    Key.TAB,
    'payab',
    Key.TAB,
    '600.00',
    Key.TAB,
    Key.TAB,
    '1020',
    Key.TAB,
    Key.TAB,
    '590.00',
    Key.TAB,
    'disc',
  )
  await driver.sleep(settle)
  await driver.executeScript('document.querySelector(".ladder li.open")?.scrollIntoView({block: "nearest"})')
  await shoot(driver, 'bench')
  await type(driver, Key.TAB)
  await press(driver, 'Trial balance')
  await chord(driver, Key.ALT, 'o')
  await see(driver, text('Tries left'))
  await shoot(driver, 'overview')
}

/** The sheet with a formula that is being pointed, in the graphite theme. */
async function takeSheet(url: string, driver: WebDriver): Promise<void> {
  await driver.manage().deleteAllCookies()
  await signIn(driver, url, 'robin.tarn@sallowmere.test')
  await startPaper(driver, url, 'season-mock', By.css('[role="grid"] [data-row="3"]'))
  await press(driver, 'Next task')
  await see(driver, By.css('[data-step="shown"]'))
  await driver.executeScript('document.documentElement.dataset.theme = "graphite"')
  await (await see(driver, By.css('[data-row="3"][data-column="5"]'))).click()
  await type(driver, '=C4*VLOOKUP(D4,Rates!$A$4:$B$6,')
  await shoot(driver, 'sheet')
  await driver.executeScript('document.documentElement.dataset.theme = "day"')
}

/** The network after a ping that didn't come through, with a change that is pending. */
async function takeNetwork(url: string, driver: WebDriver): Promise<void> {
  await driver.manage().deleteAllCookies()
  await signIn(driver, url, 'robin.tarn@sallowmere.test')
  await startPaper(driver, url, 'wiring-mock', By.css('[data-device="desk-1"]'))
  await (await see(driver, By.css('[data-console]'))).click()
  await type(driver, 'ping 10.44.20.11', Key.ENTER)
  await see(driver, text('It did not come through.'))
  for (let steps = 0; steps < 3; steps += 1) await press(driver, 'Step')
  await (await see(driver, By.css('[data-console]'))).click()
  await type(driver, 'put interfaces/p1/ipv4/address 10.44.10.11/24', Key.ENTER)
  await see(driver, text('1 change is pending'))
  await shoot(driver, 'network')
}

/** Questions that are chosen and drawn, some of them answered. */
async function takeQuestions(url: string, driver: WebDriver): Promise<void> {
  const { click, keys } = onQuestions(() => ({ driver, close: async () => undefined }))
  const cross = (id: string, what: string) => click(question(id, `[aria-label="Cross-hair on the ${what}"]`))
  await driver.manage().deleteAllCookies()
  await signIn(driver, url, 'robin.tarn@sallowmere.test')
  await startPaper(driver, url, 'knowledge-mock', question('gross'))
  await click(By.css('[aria-label="Rule out: fee and 20"]'))
  await click(question('gross', 'input[value="times"]'))
  await shoot(driver, 'questions')
  await press(driver, 'Next task')
  await see(driver, question('tools'))
  await press(driver, 'Next task')
  await see(driver, question('hosts'))
  await (await see(driver, By.css('[aria-label="Height of /26"]'))).sendKeys('62', Key.TAB, '30', Key.TAB)
  await cross('place', 'picture')
  await click(By.xpath('//*[@data-question="apart"]//label[normalize-space()="Ring"]'))
  await click(By.xpath('//*[@data-question="apart"]//label[normalize-space()="Red"]'))
  const at = (key: string, count: number): string[] => Array.from({ length: count }, () => key)
  await (
    await see(driver, question('apart', '[role="application"]'))
  ).sendKeys(...at(Key.ARROW_RIGHT, 21), ...at(Key.ARROW_UP, 5), Key.ENTER)
  await keys(...at(Key.ARROW_RIGHT, 9), ...at(Key.ARROW_DOWN, 6), Key.ENTER)
  await driver.executeScript(`document.querySelector('[data-question="place"]').scrollIntoView({ block: 'start' })`)
  await shoot(driver, 'questions-drawn')
  await takeCase(url, driver)
}

/** A case with its reading, text that is marked in it, and the tray with what was worked out. */
async function takeCase(url: string, driver: WebDriver): Promise<void> {
  await startPaper(driver, url, 'winter-mock', question('boats'))
  await driver.executeScript(`
    const text = document.querySelector('[data-text="reading-1"]').firstChild
    const at = text.data.indexOf('A lane of 4 m')
    getSelection().setBaseAndExtent(text, at, text, at + 13)`)
  await press(driver, 'Mark this text')
  await press(driver, 'Tray')
  await (await see(driver, By.id('sum'))).sendKeys('48 × (25 − 4) ÷ 28', Key.ENTER)
  await (await see(driver, question('boats', 'input'))).click()
  await press(driver, 'Put the last into the answer')
  await driver.sleep(1200)
  await shoot(driver, 'case')
}

const server = await startServer({ ANVIL_CONTENT: 'content' })
const browser = await openBrowser()
try {
  const only = process.argv[2]
  if (only === 'sheet') await takeSheet(server.url, browser.driver)
  else if (only === 'network') await takeNetwork(server.url, browser.driver)
  else if (only === 'questions') await takeQuestions(server.url, browser.driver)
  else if (only === 'staff') await takeStaff(server.url, browser.driver)
  else await takeAll(server.url, browser.driver)
  if (!only) await takeSheet(server.url, browser.driver)
  if (!only) await takeNetwork(server.url, browser.driver)
  if (!only) await takeQuestions(server.url, browser.driver)
  if (!only) await takeStaff(server.url, browser.driver)
} finally {
  await browser.close()
  await server.stop()
}
