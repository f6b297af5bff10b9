import { boundsOf, MOST_COLUMNS, MOST_ROWS } from '../formula/references'
import { partsOf } from '../formula/parser'
import type { Node } from '../formula/parser'
import type { Area } from '../formula/values'
import { meaningOf } from '../workbook/tables'
import { sheetNumber } from '../workbook/workbook'
import type { Workbook } from '../workbook/workbook'

/** What a formula stands on. */
export interface Precedents {
  areas: readonly Area[]
  /** Whether it may stand on other cells too: which, shows when it is worked out. */
  open: boolean
}

/** Functions whose cells are only known once they are worked out, or that ask which rows are shown. */
const OPEN: ReadonlySet<string> = new Set(['OFFSET', 'INDIRECT', 'SUBTOTAL'])
/** Functions that ask of their first argument where it lies, and never what stands there. */
const PLACES: ReadonlySet<string> = new Set(['OFFSET', 'ROW', 'COLUMN', 'SHEET', 'AREAS'])
const MOST_NAMES = 32

type Call = Extract<Node, { kind: 'call' }>

function areaOf(node: Node, sheet: number, workbook: Workbook): Area | null {
  if (node.kind !== 'reference') return null
  const { reference } = node
  const on = reference.sheet === null ? sheet : sheetNumber(workbook, reference.sheet)
  return on < 0 ? null : { sheet: on, ...boundsOf(reference) }
}

/** SUMIF and AVERAGEIF take as much of their third area as their first is large; null where that isn't known. */
function takenBeside(
  { name, args: [first, , values] }: Call,
  read: (node: Node) => Area | null,
): Area | null | undefined {
  if (!values || (name !== 'SUMIF' && name !== 'AVERAGEIF')) return undefined
  const [where, from] = [first ? read(first) : null, read(values)]
  if (!where || !from) return null
  return {
    sheet: from.sheet,
    top: from.top,
    left: from.left,
    bottom: Math.min(MOST_ROWS - 1, from.top + where.bottom - where.top),
    right: Math.min(MOST_COLUMNS - 1, from.left + where.right - where.left),
  }
}

/** Every area that a formula in a row of a sheet names, straight or by a name. */
export function precedentsOf(tree: Node, sheet: number, row: number, workbook: Workbook, depth = 0): Precedents {
  const areas: Area[] = []
  const places = new Set<Node>()
  let open = false
  for (const part of partsOf(tree)) {
    if (part.kind === 'reference') {
      if (places.has(part)) continue
      const found = areaOf(part, sheet, workbook)
      if (found) areas.push(found)
    } else if (part.kind === 'name') {
      const meant = meaningOf(workbook, part.name, row)
      if (!meant || depth > MOST_NAMES) continue
      const inner = precedentsOf(meant, sheet, row, workbook, depth + 1)
      areas.push(...inner.areas)
      open ||= inner.open
    } else if (part.kind === 'infix' && part.operator === ':') {
      open = true
    } else if (part.kind === 'call') {
      if (OPEN.has(part.name)) open = true
      if (PLACES.has(part.name) && part.args[0]) places.add(part.args[0])
      const taken = takenBeside(part, node => areaOf(node, sheet, workbook))
      if (taken) areas.push(taken)
      open ||= taken === null
    }
  }
  return { areas, open }
}
