import { defineNitroPlugin } from 'nitropack/runtime'
import { log, running } from '../http/running'
import { settings } from '../http/settings'

/** Opens the data and catches up on what ran out while the server was down. */
export default defineNitroPlugin((nitro) => {
  const started = running().then(async ({ services }) => {
    const ended = await services.sittings.expire()
    log.info({ data: settings.dataFile, ended }, 'ready')
  }).catch((error: unknown) => {
    log.fatal({ error: error instanceof Error ? error.message : String(error) }, 'the server can’t start')
    process.exit(1)
  })
  nitro.hooks.hook('request', async () => started)
  nitro.hooks.hook('close', async () => {
    const { db } = await running()
    await db.destroy()
  })
})
