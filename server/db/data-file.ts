import { existsSync, readdirSync, rmSync, statSync } from 'node:fs'
import { basename, dirname, join } from 'node:path'
import { damageOf, lockAlone } from './sqlite'

/** What stands behind the name of a data file, in names of files that are kept or made beside it. */
const BESIDE = ['-before-', '-restoring', '-wal']

/** Up to this size, in bytes, a data file is looked through at each start: about a second. A back-up looks at any. */
const LOOKED_THROUGH = 256_000_000

/** The names of files that are kept beside a data file, or were left there by work on it that was cut off. */
function beside(file: string): string[] {
  if (!existsSync(dirname(file))) return []
  const own = basename(file)
  return readdirSync(dirname(file)).filter(name => BESIDE.some(what => name.startsWith(`${own}${what}`)))
}

/**
 * Looks at a data file before it is opened. Throws an Error that says what to do where it is gone though others of it
 * are there, so that no empty centre begins in its place, and where it is damaged.
 */
export function lookAt(file: string): void {
  for (const name of beside(file).filter(one => one.endsWith('-making'))) rmSync(join(dirname(file), name))
  if (!existsSync(file)) {
    const left = beside(file)
    if (left.length === 0) return
    throw new Error(
      `There is no data file ${file}, but beside it there is ${left.join(', ')}. Restore one of them or a back-up ` +
        '(npm run restore -- FILE). To begin with nothing, move them to another folder first.',
    )
  }
  if (statSync(file).size > LOOKED_THROUGH) return
  const damage = damageOf(file)
  if (damage !== null)
    throw new Error(
      `The data file ${file} is damaged (${damage}). Keep it, and restore the newest back-up: npm run restore -- FILE.`,
    )
}

/**
 * Keeps a data file for this process until it ends, however it ends: the system gives the lock back. Throws an Error
 * where another server has it.
 */
export function holdAlone(file: string): void {
  if (!lockAlone(`${file}.in-use`)) throw new Error(`Another server has the data file ${file}. Stop that one first.`)
}
