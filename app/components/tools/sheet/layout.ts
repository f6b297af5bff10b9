import type { SheetWindow } from '~~/core/tools/sheet/viewing'

export const ROW_HEIGHT = 25
export const COLUMN_WIDTH = 92
export const HEAD_WIDTH = 46
export const HEAD_HEIGHT = 26

/** Rows or columns that are drawn, with their sizes in pixels: those that stay, then from the first on. */
export function drawn(
  first: number,
  frozen: number,
  room: number,
  sizes: Readonly<Record<number, number>>,
  usual: number,
  most: number,
): { at: number; size: number }[] {
  const lines: { at: number; size: number }[] = []
  let used = 0
  const add = (at: number): void => {
    const size = sizes[at] ?? usual
    // Hidden.
    if (size === 0) return
    lines.push({ at, size })
    used += size
  }
  for (let at = 0; at < frozen && used < room; at += 1) add(at)
  for (let at = Math.max(first, frozen); used < room && at < most; at += 1) add(at)
  return lines
}

/** The lines that have no size, rising. */
export const hiddenAmong = (sizes: Readonly<Record<number, number>>): number[] =>
  Object.entries(sizes).flatMap(([line, size]) => (size === 0 ? [Number(line)] : []))

/** The line that comes first after so many steps of scrolling beyond those that stay. `hidden`: rising. */
export function lineAfter(steps: number, frozen: number, hidden: readonly number[]): number {
  let line = frozen + steps
  for (const one of hidden) {
    if (one > line) break
    if (one >= frozen) line += 1
  }
  return line
}

/** How many steps of scrolling it takes until a line comes first. */
export const stepsTo = (line: number, frozen: number, hidden: readonly number[]): number =>
  line - frozen - hidden.filter(one => one >= frozen && one < line).length

/** How many cells around what is seen are asked for with it, so that scrolling rarely waits. */
const MARGIN = 40

/** The window to ask for: it moves in steps, not with every row. */
export function windowFor(first: { row: number; column: number }, seen: { rows: number; columns: number }) {
  const top = Math.max(0, Math.floor((first.row - MARGIN) / MARGIN) * MARGIN)
  const left = Math.max(0, Math.floor((first.column - 8) / 8) * 8)
  return {
    kind: 'window',
    top,
    left,
    rows: Math.min(400, Math.ceil((seen.rows + 3 * MARGIN) / MARGIN) * MARGIN),
    columns: Math.min(120, Math.ceil((seen.columns + 24) / 8) * 8),
  } as const
}

/** The first row or column that shows a place, where it is to be in sight; the one that is first now if it is. */
export function firstToShow(
  at: number,
  first: number,
  frozen: number,
  room: number,
  sizes: Readonly<Record<number, number>>,
  usual: number,
): number {
  if (at < frozen) return first
  if (at < first) return at
  let left = room
  for (let line = 0; line < frozen; line += 1) left -= sizes[line] ?? usual
  let from = at
  for (left -= sizes[at] ?? usual; from > frozen; from -= 1) {
    left -= sizes[from - 1] ?? usual
    if (left < 0) break
  }
  return Math.max(first, from)
}

const placeKey = (row: number, column: number): number => row * 16_384 + column

export interface Span {
  rows: number
  columns: number
  /** The cell whose contents are shown. */
  of: { row: number; column: number }
}

/** Merged cells among the lines that are drawn: how far each reaches, and null for those that it covers. */
export function spansOf(
  merged: SheetWindow['merged'],
  rows: readonly { at: number }[],
  columns: readonly { at: number }[],
): Map<number, Span | null> {
  const spans = new Map<number, Span | null>()
  for (const { top, left, bottom, right } of merged) {
    const down = rows.filter(({ at }) => at >= top && at <= bottom)
    const across = columns.filter(({ at }) => at >= left && at <= right)
    for (const row of down) for (const column of across) spans.set(placeKey(row.at, column.at), null)
    if (down[0] && across[0])
      spans.set(placeKey(down[0].at, across[0].at), {
        rows: down.length,
        columns: across.length,
        of: { row: top, column: left },
      })
  }
  return spans
}
export const spanAt = (spans: Map<number, Span | null>, row: number, column: number) => spans.get(placeKey(row, column))

/** Cells of a window by their place. */
export function cellsByPlace(window: SheetWindow | null): Map<number, SheetWindow['cells'][number]> {
  return new Map(window?.cells.map(cell => [placeKey(cell.row, cell.column), cell]))
}
