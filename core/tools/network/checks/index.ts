import type { Finding } from '../../tool'
import type { NetworkState } from '../state'
import type { NetworkCheck } from './kinds'
import { mended } from './mending'
import { judgeJoined, judgeRoom, judgeSet, judgeUnchanged } from './settings'
import type { NetworkContext } from './settings'
import {
  judgeFlows,
  judgeJoins,
  judgeLink,
  judgeLogs,
  judgeLogsIn,
  judgeObtains,
  judgePasses,
  judgeReaches,
  judgeResolves,
  judgeRoot,
  judgeUnique,
} from './trying'

export { networkCheck } from './kinds'
export type { NetworkCheck } from './kinds'
export type { NetworkContext } from './settings'

export function judge(state: NetworkState, check: NetworkCheck, context: NetworkContext): Finding {
  // What is tried is tried on a copy in which earlier mistakes are mended; what is looked at, as it is.
  const copy = (): NetworkState => mended(state, context)
  switch (check.kind) {
    case 'set':
      return judgeSet(state, check)
    case 'reaches':
      return judgeReaches(copy(), check)
    case 'flows':
      return judgeFlows(copy(), check)
    case 'passes':
      return judgePasses(copy(), check)
    case 'obtains':
      return judgeObtains(copy(), check)
    case 'link':
      return judgeLink(copy(), check)
    case 'joins':
      return judgeJoins(copy(), check)
    case 'logs-in':
      return judgeLogsIn(copy(), check)
    case 'logs':
      return judgeLogs(copy(), check)
    case 'resolves':
      return judgeResolves(copy(), check)
    case 'root':
      return judgeRoot(copy(), check)
    case 'unique':
      return judgeUnique(state)
    case 'room':
      return judgeRoom(state, check)
    case 'joined':
      return judgeJoined(state, check)
    case 'unchanged':
      return judgeUnchanged(state, check.may, context)
  }
}
