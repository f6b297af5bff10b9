/** The bands of radios, by the gigahertz in which they are spoken of. */
export const BANDS = ['2.4', '5', '6'] as const
export type Band = (typeof BANDS)[number]
/** How wide a channel can be, in megahertz. */
export const WIDTHS = [20, 40, 80, 160] as const
export type Width = (typeof WIDTHS)[number]

/** A row of channels of 20 MHz, each next to the last. */
interface Run {
  first: number
  last: number
}

/** Runs of channels (IEEE 802.11, annex E). Those of 2.4 GHz are closer together than they are wide. */
const RUNS: Readonly<Record<Exclude<Band, '2.4'>, readonly Run[]>> = {
  5: [
    { first: 36, last: 64 },
    { first: 100, last: 144 },
    { first: 149, last: 161 },
  ],
  6: [{ first: 1, last: 233 }],
}
/** The frequency of which a channel's number counts steps of 5 MHz. */
const STARTS: Readonly<Record<Band, number>> = { 2.4: 2407, 5: 5000, 6: 5950 }
const STEP = 5
const CHANNELS_OF_2_4 = { first: 1, last: 13 }
/** From one channel of 20 MHz to the next one beside it. */
const NEXT = 4

/** What a radio is on: the middle and the width of its channel, in megahertz. */
export interface Channel {
  middle: number
  width: Width
}

const isIn = (number: number, { first, last }: Run, by: number): boolean =>
  number >= first && number <= last && (number - first) % by === 0

/**
 * The channel with a number in a band, and the others that it takes along with a width: in 2.4 GHz the next one above
 * it where there is one, else below; in the others those of its block. Null where the band hasn't got it.
 */
export function channelOf(band: Band, number: number, width: Width): Channel | null {
  const middle = STARTS[band] + number * STEP
  if (band === '2.4') {
    if (!isIn(number, CHANNELS_OF_2_4, 1) || width > 40) return null
    const towards = number + NEXT <= CHANNELS_OF_2_4.last ? 1 : -1
    return { middle: width === 20 ? middle : middle + towards * 10, width }
  }
  const run = RUNS[band].find(one => isIn(number, one, NEXT))
  if (!run) return null
  const block = width / 20
  const start = Math.floor((number - run.first) / NEXT / block) * block
  const [lowest, highest] = [run.first + start * NEXT, run.first + (start + block - 1) * NEXT]
  if (highest > run.last) return null
  return { middle: STARTS[band] + ((lowest + highest) / 2) * STEP, width }
}

/** The channel of a band that is taken where none is told. */
export const FIRST_CHANNEL: Readonly<Record<Band, number>> = { 2.4: 1, 5: 36, 6: 1 }

/** What numbers a band has, in words. */
export const CHANNELS_IN_WORDS: Readonly<Record<Band, string>> = {
  2.4: '1 to 13',
  5: '36, 40 … 64, 100, 104 … 144, 149, 153 … 161',
  6: '1, 5 … 233',
}

/** Which share of what is sent on one channel falls into another: 0 to 1. */
export function shareIn(sent: Channel, heard: Channel): number {
  const [low, high] = [
    Math.max(sent.middle - sent.width / 2, heard.middle - heard.width / 2),
    Math.min(sent.middle + sent.width / 2, heard.middle + heard.width / 2),
  ]
  return Math.max(0, high - low) / sent.width
}
