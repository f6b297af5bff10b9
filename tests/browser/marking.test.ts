import { z } from 'zod'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { partToMark } from '../../core/wire/marking'
import { resultView } from '../../core/wire/result'
import { choicesView } from '../../core/wire/assigning'
import { allThemes, violations } from '../support/axe'
import { total } from '../support/bench'
import { By, Key, link, openBrowser, press, see, signIn, text } from '../support/browser'
import type { Browser } from '../support/browser'
import { Client } from '../support/client'
import { startServer } from '../support/server'
import type { RunningServer } from '../support/server'

const TASK = 'winter-store'
const FORTY = 40
const given = z.object({ id: z.string() })

let server: RunningServer
let browser: Browser
let trainer: Client
let [one, two] = ['', '']
const sat: { name: string; sittings: string[]; client: Client }[] = []

/** Hands in a text of one’s own, and a number that is right. */
async function handIn(client: Client, assignment: string, words: string): Promise<string> {
  const { id } = await client.start(assignment)
  const answer = (part: string, said: unknown) => ({
    kind: 'op',
    taskId: TASK,
    op: { type: 'answer', part, answer: said },
  })
  await client.events(id, answer('boats', { text: '36', decimal: '.' }), answer('dinghies', words))
  await client.submit(id)
  return id
}
async function give(people: readonly { id: string }[], settings: object): Promise<string> {
  const body = { paperId: 'winter-plan', people: people.map(({ id }) => id), settings }
  return (await trainer.as(given, 'POST', '/api/assigning', body)).id
}

beforeAll(async () => {
  server = await startServer({ ANVIL_LOG: 'error' })
  browser = await openBrowser()
  trainer = await new Client(server.url).signIn('marit.feld')
  const { people } = await trainer.as(choicesView, 'GET', '/api/assigning/choices')
  const forty = people.slice(0, FORTY)
  expect(forty).toHaveLength(FORTY)
  one = await give(forty, { namesHidden: true, sittingsAllowed: 1 })
  two = await give(forty.slice(0, 1), { markers: 2 })
  for (const [at, { name, email }] of forty.entries()) {
    const client = await new Client(server.url).signIn(email.split('@')[0]!)
    const sittings = [await handIn(client, one, `Answer of number ${at + 1}.`)]
    if (at === 0) sittings.push(await handIn(client, two, 'It depends.'))
    sat.push({ name, client, sittings })
  }
})
afterAll(async () => {
  await browser.close()
  await server.stop()
})

const keys = (...pressed: string[]) =>
  browser.driver
    .actions()
    .sendKeys(...pressed)
    .perform()
const as = async (name: string, lands: string): Promise<void> => {
  await browser.driver.manage().deleteAllCookies()
  await signIn(browser.driver, server.url, `${name}@sallowmere.test`, { lands })
}
const resultOf = (who: number, sitting = 0) =>
  sat[who]!.client.as(resultView, 'GET', `/api/sittings/${sat[who]!.sittings[sitting]!}/result`)
const sums = async (who: number, sitting = 0) => {
  const { score, waiting } = await resultOf(who, sitting)
  return [score, waiting]
}

describe('the marking desk', () => {
  it('marks forty answers in a row by keyboard, without a name, and nobody sees it before the release', async () => {
    const { driver } = browser
    await as('marit.feld', 'Assignments')
    await driver.get(`${server.url}/marking/${one}/${TASK}/dinghies`)
    await see(driver, text('1 of 40'))
    expect(await (await see(driver, By.css('main'))).getText()).not.toContain(sat[0]!.name)
    for (let at = 1; at <= FORTY; at += 1) {
      await see(driver, text(`${at} of 40`))
      // Levels in turn: 4, 3, 1.5 and 0 of 4; 3, 2, 1 and 0 of 3.
      await keys(String((at % 4) + 1), String((at % 4) + 1))
      if (at === 1) await keys('c', 'Two things are missing.', Key.ESCAPE)
      await keys(Key.ENTER)
      await see(driver, text(`Kept for Answer ${at}.`))
    }
    expect(await sums(0)).toEqual([2, 9])
    const part = await trainer.as(partToMark, 'GET', `/api/marking/${one}/${TASK}/dinghies`)
    expect(part.answers.map(({ state }) => state)).toEqual(Array.from({ length: FORTY }, () => 'ready'))
    // The last one is taken back, and given otherwise.
    await keys('u')
    await see(driver, text('Taken back.'))
    await keys('1', '1', Key.ENTER)
    await see(driver, text('Kept for Answer 40.'))
    expect(await violations(driver, allThemes)).toEqual([])
  })

  it('releases them: totals and skills follow to the hundredth', async () => {
    const { driver } = browser
    await driver.get(`${server.url}/marking`)
    await see(driver, By.css(`[data-assignment="${one}"] [data-part="dinghies"]`))
    await press(driver, 'Release 40 marks')
    await see(driver, text('40 marks were released.'))
    expect(await violations(driver, ['day', 'graphite'])).toEqual([])
    const answers = (await trainer.as(partToMark, 'GET', `/api/marking/${one}/${TASK}/dinghies`)).answers
    const points = [7, 5, 2.5, 0]
    for (const [at, { sittingId }] of answers.entries()) {
      const who = sat.findIndex(({ sittings }) => sittings[0] === sittingId)
      const earned = at === FORTY - 1 ? 7 : points[(at + 1) % 4]!
      expect(await sums(who), `answer ${at + 1}`).toEqual([2 + earned, 2])
    }
  })

  it('tells the trainee what was said, takes their reply once, and answers it', async () => {
    const { driver } = browser
    const part = await trainer.as(partToMark, 'GET', `/api/marking/${one}/${TASK}/dinghies`)
    const who = sat.find(({ sittings }) => sittings[0] === part.answers[0]!.sittingId)!
    await as(who.name.toLowerCase().replace(' ', '.'), 'My work')
    await driver.get(`${server.url}/sittings/${who.sittings[0]!}/result`)
    // 2.00 for the number; the second level of both, 3.00 and 2.00.
    expect(await total(driver)).toBe('7.00')
    await see(driver, text('Two things are missing.'))
    expect(await violations(driver, ['day', 'contrast'])).toEqual([])
    await (await see(driver, By.css('.marked textarea'))).sendKeys('They stand in the last sentence.')
    await press(driver, 'Send the reply')
    await see(driver, text('They stand in the last sentence.'))
    expect(await driver.findElements(By.css('.marked textarea'))).toHaveLength(0)
    await as('marit.feld', 'Assignments')
    await driver.get(`${server.url}/marking/${one}/${TASK}/dinghies`)
    await see(driver, text('1 of 40'))
    await (await see(driver, By.css('[aria-label="Answer to the trainee"]'))).sendKeys('So they do.')
    await press(driver, 'Answer, once')
    await see(driver, text('So they do.'))
  })

  it('shows two markers their difference once both have marked, and settles it', async () => {
    const { driver } = browser
    const mark = async (first: string, second: string): Promise<void> => {
      await driver.get(`${server.url}/marking/${two}/${TASK}/dinghies`)
      await see(driver, text('1 of 1'))
      await keys(first, second, Key.ENTER)
      await see(driver, text(`Kept for ${sat[0]!.name}.`))
    }
    await mark('2', '2')
    await see(driver, text('one mark of two'))
    await as('asha.lindqvist', 'Assignments')
    await mark('4', '3')
    await see(driver, text('two marks differ'))
    await see(driver, text('gave Figures 3.00, Recommendation 2.00.'))
    // In between lies what they agree on; points can be typed, too.
    const figures = await see(driver, By.css('[aria-label="Points for Figures, of 4.00"]'))
    await figures.clear()
    await figures.sendKeys('1.75', Key.TAB)
    await press(driver, 'Settle it so')
    await see(driver, text('marked'))
    await driver.get(`${server.url}/marking`)
    await press(driver, 'Release 1 mark')
    await see(driver, text('1 mark was released.'))
    // 2.00 for the number, 1.75 and 1.00.
    expect(await sums(0, 1)).toEqual([4.75, 2])
  })

  it('lets a place in the text be remarked on, by keys', async () => {
    const { driver } = browser
    await driver.get(`${server.url}/marking/${two}/${TASK}/dinghies`)
    await press(driver, 'Select a place by keys')
    const field = await see(driver, By.css('textarea[aria-readonly]'))
    await field.sendKeys(Key.chord(Key.CONTROL, Key.HOME))
    await field.sendKeys(Key.chord(Key.SHIFT, Key.ARROW_RIGHT, Key.ARROW_RIGHT))
    await (await see(driver, By.css('[aria-label="Remark on what is selected"]'))).sendKeys('What does?', Key.ENTER)
    await press(driver, 'Show it with its remarks')
    const remarked = await see(driver, By.css('.remarked'))
    expect(await remarked.getText()).toBe('It')
  })
})

describe('marking by trainee', () => {
  it('goes from part to part of one, then to the next, by keyboard', async () => {
    const { driver } = browser
    const both = sat.slice(0, 2)
    const { people } = await trainer.as(choicesView, 'GET', '/api/assigning/choices')
    const body = { paperId: 'try-every-kind', people: people.slice(0, 2).map(({ id }) => id), settings: {} }
    const { id: third } = await trainer.as(given, 'POST', '/api/assigning', body)
    for (const { name, client } of both) {
      const { id } = await client.start(third)
      const answer = (part: string, said: unknown) => ({
        kind: 'op',
        taskId: 'try-writing',
        op: { type: 'answer', part, answer: said },
      })
      const words = `${name} says that what was done has to stay to be seen.`
      await client.events(id, answer('text', words), answer('speech', { words: `${name} opens at nine.` }))
      await client.submit(id)
    }
    await driver.get(`${server.url}/marking`)
    await (await see(driver, By.css(`[data-assignment="${third}"] details summary`))).click()
    expect(await violations(driver, ['day', 'graphite'])).toEqual([])
    await (await see(driver, link(both[0]!.name))).click()
    for (const [at, { name }] of both.entries()) {
      for (const said of ['has to stay', 'opens at nine']) {
        await see(
          driver,
          By.xpath(`//section[@aria-label="Answer of ${name}"]//*[contains(., "${name}") and contains(., "${said}")]`),
        )
        await driver.actions().sendKeys('1', Key.ENTER).perform()
        if (at === 0 && said === 'has to stay')
          await see(driver, By.xpath('//nav[@aria-label="Parts of this trainee"]//a[contains(., "marked")]'))
      }
    }
    await see(driver, text('Everything of this paper is marked.'))
    await driver.get(`${server.url}/marking`)
    await (await see(driver, By.css(`[data-assignment="${third}"] details summary`))).click()
    await see(
      driver,
      By.xpath(`//*[@data-assignment="${third}"]//li[contains(., "${both[1]!.name}") and contains(., "all marked")]`),
    )
  })
})
