/**
 * Numbers from 0 to 1 that look random and are the same for the same seed: mulberry32, for order alone, never for
 * secrets.
 */
function numbersFrom(seed: number): () => number {
  let state = seed >>> 0
  return () => {
    state = (state + 0x6d2b79f5) >>> 0
    let mixed = Math.imul(state ^ (state >>> 15), state | 1)
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61)) ^ mixed
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296
  }
}

/** The same things in an order that the seed decides (Fisher and Yates). */
export function shuffled<Thing>(things: readonly Thing[], seed: number): Thing[] {
  const next = numbersFrom(seed)
  const order = [...things]
  for (let last = order.length - 1; last > 0; last -= 1) {
    const other = Math.floor(next() * (last + 1))
    const held = order[last]!
    order[last] = order[other]!
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
