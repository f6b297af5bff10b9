import AxeBuilder from '@axe-core/webdriverjs'
import type { Driver as ChromeDriver } from 'selenium-webdriver/chrome'
import type { WebDriver } from './browser'

export const allThemes = ['day', 'graphite', 'contrast', 'warm']

/** The rules that look at colours: the others find in one theme what they find in all. */
const ofColour = ['color-contrast', 'link-in-text-block']

/** Serious and critical violations in these themes, each as rule, theme and place. */
export async function violations(driver: WebDriver, themes: readonly string[] = allThemes): Promise<string[]> {
  const found: string[] = []
  for (const [place, theme] of themes.entries()) {
    await driver.executeScript(`document.documentElement.dataset.theme = ${JSON.stringify(theme)}`)
    await driver.sleep(350)
    const axe = new AxeBuilder(driver)
    const { violations } = await (place === 0 ? axe : axe.withRules(ofColour)).analyze()
    for (const { id, impact, nodes } of violations) {
      if (impact === 'serious' || impact === 'critical')
        found.push(
          ...nodes.map(
            node =>
              `${theme}: ${id}: ${node.target.join(' ')} ${node.html.slice(0, 140)} ${node.any[0]?.message ?? ''}`,
          ),
        )
    }
  }
  await driver.executeScript('document.documentElement.dataset.theme = "day"')
  return found
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
