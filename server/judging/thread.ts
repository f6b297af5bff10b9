import { readlinkSync } from 'node:fs'
import { setPriority } from 'node:os'
import { getHeapStatistics } from 'node:v8'
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

/** Of the memory that a thread may have, so much is for what it keeps; the rest is for what it works out. */
const KEPT = 0.5
const isFull = (): boolean => {
  const { used_heap_size: used, heap_size_limit: most } = getHeapStatistics()
  return used > KEPT * most
}

standBack()
const answer = answering(isFull)
const tell = (told: Told): void => parentPort?.postMessage(told)

parentPort?.on('message', (question: Question) => {
  answer(question, () => tell('at-work')).then(
    reply => tell({ reply }),
    (error: unknown) => tell({ failed: error instanceof Error ? (error.stack ?? error.message) : String(error) }),
  )
})
