import type { ShownCell } from '../../../../core/tools/sheet/viewing'

/** How wide a figure is for each pixel of its size, in the letters that the sheet has for them. */
const FIGURE = 0.62
const PIXELS = 14
const PADDING = 11

/** How many figures have room in a cell so many pixels wide. */
export function figuresIn(pixels: number, format: ShownCell['format']): number {
  const size = format?.size ? (format.size * 96) / 72 : PIXELS
  return Math.max(1, Math.floor((pixels - PADDING) / (size * FIGURE)))
}

/**
 * A number as it is shown where so many figures have room. With a format of its own it isn’t shown in part, which
 * would be another number; without one it is rounded to what fits.
 */
export function fitted(text: string, hasFormat: boolean, room: number): string {
  if (text.length <= room) return text
  const full = '#'.repeat(room)
  if (hasFormat) return full
  const number = Number(text)
  for (let figures = 15; figures > 0; figures -= 1) {
    const rounded = String(Number(number.toPrecision(figures)))
    // A whole part that isn’t told in full would be another number, but for one in powers of ten.
    const told = rounded.includes('e') || figures >= String(Math.trunc(Math.abs(number))).length
    if (told && rounded.length <= room) return rounded.toUpperCase()
    const powers = number.toExponential(figures - 1).replace(/\.?0*e\+?/, 'E')
    if (powers.length <= room) return powers
  }
  return full
}

/** What a cell shows in its width. */
export function shownIn(cell: ShownCell | undefined, pixels: number): string {
  if (cell?.kind !== 'number') return cell?.text ?? ''
  const code = cell.format?.number ?? ''
  return fitted(cell.text, code !== '' && code !== 'General', figuresIn(pixels, cell.format))
}
