import { describe, expect, it } from 'vitest'
import { violations } from '../support/axe'
import { allSaved, startPaper } from '../support/bench'
import { By, give, Key, press, see, signIn, text } from '../support/browser'
import { questionBench } from '../support/question-bench'
import { labelled, question } from '../support/questions'
import { WAIT_MS } from '../support/waiting'

const { open, click, says } = questionBench()

describe('a reading', () => {
  it('stays in sight beside its parts, scrolls by itself, says when there is more, and has a window of its own', async () => {
    const { driver } = open.browser
    await signIn(driver, open.server.url, 'robin.tarn@sallowmere.test')
    await startPaper(driver, open.server.url, 'winter-mock', question('boats'))
    const reading = await see(driver, By.css('[data-reading]'))
    const top = (): Promise<number> => driver.executeScript('return arguments[0].getBoundingClientRect().top', reading)
    await see(driver, text('More below'))
    const before = await top()
    await driver.executeScript('arguments[0].closest(".brief").scrollTop = 600', reading)
    expect(await top()).toBeGreaterThan(60)
    expect(await top()).toBeLessThanOrEqual(before)
    await driver.executeScript('arguments[0].scrollTop = arguments[0].scrollHeight', reading)
    await see(driver, text('End of the reading'))
    const link = await see(driver, By.xpath('//a[.="In a window of its own"]'))
    const own = await driver.getWindowHandle()
    await link.click()
    await driver.wait(async () => (await driver.getAllWindowHandles()).length === 2, WAIT_MS)
    const other = (await driver.getAllWindowHandles()).find(one => one !== own)!
    await driver.switchTo().window(other)
    await see(driver, By.xpath('//h1[.="The winter store"]'))
    expect(await violations(driver, ['day'])).toEqual([])
    await driver.close()
    await driver.switchTo().window(own)
  })

  it('has a figure that moves by keys, is played and stopped, and tells more of what has the focus', async () => {
    const { driver } = open.browser
    const figure = await see(driver, By.xpath('//figure[.//input[@type="range"]]'))
    const slider = await figure.findElement(By.css('input'))
    expect(await slider.getAttribute('aria-valuetext')).toMatch(/^6 p\.m\./)
    await slider.sendKeys(Key.ARROW_RIGHT)
    await driver.wait(async () => (await figure.getText()).includes('Freezing has reached the inside'), WAIT_MS)
    await (await figure.findElement(By.xpath('.//button[.="Play"]'))).click()
    await (await figure.findElement(By.xpath('.//button[.="Pause"]'))).click()
    await driver.wait(async () => (await figure.findElements(By.xpath('.//button[.="Play"]'))).length === 1, WAIT_MS)
    await driver.executeScript('document.querySelector("[data-reading] text[tabindex]").focus()')
    await see(driver, text('Eight boats last winter, three of them with frost'))
  })

  it('shows answers beside the parts that need them, as they were given', async () => {
    const { driver } = open.browser
    const field = await see(driver, question('boats', 'input'))
    await field.sendKeys('36')
    await says('income', '36')
    const needs = await see(driver, question('income', '[data-needs]'))
    expect(await needs.getText()).toMatch(/How many boats have room in the store\?.*36/)
    await press(driver, 'Undo')
  })
})

describe('text', () => {
  const underlaid = (): Promise<string[]> =>
    open.browser.driver.executeScript("return [...(CSS.highlights.get('marked') ?? [])].map(String)")
  const isUnderlaid = (...texts: string[]) =>
    open.browser.driver.wait(async () => JSON.stringify(await underlaid()) === JSON.stringify(texts), WAIT_MS)

  it('is marked where it is selected, or by its words; has a word of one’s own, is gone to, and taken off', async () => {
    const { driver } = open.browser
    await driver.executeScript(`
      const text = document.querySelector('[data-text="reading-1"]').firstChild
      const at = text.data.indexOf('A lane of 4 m')
      getSelection().setBaseAndExtent(text, at, text, at + 13)`)
    await press(driver, 'Mark this text')
    await isUnderlaid('A lane of 4 m')
    await click(By.css('.marked summary'))
    await give(driver, labelled('Words to mark'), `how many boats${Key.ENTER}`)
    await isUnderlaid('A lane of 4 m', 'How many boats')
    await give(driver, labelled('Your word at “A lane of 4 m”'), `stays free${Key.TAB}`)
    await allSaved(driver)
    await driver.navigate().refresh()
    await see(driver, question('boats'))
    await isUnderlaid('A lane of 4 m', 'How many boats')
    await click(By.css('.marked summary'))
    const word = await see(driver, labelled('Your word at “A lane of 4 m”'))
    expect(await word.getAttribute('value')).toBe('stays free')
    await driver.executeScript('document.querySelector("[data-reading]").scrollTop = 900')
    await click(labelled('Go to it: “A lane of 4 m”'))
    await driver.wait(
      async () => (await driver.executeScript('return document.querySelector("[data-reading]").scrollTop')) === 0,
      WAIT_MS,
    )
    await click(labelled('Take the mark off “A lane of 4 m”'))
    await isUnderlaid('How many boats')
    await give(driver, labelled('Words to mark'), `nowhere to be found${Key.ENTER}`)
    await see(driver, text('These words stand in no text of this task.'))
    expect(await violations(driver, ['day', 'graphite'])).toEqual([])
  })
})

describe('aids in the tray', () => {
  const valueOf = async (id: string, field: string): Promise<string | null> =>
    (await see(open.browser.driver, question(id, field))).getAttribute('value')

  it('work a sum out, and put it into the answer in hand: with its working into a text', async () => {
    const { driver } = open.browser
    await press(driver, 'Tray')
    await (await see(driver, By.id('sum'))).sendKeys('1 ÷ 3 + √(1 ÷ 36)', Key.ENTER)
    await see(driver, By.xpath('//li/span[.="0.5"]'))
    await give(driver, By.id('sum'), `${Key.chord(Key.CONTROL, 'a')}(480 − 96) ÷ 28 × 3 ÷ 4`)
    await driver.actions().sendKeys(Key.ENTER).perform()
    await see(driver, text('10.28571429 = 10 2/7'))
    await click(question('boats', 'input'))
    await press(driver, 'Put the last into the answer')
    expect(await valueOf('boats', 'input')).toBe('10.28571429')
    await says('boats', 'typed')
    await (await see(driver, question('dinghies', 'textarea'))).sendKeys('Room: ')
    await press(driver, 'Put the last into the answer')
    expect(await valueOf('dinghies', 'textarea')).toBe('Room: (480 − 96) ÷ 28 × 3 ÷ 4 = 10.28571429')
    await says('dinghies', '7 words')
  })

  it('reckon with money over time, and say where nothing fits', async () => {
    const { driver } = open.browser
    const field = (label: string): By => labelled(`${label}: what is typed or worked out`)
    await give(driver, field('Periods'), '60')
    await give(driver, field('Rate for a period, %'), '0.5')
    await give(driver, field('At first, £'), '6000')
    await press(driver, 'Find the marked one')
    await see(driver, text('-116.00'))
    await click(By.id('want-periods'))
    await give(driver, field('In each period, £'), `${Key.chord(Key.CONTROL, 'a')}-10`)
    await press(driver, 'Find the marked one')
    await see(driver, text('Nothing fits what was typed.'))
  })

  it('have reference papers that are searched', async () => {
    const { driver } = open.browser
    await click(By.css('.reference summary'))
    const search = await see(driver, By.css('.reference input'))
    await search.sendKeys('crane')
    await see(driver, text('1 part has this'))
    const paper = await (await see(driver, By.css('.reference'))).getText()
    expect(paper).toContain('Lifting')
    expect(paper).not.toContain('Frost')
    expect(await violations(driver, ['day', 'graphite'])).toEqual([])
  })
})

it('whoever hasn’t tried every kind of question is shown the way to it, until they have', async () => {
  const { driver } = open.browser
  await driver.manage().deleteAllCookies()
  await signIn(driver, open.server.url, 'wren.osier@sallowmere.test')
  await (await see(driver, By.css('[data-untried] a'))).click()
  await press(driver, 'Begin')
  await see(driver, question('one'))
  await driver.get(`${open.server.url}/`)
  await see(driver, By.css('li.line'))
  expect(await driver.findElements(By.css('[data-untried]'))).toEqual([])
})
