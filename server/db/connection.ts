import { mkdirSync, renameSync } from 'node:fs'
import { dirname } from 'node:path'
import knex from 'knex'
import type { Knex } from 'knex'
import { migrations } from './migrations'
import { copyInto, dialect } from './sqlite'

export type Database = Knex

/** Opens the data file, making it and its folder if need be, and brings it to the newest schema. */
export async function openDatabase(file: string): Promise<Database> {
  mkdirSync(dirname(file), { recursive: true })
  const db = knex({
    ...dialect(file),
    // What people wrote stays out of error messages, and so out of the log of the server.
    compileSqlOnError: false,
  })
  await toNewestSchema(db, file).catch(async (error: unknown) => {
    await db.destroy()
    throw error
  })
  return db
}

/** Brings the data to the newest schema. What was there before a change of it is kept beside the file. */
async function toNewestSchema(db: Database, file: string): Promise<void> {
  const ours = await migrations.getMigrations([])
  const done = (await db.schema.hasTable('knex_migrations'))
    ? (await db<{ name: string; id: number }>('knex_migrations').orderBy('id')).map(({ name }) => name)
    : []
  const foreign = done.find(name => !ours.includes(name))
  if (foreign !== undefined)
    throw new Error(
      `The data file is of a newer program than this (${foreign}). Start that one, or restore a back-up from before.`,
    )
  const [next] = ours.slice(done.length)
  if (done.length > 0 && next !== undefined) await keepCopy(db, `${file}-before-${next}-${momentInName()}`)
  await db.migrate.latest({ migrationSource: migrations })
}

/** A whole copy in a file of its own, made anew each time: what came since an earlier one is in it too. */
async function keepCopy(db: Database, kept: string): Promise<void> {
  await copyInto(db, `${kept}-making`)
  renameSync(`${kept}-making`, kept)
}

/** This moment, as it stands in the name of a file. */
const momentInName = (): string => new Date().toISOString().replace(/[-:.]/g, '')
