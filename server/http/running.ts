import { randomUUID } from 'node:crypto'
import pino from 'pino'
import { openDatabase } from '../db/connection'
import type { Database } from '../db/connection'
import { servicesOf } from '../services'
import type { Services } from '../services'
import type { Context } from '../services/context'
import { settings } from './settings'

export const log = pino({ level: settings.logLevel, base: undefined })

let ready: Promise<{ services: Services, context: Context, db: Database }> | undefined

/** The services of this process, over its data file. The first call opens and migrates it. */
export function running() {
  ready ??= openDatabase(settings.dataFile).then((db) => {
    const context: Context = { db, now: () => new Date().toISOString(), newId: () => randomUUID(), log }
    return { db, context, services: servicesOf(context) }
  })
  return ready
}
