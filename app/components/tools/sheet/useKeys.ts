import type { SheetOnScreen } from '~~/core/tools/sheet/viewing'
import type { WorkOnTask } from '~/composables/useWork'
import { sure } from '~~/core/ground/sure'
import { gridKey } from './grid-keys'
import type { GridKey } from './grid-keys'
import type { Place } from './selection'
import { canPoint, fixedOtherwise } from './typing'
import type { Typing } from './typing'
import type { useSheet } from './useSheet'

/** Nothing else takes this key. */
function stopped(event: KeyboardEvent): void {
  event.preventDefault()
  event.stopPropagation()
}

/**
 * Keys in the grid and while something is typed. `back` gives the grid the focus; `pageRows`: rows of a page; `begin`
 * does an operation by its name, or asks for what it needs.
 */
export function useSheetKeys(
  sheet: ReturnType<typeof useSheet>,
  work: WorkOnTask<SheetOnScreen>,
  back: () => void,
  pageRows: () => number,
  begin: (operation: string) => void,
) {
  const { seen, selected, about, typing, help, completion } = sheet

  /** The first place from one on whose row and column are shown. */
  function shownFrom({ row, column }: Place, { down, across }: { down: number; across: number }): Place {
    const { heights = {}, widths = {} } = seen.value ?? {}
    const to = { row, column }
    while (down !== 0 && heights[to.row] === 0 && to.row > 0) to.row += Math.sign(down)
    while (across !== 0 && widths[to.column] === 0 && to.column > 0) to.column += Math.sign(across)
    // Where nothing more is shown that way, the cursor stays.
    return heights[to.row] === 0 || widths[to.column] === 0 ? selected.value.corner : to
  }

  async function keyInGrid(event: KeyboardEvent) {
    if (typing.value) return keyWhileTyping(event)
    const key = gridKey(event)
    if (!key) return
    event.preventDefault()
    // A question mark is typed here, and opens no help.
    event.stopPropagation()
    await act(key)
  }

  async function act(key: GridKey) {
    const { cursor, corner } = selected.value
    switch (key.kind) {
      case 'move': {
        const from = key.extend ? corner : cursor
        const step = key.page ? pageRows() : 1
        if (key.toEdge) {
          const edge = await work.ask({ kind: 'edge', ...from, down: key.down, across: key.across })
          if (edge) sheet.go(edge, key.extend)
        } else
          sheet.go(
            shownFrom({ row: from.row + key.down * step, column: from.column + key.across * step }, key),
            key.extend,
          )
        return
      }
      case 'go': {
        const extent = seen.value?.extent ?? { rows: 1, columns: 1 }
        const to = {
          'row-start': { row: (key.extend ? corner : cursor).row, column: 0 },
          'sheet-start': { row: 0, column: 0 },
          'sheet-end': { row: extent.rows - 1, column: extent.columns - 1 },
        }[key.to]
        return sheet.go(to, key.extend)
      }
      case 'next':
        return sheet.go(shownFrom({ row: cursor.row + key.down, column: cursor.column + key.across }, key), false)
      case 'all': {
        const list = about.value?.list
        if (list)
          selected.value = {
            cursor: { row: list.top, column: list.left },
            corner: { row: list.bottom, column: list.right },
          }
        return
      }
      case 'edit':
        return sheet.begin(null)
      case 'type':
        return sheet.begin(key.text)
      case 'undo':
      case 'redo':
        await sheet.operate({ type: key.kind })
        return
      case 'operation':
        begin(key.id)
    }
  }

  async function keyWhileTyping(event: KeyboardEvent) {
    const now = sure(typing.value)
    const { key, shiftKey, altKey } = event
    const options = help.value?.options.length ?? 0
    const stop = () => stopped(event)
    if (key === 'Escape') {
      stop()
      sheet.cancel()
      back()
    } else if (altKey && options > 0 && (key === 'ArrowDown' || key === 'ArrowUp')) {
      stop()
      completion.value = (completion.value + (key === 'ArrowDown' ? 1 : options - 1)) % options
    } else if (key === 'Tab' && !shiftKey && options > 0) {
      stop()
      sheet.complete(completion.value)
    } else if (key === 'F4') {
      stop()
      typing.value = fixedOtherwise(now)
    } else if (key === 'Enter' || key === 'Tab') {
      stop()
      const step = shiftKey ? -1 : 1
      await commitAndGo(now, key === 'Enter' ? step : 0, key === 'Tab' ? step : 0)
    } else if (now.over) await arrowWhileTyping(event, now)
  }

  /** Begun over what was there: arrows point to cells in a formula, and leave anything else. */
  async function arrowWhileTyping(event: KeyboardEvent, now: Typing) {
    const arrow = gridKey(event)
    if (arrow?.kind !== 'move' || event.ctrlKey || arrow.page) return
    if (canPoint(now)) {
      stopped(event)
      sheet.pointBy(arrow.down, arrow.across, arrow.extend)
    } else if (!now.text.startsWith('=')) {
      stopped(event)
      await commitAndGo(now, arrow.down, arrow.across)
    }
  }

  async function commitAndGo({ place }: Typing, down: number, across: number): Promise<void> {
    const from = document.activeElement
    await keysAfter(async () => {
      if (!(await sheet.commit())) return
      unlessElsewhere(from, back)
      sheet.go({ row: place.row + down, column: place.column + across }, false)
    })
  }

  return { keyInGrid, keyWhileTyping }
}
