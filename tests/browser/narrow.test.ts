import type { Driver as ChromeDriver } from 'selenium-webdriver/chrome'
import { describe, expect, it } from 'vitest'
import { kindIds } from '../../core/tools/questions/kinds'
import { questionsSetup } from '../../core/tools/questions/state'
import { readContent } from '../../server/content/read'
import { startPaper } from '../support/bench'
import { By, see, signIn } from '../support/browser'
import { questionBench } from '../support/question-bench'
import { question } from '../support/questions'

const { open } = questionBench()

/**
 * What doesn't fit: whatever reaches beyond the page or its own question, and text that is cut off. What scrolls by
 * itself is reached by scrolling; drawings are as wide as they have room.
 */
const LOST = `
  const scrolls = el => ['auto', 'scroll'].includes(getComputedStyle(el).overflowX)
  const above = (el, end) => {
    const all = []
    for (let up = el.parentElement; up && up !== end; up = up.parentElement) all.push(up)
    return all
  }
  const spoken = el => getComputedStyle(el).position === 'absolute' && el.getBoundingClientRect().width < 3
  const lost = []
  for (const one of document.querySelectorAll('[data-question]')) {
    const { right } = one.getBoundingClientRect()
    for (const el of one.querySelectorAll('*')) {
      if (el.closest('svg') || spoken(el) || above(el, one).some(up => scrolls(up) || spoken(up))) continue
      const beyond = el.getBoundingClientRect().right - right
      if (beyond > 1) lost.push(one.dataset.question + ': ' + el.tagName + ' ' + Math.round(beyond) + ' px beyond')
      const { overflowX } = getComputedStyle(el)
      if (['hidden', 'clip'].includes(overflowX) && el.clientWidth > 4 && el.scrollWidth > el.clientWidth + 2)
        lost.push(one.dataset.question + ': ' + el.tagName + ' cut off')
    }
  }
  const page = document.documentElement.scrollWidth
  if (page > innerWidth) lost.push('the page is ' + page + ' px wide')
  return lost`

describe('on a page of 320 px, with letters of 200 %', () => {
  it('nothing of any kind of question is lost', async () => {
    const { driver } = open.browser
    await signIn(driver, open.server.url, 'robin.tarn@sallowmere.test')
    await startPaper(driver, open.server.url, 'try-kinds', question('one'), 'Begin')
    const size = { width: 320, height: 800, deviceScaleFactor: 1, mobile: false }
    await (driver as ChromeDriver).sendDevToolsCommand('Emulation.setDeviceMetricsOverride', size)
    await driver.executeScript('document.documentElement.style.fontSize = "200%"')
    const { papers } = await readContent(['content'])
    const tasks = papers.find(({ id }) => id === 'try-every-kind')!.sections.flatMap(section => section.tasks)
    const seen = new Set<string>()
    for (const [at, task] of tasks.entries()) {
      const { parts } = questionsSetup.parse(task.setup)
      for (const { id, kind } of parts) {
        // What draws it has come once something stands between the question and its foot.
        await see(driver, question(id, '> h3 + :not(footer)'))
        seen.add(kind)
      }
      expect(await driver.executeScript(LOST), task.id).toEqual([])
      if (at + 1 === tasks.length) break
      const next = await driver.findElement(By.xpath('//button[normalize-space()="Next task"]'))
      await driver.executeScript('arguments[0].click()', next)
    }
    expect([...seen].sort()).toEqual([...kindIds].sort())
  })
})
