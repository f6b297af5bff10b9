import type { Spot } from '~~/core/ground/drawing/picture'

/** Where a pointer is in a drawing, in its own units; null while it isn’t drawn. */
export function spotUnder({ clientX, clientY }: MouseEvent, drawing: SVGSVGElement): Spot | null {
  const matrix = drawing.getScreenCTM()
  if (!matrix) return null
  const { x, y } = new DOMPoint(clientX, clientY).matrixTransform(matrix.inverse())
  return { x, y }
}

/** Where the arrow keys lead, in steps: up is less than 0. Null for every other key. */
export function wayOf({ key }: KeyboardEvent): { across: number; down: number } | null {
  switch (key) {
    case 'ArrowLeft':
      return { across: -1, down: 0 }
    case 'ArrowRight':
      return { across: 1, down: 0 }
    case 'ArrowUp':
      return { across: 0, down: -1 }
    case 'ArrowDown':
      return { across: 0, down: 1 }
    default:
      return null
  }
}
