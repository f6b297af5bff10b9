import { spawn } from 'node:child_process'
import type { ChildProcess } from 'node:child_process'
import { cp, mkdtemp, rm } from 'node:fs/promises'
import { createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { delimiter, join, resolve } from 'node:path'
import { freshen } from './freshening'

export interface RunningServer {
  url: string
  dataFile: string
  /** Of the server's process, while it runs. */
  pid(): number
  /** Ends the process at once, as a power cut would, and waits until it is gone. */
  kill(): Promise<void>
  /** Starts it again on the same data and port. */
  restart(): Promise<void>
  /** Starts it again without waiting until it answers. */
  launch(): void
  /** What it has written since its last start. */
  written(): string
  stop(): Promise<void>
}

/** Names the folder of the built product that is driven, where that isn't this one. */
export const BUILT = 'ANVIL_TEST_BUILT'
/** The folder with the built product that is driven. */
export const built = (): string => resolve(process.env[BUILT] ?? '.')

/** Names the folder with what a first start left, for servers that begin with a copy of it. */
export const BEGINNING = 'ANVIL_TEST_BEGINNING'
/** What makes a start another one than the first: other content, no demo. */
const OTHERWISE = ['ANVIL_CONTENT', 'ANVIL_DEMO', 'ANVIL_DATA']

const STARTS_WITHIN_MS = 600_000

async function freePort(): Promise<number> {
  return new Promise((found, failed) => {
    const probe = createServer()
      .once('error', failed)
      .listen(0, '127.0.0.1', () => {
        const address = probe.address()
        probe.close(() => (typeof address === 'object' && address ? found(address.port) : failed(new Error('no port'))))
      })
  })
}

/**
 * A built server of its own: own port, own data, demo loaded, and the papers of tests/fixtures beside the shipped
 * ones. `where` is a folder for its data. Where a first start was made before (see `buildOnce`), it goes on from that.
 */
export async function startServer(environment: Record<string, string> = {}, where?: string): Promise<RunningServer> {
  const folder = where ?? (await mkdtemp(join(tmpdir(), 'anvil-')))
  const beginning = process.env[BEGINNING]
  const isUsual = !where && !OTHERWISE.some(name => name in environment)
  let port = await freePort()
  const dataFile = join(folder, 'data.sqlite')
  if (beginning && isUsual) {
    await cp(beginning, folder, { recursive: true, preserveTimestamps: true })
    await freshen(dataFile)
  }
  let child: ChildProcess | undefined

  const output: string[] = []

  function launch(): void {
    output.length = 0
    child = spawn(process.execPath, [join(built(), '.output/server/index.mjs')], {
      env: {
        ...process.env,
        NODE_ENV: 'production',
        HOST: '127.0.0.1',
        PORT: String(port),
        ANVIL_DATA: dataFile,
        ANVIL_DEMO: '1',
        ANVIL_LOG: 'warn',
        ANVIL_CONTENT: ['content', 'tests/fixtures'].map(path => resolve(path)).join(delimiter),
        ...environment,
      },
      stdio: ['ignore', 'pipe', 'pipe'],
    })
    for (const stream of [child.stdout, child.stderr])
      stream?.on('data', (text: Buffer) => output.push(text.toString()))
  }

  async function start(): Promise<void> {
    launch()
    const begun = Date.now()
    for (;;) {
      const answer = await fetch(`http://127.0.0.1:${port}/api/health`).catch(() => null)
      if (answer?.ok) return
      if (child?.exitCode !== null || Date.now() - begun > STARTS_WITHIN_MS)
        throw new Error(`The server did not start: ${output.join('')}`)
      await new Promise(done => setTimeout(done, 50))
    }
  }

  async function end(signal: 'SIGKILL' | 'SIGTERM'): Promise<void> {
    const running = child
    if (!running || running.exitCode !== null || running.signalCode !== null) return
    const gone = new Promise(done => running.once('exit', done))
    running.kill(signal)
    await gone
  }

  // Between looking for a free port and listening there, somebody else may have taken it.
  for (let more = 2; ; more -= 1) {
    const taken = await start().then(
      () => false,
      (error: unknown) => {
        if (more === 0 || !String(error).includes('is taken by another program')) throw error
        return true
      },
    )
    if (!taken) break
    port = await freePort()
  }
  return {
    url: `http://127.0.0.1:${port}`,
    dataFile,
    pid: () => child?.pid ?? 0,
    kill: () => end('SIGKILL'),
    restart: start,
    launch,
    written: () => output.join(''),
    async stop() {
      await end('SIGKILL')
      if (!where) await rm(folder, { recursive: true, force: true })
    },
  }
}
