import { FIRST_MOMENT, isInBounds, LAST_MOMENT, ms } from '../../core/ground/time/moments'

/** A row that couldn't be read as it should: where it is, and what about it. */
export interface BadRow {
  table: string
  key: string
  fault: string
}

let tell: (bad: BadRow) => void = () => undefined
const told = new Set<string>()

/** Whom bad rows are told to: once each, so that a list that is looked at often doesn't fill the log. */
export function tellBadRows(to: (bad: BadRow) => void): void {
  told.clear()
  tell = bad => {
    const name = `${bad.table} ${bad.key} ${bad.fault}`
    if (told.has(name) || told.size > 1000) return
    told.add(name)
    to(bad)
  }
}

/** Reads part of a row, or gives what stands in for it: one bad row must not keep a whole list from being seen. */
export function readOr<Value>(table: string, key: string, read: () => Value, standIn: Value): Value {
  try {
    return read()
  } catch (error) {
    tell({ table, key, fault: error instanceof Error ? error.name : 'unreadable' })
    return standIn
  }
}

const canonical = /^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d\.\d{3}Z$/

/** Whether a text is a moment in canonical form, within the years that the product knows. */
export const isMoment = (text: string): boolean => canonical.test(text) && isInBounds(ms(text))

/** A moment of a row. One that isn't canonical or lies out of bounds counts as `standIn`: by default the first. */
export function momentOf(table: string, key: string, text: string, standIn = FIRST_MOMENT): string {
  return readOr(
    table,
    key,
    () => {
      if (!isMoment(text)) throw new RangeError('not a moment')
      return text
    },
    standIn,
  )
}

/** The same for a moment that may be absent; one that can't be read counts as absent. */
export function momentOrNull(table: string, key: string, text: string | null): string | null {
  return text === null ? null : momentOf(table, key, text, '') || null
}

export { FIRST_MOMENT, LAST_MOMENT }
