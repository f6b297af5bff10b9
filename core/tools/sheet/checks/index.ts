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

/** A kind of check: what it is made of, and how it is judged. */
interface CheckKind<Schema extends z.ZodType> {
  schema: Schema
  judge: (state: SheetState, check: z.infer<Schema>, context: SheetContext) => Finding
}
const kind = <Schema extends z.ZodType>(schema: Schema, judge: CheckKind<Schema>['judge']): CheckKind<Schema> => ({
  schema,
  judge,
})

/** Everything that a step on a workbook can be checked for, one line each. */
const kinds = {
  value: kind(valueCheck, judgeValue),
  follows: kind(followsCheck, judgeFollows),
  uses: kind(usesCheck, judgeUses),
  consistent: kind(consistentCheck, judgeConsistent),
  format: kind(formatCheck, judgeFormat),
  frozen: kind(frozenCheck, judgeFrozen),
  sorted: kind(sortedCheck, judgeSorted),
  name: kind(nameCheck, judgeName),
  sheets: kind(sheetsCheck, judgeSheets),
  unchanged: kind(unchangedCheck, (state, _, context) => judgeUnchanged(state, context)),
  filtered: kind(filteredCheck, judgeFiltered),
  summary: kind(summaryCheck, judgeSummary),
  accepts: kind(acceptsCheck, judgeAccepts),
  marked: kind(markedCheck, judgeMarked),
  scaled: kind(scaledCheck, judgeScaled),
  chart: kind(chartCheck, judgeChart),
  page: kind(pageCheck, judgePage),
  locked: kind(lockedCheck, judgeLocked),
  hidden: kind(hiddenCheck, judgeHidden),
  noted: kind(notedCheck, judgeNoted),
  linked: kind(linkedCheck, judgeLinked),
  merged: kind(mergedCheck, judgeMerged),
  table: kind(tableCheck, judgeTable),
}

type Kinds = typeof kinds
type CheckSchema = Kinds[keyof Kinds]['schema']

/** What a step on a workbook can be checked for. */
export const sheetCheck = z.discriminatedUnion(
  'kind',
  Object.values(kinds).map(({ schema }) => schema) as unknown as [CheckSchema, ...CheckSchema[]],
)
export type SheetCheck = z.infer<typeof sheetCheck>

export function judge(state: SheetState, check: SheetCheck, context: SheetContext): Finding {
  return (kinds[check.kind] as unknown as CheckKind<z.ZodType<SheetCheck>>).judge(state, check, context)
}
