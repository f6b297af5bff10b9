import { sure } from '../../../ground/sure'
import { precedentsOf } from '../calculation/precedents'
import type { CellFormat } from '../formats/cell-format'
import { formatted } from '../formats/number-format'
import { areaName, cellName, isInBlock } from '../formula/references'
import { isError } from '../formula/values'
import { choicesOf, inputRules, ruleInWords } from '../rules/accepting'
import { blockAt } from '../addresses'
import type { SheetState } from '../state'
import { asTyped, valueInWords } from '../typing'
import { conditionInWords } from '../workbook/features/condition'
import type { Marking } from '../workbook/features/marking'
import { Formula } from '../workbook/formula'
import { tablesOn } from '../workbook/tables'
import { isWithin, valueAt } from '../workbook/workbook'
import type { Sheet, Workbook } from '../workbook/workbook'
import { kindOf } from './shown'
import type { ShownCell } from './shown'

export interface CellSeen {
  address: string
  typed: string
  shown: string
  value: string
  kind: ShownCell['kind'] | 'empty'
  format: CellFormat
  note: string
  link: string
  /** What it takes, in words, and the choices where they are a list. */
  takes: { words: string; choices: readonly string[] } | null
  /** Rules by which it may stand out, in words. */
  markings: readonly string[]
  /** The table that it is part of, and what stands over its column. */
  table: { name: string; heading: string } | null
  /** Whether it can’t be changed since its sheet is locked. */
  locked: boolean
  /** The areas that a formula names, in the order in which it names them. */
  standsOn: readonly {
    name: string
    value: string
    sheet: number
    top: number
    left: number
    bottom: number
    right: number
  }[]
  /** Formulas that name this cell. */
  usedBy: readonly { name: string; formula: string }[]
}

const MOST_USERS = 12

export function cellSeen(state: SheetState, sheet: Sheet, row: number, column: number): CellSeen {
  const { workbook, shown } = state
  const value = valueAt(sheet, row, column)
  const format = sheet.formats.at(row, column) ?? {}
  const input = sheet.inputs.at(row, column)
  const place = (on: number, name: string): string =>
    on === shown ? name : `${workbook.sheets[on]?.name ?? '?'} ${name}`
  const areas = input instanceof Formula ? precedentsOf(input.tree, shown, row, workbook).areas : []
  const usedBy: CellSeen['usedBy'][number][] = []
  for (const [on, other] of workbook.sheets.entries())
    for (const [atRow, atColumn, one] of other.inputs.entries()) {
      if (usedBy.length >= MOST_USERS || !(one instanceof Formula)) continue
      if (precedentsOf(one.tree, on, atRow, workbook).areas.some(area => isWithin(area, shown, row, column)))
        usedBy.push({ name: place(on, cellName(atRow, atColumn)), formula: one.text })
    }
  return {
    address: cellName(row, column),
    typed: asTyped(input, format.number),
    shown: formatted(value, format.number ?? '')?.text ?? valueInWords(value),
    value: value === null ? '' : isError(value) ? value.code : (formatted(value, '')?.text ?? ''),
    kind: value === null ? 'empty' : kindOf(value),
    format,
    note: sheet.notes.at(row, column) ?? '',
    link: sheet.links.at(row, column) ?? '',
    takes: takenBy(workbook, shown, row, column),
    markings: sheet.features.markings.filter(({ area }) => isInBlock(blockAt(area), row, column)).map(markingInWords),
    table: tableSeen(sheet, row, column),
    locked: sheet.features.locked && !format.open,
    standsOn: areas.map(area => {
      const single = area.top === area.bottom && area.left === area.right
      const held = workbook.sheets[area.sheet]
      const there = single && held ? valueAt(held, area.top, area.left) : null
      const number = held?.formats.at(area.top, area.left)?.number ?? ''
      return {
        ...area,
        name: place(area.sheet, areaName(area)),
        value: single ? (formatted(there, number)?.text ?? '') : '',
      }
    }),
    usedBy,
  }
}

function tableSeen(sheet: Sheet, row: number, column: number): CellSeen['table'] {
  const table = tablesOn(sheet).find(one => isInBlock(one, row, column))
  return table ? { name: table.name, heading: sure(table.headings[column - table.left]) } : null
}

function takenBy(workbook: Workbook, place: number, row: number, column: number): CellSeen['takes'] {
  const sheet = workbook.sheets[place]
  const checked = sheet && inputRules(sheet)(row, column)
  if (!checked) return null
  const { rule } = checked
  return {
    words: ruleInWords(workbook, place, rule),
    choices: rule.takes === 'one-of' ? choicesOf(workbook, place, rule.from) : [],
  }
}

function markingInWords(marking: Marking): string {
  switch (marking.by) {
    case 'condition':
      return conditionInWords(marking.when)
    case 'scale':
      return `from ${marking.low} for the smallest to ${marking.high} for the largest`
    case 'bar':
      return `a ${marking.colour} bar as long as its share`
  }
}
