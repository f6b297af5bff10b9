import { readlinkSync } from 'node:fs'
import { setPriority } from 'node:os'
import { parentPort } from 'node:worker_threads'
import { answering } from './answering'
import type { Question, Told } from './asking'

/** Whoever works goes before whoever waits for a verdict: on Linux a thread has a niceness of its own. */
function standBack(): void {
  try {
    setPriority(Number(readlinkSync('/proc/thread-self').split('/').at(-1)), 10)
  } catch {
    // Elsewhere it works as fast as everything else.
  }
}

standBack()
const answer = answering()
const tell = (told: Told): void => parentPort?.postMessage(told)

parentPort?.on('message', (question: Question) => {
  answer(question, () => tell('at-work')).then(
    reply => tell({ reply }),
    (error: unknown) => tell({ failed: error instanceof Error ? (error.stack ?? error.message) : String(error) }),
  )
})
