import { delimiter, resolve } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { z } from 'zod'
import { By, openBrowser, press, see, signIn, text } from '../support/browser'
import type { Browser } from '../support/browser'
import { allSaved, stepIs } from '../support/bench'
import { Client } from '../support/client'
import { startServer } from '../support/server'
import type { RunningServer } from '../support/server'
import { contentWithTools } from '../support/with-tools'
import { WAIT_MS } from '../support/waiting'

let server: RunningServer
let browser: Browser
const ids: Record<string, string> = {}
beforeAll(async () => {
  const content = ['content', 'tests/fixtures', await contentWithTools(2)].map(path => resolve(path)).join(delimiter)
  server = await startServer({ ANVIL_CONTENT: content })
  const trainer = await new Client(server.url).signIn('marit.feld')
  for (const paperId of ['quay', 'large-work']) {
    const given = { paperId, people: ['isla-quay'], settings: {} }
    ids[paperId] = (await trainer.as(z.object({ id: z.string() }), 'POST', '/api/assigning', given)).id
  }
  browser = await openBrowser()
  await signIn(browser.driver, server.url, 'isla.quay@sallowmere.test')
})
afterAll(async () => {
  await browser.close()
  await server.stop()
})

/** The scripts that the page has loaded so far, read for what only one tool's code says. */
async function loadedCode(words: string): Promise<boolean> {
  return browser.driver.executeAsyncScript(
    `const done = arguments[1]
     const own = performance.getEntriesByType('resource').map(one => one.name).filter(name => name.endsWith('.js'))
     Promise.all(own.map(url => fetch(url).then(one => one.text())))
       .then(all => done(all.some(code => code.includes(arguments[0]))))`,
    words,
  )
}

describe('a tool that is a folder and two lines', () => {
  it('is loaded when a task of it opens and not before; its steps are taken in any order', async () => {
    const { driver } = browser
    await driver.get(`${server.url}/assignments/${ids.quay}`)
    await see(driver, text('there is no clock'))
    expect(await loadedCode('Nobody asked to count')).toBe(false)
    await press(driver, 'Begin')
    await see(driver, By.css('[data-count="warp"]'))
    expect(await loadedCode('Nobody asked to count')).toBe(true)
    expect(await loadedCode('takes no postings')).toBe(false)
    expect(await driver.findElements(By.css('.rail'))).toEqual([])
    await see(driver, text('no clock'))
    for (let presses = 0; presses < 2; presses += 1) await press(driver, 'One more warp')
    await (await see(driver, By.css('[data-step="warps"] button.line'))).click()
    await press(driver, 'Check this step')
    await stepIs(driver, 'warps', 'passed')
    await press(driver, 'Hint (2 to ask for, takes 0.25 points off)')
    await see(driver, text('There are more than two.'))
    await (await see(driver, By.css('[data-step="why"] button.line'))).click()
    await press(driver, 'Hand over for marking')
    await stepIs(driver, 'why', 'awaiting-marker')
    await allSaved(driver)
  })
})

describe('a heavy tool', () => {
  const value = async (cell: number): Promise<string> =>
    (await see(browser.driver, By.css(`[data-cell="${cell}"]`))).getText()
  const write = async (cell: number, to: number): Promise<void> => {
    const { driver } = browser
    for (const [id, typed] of [
      ['cell', cell],
      ['value', to],
    ] as const) {
      const field = await see(driver, By.id(id))
      await field.clear()
      await field.sendKeys(String(typed))
    }
    await press(driver, 'Write')
    await driver.wait(async () => (await value(cell)) === String(to), WAIT_MS, `cell ${cell} never was ${to}`)
  }

  it('works in a worker, shows a window of its work, and is judged', async () => {
    const { driver } = browser
    await driver.get(`${server.url}/assignments/${ids['large-work']}`)
    await press(driver, 'Start the clock')
    await see(driver, By.css('[data-cell="0"]'))
    await write(3, 7)
    await press(driver, 'Check this step')
    await stepIs(driver, 'write', 'passed')
    await allSaved(driver)
  })

  it('a device that has the work wrong finds out by the next answer, fetches it and goes on', async () => {
    const { driver } = browser
    await press(driver, 'Next task')
    await see(driver, By.css('[data-cell="0"]'))
    await write(1, 11)
    await allSaved(driver)
    // Somebody else works on the same sitting by the calls alone, behind this page's back.
    const other = await new Client(server.url).signIn('isla.quay')
    const id = (await driver.getCurrentUrl()).split('/').at(-1)!
    const { seat } = await other.sitting(id)
    const behind = { id: 'behind', kind: 'op', taskId: 'cells-2', op: { type: 'write', cell: 2, value: 22 } }
    expect((await other.call('POST', `/api/sittings/${id}/events`, { events: [behind], seat })).status).toBe(200)
    expect(await value(2)).not.toBe('22')
    await write(1, 12)
    await driver.wait(async () => (await value(2)) === '22', WAIT_MS, 'never healed')
    expect(await value(1)).toBe('12')
    await allSaved(driver)
  })
})
