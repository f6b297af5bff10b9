import { defineNitroPlugin } from 'nitropack/runtime/plugin'
import { tellBadRows } from '../db/reading'
import { log, running } from '../http/running'
import { settings } from '../http/settings'
import { publishNewContent } from '../services/content/publishing'

/** Opens the data, publishes new content, and catches up on what ran out while the server was down. */
export default defineNitroPlugin(nitro => {
  const started = running()
    .then(async ({ services, context }) => {
      tellBadRows(bad => log.error(bad, 'a row of the data file can’t be read as it should'))
      // Papers that can't be published keep none of those from being sat that are. The demo was made with its own.
      const published = publishNewContent(context, settings.contentFolders).catch((error: unknown) =>
        log.error({ error: error instanceof Error ? error.message : String(error) }, 'content not published'),
      )
      if (!settings.demo) await published
      await services.people.begin(settings.firstAdministrator)
      const ended = await services.sittings.expire()
      log.info({ data: settings.dataFile, ended }, 'ready')
    })
    .catch((error: unknown) => {
      log.fatal({ error: error instanceof Error ? error.message : String(error) }, 'the server can’t start')
      process.exit(1)
    })
  nitro.hooks.hook('request', async () => started)
  nitro.hooks.hook('close', async () => {
    const { db } = await running()
    await db.destroy()
  })
})
