import { cellName } from '../formula/references'
import { withFeatures } from '../workbook/workbook'
import type { Workbook } from '../workbook/workbook'
import { Refusal, sheetIn } from './refusal'

/** Locks a sheet, so that only cells which are left open can be changed, or unlocks it. */
export function lock(workbook: Workbook, name: string, on: boolean): Workbook {
  const { place, sheet } = sheetIn(workbook, name)
  if (sheet.features.locked === on) throw new Refusal(on ? 'This sheet is locked already.' : 'This sheet isn’t locked.')
  return withFeatures(workbook, place, { locked: on })
}

/** Throws a Refusal where a change would reach into what is locked. */
export function checkLocked(before: Workbook, after: Workbook): void {
  for (const sheet of before.sheets) {
    const now = after.sheets.find(({ id }) => id === sheet.id)
    if (!sheet.features.locked || now === sheet) continue
    if (!now) throw new Refusal(`${sheet.name} is locked: it can’t be taken away.`)
    if (!now.features.locked) continue
    for (const [row, column] of sheet.inputs.differences(now.inputs))
      if (!sheet.formats.at(row, column)?.open)
        throw new Refusal(
          `${cellName(row, column)} is locked. On ${sheet.name} only cells that were left open take anything.`,
        )
    const looks = sheet.formats !== now.formats && [...sheet.formats.differences(now.formats)].some(lookChanges(sheet))
    if (looks || sheet.features !== now.features || sheet.notes !== now.notes || sheet.links !== now.links)
      throw new Refusal(`${sheet.name} is locked: only what open cells hold can be changed.`)
    if (sheet.name !== now.name) throw new Refusal(`${sheet.name} is locked: its name stays.`)
  }
}

/** A number format that comes with what is typed into an open cell is part of that. */
const lookChanges =
  (sheet: Workbook['sheets'][number]) =>
  ([row, column]: readonly [number, number, unknown]): boolean =>
    !sheet.formats.at(row, column)?.open
