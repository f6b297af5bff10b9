import { existsSync } from 'node:fs'
import { availableParallelism } from 'node:os'
import { dirname, join } from 'node:path'
import { Piscina } from 'piscina'
import type { Question, Reply } from './asking'

export type AskThread = (question: Question) => Promise<Reply>

/** The built code of a kind of thread, beside the program that was started; null where it was not built. */
export function threadFile(kind: string, program = process.argv[1] ?? ''): string | null {
  const filename = join(dirname(program), `${kind}.mjs`)
  return existsSync(filename) ? filename : null
}

/**
 * Threads that judge, beside the program that was started. Null where their code was not built, as in
 * development: then everything is judged where it is asked.
 */
export function judgingThreads(program?: string): AskThread | null {
  const filename = threadFile('judging', program)
  if (filename === null) return null
  const pool = new Piscina({
    filename,
    minThreads: 0,
    maxThreads: Math.max(1, availableParallelism() - 1),
    idleTimeout: 300_000,
    // Whoever works goes before whoever waits for a verdict.
    niceIncrement: 10,
  })
  return async question => (await pool.run(question)) as Reply
}
