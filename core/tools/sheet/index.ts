import type { Tool } from '../tool'
import { judge, sheetCheck } from './checks'
import type { SheetCheck } from './checks'
import { describe } from './describe'
import { faults } from './faults'
import { figure } from './figures'
import { files } from './files'
import { apply, effect } from './applying'
import { sheetOp } from './changes'
import type { SheetOp } from './changes'
import { comesTo, pack, unpack } from './packing'
import { proving } from './proving'
import { setRight } from './setting-right'
import { initial, sheetToolSetup } from './state'
import type { SheetState, SheetToolSetup } from './state'
import { view } from './viewing'

/** A workbook of sheets whose formulas are worked out as they change. */
export const sheet: Tool<SheetState, SheetOp, SheetToolSetup, SheetCheck> = {
  id: 'sheet',
  version: 3,
  setup: sheetToolSetup,
  op: sheetOp,
  check: sheetCheck,
  heavy: true,
  initial,
  apply,
  effect,
  describe,
  judge,
  carry: (from, to) => ({ ...to, shown: Math.min(from.shown, to.workbook.sheets.length - 1) }),
  setRight,
  figure,
  faults,
  files,
  proving,
  pack,
  comesTo,
  unpack,
  view,
}
