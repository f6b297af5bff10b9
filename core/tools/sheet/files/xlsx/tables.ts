import { NAME } from '../../workbook/features/table'
import type { Table } from '../../workbook/features/table'
import type { PlacedTable } from '../../workbook/tables'
import { areaName } from '../../formula/references'
import { blockAt } from '../../addresses'
import { areasIn } from '../reading'
import { escaped } from '../xml'
import type { Element } from '../xml'

/** The part of a table (ISO/IEC 29500-1, 18.5.1.2). `filter`: what its list is filtered by, as an element. */
export function tablePart(table: PlacedTable, id: number, filter: string | null): string {
  const area = areaName(table)
  const columns = table.headings.map((heading, at) => `<tableColumn id="${at + 1}" name="${escaped(heading)}"/>`)
  return (
    '<?xml version="1.0" encoding="UTF-8" standalone="yes"?>\n' +
    `<table xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main" id="${id}" name="${table.name}" ` +
    `displayName="${table.name}" ref="${area}" totalsRowShown="0">${filter ?? `<autoFilter ref="${area}"/>`}` +
    `<tableColumns count="${columns.length}">${columns.join('')}</tableColumns></table>`
  )
}

/** A table of a file; null for one that has no heading or a name that can’t be. */
export function tableFrom({ attributes }: Element): Table | null {
  const { displayName = '', ref = '', headerRowCount, totalsRowCount = '0' } = attributes
  const [area] = areasIn(ref)
  if (!area || headerRowCount === '0' || !NAME.test(displayName)) return null
  const block = blockAt(area)
  const bottom = block.bottom - Number(totalsRowCount)
  return bottom > block.top ? { name: displayName, area: areaName({ ...block, bottom }) } : null
}
