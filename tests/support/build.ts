import { build } from '../../scripts/steps.mjs'

/** Server and browser tests run against the built application. */
export default async function buildOnce(): Promise<void> {
  await build()
}
