import { z } from 'zod'
import type { Finding } from '../../tool'
import type { SheetState } from '../state'
import {
  judgeName,
  judgeSheets,
  judgeSorted,
  judgeUnchanged,
  nameCheck,
  sheetsCheck,
  sortedCheck,
  unchangedCheck,
} from './arrangement'
import { consistentCheck, judgeConsistent, judgeUses, usesCheck } from './formulas'
import { formatCheck, frozenCheck, judgeFormat, judgeFrozen } from './looks'
import type { SheetContext } from './places'
import { followsCheck, judgeFollows, judgeValue, valueCheck } from './values'

/** What a step on a workbook can be checked for. */
export const sheetCheck = z.discriminatedUnion('kind', [
  valueCheck,
  followsCheck,
  usesCheck,
  consistentCheck,
  formatCheck,
  frozenCheck,
  sortedCheck,
  nameCheck,
  sheetsCheck,
  unchangedCheck,
])
export type SheetCheck = z.infer<typeof sheetCheck>

export function judge(state: SheetState, check: SheetCheck, context: SheetContext): Finding {
  switch (check.kind) {
    case 'value':
      return judgeValue(state, check)
    case 'follows':
      return judgeFollows(state, check)
    case 'uses':
      return judgeUses(state, check)
    case 'consistent':
      return judgeConsistent(state, check)
    case 'format':
      return judgeFormat(state, check)
    case 'frozen':
      return judgeFrozen(state, check)
    case 'sorted':
      return judgeSorted(state, check, context)
    case 'name':
      return judgeName(state, check)
    case 'sheets':
      return judgeSheets(state, check)
    case 'unchanged':
      return judgeUnchanged(state, context)
  }
}
