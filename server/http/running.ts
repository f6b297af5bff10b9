import { randomUUID } from 'node:crypto'
import { chmodSync, existsSync, mkdirSync, renameSync, rmSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { useRuntimeConfig } from 'nitropack/runtime/config'
import pino from 'pino'
import { openDatabase } from '../db/connection'
import type { Database } from '../db/connection'
import { holdAlone, lookAt } from '../db/data-file'
import { peopleIn } from '../db/people'
import { workThreads } from '../judging/pool'
import { sittingsIn } from '../db/sittings'
import { servicesOf } from '../services'
import type { Services } from '../services'
import type { Context } from '../services/ground/context'
import { loadDemo } from '../services/content/demo'
import { steadyTime } from '../services/ground/steady-time'
import { uploadProcess } from '../uploads/opening'
import { settings } from './settings'

export const log = pino({ level: settings.logLevel, base: undefined })

const threads = workThreads()
const writeAnew = uploadProcess()

/** Where bodies lie while they arrive: on the disk of the data, of which there is enough. */
const arrivingFolder = join(dirname(settings.dataFile), 'arriving')
export const arrivingFile = (): string => join(arrivingFolder, randomUUID())

let ready: Promise<{ services: Services; context: Context; db: Database }> | undefined

const contextOf = (db: Database, newestOnRecord?: string): Context => ({
  db,
  now: steadyTime(newestOnRecord),
  newId: () => randomUUID(),
  threads,
  writeAnew,
  program: useRuntimeConfig().app.buildId,
  centre: settings.centre,
  secondFactorDemanded: settings.secondFactor,
  log,
})

/**
 * Makes the demo whole in a file of its own and only then puts it in place: a start that is cut off leaves no half
 * of it.
 */
async function makeDemo(): Promise<void> {
  const making = `${settings.dataFile}-making`
  for (const suffix of ['', '-wal', '-shm']) rmSync(`${making}${suffix}`, { force: true })
  const db = await openDatabase(making)
  await loadDemo(contextOf(db), settings.contentFolders, settings.demoPassword)
  await db.destroy()
  renameSync(making, settings.dataFile)
}

/** What is written from here on is for this user of the machine alone; what was there before becomes so. */
function keepToOurselves(): void {
  process.umask(0o077)
  for (const suffix of ['', '-wal', '-shm'])
    if (existsSync(`${settings.dataFile}${suffix}`)) chmodSync(`${settings.dataFile}${suffix}`, 0o600)
}

async function openData(): Promise<Database> {
  keepToOurselves()
  mkdirSync(dirname(settings.dataFile), { recursive: true })
  holdAlone(settings.dataFile)
  rmSync(arrivingFolder, { recursive: true, force: true })
  mkdirSync(arrivingFolder)
  lookAt(settings.dataFile)
  const db = await openDatabase(settings.dataFile)
  if (!settings.demo || (await peopleIn(db).anyone())) return db
  await db.destroy()
  await makeDemo()
  return openDatabase(settings.dataFile)
}

async function open(): Promise<{ services: Services; context: Context; db: Database }> {
  const db = await openData()
  const newest = await sittingsIn(db).newestMoment()
  if (newest !== undefined && newest > new Date().toISOString())
    log.warn({ newest }, 'the clock of this machine is behind the newest entry on record; time goes on from there')
  const context = contextOf(db, newest)
  return { db, context, services: servicesOf(context) }
}

/**
 * The services of this process, over its data file. The first call opens and migrates it, and loads the demo where
 * asked and nobody is in it yet.
 */
export function running() {
  return (ready ??= open())
}
