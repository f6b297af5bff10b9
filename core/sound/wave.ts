import * as library from 'wavefile'

/** Samples a second: speech up to 7 kHz, as ITU-T G.722 has it for wideband telephony. */
export const RATE = 16_000
/** One byte for each sample: ITU-T G.711, μ-law. */
const MU_LAW = 7

// A bundler takes the package as a module, Node as a script: its one class comes either way.
const { WaveFile } = 'default' in library ? (library as unknown as { default: typeof library }).default : library

/** How long so many bytes of sound are, in seconds. */
export const secondsOf = (bytes: number): number => bytes / RATE

/** Samples, from -1 to 1, as a WAVE file of one channel in μ-law. */
export function pieceOf(samples: Float32Array): Uint8Array<ArrayBuffer> {
  const whole = Int16Array.from(samples, sample => Math.round(Math.max(-1, Math.min(1, sample)) * 32_767))
  const wave = new WaveFile()
  wave.fromScratch(1, RATE, '16', whole)
  wave.toMuLaw()
  return new Uint8Array(wave.toBuffer())
}

/** The μ-law bytes of a piece; null for what is no WAVE file of one channel in μ-law at our rate. Never throws. */
export function soundIn(file: Uint8Array): Uint8Array<ArrayBuffer> | null {
  try {
    const wave = new WaveFile(file)
    // What the package read from the file's `fmt ` and `data` chunks.
    const { audioFormat, numChannels, sampleRate } = wave.fmt as Record<string, unknown>
    const { samples } = wave.data as { samples?: ArrayLike<number> }
    const ours = wave.container === 'RIFF' && audioFormat === MU_LAW && numChannels === 1 && sampleRate === RATE
    return ours && samples && samples.length > 0 ? Uint8Array.from(samples) : null
  } catch {
    return null
  }
}

/** What was said in pieces that follow each other, as one sound. What is no piece is left out. */
export function joined(files: readonly Uint8Array[]): Uint8Array<ArrayBuffer> {
  const sounds = files.flatMap(file => soundIn(file) ?? [])
  const all = new Uint8Array(sounds.reduce((sum, { length }) => sum + length, 0))
  let at = 0
  for (const sound of sounds) {
    all.set(sound, at)
    at += sound.length
  }
  return all
}

/** Sound as a WAVE file of 16-bit samples, which everything plays. */
export function waveOf(sound: Uint8Array): Uint8Array<ArrayBuffer> {
  const wave = new WaveFile()
  wave.fromScratch(1, RATE, '8m', sound)
  wave.fromMuLaw()
  return new Uint8Array(wave.toBuffer())
}
