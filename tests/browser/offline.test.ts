import { beforeEach, describe, expect, it } from 'vitest'
import { allSaved, postEntry, startPaper, total } from '../support/bench'
import { By, offline, press, see, signIn, text } from '../support/browser'
import type { WebDriver } from '../support/browser'
import type { Written } from '../support/client'
import { logOf, sittingIdOf, wages } from '../support/log'
import type { RunningServer } from '../support/server'
import { serverAndBrowser } from '../support/session'
import { WAIT_MS } from '../support/waiting'

const at = serverAndBrowser({ fresh: true })
let server: RunningServer
let driver: WebDriver
beforeEach(() => {
  ;({ server, driver } = at)
})

const body = async (at: WebDriver = driver): Promise<string> => at.findElement(By.css('body')).getText()

const post = (entry: Written): Promise<void> => postEntry(driver, entry)

describe('without a connection', () => {
  it('past the longest pause between tries, and more than 40 operations: all there afterwards, in order, once', async () => {
    await signIn(driver, server.url, 'robin.tarn@sallowmere.test')
    await startPaper(driver, server.url, 'open-end')
    await allSaved(driver)
    const id = await sittingIdOf(driver)
    const before = (await logOf(server, id)).length
    const begun = Date.now()
    await offline(driver, true)
    for (let count = 1; count <= 20; count += 1) await post(wages(`No. ${count}`, `${count}.00`))
    await see(driver, text('waiting for the connection'))
    await new Promise(done => setTimeout(done, Math.max(0, 40_000 - (Date.now() - begun))))
    expect((await logOf(server, id)).length).toBe(before)
    await offline(driver, false)
    await allSaved(driver)
    const made = (await logOf(server, id)).slice(before)
    const ops = made.filter(({ kind }) => kind === 'op')
    expect(ops.length).toBeGreaterThanOrEqual(40)
    expect(made.every(({ status }) => status === 'accepted')).toBe(true)
    const posted = ops
      .map(({ payload }) => JSON.parse(payload) as { op: { type: string; entry?: { narration: string } } })
      .filter(({ op }) => op.type === 'entry.post')
      .map(({ op }) => op.entry?.narration)
    expect(posted).toEqual(Array.from({ length: 20 }, (_, index) => `No. ${index + 1}`))
    expect(made.map(row => row.client_at)).toEqual([...made.map(row => row.client_at)].sort())
  })

  it('time that runs out meanwhile: what was made in time counts when it comes within the grace period', async () => {
    await signIn(driver, server.url, 'wren.osier@sallowmere.test')
    await startPaper(driver, server.url, 'long-grace')
    await allSaved(driver)
    await offline(driver, true)
    await post(wages('Wages worked, not paid'))
    await driver.wait(
      async () => (await body()).includes('The server can’t be reached. Your work is kept on this device'),
      WAIT_MS,
      'never said that the time is up',
    )
    await offline(driver, false)
    await driver.wait(
      async () => (await driver.findElements(By.xpath('//h1[normalize-space()="The time is up"]'))).length > 0,
      WAIT_MS,
      'never ended',
    )
    await press(driver, 'See the result')
    expect(await total(driver)).toBe('4.00')
  })

  it('and what comes after the grace period is kept in the log but not scored', async () => {
    await signIn(driver, server.url, 'wren.osier@sallowmere.test')
    await startPaper(driver, server.url, 'short')
    await press(driver, 'Next task')
    await allSaved(driver)
    const id = await sittingIdOf(driver)
    await offline(driver, true)
    await post(wages('Wages worked, not paid'))
    await new Promise(done => setTimeout(done, 34_000))
    await offline(driver, false)
    await driver.wait(
      async () => (await driver.findElements(By.xpath('//h1[normalize-space()="The time is up"]'))).length > 0,
      WAIT_MS,
      'never ended',
    )
    expect((await logOf(server, id)).filter(({ status }) => status === 'late').length).toBeGreaterThan(0)
    await press(driver, 'See the result')
    expect(await total(driver)).toBe('0.00')
  })
})
