import { sidesOf } from '../../../../core/tools/sheet/formats/borders'
import type { ShownCell } from '../../../../core/tools/sheet/viewing'

/** The classes of a cell for how it looks. A rule stands over the cell’s own format. */
export function looksOf(cell: ShownCell | undefined): string[] {
  const format = { ...cell?.format, ...cell?.marked?.look }
  const usual =
    cell?.kind === 'number' ? 'right' : cell?.kind === 'logical' || cell?.kind === 'error' ? 'centre' : 'left'
  const also = {
    'figure': cell?.kind === 'number',
    'bold': format.bold,
    'italic': format.italic,
    'underline': format.underline || cell?.link,
    'strike': format.strike,
    'wrap': format.wrap,
    'is-error': cell?.kind === 'error',
    'is-red': cell?.colour === 'red',
  }
  return [
    format.align ?? usual,
    ...(format.fill ? [`fill-${format.fill}`] : []),
    ...sidesOf(format.border).map(side => `line-${side}`),
    ...(format.border === 'total' ? ['line-double'] : []),
    ...(format.ink ? [`ink-${format.ink}`] : []),
    ...Object.entries(also).flatMap(([name, on]) => (on ? [name] : [])),
  ]
}

const colours = {
  grey: 'var(--track)',
  green: 'color-mix(in srgb, var(--act) 38%, var(--surface))',
  amber: 'color-mix(in srgb, #d59a00 45%, var(--surface))',
  red: 'color-mix(in srgb, var(--run-out) 40%, var(--surface))',
  blue: 'color-mix(in srgb, var(--inform) 38%, var(--surface))',
} as const

/** What no class says of how a cell looks: the size of its letters, and how a rule paints it. */
export const styleOf = (cell: ShownCell | undefined): Record<string, string> => ({
  ...paintOf(cell),
  ...(cell?.format?.size ? { fontSize: `${cell.format.size}pt` } : {}),
})

/** A colour between two, or a bar as long as the figure is large; nothing for other cells. */
export function paintOf(cell: ShownCell | undefined): { background: string } | undefined {
  const { scale, bar } = cell?.marked ?? {}
  if (scale) {
    // Through no colour in the middle: mixed with each other, two colours would be mud.
    const colour = colours[scale.share < 0.5 ? scale.low : scale.high]
    return {
      background: `color-mix(in srgb, ${colour} ${Math.round(Math.abs(scale.share - 0.5) * 200)}%, var(--surface))`,
    }
  }
  if (!bar) return undefined
  const end = `${Math.round(bar.share * 100)}%`
  return { background: `linear-gradient(90deg, ${colours[bar.colour]} ${end}, transparent ${end})` }
}
