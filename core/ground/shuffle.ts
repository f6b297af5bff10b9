import { numbersFrom } from './random'
import { sure } from './sure'

/** The same things in an order that the seed decides (Fisher and Yates). */
export function shuffled<Thing>(things: readonly Thing[], seed: number): Thing[] {
  const next = numbersFrom(seed)
  const order = [...things]
  for (let last = order.length - 1; last > 0; last -= 1) {
    const other = Math.floor(next() * (last + 1))
    const held = sure(order[last])
    order[last] = sure(order[other])
    order[other] = held
  }
  return order
}

/** So many of the things as the seed decides, in the order in which they stood. */
export function drawn<Thing>(things: readonly Thing[], count: number, seed: number): Thing[] {
  const kept = new Set(
    shuffled(
      things.map((_, index) => index),
      seed,
    ).slice(0, count),
  )
  return things.filter((_, index) => kept.has(index))
}
