import axe from 'axe-core'
import type { Driver as ChromeDriver } from 'selenium-webdriver/chrome'
import type { WebDriver } from './browser'

export const allThemes = ['day', 'graphite', 'contrast', 'warm']

/** The rules that look at colours: the others find in one theme what they find in all. */
const ofColour = ['color-contrast', 'link-in-text-block']

/** Runs in the page: every rule in the first theme, those of colour in the others. Each is given time to be painted. */
const LOOK = `
  const [themes, ofColour, done] = arguments
  const still = document.createElement('style')
  still.textContent = '*, *::before, *::after { transition-duration: 0s !important; animation-duration: 0s !important }'
  document.head.append(still)
  const painted = () => new Promise(next => requestAnimationFrame(() => setTimeout(next, 30)))
  const look = async () => {
    const found = []
    for (const [place, theme] of themes.entries()) {
      document.documentElement.dataset.theme = theme
      await painted()
      const rules = place === 0 ? {} : { runOnly: { type: 'rule', values: ofColour } }
      const { violations } = await axe.run(document, { ...rules, resultTypes: ['violations'], elementRef: false })
      for (const { id, impact, nodes } of violations)
        if (impact === 'serious' || impact === 'critical')
          for (const { target, html, any } of nodes)
            found.push(theme + ': ' + id + ': ' + target.join(' ') + ' ' + html.slice(0, 140) + ' ' + (any[0]?.message ?? ''))
    }
    document.documentElement.dataset.theme = 'day'
    still.remove()
    return found
  }
  look().then(done, error => done(['axe failed: ' + error]))`

/** Serious and critical violations in these themes, each as theme, rule and place. */
export async function violations(driver: WebDriver, themes: readonly string[] = allThemes): Promise<string[]> {
  if (!(await driver.executeScript('return "axe" in window'))) await driver.executeScript(axe.source)
  await driver.manage().setTimeouts({ script: 120_000 })
  return driver.executeAsyncScript(LOOK, themes, ofColour)
}

export const sideways = async (driver: WebDriver): Promise<number> =>
  driver.executeScript('return document.documentElement.scrollWidth - document.documentElement.clientWidth')

interface AxNode {
  ignored: boolean
  role?: { value: string }
  name?: { value: string }
  properties?: { name: string; value: { value: unknown } }[]
}

/** What a screen reader gets of the page: every node's role and name, with how it is announced when it changes. */
export async function spokenTree(driver: WebDriver): Promise<{ role: string; name: string; live: string }[]> {
  const { nodes } = (await (driver as ChromeDriver).sendAndGetDevToolsCommand(
    'Accessibility.getFullAXTree',
    {},
  )) as unknown as { nodes: AxNode[] }
  return nodes
    .filter(node => !node.ignored)
    .map(node => ({
      role: node.role?.value ?? '',
      name: node.name?.value ?? '',
      live: String(node.properties?.find(({ name }) => name === 'live')?.value.value ?? ''),
    }))
}
