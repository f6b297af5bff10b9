import type { Place } from './selection'

function placeOf(event: MouseEvent): Place | null {
  const cell = event.target instanceof Element ? event.target.closest<HTMLElement>('[data-row][data-column]') : null
  return cell ? { row: Number(cell.dataset.row), column: Number(cell.dataset.column) } : null
}

/** Clicking cells, drawing over them, and drawing on by the handle of the selection. */
export function useGridPointer(on: {
  point: (place: Place, extend: boolean) => void
  drag: (place: Place) => void
  drop: () => void
  open: (place: Place) => void
  fill: () => void
}) {
  let dragging = false

  function down(event: MouseEvent): void {
    const place = placeOf(event)
    if (!place || event.button !== 0) return
    if (event.target instanceof Element && event.target.closest('input')) return
    dragging = true
    event.preventDefault()
    if (event.target instanceof Element && event.target.closest('.handle')) on.fill()
    else on.point(place, event.shiftKey)
  }
  function move(event: MouseEvent): void {
    const place = dragging ? placeOf(event) : null
    if (place) on.drag(place)
  }
  function open(event: MouseEvent): void {
    const place = placeOf(event)
    if (place) on.open(place)
  }
  useEventListener(window, 'mouseup', () => {
    if (dragging) on.drop()
    dragging = false
  })
  return { down, move, open }
}
