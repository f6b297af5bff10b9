import { expect, it } from 'vitest'
import { sizes, toldSizes } from '../../scripts/sizes.mjs'
import { built } from '../support/server'

/** In kB of compressed code: what must have come before anybody can sign in. */
const MOST_WITH_EVERY_PAGE = 125

it('pages weigh what docs/sizes.md says: npm run sizes writes it anew', () => {
  const told = toldSizes()
  const found = sizes(built())
  expect(found.map(({ page }) => page)).toEqual([...told.keys()])
  // What the tests run against has two tools more.
  const off = found.filter(({ page, bytes }) => Math.abs(bytes / 1000 - (told.get(page) ?? 0)) > 3 + bytes / 20_000)
  expect(off).toEqual([])
  expect(found[0]?.bytes).toBeLessThan(MOST_WITH_EVERY_PAGE * 1000)
})
