import type { Tool } from '../tool'
import { judge, ledgerCheck } from './checks'
import type { LedgerCheck } from './checks'
import { describe } from './describe'
import { ENTRIES } from './checks/sharing'
import { faults } from './faults'
import { figure } from './figures'
import { takenBack } from './taking-back'
import { apply, effect, initial, ledgerOp } from './ops'
import type { LedgerOp } from './ops'
import { comesTo, pack, unpack } from './packing'
import { proving } from './proving'
import { setRight } from './setting-right'
import { ledgerSetup } from './state'
import type { LedgerSetup, LedgerState } from './state'

/** Double-entry books: a chart of accounts, a general journal, ledger accounts and a trial balance. */
export const ledger: Tool<LedgerState, LedgerOp, LedgerSetup, LedgerCheck> = {
  id: 'ledger',
  version: 1,
  setup: ledgerSetup,
  op: ledgerOp,
  check: ledgerCheck,
  initial,
  apply,
  effect,
  describe,
  judge,
  carry: (from, to) => ({ ...to, draft: from.draft, view: from.view, account: from.account }),
  setRight,
  figure,
  kept: [ENTRIES],
  faults,
  takenBack,
  proving,
  pack,
  comesTo,
  unpack,
  // The books are small: their screen reads them whole.
  view: state => state,
}
