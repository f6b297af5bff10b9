import type { CellFormat } from '../formats/cell-format'
import { isError } from '../formula/values'
import type { Marked } from '../rules/marking'

export interface ShownCell {
  row: number
  column: number
  text: string
  kind: 'number' | 'text' | 'logical' | 'error'
  formula: boolean
  format?: CellFormat
  colour?: string
  /** How it stands out by rule. */
  marked?: Marked
  /** Whether there is a note on it, and whether it leads somewhere. */
  note?: true
  link?: true
}

export function kindOf(value: unknown): ShownCell['kind'] {
  if (typeof value === 'number') return 'number'
  if (typeof value === 'boolean') return 'logical'
  return isError(value) ? 'error' : 'text'
}
