import type { Fill as FillOfFile, Font, Style } from 'exceljs'
import { sure } from '../../../../ground/sure'
import { borderOf, sides, sidesOf } from '../../formats/borders'
import type { BorderName } from '../../formats/borders'
import type { CellFormat } from '../../formats/cell-format'

type Fill = NonNullable<CellFormat['fill']>
type Ink = NonNullable<CellFormat['ink']>

/** Our colours by name, as a file writes them: opacity, red, green, blue. */
export const fills: Readonly<Record<Fill, string>> = {
  grey: 'FFDDE2E0',
  green: 'FFC6E5DC',
  amber: 'FFF6DFA4',
  red: 'FFF4C9B6',
  blue: 'FFC8D5E6',
}
export const inks: Readonly<Record<Ink, string>> = {
  soft: 'FF5D6B67',
  good: 'FF0B5F56',
  warn: 'FF8A5F00',
  bad: 'FFB83A0E',
  accent: 'FF2A5B8C',
}

/** Hue 0 to 360 and saturation 0 to 1 of a colour. */
function hueOf(argb: string): { hue: number; saturation: number } {
  const [red, green, blue] = [2, 4, 6].map(at => Number.parseInt(argb.slice(at, at + 2), 16) / 255) as [
    number,
    number,
    number,
  ]
  const [most, least] = [Math.max(red, green, blue), Math.min(red, green, blue)]
  const span = most - least
  if (span === 0) return { hue: 0, saturation: 0 }
  const sixth =
    most === red ? ((green - blue) / span + 6) % 6 : most === green ? (blue - red) / span + 2 : (red - green) / span + 4
  return { hue: sixth * 60, saturation: span / most }
}

function nearest<Name extends string>(argb: string, names: readonly [until: number, name: Name][], grey: Name): Name {
  const { hue, saturation } = hueOf(argb)
  if (saturation < 0.08) return grey
  return (names.find(([until]) => hue < until) ?? sure(names[0]))[1]
}

/** The colour of ours that comes nearest; `exact` where it is that. */
export function fillFrom(argb: string): { fill: Fill; exact: boolean } {
  const known = (Object.keys(fills) as Fill[]).find(name => fills[name] === argb.toUpperCase())
  if (known) return { fill: known, exact: true }
  const names: [number, Fill][] = [
    [26, 'red'],
    [70, 'amber'],
    [185, 'green'],
    [300, 'blue'],
    [361, 'red'],
  ]
  return { fill: nearest(argb, names, 'grey'), exact: false }
}

export function inkFrom(argb: string): { ink: Ink | undefined; exact: boolean } {
  const known = (Object.keys(inks) as Ink[]).find(name => inks[name] === argb.toUpperCase())
  if (known) return { ink: known, exact: true }
  if (argb.slice(2).toUpperCase() === '000000') return { ink: undefined, exact: true }
  const names: [number, Ink][] = [
    [26, 'bad'],
    [70, 'warn'],
    [185, 'good'],
    [300, 'accent'],
    [361, 'bad'],
  ]
  return { ink: nearest(argb, names, 'soft'), exact: false }
}

export const EDGES = { above: 'top', right: 'right', below: 'bottom', left: 'left' } as const
function linesOf(border: BorderName): Partial<Style['border']> {
  const double = { style: border === 'total' ? 'double' : 'thin' } as const
  const lines = sidesOf(border).map(side => [EDGES[side], side === 'below' ? double : { style: 'thin' }] as const)
  return Object.fromEntries(lines)
}
/** The size that letters have where nothing is said of it. */
export const USUAL_SIZE = 11

const fontOf = ({ bold, italic, underline, strike, size, ink }: CellFormat): Partial<Font> => ({
  ...(bold ? { bold } : {}),
  ...(italic ? { italic } : {}),
  ...(underline ? { underline } : {}),
  ...(strike ? { strike } : {}),
  ...(size ? { size } : {}),
  ...(ink ? { color: { argb: inks[ink] } } : {}),
})

/** A cell’s look as a style of a file. */
export function styleOf(format: CellFormat): Partial<Style> {
  const { number, align, wrap, fill, border, open } = format
  const font = fontOf(format)
  return {
    ...(number ? { numFmt: number } : {}),
    ...(Object.keys(font).length > 0 ? { font } : {}),
    ...(align || wrap
      ? {
          alignment: {
            ...(align ? { horizontal: align === 'centre' ? 'center' : align } : {}),
            ...(wrap ? { wrapText: true } : {}),
          },
        }
      : {}),
    ...(fill ? { fill: { type: 'pattern', pattern: 'solid', fgColor: { argb: fills[fill] } } } : {}),
    ...(border ? { border: linesOf(border) } : {}),
    ...(open ? { protection: { locked: false } } : {}),
  }
}

/** Points as a look of ours says them: nothing for those that all letters of a file have. */
export const sizeFrom = (points: number, usual: number): number | undefined =>
  points === usual ? undefined : Math.min(48, Math.max(6, Math.round(points)))

const ALIGNED: ReadonlyMap<string, CellFormat['align']> = new Map([
  ['left', 'left'],
  ['right', 'right'],
  ['center', 'centre'],
  ['centerContinuous', 'centre'],
])

type Lost = (what: string) => void

function lettersFrom(
  { bold, italic, underline, strike, size: points, color }: Partial<Font>,
  lost: Lost,
  usual: number,
) {
  const format: CellFormat = {}
  if (bold) format.bold = true
  if (italic) format.italic = true
  if (underline && underline !== 'none') format.underline = true
  if (strike) format.strike = true
  const size = points && sizeFrom(points, usual)
  if (size) format.size = size
  if (!color?.argb) return format
  const { ink, exact } = inkFrom(color.argb)
  if (!exact) lost('colours of letters, brought to the nearest of ours')
  if (ink) format.ink = ink
  return format
}

function filledFrom(fill: FillOfFile, lost: Lost): CellFormat['fill'] {
  if (fill.type === 'gradient') lost('cells filled with several colours')
  if (fill.type !== 'pattern' || fill.pattern === 'none') return undefined
  const argb = fill.fgColor?.argb
  if (argb) {
    const found = fillFrom(argb)
    if (!found.exact) lost('colours of cells, brought to the nearest of ours')
    return found.fill
  }
  if (fill.fgColor?.theme === undefined) return undefined
  lost('colours of cells that a theme gives')
  return 'grey'
}

/** A style of a file as a look of ours; what it loses is told. `usual`: the points of the file’s letters. */
export function lookFrom(style: Partial<Style>, lost: (what: string) => void, usual = USUAL_SIZE): CellFormat {
  const { numFmt, font, alignment, fill, border, protection } = style as Partial<Style> & { numFmt?: string }
  const format = font ? lettersFrom(font, lost, usual) : {}
  if (numFmt && numFmt !== 'General') format.number = numFmt
  const align = ALIGNED.get(alignment?.horizontal ?? '')
  if (align) format.align = align
  if (alignment?.wrapText) format.wrap = true
  if (alignment?.textRotation) lost('turned text')
  const filled = fill && filledFrom(fill, lost)
  if (filled) format.fill = filled
  const drawn = sides.filter(side => border?.[EDGES[side]]?.style !== undefined)
  const lines = borderOf(drawn, border?.bottom?.style === 'double')
  if (lines) format.border = lines
  if (protection?.locked === false) format.open = true
  return format
}
