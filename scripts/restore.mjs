import { copyFileSync, existsSync, mkdirSync, renameSync, rmSync } from 'node:fs'
import { dirname, resolve } from 'node:path'
import { parseArgs } from 'node:util'
import { dataFile, fail, inWords, keepToOurselves, lookedThrough, momentInName, openFile } from './data-file.mjs'

/**
 * Puts a back-up in the place of the data: `npm run restore -- FILE`. The server must be stopped. What was there is
 * kept beside it.
 */
const { positionals } = parseArgs({ allowPositionals: true })
const [from] = positionals
if (from === undefined) fail('Which back-up? npm run restore -- backups/steady-anvil-….sqlite')
const source = resolve(from)
lookedThrough(source)
const target = dataFile()

process.umask(0o077)
mkdirSync(dirname(target), { recursive: true })

/** Brings the log beside a data file into it, and makes sure that nobody else has it open. */
function settle(file) {
  try {
    const db = openFile(file, { timeout: 1000 })
    // Leaving the log takes that nobody else is there.
    db.pragma('journal_mode = DELETE')
    db.close()
  } catch (error) {
    if (/busy|locked/i.test(String(error.message)))
      fail(`${file} is in use: stop the server first. Nothing was changed.`)
    console.log(`${file} can't be read (${error.message}); it is kept as it is.`)
  }
}

if (existsSync(target)) settle(target)

// Whole and looked through before anything is moved: a full disk leaves what was there.
const making = `${target}-restoring`
try {
  copyFileSync(source, making)
} catch (error) {
  rmSync(making, { force: true })
  fail(`${source} can't be copied (${error.message}). Nothing was changed.`)
}
keepToOurselves(making)
const found = lookedThrough(making)
if (existsSync(target)) {
  const aside = `${target}-before-restore-${momentInName()}`
  for (const suffix of ['', '-wal', '-shm'])
    if (existsSync(`${target}${suffix}`)) renameSync(`${target}${suffix}`, `${aside}${suffix}`)
  console.log(`What was there is kept in ${aside}.`)
}
renameSync(making, target)
console.log(`${target} is now as it was in ${source}: ${inWords(found)}. Start the server.`)
