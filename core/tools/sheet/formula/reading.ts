import { sure } from '../../../ground/sure'
import { boundsOf, readReference } from './references'

const SHEETED = /^(?:(?:'((?:[^']|'')+)'|([A-Za-z_][\w.]*))!)?(.+)$/s

/** An area by its name, with or without a sheet: B2, Rates!A1:C3, ‘Berth list’!A:A. Null for anything else. */
export function readFormulaReference(text: string) {
  const match = SHEETED.exec(text.trim())
  const reference = match ? readReference(sure(match[3])) : null
  if (!match || !reference) return null
  return { sheet: match[1]?.replaceAll("''", "'") ?? match[2] ?? null, bounds: boundsOf(reference) }
}
