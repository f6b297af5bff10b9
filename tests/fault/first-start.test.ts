import { cp, mkdtemp, readdir, readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { parse, stringify } from 'yaml'
import { z } from 'zod'
import { Client } from '../support/client'
import { startServer } from '../support/server'
import type { RunningServer } from '../support/server'

/** Milliseconds after its start at which the server is killed: while it proves, and while it makes the demo. */
const KILLED_AFTER = [250, 500, 750, 1000, 1500, 2000]

/** The papers of the demo that is made here: the whole one takes too long for so many starts. */
const PAPERS = ['counter-and-creditors', 'month-end-adjustments']

const named = z.looseObject({ id: z.string(), paper: z.string() })
const sat = z.looseObject({ assignment: z.string() })
const groups = z.looseObject({ units: z.array(z.looseObject({})) })

/** The shipped content with few papers, and of its demo what belongs to them. */
async function smallContent(to: string): Promise<void> {
  await cp('content', to, { recursive: true })
  for (const name of await readdir(join(to, 'papers')))
    if (!PAPERS.includes(name.replace('.yaml', ''))) await rm(join(to, 'papers', name))
  const change = async <Read>(
    name: string,
    schema: z.ZodType<Read>,
    changed: (read: Read) => unknown,
  ): Promise<void> => {
    const file = join(to, 'demo', name)
    await writeFile(file, stringify(changed(schema.parse(parse(await readFile(file, 'utf8'))))))
  }
  const given = new Set<string>()
  await change('assignments.yaml', z.array(named), all => all.filter(({ paper }) => PAPERS.includes(paper)))
  for (const { id } of z.array(named).parse(parse(await readFile(join(to, 'demo/assignments.yaml'), 'utf8'))))
    given.add(id)
  await change('sittings.yaml', z.array(sat), all => all.filter(({ assignment }) => given.has(assignment)))
  await change('groups.yaml', groups, all => ({ ...all, units: [] }))
}

let content: string
let server: RunningServer
beforeAll(async () => {
  content = await mkdtemp(join(tmpdir(), 'anvil-content-'))
  await smallContent(content)
  server = await startServer({ ANVIL_CONTENT: content })
})
afterAll(async () => {
  await server.stop()
  await rm(content, { recursive: true, force: true })
})

async function demo(): Promise<unknown> {
  const robin = await new Client(server.url).signIn('robin.tarn')
  const marks = await new Client(server.url).signIn('marit.feld')
  return [
    (await robin.call('GET', '/api/sittings')).text.replace(/[0-9a-f-]{36}|"now":"[^"]*"/g, '…'),
    (await marks.call('GET', '/api/marks/csv')).text,
  ]
}

describe('a server that is killed at its first start', () => {
  it('makes the demo anew at the next, whole', async () => {
    const whole = await demo()
    expect(JSON.stringify(whole)).toContain('handed-in')
    for (const ms of KILLED_AFTER) {
      await server.kill()
      await Promise.all(['', '-wal', '-shm'].map(suffix => rm(`${server.dataFile}${suffix}`, { force: true })))
      server.launch()
      await new Promise(done => setTimeout(done, ms))
      await server.kill()
      await server.restart()
      expect(await demo()).toEqual(whole)
    }
  })
})
