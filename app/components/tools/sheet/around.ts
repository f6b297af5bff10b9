import type { Around } from '~~/core/tools/sheet/operations/catalogue'
import type { CellSeen, SelectionSeen, SheetWindow } from '~~/core/tools/sheet/viewing'
import { plainPage } from '~~/core/tools/sheet/workbook/features/page'
import type { Block } from './selection'

const NOTHING = { rows: 0, columns: 0 }

const ofCell = (cell: CellSeen | null) => ({
  shown: cell?.shown ?? '',
  note: cell?.note ?? '',
  link: cell?.link ?? '',
  table: cell?.table?.name ?? null,
})

const ofFormat = (format: CellSeen['format'] | undefined) => ({
  number: format?.number ?? '',
  bold: format?.bold ?? false,
  italic: format?.italic ?? false,
  underline: format?.underline ?? false,
  strike: format?.strike ?? false,
  border: format?.border,
  size: format?.size,
})

const ofSheet = (seen: SheetWindow | null) => ({
  extent: seen?.extent ?? NOTHING,
  frozen: seen?.frozen ?? NOTHING,
  filtered: seen?.filter?.columns.map(({ column }) => column) ?? null,
  page: seen?.page ?? plainPage,
  locked: seen?.locked ?? false,
  sheets: seen?.sheets ?? [],
})

/** What operations go by, beside what is selected: as it usually is, where it hasn’t been seen yet. */
export const aroundOf = (
  seen: SheetWindow | null,
  cell: CellSeen | null,
  about: SelectionSeen | null,
  block: Block,
  chart: Around['chart'],
): Around => ({
  ...ofSheet(seen),
  ...ofFormat(cell?.format),
  ...ofCell(cell),
  list: about?.list ?? block,
  heading: about?.heading ?? false,
  headings: about?.headings ?? [],
  chart,
})
