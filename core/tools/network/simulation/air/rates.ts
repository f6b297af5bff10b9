import type { Width } from '../../settings/bands'

/**
 * From which level on, in dBm at 20 MHz, a receiver makes out so many bits of a symbol, of which such a share is data
 * (IEEE 802.11ax, 27.3.20.2: receiver minimum input sensitivity; the levels that all receivers have to reach).
 */
const STEPS: readonly { level: number; bits: number; share: number }[] = [
  { level: -82, bits: 1, share: 1 / 2 },
  { level: -79, bits: 2, share: 1 / 2 },
  { level: -77, bits: 2, share: 3 / 4 },
  { level: -74, bits: 4, share: 1 / 2 },
  { level: -70, bits: 4, share: 3 / 4 },
  { level: -66, bits: 6, share: 2 / 3 },
  { level: -65, bits: 6, share: 3 / 4 },
  { level: -64, bits: 6, share: 5 / 6 },
  { level: -59, bits: 8, share: 3 / 4 },
  { level: -57, bits: 8, share: 5 / 6 },
  { level: -54, bits: 10, share: 3 / 4 },
  { level: -52, bits: 10, share: 5 / 6 },
]
/** Carriers of data in a channel, and how long a symbol lasts in microseconds with its interval (27.5, 27.3.11). */
const CARRIERS: Readonly<Record<Width, number>> = { 20: 234, 40: 468, 80: 980, 160: 1960 }
const SYMBOL_US = 13.6

/** How much louder a wider channel has to be heard: its noise is spread as widely, in decibels. */
const forWidth = (width: Width): number => 3 * Math.log2(width / 20)

/** How fast one stream of data goes at a level in dBm, in Mbit/s; null where nothing is made out. */
export function rateAt(level: number, width: Width): number | null {
  const step = STEPS.findLast(one => level >= one.level + forWidth(width))
  return step ? Math.round(((CARRIERS[width] * step.bits * step.share) / SYMBOL_US) * 10) / 10 : null
}

/** Noise of the air and of the receiver itself in a channel, in dBm: thermal noise at 290 K, and 7 dB. */
export const noiseIn = (width: Width): number => -174 + 10 * Math.log10(width * 1_000_000) + 7
