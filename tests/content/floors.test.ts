import { readdirSync, readFileSync } from 'node:fs'
import { sep } from 'node:path'
import { describe, expect, it } from 'vitest'
import { floors, serviceFloors } from '../../scripts/floors.mjs'

const all = [...floors, 'proof'].sort()
/** What a text names between two lines, by the first word of each line. */
const namedBetween = (text: string, from: string, to: string, indent: string): string[] => {
  const lines = text.slice(text.indexOf(from) + from.length, text.indexOf(to)).split('\n')
  return lines.flatMap(line => new RegExp(`^${indent}([a-z]+)/? +\\S`).exec(line)?.[1] ?? []).sort()
}

describe('the rooms of server/services/', () => {
  it('are its folders, and the ones in docs/architecture.md in their order', () => {
    const folders = readdirSync('server/services', { withFileTypes: true }).filter(entry => entry.isDirectory())
    expect(folders.map(({ name }) => name).sort()).toEqual([...serviceFloors].sort())
    const told = /each importing those before it alone: ([^)]+)\)/.exec(readFileSync('docs/architecture.md', 'utf8'))
    expect(told?.[1]?.replaceAll('`', '').split(', ')).toEqual(serviceFloors)
  })
})

describe('the floors of core/', () => {
  it('are its folders, and nothing lies beside them', () => {
    const files = readdirSync('core', { recursive: true, withFileTypes: true }).filter(entry => entry.isFile())
    const folders = files.map(({ parentPath }) => parentPath.split(sep)[1] ?? '')
    expect([...new Set(folders)].sort()).toEqual(all)
  })

  it('are the ones on the map in README and in docs/architecture.md', () => {
    const readme = readFileSync('README.md', 'utf8')
    expect(namedBetween(readme, '\ncore/ ', '\nserver/ ', '  ')).toEqual(all)
    const architecture = readFileSync('docs/architecture.md', 'utf8')
    expect(architecture.slice(0, architecture.indexOf('## The way'))).toMatch(/ {2}proof {2}stands on marking/)
    expect(namedBetween(architecture, '## The floors', '## The way', '')).toEqual([...floors].sort())
  })
})
