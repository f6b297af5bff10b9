import { mkdtemp, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import type { Question } from './asking'
import { TooDear, workThreads } from './pool'
import type { AskThread } from './pool'

/** A stand-in for a thread, which does what a question tells it: what the worst work could. */
const THREAD = `
import { parentPort, threadId } from 'node:worker_threads'
parentPort.on('message', ({ request: { op }, workKey }) => {
  if (op === 'lost') for (;;);
  parentPort.postMessage('at-work')
  if (op === 'loop') for (;;);
  if (op === 'fill') { const held = []; for (;;) held.push(new Array(1e6).fill({ at: held.length })) }
  if (op === 'end') process.exit(1)
  if (op === 'fail') return parentPort.postMessage({ failed: 'as it was told' })
  if (typeof op === 'number') { const until = Date.now() + op; while (Date.now() < until); }
  parentPort.postMessage({ reply: { answer: workKey } })
})
`

let folder: string
let threads: AskThread
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'anvil-'))
  await writeFile(join(folder, 'judging.mjs'), THREAD)
})
beforeEach(() => {
  threads = workThreads(join(folder, 'index.mjs'), 2)!
})
afterAll(() => rm(folder, { recursive: true, force: true }))

function ask(workKey: string, op: unknown, withinMs = 400) {
  const question = { taskKey: 't', workKey, mark: '0.', since: '0.', entries: [], request: { ask: 'apply', op } }
  return threads(workKey, () => question as Question, withinMs)
}

describe('threads', () => {
  it('have a piece of work where it was, while that is free', async () => {
    const lanes: number[] = []
    for (let time = 0; time < 4; time += 1) for (const work of ['keel', 'mast']) lanes.push((await ask(work, 1)).lane)
    expect(new Set(lanes.filter((_, at) => at % 2 === 0)).size).toBe(1)
  })

  it('never make one person’s work wait for long behind another’s dear work', async () => {
    await ask('keel', 1)
    const dear = ask('keel', 'loop', 1500).catch(() => 'ended')
    const begun = performance.now()
    const waited = await Promise.all(['mast', 'sail', 'oar'].map(work => ask(work, 20)))
    expect(waited).toHaveLength(3)
    // All three were done before the dear one came to its end.
    expect(performance.now() - begun).toBeLessThan(1400)
    expect(await dear).toBe('ended')
  })

  it.each(['loop', 'fill', 'end'])('that %s are ended, and what comes next has new ones', async op => {
    await expect(ask('keel', op)).rejects.toThrow(TooDear)
    expect((await ask('keel', 1)).reply).toEqual({ answer: 'keel' })
  })

  it('that fail say so, and go on', async () => {
    await ask('keel', 1)
    await expect(ask('keel', 'fail')).rejects.toThrow('as it was told')
    expect((await ask('keel', 1)).lane).toBe(1)
  })

  it('are told what to ask once it is known which of them it is', async () => {
    const lanes: number[] = []
    const make = (lane: number): Question => {
      lanes.push(lane)
      return { taskKey: 't', workKey: 'keel', mark: '0.', since: '0.', entries: [], request: { ask: 'pack' } }
    }
    const { lane } = await threads('keel', make, 400)
    expect(lanes).toEqual([lane])
  })

  it('aren’t there where their code wasn’t built', () => expect(workThreads('/nowhere/index.mjs')).toBeNull())
})
