import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { stringify } from 'yaml'
import { topologyOf } from '../../core/tools/network/files/topology'
import { startPaper, type as typeText } from '../support/bench'
import { By, Key, openBrowser, press, see, signIn, text } from '../support/browser'
import type { WebDriver } from '../support/browser'
import { startServer } from '../support/server'
import { ms, spreadOf } from './figures'
import { gapsWhile } from './frames'
import { meshOf } from './network'

const [DEVICES, CABLES] = [60, 200]
const COLUMNS = 10
const SECONDS = 4

/** The content of the demo, and a paper with one task on a site of sixty routers. */
function contentWithSite(): string {
  const folder = mkdtempSync(join(tmpdir(), 'anvil-bench-'))
  cpSync('content', folder, { recursive: true })
  const { devices, cables } = topologyOf(meshOf(DEVICES, CABLES))
  const placed = devices.map((device, number) => ({
    ...device,
    at: { x: (number % COLUMNS) * 150, y: Math.floor(number / COLUMNS) * 110 },
  }))
  const step = {
    id: 'far',
    instruction: 'Describe p1 of r1.',
    mode: 'handed-in',
    criteria: [
      {
        id: 'told',
        label: 'Described',
        points: 1,
        skills: ['net-host-settings'],
        feedback: 'A description of any kind.',
        check: { kind: 'set', device: 'r1', path: 'interfaces/p1/description', is: ['far'] },
      },
    ],
    model: [
      { type: 'put', device: 'r1', path: 'interfaces/p1/description', value: 'far' },
      { type: 'apply', device: 'r1' },
    ],
    only: 'it is for a bench',
  }
  const task = { id: 'sixty', title: 'Sixty', tool: 'network', minutes: 30, brief: { situation: ['Sixty routers.'] } }
  writeFileSync(
    join(folder, 'tasks/network/sixty.yaml'),
    stringify({ ...task, setup: { devices: placed, cables }, steps: [step] }),
  )
  const paper = readFileSync(join(folder, 'papers/keeping-the-yard-going.yaml'), 'utf8')
  const changed = paper
    .replace('id: keeping-the-yard-going', 'id: sixty-routers')
    .replace(/title: Keeping.*/, 'title: Sixty routers')
    .replace(/minutes: \d+/, 'minutes: 30')
    .replace(/ {4}tasks:\n( {6}- .*\n)+/, '    tasks: [sixty]\n')
  writeFileSync(join(folder, 'papers/sixty-routers.yaml'), changed)
  const assignments = join(folder, 'demo/assignments.yaml')
  const mine = '- { id: sixty, paper: sixty-routers, to: [robin-tarn] }\n'
  writeFileSync(assignments, readFileSync(assignments, 'utf8') + mine)
  return folder
}

/** What is done on the screen while its frames are counted. */
async function framesWhile(driver: WebDriver, what: string, work: () => Promise<void>): Promise<void> {
  const gaps = await gapsWhile(driver, async () => {
    await work()
    await driver.sleep(SECONDS * 1000)
  })
  const { median, p99 } = spreadOf(gaps)
  console.log(`${what.padEnd(52)} frames: median ${ms(median)}, 99th percentile ${ms(p99)}`)
}

/** The network on the screen with sixty devices: how the page keeps up while one works. */
export async function benchNetworkScreen(): Promise<void> {
  console.log(`\nThe screen with ${DEVICES} devices and ${CABLES} cables, in Chromium without a graphics card`)
  const content = contentWithSite()
  const server = await startServer({ ANVIL_CONTENT: content, ANVIL_LOG: 'error' })
  const browser = await openBrowser()
  try {
    const { driver } = browser
    await driver.manage().setTimeouts({ script: 60_000 })
    await signIn(driver, server.url, 'robin.tarn@sallowmere.test')
    const begun = performance.now()
    await startPaper(driver, server.url, 'sixty', By.css('[data-device="r60"]'), 'Start the clock')
    console.log(`the map is there after ${ms(performance.now() - begun)}`)
    await framesWhile(driver, 'nothing is done', () => driver.sleep(0))
    await (await see(driver, By.css('[data-console]'))).click()
    await framesWhile(driver, 'a way is looked for by console, and the network starts', async () => {
      await typeText(driver, 'trace 10.44.0.149', Key.ENTER)
      await see(driver, text('r1 looks for the way to 10.44.0.149'))
    })
    await framesWhile(driver, 'the packet is played', () => press(driver, 'Play'))
    await framesWhile(driver, 'something is applied, and the network starts anew', async () => {
      await (await see(driver, By.css('[data-console]'))).click()
      await typeText(driver, 'put interfaces/p1/description far', Key.ENTER, 'apply', Key.ENTER)
    })
    console.log('target: 60 frames a second, a median of 16.7 ms')
  } finally {
    await browser.close()
    await server.stop()
    rmSync(content, { recursive: true })
  }
}
