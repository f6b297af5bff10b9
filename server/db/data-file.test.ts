import { mkdtemp, readdir, readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { openDatabase } from './connection'
import { holdAlone, lookAt } from './data-file'

let folder: string
let file: string
beforeEach(async () => {
  folder = await mkdtemp(join(tmpdir(), 'anvil-'))
  file = join(folder, 'data.sqlite')
})
afterEach(() => rm(folder, { recursive: true, force: true }))

describe('a start', () => {
  it('begins a centre where nothing of one is there, and goes on with a whole one', async () => {
    expect(() => lookAt(file)).not.toThrow()
    await (await openDatabase(file)).destroy()
    expect(() => lookAt(file)).not.toThrow()
  })

  it.each(['-before-restore-20261201T090000Z', '-restoring', '-before-0013-rooms-20261201T090000Z', '-wal'])(
    'begins no empty centre where the data file is gone and %s is there',
    async suffix => {
      await writeFile(`${file}${suffix}`, '')
      expect(() => lookAt(file)).toThrow(`beside it there is data.sqlite${suffix}`)
      expect(await readdir(folder)).toEqual([`data.sqlite${suffix}`])
    },
  )

  it('says that a data file is damaged, and what to do', async () => {
    await (await openDatabase(file)).destroy()
    const whole = await readFile(file)
    await writeFile(file, Buffer.concat([whole.subarray(0, 8192), Buffer.alloc(8192, 7), whole.subarray(16_384)]))
    expect(() => lookAt(file)).toThrow(/is damaged .*Keep it, and restore/)
    await writeFile(file, 'not a database, but long enough to be taken for one at first sight')
    expect(() => lookAt(file)).toThrow(/is damaged .*Keep it, and restore/)
  })

  it('clears what an upgrade that was cut off left', async () => {
    await writeFile(`${file}-before-0013-rooms-20261201T090000Z-making`, 'half')
    lookAt(file)
    expect(await readdir(folder)).toEqual([])
  })
})

describe('two servers', () => {
  it('never have one data file', () => {
    holdAlone(file)
    expect(() => holdAlone(file)).toThrow('Another server has the data file')
    expect(() => holdAlone(join(folder, 'other.sqlite'))).not.toThrow()
  })
})
