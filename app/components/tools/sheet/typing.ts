import { sure } from '../../../../core/ground/sure'
import { areaName, sheetInFormula } from '../../../../core/tools/sheet/formula/references'
import type { Block, Place } from './selection'

/** What is being typed, and for which cell. */
export interface Typing {
  sheet: string
  place: Place
  text: string
  /** As it was before. */
  before: string
  /** Begun with a key over what was there: arrows end it, or point to cells in a formula. */
  over: boolean
  caret: number
  /** The reference that was pointed to last, by its place in the text: pointing on replaces it. */
  pointed: { from: number; to: number } | null
}

/** Whether a reference can stand at the caret, so that a click on a cell means its address. */
export function canPoint({ text, caret, pointed }: Typing): boolean {
  if (!text.startsWith('=')) return false
  if (pointed?.to === caret) return true
  const before = text.slice(0, caret).trimEnd()
  return /[=+\-*/^&(,;<>:{~]$/.test(before)
}

/** The text with a reference to these cells at the caret. */
export function pointedTo(typing: Typing, block: Block, sheet: string): Typing {
  const name = `${sheet === typing.sheet ? '' : `${sheetInFormula(sheet)}!`}${areaName(block)}`
  const from = typing.pointed?.from ?? typing.caret
  const to = typing.pointed?.to ?? typing.caret
  const text = typing.text.slice(0, from) + name + typing.text.slice(to)
  return { ...typing, text, caret: from + name.length, pointed: { from, to: from + name.length } }
}

const REFERENCE = /\$?[A-Za-z]{1,3}\$?\d{1,7}(?::\$?[A-Za-z]{1,3}\$?\d{1,7})?/g
const NEXT_FIXED = [
  (column: string, row: string) => `$${column}$${row}`,
  (column: string, row: string) => `${column}$${row}`,
  (column: string, row: string) => `$${column}${row}`,
  (column: string, row: string) => column + row,
]

/** A corner with the next of its four ways to stay when it is copied; `like`: as another corner goes on. */
function cornerFixed(corner: string, like: string): string {
  const [, columnFixed, , rowFixed] = sure(/^(\$?)([A-Za-z]+)(\$?)(\d+)$/.exec(like))
  const [, , column, , row] = sure(/^(\$?)([A-Za-z]+)(\$?)(\d+)$/.exec(corner))
  const now = columnFixed ? (rowFixed ? 1 : 3) : rowFixed ? 2 : 0
  return sure(NEXT_FIXED[now])(sure(column), sure(row))
}

/** The reference at the caret with the next of its four ways to stay when it is copied: A1, $A$1, A$1, $A1. */
export function fixedOtherwise(typing: Typing): Typing {
  for (const match of typing.text.matchAll(REFERENCE)) {
    const [from, to] = [match.index, match.index + match[0].length]
    if (typing.caret < from || typing.caret > to) continue
    const corners = match[0].split(':')
    const next = corners.map(corner => cornerFixed(corner, sure(corners[0]))).join(':')
    return { ...typing, text: typing.text.slice(0, from) + next + typing.text.slice(to), caret: from + next.length }
  }
  return typing
}
