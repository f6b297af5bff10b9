import { placesOf } from './checks/places'
import type { SheetState } from './state'
import { valueAt } from './workbook/workbook'

/** The number in a cell, `Berths!C66`, as a plain decimal; null where there is none. */
export function figure(state: SheetState, name: string): string | null {
  const [place] = placesOf(state.workbook, name)
  const value = place && valueAt(place.sheet, place.row, place.column)
  if (typeof value !== 'number') return null
  const text = value.toFixed(10).replace(/\.?0+$/, '')
  return text === '-0' ? '0' : text
}
