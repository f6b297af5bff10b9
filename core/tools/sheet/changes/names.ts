import { z } from 'zod'
import { areaAddress } from '../addresses'
import { define, forget } from '../ops/naming'
import { dropTable, makeTable } from '../ops/tables'
import { change, name, on, short } from './change'

export const tableMake = change(
  'table.make',
  { ...on, area: areaAddress, name },
  {
    made: (workbook, op) => makeTable(workbook, op.sheet, op.area, op.name),
    told: op => `Made ${op.sheet}, ${op.area} the table ${op.name}.`,
  },
)

export const tableRemove = change(
  'table.remove',
  { name },
  {
    made: (workbook, op) => dropTable(workbook, op.name),
    told: op => `Made the table ${op.name} a plain list.`,
  },
)

export const nameDefine = change(
  'name.define',
  { name, refers: z.string().min(1).max(8192) },
  {
    made: (workbook, op) => define(workbook, op.name, op.refers),
    told: op => `Gave the name ${op.name} to ${short(op.refers)}.`,
  },
)

export const nameRemove = change(
  'name.remove',
  { name },
  {
    made: (workbook, op) => forget(workbook, op.name),
    told: op => `Took the name ${op.name} away.`,
  },
)
