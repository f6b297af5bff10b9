import { defineNitroPlugin } from 'nitropack/runtime'
import { log, running } from '../http/running'
import { settings } from '../http/settings'
import { loadDemo } from '../services/demo'

/** Opens the data, loads the demo where asked, and catches up on what ran out while the server was down. */
export default defineNitroPlugin((nitro) => {
  const started = running().then(async ({ context, services }) => {
    if (settings.demo) await loadDemo(context, settings.contentFolders, settings.demoPassword)
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
