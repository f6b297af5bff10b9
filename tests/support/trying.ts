import { beforeAll, describe, expect, it } from 'vitest'
import { resultView } from '../../core/wire/result'
import type { QuestionsState } from '../../core/tools/questions/state'
import { allSaved, startPaper } from './bench'
import { Key, press, see, signIn } from './browser'
import { Client } from './client'
import { everyKind } from './every-kind'
import type { Gesture, KindTried } from './every-kind'
import { questionBench } from './question-bench'
import { labelled, question } from './questions'
import { WAIT_MS } from './waiting'

/** The tasks of “Try every kind” with the ids of their questions, in order. */
const TASKS = ['try-choosing', 'try-writing', 'try-arranging', 'try-drawing']

/**
 * Tests in which every kind of question is answered, changed, cleared and gone back to, and found again after a reload;
 * by pointer, until all of it is right, or by keyboard alone, until it is partly right or wrong. The server’s own work
 * is looked at each time.
 */
export function tryEveryKind(by: 'pointer' | 'keys'): void {
  const bench = questionBench({ microphone: true })
  const { open, click, says, keys, tabToLabel } = bench
  const kinds = everyKind(bench)
  let trainee: Client
  let sittingId: string

  beforeAll(async () => {
    const { driver } = open.browser
    trainee = await new Client(open.server.url).signIn('robin.tarn')
    await signIn(driver, open.server.url, 'robin.tarn@sallowmere.test')
    await startPaper(driver, open.server.url, 'try-kinds', question('one'), 'Begin')
    sittingId = /sittings\/([^/?]+)/.exec(await driver.getCurrentUrl())![1]!
  })

  /** What the server has as the answer. */
  async function answerTo({ task, id }: KindTried): Promise<unknown> {
    await allSaved(open.browser.driver)
    const { state } = await trainee.work(sittingId, task)
    return (state as QuestionsState).answers[id]
  }
  /** How far a question says that its answer is. */
  const statusOf = async (id: string): Promise<string> =>
    (await see(open.browser.driver, question(id, 'footer [role="status"]'))).getText()
  async function goes([act, answer]: Gesture, kind: KindTried): Promise<void> {
    await act()
    // What was typed or pulled is given on when the hands rest.
    await expect.poll(() => answerTo(kind), { timeout: WAIT_MS, interval: 150 }).toEqual(answer)
  }
  /** Clears the answer, or goes back from that. */
  async function act(label: string): Promise<void> {
    if (by === 'pointer') return click(labelled(label))
    // The buttons stand behind the answer, but the focus may be anywhere in it, or nowhere.
    await tabToLabel(label, await open.browser.driver.executeScript<boolean>(BEHIND, label))
    await keys(Key.ENTER)
  }

  describe.each(TASKS)(`each question of %s, by ${by === 'keys' ? 'keyboard alone' : 'pointer'}`, task => {
    beforeAll(async () => {
      const [first] = kinds.filter(kind => kind.task === task)
      if (task !== TASKS[0]) await press(open.browser.driver, 'Next task')
      await see(open.browser.driver, question(first!.id))
    })

    it.each(kinds.filter(kind => kind.task === task).map(kind => [kind.id, kind] as const))(
      '%s is answered, changed, cleared and gone back to',
      async (_, kind) => {
        const [first, second] = by === 'pointer' ? kind.pointer : kind.keys
        const [answered, cleared] = kind.says
        const number = kinds.filter(one => one.task === task).indexOf(kind) + 1
        await goes(first, kind)
        await goes(second, kind)
        await act(`Clear question ${number}`)
        await says(kind.id, cleared)
        expect(await answerTo(kind)).toBeUndefined()
        await act(`Undo in question ${number}`)
        if (by === 'pointer') await says(kind.id, answered)
        await expect.poll(() => answerTo(kind), { timeout: WAIT_MS }).toEqual(second[1])
      },
    )

    it('all are found again after a reload', async () => {
      const own = kinds.filter(one => one.task === task)
      const told = new Map<string, string>()
      for (const { id } of own) told.set(id, await statusOf(id))
      await open.browser.driver.navigate().refresh()
      for (const kind of own) {
        await expect.poll(() => statusOf(kind.id), { timeout: WAIT_MS }).toBe(told.get(kind.id))
        expect(await answerTo(kind)).toEqual((by === 'pointer' ? kind.pointer : kind.keys)[1][1])
      }
    })
  })

  it('is judged as it was answered', async () => {
    await trainee.submit(sittingId)
    const { tasks } = await trainee.as(resultView, 'GET', `/api/sittings/${sittingId}/result`)
    const steps = tasks.flatMap(({ steps }) => steps)
    for (const [at, kind] of kinds.entries()) {
      const earned = by === 'pointer' ? steps[at]!.outOf : kind.keys[2]
      // What a person marks waits.
      if (kind.keys[2] !== null) expect([kind.id, steps[at]!.points]).toEqual([kind.id, earned])
    }
  })
}

/** Whether a button stands before what has the focus. */
const BEHIND = `
  const button = document.querySelector('[aria-label="' + arguments[0] + '"]')
  return Boolean(button.compareDocumentPosition(document.activeElement) & Node.DOCUMENT_POSITION_FOLLOWING)`
