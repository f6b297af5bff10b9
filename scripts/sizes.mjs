import { mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import { gzipSync } from 'node:zlib'
import { root } from './steps.mjs'

/** Which files of code each page needs before it shows itself, as the last build below this folder left it. */
const keptBelow = folder => join(folder, '.cache/pages.json')
const PAGE = join(root, 'docs/sizes.md')
const ENTRY = 'every page'

/** From a build’s manifest: what comes with every page, and what each page and layout needs beside that. */
export function keepFilesOfPages(manifest) {
  const filesOf = (key, found = new Set()) => {
    const chunk = manifest[key]
    if (!chunk || found.has(chunk.file)) return found
    found.add(chunk.file)
    for (const other of chunk.imports ?? []) filesOf(other, found)
    return found
  }
  const entry = Object.keys(manifest).find(key => manifest[key].isEntry)
  const shared = filesOf(entry)
  const pages = Object.keys(manifest).filter(key => /(^|\/)(pages|layouts)\/.*\.vue$/.test(key))
  const named = key => key.replace(/^.*?(pages|layouts)\//, '$1/').replace(/\.vue$/, '')
  const own = pages.map(key => [named(key), [...filesOf(key)].filter(file => !shared.has(file))])
  mkdirSync(join(root, '.cache'), { recursive: true })
  writeFileSync(keptBelow(root), JSON.stringify(Object.fromEntries([[ENTRY, [...shared]], ...own.sort()])))
}

/** How many bytes a file of code is over the wire. */
const sizeOf = file => gzipSync(readFileSync(file), { level: 9 }).length

/** The code of each page of the last build there, in bytes over the wire: first what comes with every page. */
export function sizes(folder = root) {
  const pages = Object.entries(JSON.parse(readFileSync(keptBelow(folder), 'utf8')))
  const files = [...new Set(pages.flatMap(([, own]) => own))]
  const size = new Map(files.map(file => [file, sizeOf(join(folder, '.output/public/_nuxt', file))]))
  return pages.map(([page, own]) => ({ page, bytes: own.reduce((sum, file) => sum + size.get(file), 0) }))
}

/** The sizes that docs/sizes.md tells, in kB by page. */
export function toldSizes() {
  const rows = readFileSync(PAGE, 'utf8').matchAll(/^\| (.+?) \| +(\d+) \|$/gm)
  return new Map([...rows].map(([, page, kilobytes]) => [page, Number(kilobytes)]))
}

const page = rows => `# What a page weighs

Written by \`npm run sizes\` after a build; a test compares it. Code in kB as it goes over the wire, compressed with
gzip, brotli takes some 15 % less: first what comes with every page, then what each needs beside that before it shows
itself. Styles, fonts and what a page fetches when it is used aren't counted.

| page | kB |
|---|---:|
${rows.map(({ page: name, bytes }) => `| ${name} | ${Math.round(bytes / 1000)} |`).join('\n')}
`

if (import.meta.url === pathToFileURL(process.argv[1] ?? '').href) writeFileSync(PAGE, page(sizes()))
