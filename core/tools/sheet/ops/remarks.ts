import { sure } from '../../../ground/sure'
import { readCorner } from '../formula/references'
import { withSheet } from '../workbook/workbook'
import type { Workbook } from '../workbook/workbook'
import { Refusal, sheetIn } from './refusal'

/** A note on a cell; an empty one takes it away. */
export function note(workbook: Workbook, name: string, cell: string, text: string): Workbook {
  const { place, sheet } = sheetIn(workbook, name)
  const { row, column } = sure(readCorner(cell))
  const notes = sheet.notes.with([[row, column, text.trim() === '' ? undefined : text]])
  return notes === sheet.notes ? workbook : withSheet(workbook, place, { ...sheet, notes })
}

const LINK = /^(https?:\/\/|mailto:)\S+$|^#[^!]+!\$?[A-Za-z]{1,3}\$?\d{1,7}$/

/** Where a cell leads to; nothing takes it away. */
export function link(workbook: Workbook, name: string, cell: string, to: string): Workbook {
  const { place, sheet } = sheetIn(workbook, name)
  const { row, column } = sure(readCorner(cell))
  const target = to.trim()
  if (target !== '' && !LINK.test(target))
    throw new Refusal(
      'A link leads to an address that begins with https:// or mailto:, or to a cell such as #Rates!B3.',
    )
  const links = sheet.links.with([[row, column, target === '' ? undefined : target]])
  return links === sheet.links ? workbook : withSheet(workbook, place, { ...sheet, links })
}
