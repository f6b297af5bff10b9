import pLimit from 'p-limit'
import { Piscina } from 'piscina'
import { threadFile } from '../judging/pool'
import { anew } from './anew'
import type { Anew } from './anew'

export type WriteAnew = (content: Uint8Array) => Promise<Anew>

const WITHIN_MS = 20_000
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
  return content =>
    turns(async () => {
      try {
        return (await pool.run(content, { signal: AbortSignal.timeout(WITHIN_MS) })) as Anew
      } catch {
        return TOO_LONG
      }
    })
}
