import { readFile, writeFile } from 'node:fs/promises'
import { anew } from './anew'

/**
 * Files that people send are opened in a process of their own, so that whatever one of them does ends that alone.
 * Told the path of a file, it writes it anew beside it and says what it is, or why it isn't taken.
 */
process.on('message', (file: string) => {
  void (async () => {
    const found = await anew(await readFile(file))
    if ('why' in found) return process.send?.(found)
    await writeFile(`${file}-anew`, found.content)
    process.send?.({ type: found.type })
  })()
})
process.on('disconnect', () => process.exit())
process.send?.('ready')
