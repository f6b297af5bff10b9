import { spawn } from 'node:child_process'
import { mkdtemp, readdir, readFile, rm, stat, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest'
import { Client } from '../support/client'
import { load } from '../support/load'
import { logOf } from '../support/log'
import { startServer } from '../support/server'
import type { RunningServer } from '../support/server'
import { WAIT_MS } from '../support/waiting'

const PEOPLE = ['isla.quay', 'devrim.aksu', 'piet.moor', 'wren.osier']
const BACKUPS = 5

let server: RunningServer
let folder: string
beforeAll(async () => {
  server = await startServer({ ANVIL_LOG: 'error' })
  folder = await mkdtemp(join(tmpdir(), 'anvil-backups-'))
})
afterAll(async () => {
  await server.stop()
  await rm(folder, { recursive: true, force: true })
})

/** One of our commands, over a data file. */
async function run(command: 'backup' | 'restore', data: string, ...args: string[]) {
  const child = spawn(process.execPath, [`scripts/${command}.mjs`, ...args], {
    env: { ...process.env, ANVIL_DATA: data },
    stdio: ['ignore', 'pipe', 'pipe'],
  })
  let said = ''
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (text: Buffer) => (said += text.toString()))
  const code = await new Promise(done => child.once('exit', done))
  return { code, said }
}
const kept = async (): Promise<string[]> => (await readdir(folder)).sort().map(name => join(folder, name))

describe('a back-up', () => {
  it('taken under load and restored has every event that was acknowledged before it began, and goes on from there', async () => {
    const clients = await Promise.all(PEOPLE.map(name => new Client(server.url).signIn(name)))
    const sittings = await Promise.all(clients.map(client => client.start('open-end')))
    const ids = sittings.map(({ id }) => id)
    const acknowledged = PEOPLE.map(() => new Set<string>())
    let running = true
    const loads = clients.map((client, at) => load(client, ids[at]!, acknowledged[at]!, () => running))
    const answered = (): string[] => acknowledged.flatMap(set => [...set])
    const promised: string[][] = []
    for (let backup = 0; backup < BACKUPS; backup += 1) {
      const before = answered().length
      await vi.waitFor(() => expect(answered().length).toBeGreaterThan(before + 10), { timeout: WAIT_MS, interval: 5 })
      promised.push(answered())
      const { code, said } = await run('backup', server.dataFile, '--to', folder)
      expect([code, said]).toEqual([0, expect.stringMatching(/\d+ sittings, \d+ events; schema 00/)])
      // Work went on meanwhile, and a second has passed: its name is its moment.
      expect(answered().length).toBeGreaterThan(promised.at(-1)!.length)
      await vi.waitFor(async () => expect((await kept()).length).toBe(backup + 1), WAIT_MS)
      await new Promise(done => setTimeout(done, 1000))
    }
    running = false
    await Promise.all(loads)

    const refused = await run('restore', server.dataFile, (await kept())[0]!)
    expect([refused.code, refused.said]).toEqual([1, expect.stringContaining('stop the server first')])
    expect((await clients[0]!.call('GET', `/api/sittings/${ids[0]}`)).status).toBe(200)
    await server.kill()
    const all = await logOf(server, ...ids)

    for (const [at, file] of (await kept()).entries()) {
      expect((await stat(file)).mode & 0o777).toBe(0o600)
      const { code, said } = await run('restore', server.dataFile, file)
      expect([code, said]).toEqual([0, expect.stringContaining('is now as it was in')])
      const rows = await logOf(server, ...ids)
      const there = new Set(rows.map(row => row.client_id))
      expect(promised[at]!.filter(id => !there.has(id))).toEqual([])
      // Each log is what it was up to one moment: none of it is missing in between.
      for (const id of ids) {
        const [whole, part] = [all, rows].map(log => log.filter(row => row.sitting_id === id))
        expect(part).toEqual(whole!.slice(0, part!.length))
      }
    }
    await server.restart()
    const client = await new Client(server.url).signIn('isla.quay')
    expect((await client.sitting(ids[0]!)).state).toBe('running')
    const more = new Set<string>()
    await load(client, ids[0]!, more, () => more.size < 3)
    expect((await client.submit(ids[0]!)).how).toBe('handed-in')
    // What was there before each restore is kept beside it.
    expect((await readdir(join(server.dataFile, '..'))).filter(name => name.includes('before-restore'))).not.toEqual([])
  })

  it('keeps the newest, and restores nothing that isn’t whole', async () => {
    const before = await kept()
    const { code } = await run('backup', server.dataFile, '--to', folder, '--keep', '2')
    expect(code).toBe(0)
    expect((await kept()).length).toBe(2)
    expect((await kept())[0]).toBe(before.at(-1))
    const torn = join(folder, 'torn.sqlite')
    const whole = await readFile((await kept())[0]!)
    await writeFile(torn, whole.subarray(0, whole.length - 8192))
    const written = (await stat(server.dataFile)).mtimeMs
    for (const [file, why] of [
      [torn, 'isn’t a whole data file'],
      ['nowhere.sqlite', 'There is no data file'],
    ]) {
      const told = await run('restore', server.dataFile, file!)
      expect([told.code, told.said.replaceAll("'", '’')]).toEqual([1, expect.stringContaining(why!)])
    }
    expect((await stat(server.dataFile)).mtimeMs).toBe(written)
  })
})
