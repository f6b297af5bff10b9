import { z } from 'zod'
import { fateOf } from './fate'
import { ask, networkSetup } from './state'

/** What becomes of a packet: on a site something is tried, and each option says how that would end. */
const fate = z.strictObject({ site: networkSetup, ask, ends: z.record(z.string(), z.string().min(1)) })

/**
 * The key of a question about a packet’s fate: it is sent, and right is the one option whose words are found in how
 * it ended. So what is right is computed, and no device has the site to try it. Throws a RangeError where that can’t
 * be worked out.
 */
function keyOfFate(given: unknown): unknown {
  const read = fate.safeParse(given)
  if (!read.success) throw new RangeError(`This is no fate: ${z.prettifyError(read.error)}`)
  const { site, ask: asked, ends } = read.data
  const found = fateOf(site, asked)
  const right = Object.entries(ends).flatMap(([option, words]) => (found.includes(words) ? option : []))
  if (right.length !== 1)
    throw new RangeError(`${right.length} options fit what became of it, in place of one: ${found}`)
  return { kind: 'one-of', is: right }
}

export const content = { fate: keyOfFate }
