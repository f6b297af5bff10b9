import { readdir, readFile } from 'node:fs/promises'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { toolIds, toolOf } from '../../core/tools/registry'
import { comesTo, keptLog } from '../support/kept-logs'

const folder = 'tests/fixtures/logs'
const files = (await readdir(folder)).filter(name => name.endsWith('.json'))

describe('a log that an earlier version of a tool left', () => {
  it('is kept of each tool', () => {
    for (const id of toolIds)
      expect(
        files.some(name => name.startsWith(`${id}-`)),
        id,
      ).toBe(true)
  })

  it.each(files)('comes to the same today: %s', async name => {
    const kept = keptLog.parse(JSON.parse(await readFile(join(folder, name), 'utf8')))
    const now = comesTo(kept)
    // Where it doesn't: raise the tool's version, so that results which differ are told, and say why in its history.
    const words = `${kept.tool} ${kept.version} then, ${toolOf(kept.tool).version} now`
    expect(now, words).toEqual(kept.comesTo)
    expect(Object.values(now.points).some(points => points > 0)).toBe(true)
  })
})
