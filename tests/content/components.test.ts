import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { basename, join } from 'node:path'
import { expect, it } from 'vitest'
import { fromLibrary } from '../../app/library'
import { parts } from '../../app/theme/parts'

/** What Vue and Nuxt bring. */
const BROUGHT = ['Transition', 'NuxtLayout', 'NuxtLink', 'NuxtPage']

const files = readdirSync('app', { recursive: true, withFileTypes: true })
  .filter(entry => entry.isFile() && entry.name.endsWith('.vue'))
  .map(entry => join(entry.parentPath, entry.name))
const ours = new Set(files.filter(file => file.includes('components')).map(file => basename(file, '.vue')))

/** The components that the template of a file names and that it doesn’t import itself. */
function namedIn(file: string): string[] {
  const text = readFileSync(file, 'utf8')
  const template = /<template>[\s\S]*<\/template>/.exec(text)?.[0] ?? ''
  const names = [...template.matchAll(/<([A-Z][A-Za-z]+)/g)].map(([, name]) => name!)
  return names.filter(name => !new RegExp(`import (\\{[^}]*\\b)?${name}\\b`).test(text))
}

it('every component that a page names is ours or of the list in app/library.ts, and that names no other', () => {
  const named = new Set(files.flatMap(namedIn))
  const known = (name: string): boolean =>
    ours.has(name) || ours.has(name.replace(/^Lazy/, '')) || BROUGHT.includes(name)
  expect([...named].filter(name => !known(name)).sort()).toEqual([...fromLibrary].sort())
})

/** What the library's components are made of, those of the list and all that these bring. */
function broughtBy(name: string, found = new Set<string>()): Set<string> {
  const code = `node_modules/primevue/${name}/index.mjs`
  if (found.has(name) || !existsSync(code)) return found
  found.add(name)
  for (const [, other] of readFileSync(code, 'utf8').matchAll(/from ['"]primevue\/([a-z]+)['"]/g))
    broughtBy(other!, found)
  return found
}

it('the theme has the measures of what the list is made of, and of nothing else', () => {
  const made = new Set(fromLibrary.flatMap(name => [...broughtBy(name.toLowerCase())]))
  const measured = [...made].filter(name => existsSync(`node_modules/@primeuix/themes/dist/aura/${name}`))
  expect(Object.keys(parts.components ?? {}).sort()).toEqual(measured.sort())
})
