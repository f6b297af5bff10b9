import { sure } from '../../../ground/sure'
import { areaName, blocksOverlap, readReference } from '../formula/references'
import { namesRewritten } from '../formula/rewriting'
import { NAME } from '../workbook/features/table'
import { partInPlainCells, partRenamed, tableNamed, tablesOn } from '../workbook/tables'
import { nameOf, withFeatures } from '../workbook/workbook'
import type { Workbook } from '../workbook/workbook'
import { withFormulas } from './copying'
import { checkUnmerged } from './merging'
import { areaIn, Refusal, sheetIn } from './refusal'

/** Makes a list a table: it has a name, and grows with what is typed at its end. Made again, it is named anew. */
export function makeTable(workbook: Workbook, on: string, address: string, name: string): Workbook {
  const { place, sheet } = sheetIn(workbook, on)
  const area = areaIn(sheet, address, place)
  if (!NAME.test(name) || readReference(name) || /^(true|false)$/i.test(name))
    throw new Refusal('A table’s name begins with a letter and has letters, figures, points and underlines.')
  const same = sheet.features.tables.find(one => one.area === areaName(area))
  const other = tableNamed(workbook, name)
  if (nameOf(workbook, name) || (other && other.table.name !== same?.name))
    throw new Refusal(`There is a name “${name}” already.`)
  if (same) return named(workbook, same.name, name)
  if (area.top === area.bottom) throw new Refusal('A table has a heading and at least one row below it.')
  const torn = tablesOn(sheet).find(one => blocksOverlap(one, area))
  if (torn) throw new Refusal(`These cells are part of the table ${torn.name} already.`)
  checkUnmerged(workbook, on, address, 'it becomes part of a table')
  const seen = new Set<string>()
  for (let column = area.left; column <= area.right; column += 1) {
    const heading = sheet.inputs.at(area.top, column)
    if (typeof heading !== 'string' || heading.trim() === '')
      throw new Refusal('Each column of a table needs a heading, typed in as text.')
    if (seen.has(heading.toLowerCase())) throw new Refusal(`Two columns have the heading “${heading}”.`)
    seen.add(heading.toLowerCase())
  }
  return withFeatures(workbook, place, { tables: [...sheet.features.tables, { name, area: areaName(area) }] })
}

function named(workbook: Workbook, from: string, to: string): Workbook {
  const found = sure(tableNamed(workbook, from))
  const anew = withNames(workbook, text => partRenamed(text, from, { table: to }))
  const { tables } = sure(anew.sheets[found.sheet]).features
  return withFeatures(anew, found.sheet, {
    tables: tables.map(one => (one.name === from ? { ...one, name: to } : one)),
  })
}

/** Makes a table a plain list again; formulas that name parts of it point to the cells themselves from now on. */
export function dropTable(workbook: Workbook, name: string): Workbook {
  const found = tableNamed(workbook, name)
  if (!found) throw new Refusal(`There is no table “${name}”.`)
  const { table, sheet } = found
  const plain = withFormulas(workbook, ({ text, tree }, on, row) =>
    namesRewritten(text, tree, one => partInPlainCells(workbook, one, table.name, on, row)),
  )
  const tables = sure(plain.sheets[sheet]).features.tables.filter(one => one.name !== table.name)
  return withFeatures(plain, sheet, { tables })
}

/** Formulas that name columns of a table by headings that have just been typed anew follow them. */
export function withHeadingsFollowed(before: Workbook, after: Workbook): Workbook {
  let next = after
  for (const [place, sheet] of after.sheets.entries()) {
    const held = before.sheets[place]
    if (!held || sheet.features.tables !== held.features.tables) continue
    for (const [at, table] of tablesOn(sheet).entries()) {
      const old = sure(tablesOn(held)[at])
      const pairs = old.headings.map((heading, column) => [heading, sure(table.headings[column])] as const)
      const columns = new Map(
        pairs.filter(([one, other]) => one !== other && one && other).map(([one, other]) => [one.toLowerCase(), other]),
      )
      if (columns.size > 0) next = withNames(next, text => partRenamed(text, table.name, { columns }))
    }
  }
  return next
}

const withNames = (workbook: Workbook, anew: (name: string) => string): Workbook =>
  withFormulas(workbook, formula => namesRewritten(formula.text, formula.tree, anew))
