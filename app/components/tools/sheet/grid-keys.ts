import { sure } from '~~/core/ground/sure'

/** What a key means in the grid while nothing is being typed. */
export type GridKey =
  | { kind: 'move'; down: number; across: number; extend: boolean; toEdge: boolean; page: boolean }
  | { kind: 'go'; to: 'row-start' | 'sheet-start' | 'sheet-end'; extend: boolean }
  | { kind: 'next'; down: number; across: number }
  | { kind: 'operation'; id: string }
  | { kind: 'edit' }
  | { kind: 'type'; text: string }
  | { kind: 'all' }
  | { kind: 'undo' }
  | { kind: 'redo' }

const arrows: Readonly<Record<string, readonly [down: number, across: number]>> = {
  ArrowDown: [1, 0],
  ArrowUp: [-1, 0],
  ArrowRight: [0, 1],
  ArrowLeft: [0, -1],
}

const withCtrl: Readonly<Record<string, GridKey>> = {
  z: { kind: 'undo' },
  y: { kind: 'redo' },
  a: { kind: 'all' },
  b: { kind: 'operation', id: 'bold' },
  i: { kind: 'operation', id: 'italic' },
  u: { kind: 'operation', id: 'underline' },
  d: { kind: 'operation', id: 'fill-down' },
  r: { kind: 'operation', id: 'fill-right' },
  f: { kind: 'operation', id: 'find' },
}

/** A key as practitioners know it from any spreadsheet; null for one that means nothing here. */
export function gridKey(event: KeyboardEvent): GridKey | null {
  const { key, shiftKey: extend, altKey } = event
  const ctrl = event.ctrlKey || event.metaKey
  if (altKey) return null
  const arrow = arrows[key]
  if (arrow) return { kind: 'move', down: arrow[0], across: arrow[1], extend, toEdge: ctrl, page: false }
  if (ctrl && !extend && key in withCtrl) return sure(withCtrl[key])
  switch (key) {
    case 'PageDown':
      return { kind: 'move', down: 1, across: 0, extend, toEdge: false, page: true }
    case 'PageUp':
      return { kind: 'move', down: -1, across: 0, extend, toEdge: false, page: true }
    case 'Home':
      return { kind: 'go', to: ctrl ? 'sheet-start' : 'row-start', extend }
    case 'End':
      return ctrl
        ? { kind: 'go', to: 'sheet-end', extend }
        : { kind: 'move', down: 0, across: 1, extend, toEdge: true, page: false }
    case 'Enter':
      return { kind: 'next', down: extend ? -1 : 1, across: 0 }
    case 'Tab':
      return { kind: 'next', down: 0, across: extend ? -1 : 1 }
    case 'F2':
      return { kind: 'edit' }
    case 'Delete':
    case 'Backspace':
      return { kind: 'operation', id: 'clear' }
    default:
      return !ctrl && key.length === 1 ? { kind: 'type', text: key } : null
  }
}
