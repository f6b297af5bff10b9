import { chmodSync, existsSync } from 'node:fs'
import { resolve } from 'node:path'
import Database from 'better-sqlite3'
import { root } from './steps.mjs'

/** What the commands for back-ups share. They run beside a server, or without one. */
export const dataFile = () => resolve(root, process.env.ANVIL_DATA ?? 'data/steady-anvil.sqlite')

/** Stops with one line. */
export function fail(sentence) {
  console.error(sentence)
  process.exit(1)
}

/** Opens a data file that is there; `options` as the driver takes them. */
export function openFile(file, options = {}) {
  if (!existsSync(file)) fail(`There is no data file ${file}.`)
  return new Database(file, { fileMustExist: true, timeout: 10_000, ...options })
}

/** What a data file holds, in words; stops where it is damaged or none of ours. */
export function lookedThrough(file) {
  try {
    const db = openFile(file, { readonly: true })
    const verdict = db.pragma('integrity_check', { simple: true })
    if (verdict !== 'ok') throw new RangeError(verdict)
    const one = sql => Object.values(db.prepare(sql).get() ?? {})[0]
    const found = {
      schema: one('SELECT name FROM knex_migrations ORDER BY id DESC LIMIT 1'),
      people: one('SELECT count(*) FROM people'),
      sittings: one('SELECT count(*) FROM sittings'),
      events: one('SELECT count(*) FROM sitting_events'),
    }
    db.close()
    return found
  } catch (error) {
    return fail(`${file} isn't a whole data file of Steady Anvil: ${error.message}.`)
  }
}

export const inWords = ({ schema, people, sittings, events }) =>
  `${people} people, ${sittings} sittings, ${events} events; schema ${schema}`

/** This moment, as it stands in the name of a file. */
export const momentInName = () => new Date().toISOString().replace(/[-:]/g, '').replace(/\.\d+/, '')

/** For this user of the machine alone. */
export function keepToOurselves(file) {
  chmodSync(file, 0o600)
}
