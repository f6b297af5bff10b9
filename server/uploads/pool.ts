import pLimit from 'p-limit'
import { Piscina } from 'piscina'
import { threadFile } from '../judging/pool'
import { anew } from './anew'
import type { Anew } from './anew'

export type WriteAnew = (content: Uint8Array) => Promise<Anew>

const WITHIN_MS = 20_000
/** So many wait for their turn; each holds its file in memory meanwhile. */
const MOST_WAIT = 24
const TOO_MANY: Anew = {
  status: 503,
  code: 'many-files',
  why: 'Many files are being looked through just now. Nothing was taken; send this one again in a moment.',
}
const TOO_LONG: Anew = {
  status: 422,
  code: 'not-readable',
  why: 'It takes too long to look through this file. Nothing was taken.',
}

/**
 * Writes files anew one after the other in a thread, beside the program that was started, and gives up what takes too
 * long. Where the thread’s code was not built, as in development, it is done at once.
 */
export function uploadThread(program?: string): WriteAnew {
  const filename = threadFile('uploads', program)
  if (filename === null) return anew
  const pool = new Piscina({
    filename,
    minThreads: 0,
    maxThreads: 1,
    idleTimeout: 60_000,
    niceIncrement: 10,
    resourceLimits: { maxOldGenerationSizeMb: 256 },
  })
  // One after the other: the time of each begins when its turn comes.
  const turns = pLimit(1)
  return async content => {
    if (turns.pendingCount >= MOST_WAIT) return TOO_MANY
    return turns(async () => {
      try {
        return (await pool.run(content, { signal: AbortSignal.timeout(WITHIN_MS) })) as Anew
      } catch {
        return TOO_LONG
      }
    })
  }
}
