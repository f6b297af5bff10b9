import { RATE } from './wave'

/**
 * Samples at one rate as samples at ours. Each new one is the mean of what lies in its stretch of time, so that
 * what is too high to be kept is dampened and not folded down. Pieces may have any length: what is left over waits.
 */
export function resampler(from: number): (samples: Float32Array) => Float32Array {
  let carried: number[] = []
  /** How many samples came before those that are carried, and how many were made. */
  let gone = 0
  let count = 0
  return samples => {
    const all = [...carried, ...samples]
    const made: number[] = []
    while ((count + 1) * from <= (gone + all.length) * RATE) {
      made.push(meanOf(all, (count * from) / RATE - gone, ((count + 1) * from) / RATE - gone))
      count += 1
    }
    const used = Math.floor((count * from) / RATE) - gone
    carried = all.slice(used)
    gone += used
    return Float32Array.from(made)
  }
}

/** The mean between two places, each sample by how much of it lies between them. */
function meanOf(samples: readonly number[], from: number, to: number): number {
  let sum = 0
  for (let at = Math.floor(from); at < to; at += 1)
    sum += (samples[at] ?? 0) * (Math.min(to, at + 1) - Math.max(from, at))
  return sum / (to - from)
}

/** How loud samples are, in decibels below full scale: 0 at the loudest, -Infinity for silence. */
export function levelOf(samples: Float32Array): number {
  const power = samples.reduce((sum, sample) => sum + sample * sample, 0) / Math.max(1, samples.length)
  return 10 * Math.log10(power)
}

/** A level in words. Speech at a headset lies between about -40 and -10 dB. */
export function levelInWords(decibels: number): 'nothing heard' | 'very soft' | 'heard well' | 'too loud' {
  if (decibels < -55) return 'nothing heard'
  if (decibels < -40) return 'very soft'
  return decibels > -4 ? 'too loud' : 'heard well'
}
