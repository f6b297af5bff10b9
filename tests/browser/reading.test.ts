import type { Driver } from 'selenium-webdriver/chrome'
import { beforeAll, describe, expect, it } from 'vitest'
import { looks } from '../../core/people/looks'
import { allThemes, violations } from '../support/axe'
import { startPaper } from '../support/bench'
import { By, Key, press, see, signIn, text } from '../support/browser'
import { Client } from '../support/client'
import { handsOn } from '../support/every-kind/hands'
import { questionBench } from '../support/question-bench'
import { question } from '../support/questions'
import { WAIT_MS } from '../support/waiting'

const bench = questionBench()
const { open, click, keys, tabToLabel } = bench
const { pull } = handsOn(bench)

/** A voice in place of those that this browser lacks: it says a word every `pace` milliseconds. */
const VOICE = `
  const voice = { lang: 'en-GB', name: 'A voice' }
  let timers = []
  const fake = {
    spoken: [],
    pace: 2000,
    getVoices: () => [voice],
    addEventListener() {},
    cancel() { timers.forEach(clearTimeout); timers = [] },
    speak(said) {
      fake.spoken.push({ text: said.text, rate: said.rate })
      const words = [...said.text.matchAll(/\\S+/g)]
      words.forEach((word, at) => timers.push(setTimeout(
        () => said.onboundary?.({ name: 'word', charIndex: word.index, charLength: word[0].length }), fake.pace * (at + 1))))
      timers.push(setTimeout(() => said.onend?.(), fake.pace * (words.length + 1)))
    },
  }
  Object.defineProperty(window, 'speechSynthesis', { value: fake })
  window.SpeechSynthesisUtterance = class { constructor(text) { this.text = text } }`
const spoken = (): Promise<{ text: string; rate: number }[]> =>
  open.browser.driver.executeScript('return window.speechSynthesis.spoken')
const wordNow = (): Promise<string> =>
  open.browser.driver.executeScript("return [...(CSS.highlights.get('spoken') ?? [])].map(String).join()")
const fontSize = (): Promise<string> =>
  open.browser.driver.executeScript('return getComputedStyle(document.documentElement).fontSize')
const choose = (label: string) => click(By.xpath(`//*[@role="dialog"]//label[contains(., "${label}")]/input`))

beforeAll(async () => {
  const { driver } = open.browser
  // The browser that tests open is Chromium.
  await (driver as unknown as Driver).sendDevToolsCommand('Page.addScriptToEvaluateOnNewDocument', { source: VOICE })
  await signIn(driver, open.server.url, 'robin.tarn@sallowmere.test')
})

describe('how pages look', () => {
  it('is chosen by whoever is signed in, and theirs on every device', async () => {
    const { driver } = open.browser
    await press(driver, 'Robin Tarn')
    await click(text('Look…'))
    await choose('Largest')
    await choose('Widest')
    await choose('Warm paper')
    expect(await violations(driver, allThemes)).toEqual([])
    await press(driver, 'Done')
    expect(await fontSize()).toBe('20px')
    const client = await new Client(open.server.url).signIn('robin.tarn')
    await expect
      .poll(async () => client.as(looks, 'GET', '/api/me/looks'), { timeout: WAIT_MS })
      .toMatchObject({ textSize: 'largest', lineSpacing: 'widest', theme: 'warm' })
    // Another device has kept nothing of it.
    await driver.executeScript('localStorage.clear()')
    await driver.navigate().refresh()
    await expect.poll(fontSize, { timeout: WAIT_MS }).toBe('20px')
    expect(await driver.executeScript('return document.documentElement.dataset.theme')).toBe('warm')
    await press(driver, 'Robin Tarn')
    await click(text('Look…'))
    for (const label of ['Day', 'Usual']) await choose(label)
    await press(driver, 'Done')
  })
})

describe('a voice', () => {
  it('reads brief, reading and questions, the word that is said underlaid; is paused, and goes on there', async () => {
    const { driver } = open.browser
    await startPaper(driver, open.server.url, 'winter-mock', question('boats'), 'Start the clock')
    await press(driver, 'Read aloud')
    await see(driver, text('Text 1 of'))
    await expect.poll(wordNow, { timeout: WAIT_MS }).toBe('office')
    await press(driver, 'Pause')
    await see(driver, text('Pause in text 1 of'))
    expect(await wordNow()).toBe('')
    await press(driver, 'Go on')
    const [first, second] = await spoken()
    expect(first!.text).toMatch(/^The office asks/)
    // It begins at the word at which it stopped, or at one after that.
    expect(first!.text.endsWith(second!.text) && second!.text.length < first!.text.length).toBe(true)
  })

  it('is made faster and slower, which is kept, and reads from the text that is pressed', async () => {
    const { driver } = open.browser
    // It stays at each text from now on, however long the machine takes to look.
    await driver.executeScript('window.speechSynthesis.pace = 600_000')
    await press(driver, 'Faster')
    await expect.poll(async () => (await spoken()).at(-1)?.rate, { timeout: WAIT_MS }).toBe(1.25)
    await click(question('left', 'h3 [data-text]'))
    await expect
      .poll(async () => (await spoken()).at(-1)?.text, { timeout: WAIT_MS })
      .toBe('How much is left to the yard?')
    await press(driver, 'Text before')
    await expect
      .poll(async () => (await spoken()).at(-1)?.text, { timeout: WAIT_MS })
      .toMatch(/^And what does it cost the yard/)
    await press(driver, 'Stop reading')
    await see(driver, By.xpath('//button[normalize-space()="Read aloud"]'))
    const client = await new Client(open.server.url).signIn('robin.tarn')
    await expect.poll(async () => (await client.as(looks, 'GET', '/api/me/looks')).speed, { timeout: WAIT_MS }).toBe(1.25)
  })
})

describe('a drawing', () => {
  const reads = (words: string) =>
    open.browser.driver.wait(
      async () => (await (await see(open.browser.driver, By.css('[data-reading-off]'))).getText()) === words,
      WAIT_MS,
      `reads ${words}`,
    )

  it('is measured with a ruler, by keys and by pointer, and with a protractor', async () => {
    const { driver } = open.browser
    await press(driver, 'Ruler')
    await reads('12.5 m long, 0° from level')
    await tabToLabel('End of the ruler: arrow keys move it, with Shift in small steps')
    await keys(Key.ARROW_RIGHT, Key.ARROW_RIGHT)
    await reads('14.5 m long, 0° from level')
    await driver.actions().keyDown(Key.SHIFT).sendKeys(Key.ARROW_LEFT).keyUp(Key.SHIFT).perform()
    await reads('14.4 m long, 0° from level')
    // The ruler’s end, at 321.5 and 125 of 480 by 250, is pulled to where it stands upright above its beginning.
    const over = By.css('svg[aria-label="Ruler"]')
    await pull(over, [321.5 / 480, 0.5], [177.5 / 480, 25 / 250])
    await driver.wait(
      async () =>
        /^(9\.[89]|10\.[012]) m long, (89|90|91)° from level$/.test(
          await (await see(driver, By.css('[data-reading-off]'))).getText(),
        ),
      WAIT_MS,
    )
    await press(driver, 'Protractor')
    await reads('90° between the arms')
    expect(await violations(driver, ['day', 'contrast'])).toEqual([])
  })

  it('is enlarged, and says where it isn’t to scale', async () => {
    const { driver } = open.browser
    const wide = (): Promise<number> =>
      driver.executeScript('return document.querySelector("[data-reading] svg.picture").getBoundingClientRect().width')
    const before = await wide()
    await press(driver, 'Enlarge')
    expect(await wide()).toBeGreaterThan(1.4 * before)
    await press(driver, 'Make smaller')
    expect(Math.round(await wide())).toBe(Math.round(before))
    await startPaper(driver, open.server.url, 'try-kinds', question('one'), 'Begin')
    for (const next of ['term', 'order', 'places']) {
      await press(driver, 'Next task')
      await see(driver, question(next))
    }
    await see(driver, text('Not to scale.'))
  })
})

describe('aids of a person', () => {
  it('are set up for them, and hold whatever a section says', async () => {
    const { driver } = open.browser
    await driver.manage().deleteAllCookies()
    await signIn(driver, open.server.url, 'marit.feld@sallowmere.test', { lands: 'Assignments' })
    await driver.get(`${open.server.url}/adjustments`)
    await (await see(driver, By.css('input[type="search"]'))).sendKeys('Wren')
    await press(driver, 'Change the adjustments of Wren Osier')
    for (const [aid, wanted] of [
      ['read aloud', 'never'],
      ['calculator', 'never'],
      ['blocks of addresses', 'always'],
    ] as const)
      await click(By.xpath(`//label[span="${aid}"]/select/option[.="${wanted}"]`))
    await (await see(driver, By.id('reason'))).sendKeys('Agreed with the centre')
    expect(await violations(driver, ['day', 'graphite'])).toEqual([])
    await press(driver, 'Keep')
    await see(driver, text('never with read aloud, never with calculator, always with blocks of addresses'))
    await driver.manage().deleteAllCookies()
    await signIn(driver, open.server.url, 'wren.osier@sallowmere.test')
    await startPaper(driver, open.server.url, 'try-kinds', question('one'), 'Begin')
    expect(await driver.findElements(By.xpath('//button[normalize-space()="Read aloud"]'))).toEqual([])
    await press(driver, 'Tray')
    await see(driver, By.xpath('//h3[.="Blocks of addresses"]'))
    expect(await driver.findElements(By.xpath('//h3[.="Calculator"]'))).toEqual([])
  })
})
