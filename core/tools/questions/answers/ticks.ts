import type { Axis } from './scale'
import { asNumber, placeText, placesOn } from './scale'

/** A mark on an axis: at which number, and with which label; fine marks have none. */
export interface Tick {
  place: number
  value: number
  label: string | null
}

const MOST_LABELS = 24

/**
 * The marks of an axis between two of its places, with labels at its steps as long as those have room: else at every
 * second, fifth, tenth and so on.
 */
export function ticksOn(axis: Axis, [first, last]: readonly [number, number] = [0, placesOn(axis)]): Tick[] {
  const steps = Math.floor((last - first) / axis.fine)
  const every = [1, 2, 5, 10, 20, 50, 100, 200, 500].find(one => steps / one <= MOST_LABELS) ?? 1000
  const showsFine = (last - first) / MOST_LABELS <= 5
  const ticks: Tick[] = []
  for (let place = first; place <= last; place += 1) {
    const isStep = place % axis.fine === 0
    const isLabelled = isStep && (place / axis.fine) % every === 0
    // Where a stretch is so short that no step lies in it, its places have labels themselves.
    const text = isLabelled || last - first <= MOST_LABELS / 2 ? placeText(axis, place) : null
    if (isStep || showsFine) ticks.push({ place, value: asNumber(placeText(axis, place)), label: text })
  }
  return ticks
}
