import type { Tool } from '../tool'
import { judge, networkCheck } from './checks'
import type { NetworkCheck } from './checks'
import { content } from './content'
import { describe } from './describe'
import { apply, effect, networkOp } from './ops'
import type { NetworkOp } from './ops'
import { comesTo, pack, unpack } from './packing'
import { proving } from './proving'
import { initial, networkSetup } from './state'
import type { NetworkSetup, NetworkState } from './state'
import { view } from './viewing'

/** Devices that exchange frames, and what they are told. */
export const network: Tool<NetworkState, NetworkOp, NetworkSetup, NetworkCheck> = {
  id: 'network',
  version: 1,
  setup: networkSetup,
  op: networkOp,
  check: networkCheck,
  heavy: true,
  initial,
  apply,
  effect,
  describe,
  judge,
  carry: (_, to) => to,
  figure: () => null,
  content,
  proving,
  pack,
  comesTo,
  unpack,
  view,
}
