import { build } from 'esbuild'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { violations } from '../support/axe'
import { allSaved, handIn, startPaper, stepIs, total } from '../support/bench'
import { digestOfRun } from '../support/network-run'
import { By, Key, openBrowser, press, see, signIn, text } from '../support/browser'
import type { Browser } from '../support/browser'
import { startServer } from '../support/server'
import type { RunningServer } from '../support/server'
import { WAIT_MS } from '../support/waiting'

let server: RunningServer
let browser: Browser
beforeAll(async () => {
  server = await startServer({ ANVIL_LOG: 'error' })
  browser = await openBrowser()
})
afterAll(async () => {
  await browser.close()
  await server.stop()
})

const keys = async (...pressed: string[]): Promise<void> => {
  for (const key of pressed) await browser.driver.actions().sendKeys(key).perform()
}
const device = (name: string): By => By.css(`[data-device="${name}"]`)
const field = (label: string): By =>
  By.xpath(`//label[span[normalize-space()='${label}']]//*[self::input or self::select]`)
/** What the console has printed, as it is read out. */
const console = (words: string) =>
  browser.driver.wait(
    async () =>
      (await (await see(browser.driver, By.css('.console .spoken'))).getAttribute('textContent'))?.includes(words),
    WAIT_MS,
    `the console: ${words}`,
  )

const open = async (name: string): Promise<void> => {
  await (await see(browser.driver, device(name))).click()
  await see(browser.driver, By.xpath(`//h3[normalize-space()='${name}']`))
}
/** Presses a button of the device that is open, in a part of its panel. */
async function pick(part: 'groups' | 'table', name: string): Promise<void> {
  const within = part === 'table' ? 'table' : `div[contains(@class, 'groups')]`
  const found = By.xpath(`//aside[contains(@class, 'device')]//${within}//button[normalize-space()='${name}']`)
  await (await see(browser.driver, found)).click()
}
/** Plugs a cable into the port that is chosen, to another. */
async function joinBy(to: string, port = 'p1'): Promise<void> {
  const join = await see(browser.driver, By.css(`select[aria-label="Join ${port} to"]`))
  await join.click()
  await join.sendKeys(to, Key.ENTER)
  await press(browser.driver, 'Plug in')
}
/** Goes on to the task of this title. */
async function goTo(title: string): Promise<void> {
  const here = By.xpath(`//h2[normalize-space()='${title}'] | //h1[normalize-space()='${title}']`)
  for (let steps = 0; steps < 15; steps += 1) {
    if ((await browser.driver.findElements(here)).length > 0) return
    await press(browser.driver, 'Next task')
    await browser.driver.sleep(300)
  }
  throw new Error(`There is no task ${title}.`)
}
/** Types a line into the console that is open. */
async function enter(line: string): Promise<void> {
  await (await see(browser.driver, By.css('[data-console]'))).click()
  await keys(line, Key.ENTER)
}
/** Writes one more into a list: what names it, and its value. */
async function addTo(what: string, names: Readonly<Record<string, string>>, value: string): Promise<void> {
  const write = async (label: string, words: string): Promise<void> => {
    const input = await see(browser.driver, By.css(`[aria-label="${label}"]`))
    await input.clear()
    await input.sendKeys(words)
  }
  for (const [place, name] of Object.entries(names)) await write(`New ${what}: ${place}`, name)
  await write(`New ${what}`, value)
  await keys(Key.ENTER)
}
const addRoute = (to: string, by: string) => addTo('next hop', { prefix: to }, by)

async function fill(label: string, value: string): Promise<void> {
  const input = await see(browser.driver, field(label))
  await input.click()
  await browser.driver.actions().keyDown(Key.CONTROL).sendKeys('a').keyUp(Key.CONTROL).perform()
  await keys(value, Key.TAB)
}

describe('a network', () => {
  it('is mended by keyboard alone in the console: tried, put, applied, tried again', async () => {
    const { driver } = browser
    await signIn(driver, server.url, 'robin.tarn@sallowmere.test')
    await startPaper(driver, server.url, 'wiring-mock', device('desk-1'), 'Start the clock')
    // It is there for the keyboard, and not to be seen.
    const terminal = await driver.wait(
      async () => (await driver.findElements(By.css('[data-console] textarea')))[0],
      WAIT_MS,
    )
    await driver.executeScript('arguments[0].focus()', terminal)
    await keys('ping 10.44.20.11', Key.ENTER)
    await console('no answer')
    await see(driver, text('10.44.20.11 is in its network 10.44.0.0/16: asks who that is'))
    await keys('put interfaces/p1/ipv4/adress 1', Key.ENTER)
    await console('“adress”: expected address')
    await keys('pu', Key.TAB, ' int', Key.TAB, '/p1/ipv4', Key.TAB, '/a', Key.TAB, ' 10.44.10.11/24', Key.ENTER)
    await console('10.44.10.11/16 → 10.44.10.11/24')
    await keys('apply', Key.ENTER)
    await console('done')
    await keys(Key.ARROW_UP, Key.ARROW_UP, Key.ARROW_UP, Key.ARROW_UP, Key.ENTER)
    await console('10.44.20.11 answers')
    await see(driver, text('It came through.'))
    await allSaved(driver)
    await press(driver, 'Check this step')
    await stepIs(driver, 'mended', 'passed')
  })

  it('has no serious or critical violation, as a map and as a list', async () => {
    const { driver } = browser
    expect(await violations(driver, ['day', 'graphite'])).toEqual([])
    await press(driver, 'As a list')
    await see(driver, text('10.44.10.1/24, 10.44.20.1/24'))
    expect(await violations(driver)).toEqual([])
    await press(driver, 'As a map')
  })

  it('has its VLANs set by panel, port by port, and what is carried stands on the map', async () => {
    const { driver } = browser
    await goTo('Apart on two switches')
    for (const [port, vlan] of [
      ['p1', '10'],
      ['p2', '10'],
      ['p3', '20'],
    ] as const) {
      await open('office-sw')
      await pick('groups', 'VLANs')
      await pick('table', port)
      await fill('Untagged VLAN', vlan)
    }
    await see(driver, text('3 changes are pending'))
    await press(driver, 'Apply')
    await allSaved(driver)
    await press(driver, 'Check this step')
    await stepIs(driver, 'apart', 'passed')
    for (const name of ['office-sw', 'shop-sw']) {
      await open(name)
      await pick('table', 'p8')
      await fill('Tagged VLANs', '20, 10')
      await press(driver, 'Apply')
    }
    await see(driver, By.xpath(`//*[name()='text'][contains(., 'tagged 10, 20')]`))
    await allSaved(driver)
    await press(driver, 'Check this step')
    await stepIs(driver, 'trunk', 'passed')
  })

  it('gets its addresses translated by console alone', async () => {
    const { driver } = browser
    await goTo('One address for all')
    await open('gate')
    await enter('put nat/external-interface p4')
    await enter('put nat/internal-prefixes/10.44.0.0/16/translate-to interface')
    await enter('apply')
    await console('done')
    await allSaved(driver)
    await press(driver, 'Check this step')
    await stepIs(driver, 'out', 'passed')
    await enter('put nat/forwards/tcp/8443 10.44.10.20:443')
    await enter('apply')
    await stepIs(driver, 'in', 'passed')
    await open('desk-1')
    await enter('connect 203.0.113.80 80')
    await console('203.0.113.80 answers on TCP port 80')
    await see(driver, text('10.44.10.11 becomes 198.51.100.10'))
  })

  it('is filtered by panel: a rule that makes no sense is refused, and one that does lets the tills in', async () => {
    const { driver } = browser
    await press(driver, 'Next task')
    await open('gate')
    await press(driver, 'Filters')
    await addTo('rule', { filter: 'from-tills', number: '10' }, 'allow tcp 5432')
    await see(driver, By.css('[data-refusal]'))
    await addTo('rule', {}, 'accept tcp from 10.44.20.0/24 to 10.44.10.20 port 5432')
    await pick('table', 'p2')
    await fill('Filter for what comes in', 'from-tills')
    await press(driver, 'Apply')
    await allSaved(driver)
    await press(driver, 'Check this step')
    await stepIs(driver, 'tills', 'passed')
    expect(await violations(driver)).toEqual([])
  })

  it('takes settings from a file, and refuses one that makes no sense with its place and the reason', async () => {
    const { driver } = browser
    const folder = mkdtempSync(join(tmpdir(), 'anvil-settings-'))
    const give = async (text: string): Promise<void> => {
      const file = join(folder, 'settings.json')
      writeFileSync(file, text)
      await (await driver.findElement(By.css('aside.device input[type=file]'))).sendKeys(file)
    }
    const refused = (words: string) => see(driver, By.xpath(`//*[@data-refusal][contains(., "${words}")]`))
    await open('till-1')
    await give('{"ietf-interfaces:interfaces": ')
    await refused('this is no JSON')
    await give('{"ietf-interfaces:interfaces": {"interface": [{"name": "p7", "enabled": true}]}}')
    await refused('/interface[1]/enabled: till-1 has no setting')
    await give(' '.repeat(50_000_000))
    await refused('larger than the 1 MB')
    const address = { address: [{ 'ip': '10.44.20.11', 'prefix-length': 24 }] }
    const whole = { 'ietf-interfaces:interfaces': { interface: [{ 'name': 'p1', 'ietf-ip:ipv4': address }] } }
    await give(JSON.stringify(whole))
    await see(driver, text('1 change is pending'))
    await see(driver, text('routing/routes/0.0.0.0/0/next-hop'))
    await press(driver, 'Forget')
    rmSync(folder, { recursive: true })
  })

  it('finds a channel on the air that is free, and shows how loud it is', async () => {
    const { driver } = browser
    await goTo('Guests on the air')
    await open('clerk-pad')
    await see(driver, text('drowned by 26.1 dB'))
    await open('hall-air')
    await pick('groups', 'Wireless')
    await fill('Channel', '11')
    await press(driver, 'Apply')
    await stepIs(driver, 'channel', 'passed')
    await press(driver, 'Signal')
    await see(driver, By.xpath(`//*[name()='text'][contains(., '−50 dBm')]`))
    await see(driver, By.xpath(`//*[name()='text'][contains(., '143.4 Mbit/s')]`))
    expect(await violations(driver, ['day', 'graphite'])).toEqual([])
    await press(driver, 'Signal')
    await press(driver, 'As a list')
    await see(driver, text('Sallowmere office, −49 dBm, 143.4 Mbit/s'))
    await press(driver, 'As a map')
  })

  it('sends the same bits at the same moments in the browser as on the server', async () => {
    const bundled = await build({
      entryPoints: ['tests/support/network-run.ts'],
      bundle: true,
      write: false,
      format: 'iife',
      globalName: 'ran',
      target: 'es2022',
    })
    const code = bundled.outputFiles[0]!.text
    const found: string = await browser.driver.executeScript(`${code}; return ran.digestOfRun()`)
    expect(found).toBe(digestOfRun())
    expect(found).toMatch(/^\d{3,} frames/)
    expect(found).toMatch('203.0.113.80 answers after')
  })

  it('is handed in, and every point shows in the result', async () => {
    const { driver } = browser
    await handIn(driver)
    await press(driver, 'See the result')
    expect(await total(driver)).toBe('23.00')
  })

  it('is mended by panel: routes on the way back', async () => {
    const { driver } = browser
    await startPaper(driver, server.url, 'keeping-mock', device('desk-1'), 'Start the clock')
    await open('shed-gate')
    await press(driver, 'Routes')
    await addRoute('10.44.10.0/24', '10.44.0.1')
    await see(driver, text('1 change is pending'))
    await press(driver, 'Apply')
    await see(driver, text('10.44.10.0/24 by 10.44.0.1'))
    await allSaved(driver)
    await press(driver, 'Check this step')
    await stepIs(driver, 'back', 'passed')
    await addRoute('10.44.20.0/24', '10.44.0.1')
    await press(driver, 'Apply')
    await stepIs(driver, 'tills', 'passed')
  })

  it('takes a new desk by panel; what makes no sense is refused in words', async () => {
    const { driver } = browser
    await press(driver, 'Next task')
    await open('desk-3')
    await press(driver, 'Ports')
    // Drawn on the map, a cable waits in the panel until its ports are agreed to.
    const [from, to] = [await see(driver, device('desk-3')), await see(driver, device('office-sw'))]
    await driver.actions().dragAndDrop(from, to).perform()
    const join = await see(driver, By.css('select[aria-label="Join p1 to"]'))
    expect(await join.getAttribute('value')).toBe('office-sw p2')
    await joinBy('office-sw p4')
    await stepIs(driver, 'joined', 'passed')
    await fill('IPv4 address', '10.44.10.0/24')
    await see(driver, By.css('[data-refusal]'))
    await fill('IPv4 address', '10.44.10.13/24')
    await see(driver, text('1 change is pending'))
    await press(driver, 'Routes')
    await addRoute('0.0.0.0/0', '10.44.10.1')
    await see(driver, text('2 changes are pending'))
    await press(driver, 'Apply')
    await allSaved(driver)
    await press(driver, 'Check this step')
    await stepIs(driver, 'address', 'passed')
  })

  it('is joined by the cable that fits: ends that agree, pairs that cross, and glass', async () => {
    const { driver } = browser
    await goTo('Slow, and it loses')
    await open('saw')
    await see(driver, text('100 Mbit/s, half'))
    await open('shed-sw')
    await fill('Agrees with the other end', 'true')
    await press(driver, 'Apply')
    await open('saw')
    await see(driver, By.xpath("//aside//td[normalize-space()='100 Mbit/s']"))
    await allSaved(driver)
    await press(driver, 'Check this step')
    await stepIs(driver, 'saw', 'passed')
    await open('hoist')
    await press(driver, 'Unplug')
    await joinBy('winch p1')
    await see(driver, By.xpath("//aside//td[normalize-space()='down']"))
    await press(driver, 'Unplug')
    await (await see(driver, By.xpath("//label[normalize-space()='crossover']/input"))).click()
    await joinBy('winch p1')
    await see(driver, By.xpath("//aside//td[normalize-space()='100 Mbit/s']"))
    await allSaved(driver)
    await press(driver, 'Check this step')
    await stepIs(driver, 'hoist', 'passed')
    await open('office-sw')
    await pick('table', 'p7')
    await press(driver, 'Unplug')
    await pick('table', 'p8')
    await see(driver, text('free, for fibre'))
    expect(await (await see(driver, By.css('select[aria-label="Join p8 to"]'))).getText()).toBe('join to…\nshed-sw p8')
    await joinBy('shed-sw p8', 'p8')
    await allSaved(driver)
    await press(driver, 'Check this step')
    await stepIs(driver, 'between', 'passed')
  })

  it('says what happened, and when, to who keeps it', async () => {
    const { driver } = browser
    await goTo('What happened, and when')
    await open('gate')
    await pick('groups', 'Logs and time')
    await fill('Takes the time from', '10.44.10.20')
    await press(driver, 'Apply')
    await stepIs(driver, 'time', 'passed')
    await fill('Says what happens to', '10.44.10.20')
    await fill('From how bad on', 'notice')
    await press(driver, 'Apply')
    await allSaved(driver)
    await press(driver, 'Check this step')
    await stepIs(driver, 'log', 'passed')
    // What is typed while the device is at work isn’t lost.
    await (await see(driver, By.css('[data-console]'))).click()
    await driver
      .actions()
      .sendKeys('put acls/shop/aces/10 reject tcp port 22 log', Key.ENTER, 'apply', Key.ENTER)
      .perform()
    await console('done')
    await open('till-1')
    await enter('connect 10.44.10.1 22')
    await console('forbidden')
    await open('books')
    await see(driver, text('filter: shop 10, p2: tcp from 10.44.20.11 to 10.44.10.1 port 22: dropped'))
    await press(driver, 'Check this step')
    await stepIs(driver, 'knocking', 'passed')
    expect(await violations(driver, ['day', 'graphite'])).toEqual([])
  })
})
