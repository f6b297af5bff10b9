import { build } from '../../scripts/steps.mjs'
import { buildWithTools } from '../../scripts/with-tools.mjs'

/** Server and browser tests run against the built application, some of them against one with more tools. */
export default async function buildOnce(): Promise<void> {
  await build()
  await buildWithTools()
}
