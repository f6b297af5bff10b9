import { afterAll, afterEach, beforeAll, beforeEach } from 'vitest'
import { openBrowser } from './browser'
import type { Browser, WebDriver } from './browser'
import { startServer } from './server'
import type { RunningServer } from './server'

/** One server for all tests of a file, and one browser for all of them, or a fresh one for each. */
export function serverAndBrowser({ fresh = false } = {}): {
  readonly server: RunningServer
  readonly driver: WebDriver
} {
  let server: RunningServer
  let browser: Browser
  beforeAll(async () => {
    server = await startServer()
  })
  const [open, close] = fresh ? [beforeEach, afterEach] : [beforeAll, afterAll]
  open(async () => {
    browser = await openBrowser()
  })
  close(() => browser.close())
  afterAll(() => server.stop())
  return {
    get server() {
      return server
    },
    get driver() {
      return browser.driver
    },
  }
}
