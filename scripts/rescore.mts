import { randomUUID } from 'node:crypto'
import { existsSync } from 'node:fs'
import { delimiter, resolve } from 'node:path'
import { parseArgs } from 'node:util'
import { sure } from '../core/ground/sure.ts'
import { openDatabase } from '../server/db/connection'
import type { Database } from '../server/db/connection'
import { peopleIn } from '../server/db/people'
import type { Person } from '../server/db/people'
import { servicesOf } from '../server/services'
import type { Rescored } from '../server/services/results/rescoring'
import { publishContent } from '../server/services/content/publishing'
import type { Context } from '../server/services/ground/context'
import { anew } from '../server/uploads/anew'

const USAGE = `Marks ended sittings of a paper again, by today's rules and the newest checks of the paper.

  npm run rescore -- --paper week-end-journals --dry
  npm run rescore -- --paper week-end-journals --by asha.lindqvist@sallowmere.test

--dry lists before and after, and changes nothing. Without it, --by names the administrator who answers for it in the
audit log, and the server must not run. ANVIL_DATA and ANVIL_CONTENT are read as the server reads them.`

function fail(message: string): never {
  console.error(message)
  process.exit(1)
}

const { values } = parseArgs({
  options: { paper: { type: 'string' }, dry: { type: 'boolean', default: false }, by: { type: 'string' } },
  strict: true,
})
const dataFile = resolve(process.env.ANVIL_DATA ?? 'data/steady-anvil.sqlite')
if (!values.paper) fail(USAGE)
if (!values.dry && !values.by) fail(`Say who answers for it, with --by, or only look, with --dry.\n\n${USAGE}`)
if (!existsSync(dataFile)) fail(`There is no data file ${dataFile}.`)

const quiet = { info: () => undefined, warn: () => undefined, error: () => undefined }
const contextOf = (db: Database): Context => ({
  db,
  now: () => new Date().toISOString(),
  newId: () => randomUUID(),
  program: 'rescore',
  threads: null,
  writeAnew: anew,
  log: quiet,
})

/** Nobody else may have the file open: a server would go on telling what it remembers. */
async function refuseWhileServed(db: Database): Promise<void> {
  await db.raw('pragma locking_mode = exclusive')
  await db.raw('begin immediate').catch(() => fail('The data file is in use. Stop the server first.'))
  await db.raw('commit')
}

async function administrator(db: Database, email: string): Promise<Person> {
  const person = await peopleIn(db).byEmail(email)
  if (person?.role !== 'administrator') fail(`${email} is no administrator of this data file.`)
  return person
}

const points = (hundredths: number): string => (hundredths / 100).toFixed(2)

function tell(rescored: readonly Rescored[], dry: boolean): void {
  for (const { person, number, endedAt, before, after, outOf, steps, refused } of rescored) {
    const name = `${person}, sitting ${number} of ${endedAt.slice(0, 10)}`
    if (refused !== null) {
      console.log(`${name}: stays at ${points(before)} of ${points(outOf)}. ${refused}`)
      continue
    }
    console.log(
      `${name}: ${points(before)} before, ${points(after)} ${dry ? 'by the rules of today' : 'now'}, of ${points(outOf)}`,
    )
    for (const one of steps) console.log(`    ${one.step}: ${points(one.before)} before, ${points(one.after)}`)
  }
  const changed = rescored.filter(({ refused, before, after }) => refused === null && before !== after).length
  console.log(
    rescored.length === 0
      ? 'Every ended sitting of this paper is marked by the rules of today.'
      : `${rescored.length} sittings, ${changed} of them with other points. ${dry ? 'Nothing was changed.' : ''}`.trim(),
  )
}

const db = await openDatabase(dataFile)
try {
  if (!values.dry) await refuseWhileServed(db)
  const context = contextOf(db)
  await publishContent(
    context,
    (process.env.ANVIL_CONTENT ?? 'content').split(delimiter).map(path => resolve(path)),
  )
  const { rescoring } = servicesOf(context)
  const how = values.dry
    ? { dry: true as const }
    : { dry: false as const, by: await administrator(db, sure(values.by)) }
  tell(await rescoring.paper(values.paper, how), values.dry)
} catch (error) {
  console.error(error instanceof Error ? error.message : String(error))
  process.exitCode = 1
} finally {
  await db.destroy()
}
