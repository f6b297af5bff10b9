import { readFile } from 'node:fs/promises'
import { describe, expect, it } from 'vitest'
import { functionsPage } from '../support/functions-page'

describe('the page on the functions of the sheet', () => {
  it('is what npm run functions writes, and leaves nothing of the small group out', async () => {
    const groups = await readFile('core/tools/sheet/formula/groups.yaml', 'utf8')
    const page = await readFile('docs/tools/sheet-functions.md', 'utf8')
    expect(page).toBe(functionsPage(groups))
    expect(page).toMatch(/\| small \| 110 \| 110 \| none \|/)
  })
})
