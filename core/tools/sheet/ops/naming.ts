import { sure } from '../../../ground/sure'
import { rewritten } from '../formula/rewriting'
import { readReference } from '../formula/references'
import { typed } from '../typing'
import { NAME } from '../workbook/features/table'
import { Formula } from '../workbook/formula'
import { emptySheet, nameOf, sheetNumber, withSheet } from '../workbook/workbook'
import type { Workbook } from '../workbook/workbook'
import { withFormulas } from './copying'
import { Refusal, sheetIn } from './refusal'

/** Gives a name to cells or to a formula; one that there is already stands for something else from now on. */
export function define(workbook: Workbook, name: string, refers: string): Workbook {
  if (!NAME.test(name))
    throw new Refusal('A name begins with a letter and has letters, figures, points and underlines.')
  if (readReference(name) || /^(true|false)$/i.test(name))
    throw new Refusal(`“${name}” already means something else in a formula.`)
  const read = typed(refers.startsWith('=') ? refers : `=${refers}`)
  if (!read.ok) throw new Refusal(read.refusal)
  if (!(read.input instanceof Formula)) throw new Refusal('A name stands for cells or a formula.')
  const others = workbook.names.filter(one => one.name.toLowerCase() !== name.toLowerCase())
  return { ...workbook, names: [...others, { name, formula: read.input }] }
}

export function forget(workbook: Workbook, name: string): Workbook {
  const found = nameOf(workbook, name)
  if (!found) throw new Refusal(`There is no name “${name}”.`)
  return { ...workbook, names: workbook.names.filter(one => one !== found) }
}

function checkSheetName(workbook: Workbook, name: string): void {
  if (name.trim() === '' || /[[\]:*?/\\]/.test(name))
    throw new Refusal('A sheet’s name can’t be empty or hold [ ] : * ? / or \\.')
  if (sheetNumber(workbook, name) >= 0) throw new Refusal(`There is a sheet “${name}” already.`)
}

export function addSheet(workbook: Workbook, name: string): Workbook {
  checkSheetName(workbook, name)
  if (workbook.sheets.length >= 100) throw new Refusal('A workbook has at most 100 sheets here.')
  const id = Math.max(...workbook.sheets.map(sheet => sheet.id)) + 1
  return { ...workbook, sheets: [...workbook.sheets, emptySheet(id, name)] }
}

export function renameSheet(workbook: Workbook, name: string, to: string): Workbook {
  const { place, sheet } = sheetIn(workbook, name)
  if (to === sheet.name) return workbook
  if (to.toLowerCase() !== sheet.name.toLowerCase()) checkSheetName(workbook, to)
  const renamed = withFormulas(workbook, formula =>
    rewritten(formula.text, formula.tree, reference =>
      reference.sheet !== null && sheetNumber(workbook, reference.sheet) === place
        ? { ...reference, sheet: to }
        : reference,
    ),
  )
  return withSheet(renamed, place, { ...sure(renamed.sheets[place]), name: to })
}

export function removeSheet(workbook: Workbook, name: string): Workbook {
  const { place } = sheetIn(workbook, name)
  if (workbook.sheets.length === 1) throw new Refusal('The last sheet can’t be taken away.')
  const without = withFormulas(workbook, formula =>
    rewritten(formula.text, formula.tree, reference =>
      reference.sheet !== null && sheetNumber(workbook, reference.sheet) === place ? null : reference,
    ),
  )
  return { ...without, sheets: without.sheets.filter((_, at) => at !== place) }
}

export function moveSheet(workbook: Workbook, name: string, to: number): Workbook {
  const { place } = sheetIn(workbook, name)
  const sheets = [...workbook.sheets]
  const [sheet] = sheets.splice(place, 1)
  sheets.splice(Math.min(to, sheets.length), 0, sure(sheet))
  return { ...workbook, sheets }
}
