/**
 * Numbers from 0 to 1 that look random and are the same for the same seed: mulberry32, for order and for varying
 * content, never for secrets.
 */
export function numbersFrom(seed: number): () => number {
  let state = seed >>> 0
  return () => {
    state = (state + 0x6d2b79f5) >>> 0
    let mixed = Math.imul(state ^ (state >>> 15), state | 1)
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61)) ^ mixed
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296
  }
}

/** One of these things, by a random number from 0 to 1; undefined of none. */
export const pick = <Thing>(things: readonly Thing[], random: () => number): Thing | undefined =>
  things[Math.floor(random() * things.length)]
