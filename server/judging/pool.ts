import { existsSync } from 'node:fs'
import { availableParallelism } from 'node:os'
import { dirname, join } from 'node:path'
import { Worker } from 'node:worker_threads'
import { sure } from '../../core/ground/sure'
import type { Question, Reply, Told } from './asking'

/** Something that takes longer, or more memory, than it may. */
export class TooDear extends Error {
  override name = 'TooDear'
}

/** What a thread said, which of them it was, and how long it was at it, in ms. */
export interface Answered {
  reply: Reply
  lane: number
  tookMs: number
}

/**
 * Asks a thread about a piece of work: the one that has it, if that is free. `make` says what to ask, once it is known
 * whom. Rejects with TooDear where the request takes longer than `withinMs`, from when the work is at hand.
 */
export type AskThread = (workKey: string, make: (lane: number) => Question, withinMs: number) => Promise<Answered>

/** Making work again that a thread doesn't have: long, since nobody is to lose a sitting over it. */
const MADE_WITHIN_MS = 60_000
/** So long a job waits for the thread that has its work, before another one makes it again. */
const WAITS_MS = 60
const IDLE_MS = 600_000
/** Of what lives long, and of what has just been made, in MB. */
const MEMORY = { maxOldGenerationSizeMb: 104, maxYoungGenerationSizeMb: 8 }

interface Job {
  workKey: string
  make(lane: number): Question
  withinMs: number
  since: number
  done(answered: Answered): void
  failed(error: Error): void
}

interface Lane {
  id: number
  worker: Worker
  job: Job | null
  idle?: NodeJS.Timeout
}

/** The built code of a kind of thread, beside the program that was started; null where it was not built. */
export function threadFile(kind: string, program = process.argv[1] ?? ''): string | null {
  const filename = join(dirname(program), `${kind}.mjs`)
  return existsSync(filename) ? filename : null
}

/**
 * Threads for heavy work, beside the program that was started, each at one job at a time. There are two at least, so
 * that nobody's dear work holds up everybody else's. A job that exceeds its time ends its thread, and a new one is
 * made. Null where their code was not built, as in development: then everything is done where it is asked.
 */
export function workThreads(program?: string, count = Math.max(2, availableParallelism())): AskThread | null {
  const filename = threadFile('judging', program)
  if (filename === null) return null
  const lanes: Lane[] = []
  const waiting: Job[] = []
  /** The lane that worked on a piece of work last. */
  const homes = new Map<string, number>()
  let ids = 0

  function add(): Lane {
    const worker = new Worker(sure(filename), { resourceLimits: MEMORY })
    worker.unref()
    const lane: Lane = { id: (ids += 1), worker, job: null }
    lanes.push(lane)
    return lane
  }

  function end(lane: Lane): void {
    clearTimeout(lane.idle)
    if (lanes.includes(lane)) lanes.splice(lanes.indexOf(lane), 1)
    for (const [work, home] of homes) if (home === lane.id) homes.delete(work)
    void lane.worker.terminate()
  }

  /** The lane for a job now, or null while it is to wait. */
  function laneFor({ workKey, since }: Job): Lane | null {
    const home = lanes.find(({ id }) => id === homes.get(workKey))
    if (home?.job === null) return home
    if (home && performance.now() - since < WAITS_MS) return null
    return lanes.find(({ job }) => job === null) ?? (lanes.length < count ? add() : null)
  }

  function dispatch(): void {
    for (const job of [...waiting]) {
      const lane = laneFor(job)
      if (!lane) continue
      waiting.splice(waiting.indexOf(job), 1)
      run(lane, job)
    }
  }

  function run(lane: Lane, job: Job): void {
    const { worker } = lane
    clearTimeout(lane.idle)
    lane.job = job
    homes.set(job.workKey, lane.id)
    const begun = performance.now()
    const finish = (ends: boolean, settle: () => void): void => {
      clearTimeout(timer)
      worker.off('message', told).off('error', broken).off('exit', gone)
      lane.job = null
      if (ends) end(lane)
      else lane.idle = setTimeout(() => end(lane), IDLE_MS).unref()
      settle()
      dispatch()
    }
    const late = (): void => finish(true, () => job.failed(new TooDear('It takes too long.')))
    // What is thrown out of a thread is that its memory is full, or that its code can't be loaded.
    const broken = (error: Error): void => finish(true, () => job.failed(new TooDear(error.message)))
    const gone = (): void => finish(true, () => job.failed(new TooDear('The thread ended.')))
    const told = (message: Told): void => {
      if (message === 'at-work') {
        clearTimeout(timer)
        timer = setTimeout(late, job.withinMs)
      } else if ('failed' in message) finish(false, () => job.failed(new Error(message.failed)))
      else finish(false, () => job.done({ reply: message.reply, lane: lane.id, tookMs: performance.now() - begun }))
    }
    let timer = setTimeout(late, MADE_WITHIN_MS)
    worker.on('message', told).on('error', broken).on('exit', gone)
    try {
      worker.postMessage(job.make(lane.id))
    } catch (error) {
      finish(false, () => job.failed(error instanceof Error ? error : new Error(String(error))))
    }
  }

  return (workKey, make, withinMs) =>
    new Promise((done, failed) => {
      waiting.push({ workKey, make, withinMs, since: performance.now(), done, failed })
      dispatch()
      if (waiting.length > 0) setTimeout(dispatch, WAITS_MS + 1)
    })
}
