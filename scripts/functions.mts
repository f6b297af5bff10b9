import { readFile, writeFile } from 'node:fs/promises'
import { functionsPage } from '../tests/support/functions-page'

/** Writes which functions the sheet has, and which of the standard's groups they cover. */
await writeFile(
  'docs/tools/sheet-functions.md',
  functionsPage(await readFile('core/tools/sheet/formula/groups.yaml', 'utf8')),
)
