import { afterAll, beforeAll } from 'vitest'
import { openBrowser } from './browser'
import type { Browser } from './browser'
import { onQuestions } from './questions'
import { startServer } from './server'
import type { RunningServer } from './server'

/**
 * A server and a browser for a file of tests about questions, opened before its first test and closed after its last.
 * Both are there once the tests run.
 */
export function questionBench() {
  const open = {} as { server: RunningServer; browser: Browser }
  beforeAll(async () => {
    open.server = await startServer({ ANVIL_LOG: 'error' })
    open.browser = await openBrowser()
  })
  afterAll(async () => {
    await open.browser.close()
    await open.server.stop()
  })
  return { open, ...onQuestions(() => open.browser) }
}
