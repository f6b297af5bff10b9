import { createHash } from 'node:crypto'
import { readFile, readdir } from 'node:fs/promises'
import { join } from 'node:path'

/**
 * SHA-256 over all content files of the folders, by path and bytes, and over the program that proves them: the
 * same digest means the same proof. The demo isn't proved and doesn't count.
 */
export async function contentDigest(folders: readonly string[], program: string): Promise<string> {
  const hash = createHash('sha256').update(program)
  for (const folder of folders) {
    const entries = await readdir(folder, { recursive: true, withFileTypes: true }).catch(() => [])
    const files = entries
      .filter(entry => entry.isFile())
      .map(entry => join(entry.parentPath, entry.name))
      .filter(file => !file.startsWith(join(folder, 'demo')))
      .sort()
    for (const file of files) hash.update(`\n${file.slice(folder.length)}\n`).update(await readFile(file))
  }
  return hash.digest('hex')
}
