import { randomUUID } from 'node:crypto'
import pino from 'pino'
import { openDatabase } from '../db/connection'
import type { Database } from '../db/connection'
import { sittingsIn } from '../db/sittings'
import { servicesOf } from '../services'
import type { Services } from '../services'
import type { Context } from '../services/context'
import { steadyTime } from '../services/steady-time'
import { settings } from './settings'

export const log = pino({ level: settings.logLevel, base: undefined })

let ready: Promise<{ services: Services, context: Context, db: Database }> | undefined

async function open(): Promise<{ services: Services, context: Context, db: Database }> {
  const db = await openDatabase(settings.dataFile)
  const newest = await sittingsIn(db).newestMoment()
  if (newest !== undefined && newest > new Date().toISOString()) log.warn({ newest }, 'the clock of this machine is behind the newest entry on record; time goes on from there')
  const context: Context = { db, now: steadyTime(newest), newId: () => randomUUID(), log }
  return { db, context, services: servicesOf(context) }
}

/** The services of this process, over its data file. The first call opens and migrates it. */
export function running() {
  return ready ??= open()
}
