import { sure } from '../../../ground/sure'
import { areaName, cellName, columnName } from '../formula/references'
import type { SheetOp } from '../changes'
import type { SheetToolSetup } from '../state'
import { asTyped } from '../typing'
import { Formula } from '../workbook/formula'
import { noFeatures } from '../workbook/features'
import type { Sheet, Workbook } from '../workbook/workbook'

type SheetSetup = SheetToolSetup['sheets'][number]

/** A workbook as the setup of a task: what content is written from, when it was drawn up in another program. */
export function setupOf(workbook: Workbook, today: string): SheetToolSetup {
  return {
    today,
    sheets: workbook.sheets.map(sheetSetupOf),
    names: workbook.names.map(({ name, formula }) => ({ name, refers: formula.text })),
    ops: workbook.sheets.flatMap(opsOf),
  }
}

function sheetSetupOf(sheet: Sheet): SheetSetup {
  return {
    name: sheet.name,
    rows: rowsOf(sheet),
    formats: formatsOf(sheet),
    widths: Object.fromEntries(Object.entries(sheet.widths).map(([at, width]) => [columnName(Number(at)), width])),
    frozen: sheet.frozen,
  }
}

/** Rows that stand right below each other go together, from the first column in which one of them has anything. */
function rowsOf(sheet: Sheet): SheetSetup['rows'] {
  const { rows, columns } = sheet.inputs.extent
  const blocks: SheetSetup['rows'] = []
  let block: (string | number | boolean | null)[][] | null = null
  for (let row = 0; row < rows; row += 1) {
    const cells = Array.from({ length: columns }, (_, column) => {
      const input = sheet.inputs.at(row, column)
      if (input === undefined) return null
      return typeof input === 'string' || input instanceof Formula ? asTyped(input) : input
    })
    while (cells.at(-1) === null) cells.pop()
    if (cells.length === 0) block = null
    else if (block) block.push(cells)
    else blocks.push({ at: cellName(row, 0), cells: (block = [cells]) })
  }
  return blocks
}

/** Equal looks of neighbours go together, down each column and then across columns that agree. */
function formatsOf(sheet: Sheet): SheetSetup['formats'] {
  const runs: { top: number; bottom: number; left: number; right: number; key: string; format: object }[] = []
  for (const [row, column, format] of sheet.formats.entries()) {
    const key = JSON.stringify(format)
    const above = runs.at(-1)
    if (above?.key === key && above.right === column && above.bottom === row - 1) above.bottom = row
    else runs.push({ top: row, bottom: row, left: column, right: column, key, format })
  }
  const joined: typeof runs = []
  for (const run of runs) {
    const beside = joined.find(
      one => one.key === run.key && one.right === run.left - 1 && one.top === run.top && one.bottom === run.bottom,
    )
    if (beside) beside.right = run.right
    else joined.push({ ...run })
  }
  return joined.map(({ format, ...block }) => ({ area: areaName(block), format }))
}

/** What makes the rest of a sheet, in an order in which nothing stands in the way of what follows. */
function opsOf(sheet: Sheet): SheetOp[] {
  const on = { sheet: sheet.name }
  const { merged, hidden, filter, inputs, markings, charts, tables, page, locked } = sheet.features
  const heights = Object.entries(sheet.heights)
  return [
    ...heights.map(([row, pixels]): SheetOp => ({
      type: 'rows.size',
      ...on,
      from: Number(row) + 1,
      to: Number(row) + 1,
      pixels,
    })),
    ...merged.map((area): SheetOp => ({ type: 'cells.merge', ...on, area })),
    ...[...sheet.notes.entries()].map(([row, column, text]): SheetOp => ({
      type: 'cell.note',
      ...on,
      cell: cellName(row, column),
      text,
    })),
    ...[...sheet.links.entries()].map(([row, column, to]): SheetOp => ({
      type: 'cell.link',
      ...on,
      cell: cellName(row, column),
      to,
    })),
    ...inputs.map((input): SheetOp => ({ type: 'input.check', ...on, ...input })),
    // Each goes before those that are there.
    ...markings.toReversed().map((marking): SheetOp => ({ type: 'cells.mark', ...on, marking })),
    ...tables.map(({ area, name }): SheetOp => ({ type: 'table.make', ...on, area, name })),
    ...charts.map(({ id: _, ...chart }): SheetOp => ({ type: 'chart.add', ...on, chart })),
    ...hidden.rows.map((row): SheetOp => ({ type: 'rows.hide', ...on, from: row + 1, to: row + 1 })),
    ...hidden.columns.map((column): SheetOp => ({
      type: 'columns.hide',
      ...on,
      from: columnName(column),
      to: columnName(column),
    })),
    ...(filter?.columns ?? []).map(({ column, when }): SheetOp => ({
      type: 'rows.filter',
      ...on,
      area: sure(filter).area,
      column,
      when,
    })),
    ...(JSON.stringify(page) === JSON.stringify(noFeatures.page)
      ? []
      : [{ type: 'page.set', ...on, change: page } satisfies SheetOp]),
    ...(locked ? [{ type: 'sheet.lock', ...on, locked } satisfies SheetOp] : []),
  ]
}
