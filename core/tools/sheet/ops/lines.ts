import { columnNumber } from '../formula/references'
import { withFeatures } from '../workbook/workbook'
import type { Workbook } from '../workbook/workbook'
import { Refusal, sheetIn } from './refusal'

const MOST_HIDDEN = 20_000

/** Hides rows or columns, or shows those that are hidden among them. Rows by number, columns by letters. */
export function hide(
  workbook: Workbook,
  name: string,
  along: 'rows' | 'columns',
  from: string,
  to: string,
  hidden: boolean,
): Workbook {
  const { place, sheet } = sheetIn(workbook, name)
  const number = (text: string): number => (along === 'columns' ? columnNumber(text) : Number(text) - 1)
  const [first, last] = [Math.min(number(from), number(to)), Math.max(number(from), number(to))]
  const before = sheet.features.hidden[along]
  const others = before.filter(line => line < first || line > last)
  if (hidden && others.length + last - first + 1 > MOST_HIDDEN)
    throw new Refusal(`At most ${MOST_HIDDEN} ${along} can be hidden.`)
  const these = hidden ? Array.from({ length: last - first + 1 }, (_, at) => first + at) : []
  if (!hidden && others.length === before.length) throw new Refusal(`None of these ${along} is hidden.`)
  const lines = [...others, ...these].sort((one, other) => one - other)
  return withFeatures(workbook, place, { hidden: { ...sheet.features.hidden, [along]: lines } })
}
