import { mkdirSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { parseArgs } from 'node:util'
import { dataFile, fail, inWords, keepToOurselves, lookedThrough, momentInName, openFile } from './data-file.mjs'
import { root } from './steps.mjs'

/**
 * Backs the data up while the server goes on, by SQLite's online back-up: one moment of it, whole, in a file of its
 * own, looked through before it counts. `npm run backup -- --to FOLDER --keep N`; with --keep only the newest N stay.
 */
const { values } = parseArgs({ options: { to: { type: 'string' }, keep: { type: 'string' } } })
const folder = resolve(root, values.to ?? 'backups')
const keep = values.keep === undefined ? Infinity : Number(values.keep)
if (!(keep >= 1)) fail('--keep takes a number from 1 on.')

process.umask(0o077)
mkdirSync(folder, { recursive: true })
const NAME = /^steady-anvil-\d{8}T\d{6}Z\.sqlite$/
const LEFTOVER = /^steady-anvil-\d{8}T\d{6}Z\.sqlite-making/
const kept = join(folder, `steady-anvil-${momentInName()}.sqlite`)
const making = `${kept}-making`

// Of back-ups that were cut off: none of them counts.
for (const name of readdirSync(folder).filter(one => LEFTOVER.test(one))) {
  rmSync(join(folder, name))
  console.log(`${name}: left by a back-up that was cut off, removed.`)
}

const db = openFile(dataFile())
const begun = Date.now()
try {
  // In one step: in several, each write of the server meanwhile would begin it anew.
  await db.backup(making, { progress: () => 0x7fffffff })
  db.close()
  const copy = openFile(making)
  // One file, without a log beside it.
  copy.pragma('journal_mode = DELETE')
  copy.close()
} catch (error) {
  for (const suffix of ['', '-wal', '-shm', '-journal']) rmSync(`${making}${suffix}`, { force: true })
  fail(`No back-up was made (${error.message}). Is there room for it in ${folder}?`)
}
const found = lookedThrough(making)
keepToOurselves(making)
renameSync(making, kept)
const megabytes = (statSync(kept).size / 1e6).toFixed(1)
console.log(`${kept}: ${megabytes} MB in ${Date.now() - begun} ms; ${inWords(found)}.`)

const all = readdirSync(folder)
  .filter(name => NAME.test(name))
  .sort()
for (const name of all.slice(0, Math.max(0, all.length - keep))) {
  rmSync(join(folder, name))
  console.log(`${name}: older than the newest ${keep}, removed.`)
}
