import type { Driver as ChromeDriver } from 'selenium-webdriver/chrome'
import { By, Key, openBrowser, press, see } from '../support/browser'
import type { WebDriver } from '../support/browser'
import { startServer } from '../support/server'

/** A slow line: 1.6 Mbit/s down, 0.75 up, 150 ms there and back. */
const LINE = { offline: false, latency: 150, downloadThroughput: 1_600_000 / 8, uploadThroughput: 750_000 / 8 }

interface Visit {
  what: string
  seconds: number
  kilobytes: number
  requests: number
  target: string
}

/** Counts what comes over the wire, headers and all, until it is asked; from then on anew. */
export async function wire(driver: WebDriver): Promise<{ since(): Promise<{ kilobytes: number; requests: number }> }> {
  const chrome = driver as ChromeDriver
  await chrome.sendDevToolsCommand('Network.enable', {})
  await chrome.sendDevToolsCommand('Network.emulateNetworkConditions', LINE)
  let seen = { bytes: 0, requests: 0 }
  return {
    async since() {
      const entries: { requestId: string; bytes: number; cached: boolean }[] = await readLog(driver)
      const all = entries.filter(({ cached }) => !cached)
      const now = { bytes: all.reduce((sum, { bytes }) => sum + bytes, 0), requests: all.length }
      const news = { kilobytes: (now.bytes - seen.bytes) / 1000, requests: now.requests - seen.requests }
      seen = now
      return news
    },
  }
}

const finished = new WeakMap<WebDriver, Map<string, { requestId: string; bytes: number; cached: boolean }>>()

/** The browser's own log of its network, gathered over all looks at it. */
async function readLog(driver: WebDriver): Promise<{ requestId: string; bytes: number; cached: boolean }[]> {
  const known = finished.get(driver) ?? new Map<string, { requestId: string; bytes: number; cached: boolean }>()
  finished.set(driver, known)
  for (const { message } of await driver.manage().logs().get('performance')) {
    const { method, params } = (
      JSON.parse(message) as {
        message: {
          method: string
          params: { requestId: string; encodedDataLength?: number; request?: { url: string } }
        }
      }
    ).message
    if (method === 'Network.requestWillBeSent' && params.request?.url.startsWith('http')) {
      known.set(params.requestId, { requestId: params.requestId, bytes: 0, cached: false })
    }
    const one = known.get(params.requestId)
    if (!one) continue
    if (method === 'Network.requestServedFromCache') one.cached = true
    if (method === 'Network.dataReceived') one.bytes += params.encodedDataLength ?? 0
    if (method === 'Network.loadingFinished') one.bytes = Math.max(one.bytes, params.encodedDataLength ?? 0)
  }
  return [...known.values()]
}

async function visit(
  what: string,
  target: string,
  count: () => Promise<{ kilobytes: number; requests: number }>,
  go: () => Promise<void>,
): Promise<Visit> {
  const begun = performance.now()
  await go()
  const seconds = (performance.now() - begun) / 1000
  return { what, target, seconds, ...(await count()) }
}

/** The first visit of a trainee on a slow line, three times with an empty cache: medians. */
export async function benchLine(): Promise<void> {
  console.log('\nThe first visit, on a line of 1.6 Mbit/s down, 0.75 up, 150 ms')
  const server = await startServer({ ANVIL_CONTENT: 'content' })
  try {
    const runs: Visit[][] = []
    for (const person of ['isla.quay', 'devrim.aksu', 'noor.halden']) runs.push(await firstVisit(server.url, person))
    for (const [place, { what, target }] of runs[0]!.entries()) {
      const middle = (name: 'seconds' | 'kilobytes' | 'requests'): number =>
        runs.map(run => run[place]![name]).sort((a, b) => a - b)[1]!
      console.log(
        `${what.padEnd(46)} ${middle('seconds').toFixed(2).padStart(5)} s ` +
          `${middle('kilobytes').toFixed(0).padStart(5)} kB ` +
          `${String(middle('requests')).padStart(3)} requests   target ${target}`,
      )
    }
  } finally {
    await server.stop()
  }
}

async function firstVisit(url: string, name: string): Promise<Visit[]> {
  const { driver, close } = await openBrowser({ networkLog: true })
  try {
    await driver.get('about:blank')
    const { since } = await wire(driver)
    const visits: Visit[] = []
    const run = async (what: string, target: string, go: () => Promise<void>): Promise<void> => {
      visits.push(await visit(what, target, since, go))
    }
    await run('sign-in, ready to type', '2.5 s, 250 kB, 40 requests', async () => {
      await driver.get(`${url}/sign-in`)
      await (await see(driver, By.id('email'))).sendKeys(name.slice(0, 1))
    })
    await (await see(driver, By.id('email'))).sendKeys(`${name.slice(1)}@sallowmere.test`)
    await (await see(driver, By.id('password'))).sendKeys('slipway-64')
    await run('signed in to My work', '1.5 s, 40 requests', async () => {
      await (await see(driver, By.id('password'))).sendKeys(Key.ENTER)
      await see(driver, By.css('li.line'))
    })
    await driver.sleep(1500)
    await run('(what came after by itself)', '', async () => undefined)
    await run('cover of a paper', '', async () => {
      await (await see(driver, By.css('a[href="/assignments/week-end"]'))).click()
      await see(driver, By.xpath('//button[normalize-space()="Start the clock"]'))
    })
    await run('cover to a bench that takes a keystroke', '2.5 s, 350 kB, 40 requests', async () => {
      await press(driver, 'Start the clock')
      await (await see(driver, By.id('entry-date'))).sendKeys('3')
    })
    await run('sign-in once more, from the cache', '1 s', async () => {
      await driver.manage().deleteAllCookies()
      await driver.get(`${url}/sign-in`)
      await (await see(driver, By.id('email'))).sendKeys('x')
    })
    return visits
  } finally {
    await close()
  }
}
