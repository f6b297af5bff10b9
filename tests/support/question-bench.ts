import { afterAll, beforeAll } from 'vitest'
import { allSaved, stepIs, tabTo } from './bench'
import { openBrowser } from './browser'
import type { Browser } from './browser'
import { labelled, onQuestions } from './questions'
import { startServer } from './server'
import type { RunningServer } from './server'

/**
 * A server and a browser for a file of tests about questions, opened before its first test and closed after its last.
 * Both are there once the tests run.
 */
export function questionBench(options: { microphone?: boolean } = {}) {
  const open = {} as { server: RunningServer; browser: Browser }
  beforeAll(async () => {
    open.server = await startServer({ ANVIL_LOG: 'error' })
    open.browser = await openBrowser(options)
  })
  afterAll(async () => {
    await open.browser.close()
    await open.server.stop()
  })
  const acts = onQuestions(() => open.browser)
  return {
    open,
    ...acts,
    /** Goes by Tab to what has this label. */
    tabToLabel: (label: string, back = false) =>
      tabTo(open.browser.driver, label, `el.ariaLabel === ${JSON.stringify(label)}`, { back }),
    /** Checks a question once all is saved; where it passes, waits until it has. */
    async check(number: number, id: string, status = 'passed'): Promise<void> {
      await allSaved(open.browser.driver)
      await acts.click(labelled(`Check question ${number}`))
      if (status === 'passed') await stepIs(open.browser.driver, id, status)
    },
  }
}
