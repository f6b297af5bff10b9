import type { Page } from '../../workbook/features/page'

/** Paper by its number in files (ISO/IEC 29500-1, 18.3.1.63). */
export const PAPERS: Readonly<Record<Page['paper'], number>> = { A3: 8, A4: 9, A5: 11 }

/** A row’s height in points where none was set, and a column’s width in letters. */
export const PLAIN_HEIGHT = 18.75
export const PLAIN_WIDTH = 9

const INCH = 25.4
export const marginInInches = (millimetres: number): number => Number((millimetres / INCH).toFixed(4))
export const marginInMillimetres = (inches: number): number => Math.min(80, Number((inches * INCH).toFixed(1)))

const FIELDS: readonly (readonly [ours: string, theirs: string])[] = [
  ['{page}', '&P'],
  ['{pages}', '&N'],
  ['{sheet}', '&A'],
  ['{day}', '&D'],
]

/** The top or foot of a page as files write it: parts by &L, &C and &R (18.3.1.46). */
export function pageWords({ left, centre, right }: Page['header']): string {
  const part = (mark: string, text: string | undefined): string =>
    text
      ? mark + FIELDS.reduce((words, [ours, theirs]) => words.replaceAll(ours, theirs), text.replaceAll('&', '&&'))
      : ''
  return part('&L', left) + part('&C', centre) + part('&R', right)
}

/** The same read from a file; fonts and sizes are passed over. */
export function wordsFrom(text: string): Page['header'] {
  const parts: { left: string; centre: string; right: string } = { left: '', centre: '', right: '' }
  let at: keyof typeof parts = 'centre'
  for (const [token] of text.matchAll(/&[LCR]|&&|&"[^"]*"|&K[0-9A-Fa-f]{6}|&\d+|&[A-Z]|[^&]+/g)) {
    if (token === '&L' || token === '&C' || token === '&R')
      at = { '&L': 'left', '&C': 'centre', '&R': 'right' }[token] as typeof at
    else if (token === '&&') parts[at] += '&'
    else if (token.startsWith('&')) parts[at] += FIELDS.find(([, theirs]) => theirs === token)?.[0] ?? ''
    else parts[at] += token
  }
  return Object.fromEntries(
    Object.entries(parts)
      .filter(([, words]) => words !== '')
      .map(([key, words]) => [key, words.slice(0, 200)]),
  )
}
