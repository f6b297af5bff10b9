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
import { chartCheck, judgeChart } from './charts'
import { consistentCheck, judgeConsistent, judgeUses, usesCheck } from './formulas'
import { filteredCheck, judgeFiltered, judgeSummary, judgeTable, summaryCheck, tableCheck } from './lists'
import { formatCheck, frozenCheck, judgeFormat, judgeFrozen } from './looks'
import { hiddenCheck, judgeHidden, judgeLocked, judgePage, lockedCheck, pageCheck } from './pages'
import type { SheetContext } from './places'
import { judgeLinked, judgeMerged, judgeNoted, linkedCheck, mergedCheck, notedCheck } from './remarks'
import { acceptsCheck, judgeAccepts, judgeMarked, judgeScaled, markedCheck, scaledCheck } from './rules'
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
  filteredCheck,
  summaryCheck,
  acceptsCheck,
  markedCheck,
  scaledCheck,
  chartCheck,
  pageCheck,
  lockedCheck,
  hiddenCheck,
  notedCheck,
  linkedCheck,
  mergedCheck,
  tableCheck,
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
    case 'filtered':
      return judgeFiltered(state, check, context)
    case 'summary':
      return judgeSummary(state, check)
    case 'accepts':
      return judgeAccepts(state, check)
    case 'marked':
      return judgeMarked(state, check)
    case 'scaled':
      return judgeScaled(state, check)
    case 'chart':
      return judgeChart(state, check)
    case 'page':
      return judgePage(state, check, context)
    case 'locked':
      return judgeLocked(state, check)
    case 'hidden':
      return judgeHidden(state, check)
    case 'noted':
      return judgeNoted(state, check)
    case 'linked':
      return judgeLinked(state, check)
    case 'merged':
      return judgeMerged(state, check)
    case 'table':
      return judgeTable(state, check)
  }
}
