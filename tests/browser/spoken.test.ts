import { randomUUID } from 'node:crypto'
import { describe, expect, it } from 'vitest'
import { z } from 'zod'
import { partToMark } from '../../core/wire/marking'
import { recordingsView } from '../../core/wire/recordings'
import { allThemes, violations } from '../support/axe'
import { allSaved, handIn, startPaper, tabTo } from '../support/bench'
import { By, Key, see, signIn, text } from '../support/browser'
import { Client } from '../support/client'
import { questionBench } from '../support/question-bench'
import { labelled, question } from '../support/questions'
import { WAIT_MS } from '../support/waiting'

const { open, click, says, keys, tabToLabel } = questionBench({ microphone: true })
const PART = 'message'
const button = (label: string): Promise<void> =>
  tabTo(
    open.browser.driver,
    label,
    `el.textContent.trim() === ${JSON.stringify(label)} && el.closest('[data-question="${PART}"]')`,
    { most: 200 },
  )
const press1 = async (label: string): Promise<void> => {
  await button(label)
  await keys(Key.ENTER)
}
const runs = (label: string) =>
  see(open.browser.driver, By.xpath(`//*[@data-question="${PART}"]//button[.="${label}"]`))
/** Plays what is there for a moment, by the keyboard: how long it is, in seconds. */
async function played(): Promise<number> {
  const { driver } = open.browser
  const audio = await see(driver, By.css('audio'))
  await audio.sendKeys(Key.SPACE)
  const at = (): Promise<number> => driver.executeScript('return arguments[0].currentTime', audio)
  await driver.wait(async () => (await at()) > 0.3, WAIT_MS, 'never heard')
  await audio.sendKeys(Key.SPACE)
  return driver.executeScript('return arguments[0].duration', audio)
}

let [assignment, sittingId] = ['', '']
const robin = async () => new Client(open.server.url).signIn('robin.tarn')

describe('an answer that is spoken', () => {
  it('is recorded by keyboard, its level told, and heard', async () => {
    const { driver } = open.browser
    const trainer = await new Client(open.server.url).signIn('marit.feld')
    const give = { paperId: 'winter-plan', people: ['robin-tarn'], settings: {} }
    assignment = (await trainer.as(z.object({ id: z.string() }), 'POST', '/api/assigning', give)).id
    await signIn(driver, open.server.url, 'robin.tarn@sallowmere.test')
    await startPaper(driver, open.server.url, assignment, question(PART))
    sittingId = /sittings\/([^/?]+)/.exec(await driver.getCurrentUrl())![1]!
    await says(PART, 'nothing recorded yet')
    const pressedAt = Date.now()
    await press1('Record')
    await runs('Stop recording')
    await says(PART, 'heard well')
    await says(PART, 'a recording of ')
    await press1('Stop recording')
    await runs('Record again')
    const elapsed = (Date.now() - pressedAt) / 1000
    await says(PART, '2 left')
    const duration = await played()
    expect(duration).toBeGreaterThan(2)
    expect(duration).toBeLessThan(elapsed)
    expect(await violations(driver, allThemes)).toEqual([])
  })

  it('is deleted, gone back to, deleted again, and recorded anew', async () => {
    const { driver } = open.browser
    await click(labelled('Clear question 8'))
    await says(PART, 'nothing recorded yet')
    expect(await driver.findElements(By.css('audio'))).toEqual([])
    await tabToLabel('Undo in question 8')
    await keys(Key.ENTER)
    await says(PART, 'a recording of ')
    await click(labelled('Clear question 8'))
    await says(PART, 'nothing recorded yet')
    await (await see(driver, By.xpath(`//*[@data-question="${PART}"]//button[.="Record"]`))).click()
    // Two pieces at the least.
    await open.browser.driver.wait(
      async () =>
        /a recording of (0:0[4-9]|0:[1-5]\d|[1-9]:)/.test(await (await see(driver, question(PART))).getText()),
      WAIT_MS,
    )
  })

  it('survives a reload in the middle: what was said until then is there', async () => {
    const { driver } = open.browser
    await driver.navigate().refresh()
    await see(driver, question(PART))
    await says(PART, 'a recording of ')
    await says(PART, '1 left')
    await allSaved(driver)
    const duration = await played()
    expect(duration).toBeGreaterThanOrEqual(4)
    const { recordings } = await (await robin()).as(recordingsView, 'GET', `/api/sittings/${sittingId}/recordings`)
    expect(recordings).toHaveLength(2)
    expect(Math.abs(recordings[1]!.seconds - duration)).toBeLessThan(0.1)
  })

  it('is handed in with its sitting and heard by the marker; what was deleted is gone', async () => {
    const { driver } = open.browser
    const trainee = await robin()
    const path = `/api/sittings/${sittingId}/recordings`
    const [first, second] = (await trainee.as(recordingsView, 'GET', path)).recordings
    await handIn(driver)
    expect((await trainee.call('GET', `${path}/${first!.id}`)).status).toBe(404)
    const other = await new Client(open.server.url).signIn('wren.osier')
    expect((await other.call('GET', `${path}/${second!.id}`)).status).toBe(404)
    await driver.manage().deleteAllCookies()
    await signIn(driver, open.server.url, 'marit.feld@sallowmere.test', { lands: 'Assignments' })
    await driver.get(`${open.server.url}/marking/${assignment}/winter-store/${PART}`)
    await see(driver, text('1 of 1'))
    await see(driver, By.css('audio'))
    expect(await played()).toBeCloseTo(second!.seconds, 1)
    const trainer = await new Client(open.server.url).signIn('marit.feld')
    const part = await trainer.as(partToMark, 'GET', `/api/marking/${assignment}/winter-store/${PART}`)
    expect(part.answers.map(({ work }) => work?.answer)).toMatchObject([{ recording: second!.id }])
  })

  it('of which nothing has arrived is told as that to the marker', async () => {
    const { driver } = open.browser
    const trainer = await new Client(open.server.url).signIn('marit.feld')
    const give = { paperId: 'winter-plan', people: ['wren-osier'], settings: {} }
    const { id } = await trainer.as(z.object({ id: z.string() }), 'POST', '/api/assigning', give)
    const trainee = await new Client(open.server.url).signIn('wren.osier')
    const sitting = await trainee.start(id)
    const answer = { recording: randomUUID(), seconds: 9 }
    await trainee.events(sitting.id, { kind: 'op', taskId: 'winter-store', op: { type: 'answer', part: PART, answer } })
    await trainee.submit(sitting.id)
    await driver.get(`${open.server.url}/marking/${id}/winter-store/${PART}`)
    await see(driver, text('No sound of this recording has arrived.'))
    expect(await driver.findElements(By.css('audio'))).toEqual([])
  })
})
