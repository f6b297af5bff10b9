import { z } from 'zod'
import { placeAddress } from '../addresses'
import { typed } from '../typing'
import type { SheetState } from '../state'
import { placeIn } from '../workbook/places'
import { withSheet } from '../workbook/workbook'
import type { Workbook } from '../workbook/workbook'

/** Cells that are changed on a copy, and what is typed into them. */
export const cellChanges = z.array(z.strictObject({ cell: placeAddress, to: z.string() }))
export type CellChanges = z.infer<typeof cellChanges>

/** The workbook with these cells changed, whatever they take and whether they are locked or not. */
export function changedCopy(state: SheetState, changes: CellChanges): Workbook {
  const changed = changes.reduce((book, { cell, to }) => {
    const area = placeIn(book, cell)
    const sheet = area && book.sheets[area.sheet]
    const read = typed(to)
    if (!area || !sheet || !read.ok) return book
    return withSheet(book, area.sheet, { ...sheet, inputs: sheet.inputs.with([[area.top, area.left, read.input]]) })
  }, state.workbook)
  return state.calculator.changed(state.workbook, changed)
}

export const changesInWords = (changes: CellChanges): string =>
  changes.map(({ cell, to }) => `${cell.replace('!', ' ')} is ${to === '' ? 'empty' : inWords(to)}`).join(' and ')

const inWords = (text: string): string => {
  const read = typed(text)
  return read.ok && typeof read.input === 'number' ? text : `“${text}”`
}
