import { fork } from 'node:child_process'
import type { ChildProcess } from 'node:child_process'
import { readFile, rm } from 'node:fs/promises'
import { setPriority } from 'node:os'
import pLimit from 'p-limit'
import { sure } from '../../core/ground/sure'
import { threadFile } from '../judging/pool'
import { anew } from './anew'
import type { Anew } from './anew'
import { residentBytes } from './memory'

/** Writes a file anew that lies on the disk. */
export type WriteAnew = (file: string) => Promise<Anew>

/** What one file may take, in ms and in bytes of memory: more than the largest honest photo or document. */
export interface OpeningLimits {
  withinMs: number
  memory: number
}
const USUAL: OpeningLimits = { withinMs: 20_000, memory: 450_000_000 }
const MOST_HEAP_MB = 300
const STARTS_WITHIN_MS = 30_000
/** So many wait for their turn. */
const MOST_WAIT = 24
const LOOK_EVERY_MS = 25
/** Without work it goes, and its memory with it. */
const IDLE_MS = 60_000

const TOO_MANY: Anew = {
  status: 503,
  code: 'many-files',
  why: 'Many files are being looked through just now. Nothing was taken; send this one again in a moment.',
}
const TOO_MUCH: Anew = {
  status: 422,
  code: 'not-readable',
  why: 'It takes too much to look through this file. Nothing was taken.',
}

/** Writes a file anew in this process. */
export const writeAnewHere: WriteAnew = async file => anew(await readFile(file))

type Reply = { type: string } | Extract<Anew, { why: string }>

/**
 * Writes files anew one after the other in a process beside the program that was started. A file that takes too long
 * or too much memory, or ends the process, is refused, and the next one has a new process. Where its code was not
 * built, as in development, it is done here.
 */
export function uploadProcess(program?: string, { withinMs, memory } = USUAL): WriteAnew {
  const filename = threadFile('uploads', program)
  if (filename === null) return writeAnewHere
  let child: ChildProcess | null = null
  const ready = new WeakSet<ChildProcess>()
  let idle: NodeJS.Timeout | undefined
  const turns = pLimit(1)

  function opener(): ChildProcess {
    clearTimeout(idle)
    if (child?.connected) return child
    child = fork(sure(filename), { execArgv: [`--max-old-space-size=${MOST_HEAP_MB}`], stdio: 'ignore' })
    // Whoever works goes before whoever waits for a file.
    if (child.pid !== undefined) setPriority(child.pid, 10)
    child.unref()
    child.channel?.unref()
    return child
  }

  function end(): void {
    child?.kill('SIGKILL')
    child = null
  }

  async function ask(file: string): Promise<Reply> {
    const asked = opener()
    asked.channel?.ref()
    return new Promise<Reply>(done => {
      const finish = (reply: Reply, ends: boolean): void => {
        clearTimeout(late)
        clearInterval(watch)
        asked.off('message', told).off('exit', gone)
        asked.channel?.unref()
        if (ends) end()
        else idle = setTimeout(end, IDLE_MS).unref()
        done(reply)
      }
      // The time of a file begins when its process is there: on a busy machine that takes a while.
      const begin = (): void => {
        clearTimeout(late)
        late = setTimeout(gone, withinMs)
      }
      const told = (reply: Reply | 'ready'): void => {
        if (reply !== 'ready') return finish(reply, false)
        ready.add(asked)
        begin()
      }
      const gone = (): void => finish(TOO_MUCH, true)
      let late = setTimeout(gone, STARTS_WITHIN_MS)
      if (ready.has(asked)) begin()
      const watch = setInterval(() => {
        if (residentBytes(asked.pid) > memory) gone()
      }, LOOK_EVERY_MS)
      asked.on('message', told).once('exit', gone)
      asked.send(file)
    })
  }

  return async file => {
    if (turns.pendingCount >= MOST_WAIT) return TOO_MANY
    return turns(async () => {
      try {
        const reply = await ask(file)
        return 'why' in reply ? reply : { ...reply, content: await readFile(`${file}-anew`) }
      } finally {
        await rm(`${file}-anew`, { force: true })
      }
    })
  }
}
