import { afterAll, beforeAll } from 'vitest'
import { openBrowser } from './browser'
import type { Browser, WebDriver } from './browser'
import { startServer } from './server'
import type { RunningServer } from './server'

/** One server and one browser for all tests of a file, opened before them and closed after them. */
export function serverAndBrowser(): { readonly server: RunningServer, readonly driver: WebDriver } {
  let server: RunningServer
  let browser: Browser
  beforeAll(async () => {
    server = await startServer()
    browser = await openBrowser()
  })
  afterAll(async () => {
    await browser.close()
    await server.stop()
  })
  return {
    get server() {
      return server
    },
    get driver() {
      return browser.driver
    },
  }
}
