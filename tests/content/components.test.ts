import { readdirSync, readFileSync } from 'node:fs'
import { basename, join } from 'node:path'
import { expect, it } from 'vitest'
import { fromLibrary } from '../../app/library'

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
