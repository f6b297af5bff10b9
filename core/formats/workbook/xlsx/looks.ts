import type { Style } from 'exceljs'
import type { CellFormat } from '../../../tools/sheet/formats/cell-format'

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
  return (names.find(([until]) => hue < until) ?? names[0]!)[1]
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

const thin = { style: 'thin' } as const

/** A cell’s look as a style of a file. */
export function styleOf(format: CellFormat): Partial<Style> {
  const { number, bold, italic, underline, align, wrap, ink, fill, border, open } = format
  const sides = {
    below: { bottom: thin },
    above: { top: thin },
    around: { top: thin, bottom: thin, left: thin, right: thin },
  }
  return {
    ...(number ? { numFmt: number } : {}),
    ...(bold || italic || underline || ink
      ? {
          font: {
            ...(bold ? { bold } : {}),
            ...(italic ? { italic } : {}),
            ...(underline ? { underline } : {}),
            ...(ink ? { color: { argb: inks[ink] } } : {}),
          },
        }
      : {}),
    ...(align || wrap
      ? {
          alignment: {
            ...(align ? { horizontal: align === 'centre' ? 'center' : align } : {}),
            ...(wrap ? { wrapText: true } : {}),
          },
        }
      : {}),
    ...(fill ? { fill: { type: 'pattern', pattern: 'solid', fgColor: { argb: fills[fill] } } } : {}),
    ...(border ? { border: sides[border] } : {}),
    ...(open ? { protection: { locked: false } } : {}),
  }
}

/** A style of a file as a look of ours; what it loses is told. */
export function lookFrom(style: Partial<Style>, lost: (what: string) => void): CellFormat {
  const { numFmt, font, alignment, fill, border, protection } = style as Partial<Style> & { numFmt?: string }
  const format: CellFormat = {}
  if (numFmt && numFmt !== 'General') format.number = numFmt
  if (font?.bold) format.bold = true
  if (font?.italic) format.italic = true
  if (font?.underline && font.underline !== 'none') format.underline = true
  if (font?.strike) lost('text that is crossed out')
  if (font?.color?.argb) {
    const { ink, exact } = inkFrom(font.color.argb)
    if (!exact) lost('colours of letters, brought to the nearest of ours')
    if (ink) format.ink = ink
  }
  const horizontal = alignment?.horizontal
  if (horizontal === 'left' || horizontal === 'right') format.align = horizontal
  else if (horizontal === 'center' || horizontal === 'centerContinuous') format.align = 'centre'
  if (alignment?.wrapText) format.wrap = true
  if (alignment?.textRotation) lost('turned text')
  if (fill?.type === 'pattern' && fill.pattern !== 'none') {
    const argb = fill.fgColor?.argb
    if (argb) {
      const found = fillFrom(argb)
      if (!found.exact) lost('colours of cells, brought to the nearest of ours')
      format.fill = found.fill
    } else if (fill.fgColor?.theme !== undefined) {
      lost('colours of cells that a theme gives')
      format.fill = 'grey'
    }
  } else if (fill?.type === 'gradient') lost('cells filled with several colours')
  const side = {
    top: border?.top?.style !== undefined,
    bottom: border?.bottom?.style !== undefined,
    sides: border?.left?.style !== undefined || border?.right?.style !== undefined,
  }
  if (side.sides) format.border = 'around'
  else if (side.bottom) format.border = 'below'
  else if (side.top) format.border = 'above'
  if (protection?.locked === false) format.open = true
  return format
}
