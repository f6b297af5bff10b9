import { mkdtemp, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { uploadProcess } from './opening'
import type { WriteAnew } from './opening'

/** A stand-in for what opens files, which does what a file tells it: what the worst file could. */
const OPENS = `
import { readFileSync, writeFileSync } from 'node:fs'
process.on('message', file => {
  const order = readFileSync(file, 'utf8')
  if (order === 'end') process.exit(1)
  if (order === 'loop') for (;;);
  if (order === 'fill') { const held = []; for (;;) held.push(Buffer.alloc(8_000_000, 1)) }
  writeFileSync(file + '-anew', order.toUpperCase())
  process.send({ type: 'text/plain' })
})
process.on('disconnect', () => process.exit())
process.send('ready')
`

let folder: string
let writeAnew: WriteAnew
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'anvil-'))
  await writeFile(join(folder, 'uploads.mjs'), OPENS)
  writeAnew = uploadProcess(join(folder, 'index.mjs'), { withinMs: 4000, memory: 250_000_000 })
})
afterAll(() => rm(folder, { recursive: true, force: true }))

async function opened(order: string): Promise<string> {
  const file = join(folder, `sent-${order}-${Math.random()}`)
  await writeFile(file, order)
  const found = await writeAnew(file)
  return 'why' in found ? `${found.status} ${found.code}` : Buffer.from(found.content).toString()
}

it.each(['end', 'loop', 'fill'])(
  'a file that makes its opener %s ends that alone, and the next is taken',
  async order => {
    expect(await opened('keel')).toBe('KEEL')
    expect(await Promise.all([opened(order), opened('mast'), opened(order), opened('sail')])).toEqual([
      '422 not-readable',
      'MAST',
      '422 not-readable',
      'SAIL',
    ])
  },
)

it('more than can wait are told to come again', async () => {
  const all = await Promise.all(Array.from({ length: 40 }, () => opened('oar')))
  expect(all.filter(one => one === 'OAR').length).toBeGreaterThan(20)
  expect(all.filter(one => one === '503 many-files').length).toBeGreaterThan(10)
})
