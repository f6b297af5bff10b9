import { cp, mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { buildWithTools } from '../../scripts/with-tools.mjs'
import { BEGINNING, BUILT, startServer } from './server'

/**
 * Server and browser tests run against the built application with two tools more, which few of them meet. Its first
 * start proves all content and loads the demo: that is done once, and every server begins with a copy of what it left.
 */
export default async function buildOnce(): Promise<() => Promise<void>> {
  // One of the two projects that need it has done it already.
  if (process.env[BEGINNING]) return async () => undefined
  process.env[BUILT] = await buildWithTools()
  const folder = await mkdtemp(join(tmpdir(), 'anvil-beginning-'))
  const server = await startServer({ ANVIL_LOG: 'error' })
  await server.kill()
  await cp(dirname(server.dataFile), folder, { recursive: true, preserveTimestamps: true })
  await server.stop()
  process.env[BEGINNING] = folder
  return () => rm(folder, { recursive: true, force: true })
}
