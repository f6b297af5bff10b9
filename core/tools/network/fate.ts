import { started } from './running'
import { answerOf } from './simulation/asking'
import { initial } from './state'
import type { Ask, NetworkSetup } from './state'

/**
 * What becomes of something that is tried on a site, in words: what the asker is told, and the decision of the device
 * at which it ended. Throws a RangeError where the site contradicts itself.
 */
export function fateOf(site: NetworkSetup, ask: Ask): string {
  const { lines, notes } = answerOf(started(initial(site)), ask, 1)
  const end = notes.findLast(({ words }) => /dropped|not sent|refuses/.test(words)) ?? notes.at(-1)
  return [...lines, end ? `${end.device}: ${end.words}` : ''].join('\n')
}
