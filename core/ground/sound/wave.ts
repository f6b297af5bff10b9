import * as library from 'wavefile'

/** Samples a second: speech up to 7 kHz, as ITU-T G.722 has it for wideband telephony. */
export const RATE = 16_000
/** One byte for each sample: ITU-T G.711, μ-law. */
const MU_LAW = 7

// A bundler takes the package as a module, Node as a script: its one class comes either way.
const { WaveFile } = (Reflect.get(library, 'default') as typeof library | undefined) ?? library

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

/** The chunks of a RIFF file (WAVE: Multimedia Programming Interface and Data Specifications 1.0), by their names. */
function chunksOf(file: Uint8Array): Map<string, Uint8Array> {
  const view = new DataView(file.buffer, file.byteOffset, file.byteLength)
  const name = (at: number): string => String.fromCharCode(...file.subarray(at, at + 4))
  const chunks = new Map<string, Uint8Array>()
  if (file.length < 12 || name(0) !== 'RIFF' || name(8) !== 'WAVE') return chunks
  // Each begins at an even place.
  for (let at = 12; at + 8 <= file.length;) {
    const length = view.getUint32(at + 4, true)
    if (length > file.length - at - 8) break
    if (!chunks.has(name(at))) chunks.set(name(at), file.subarray(at + 8, at + 8 + length))
    at += 8 + length + (length % 2)
  }
  return chunks
}

/**
 * The μ-law bytes of a piece; null for what is no WAVE file of one channel in μ-law at our rate. Never throws, and
 * takes no longer than reading the file once: each length is held against what is there.
 */
export function soundIn(file: Uint8Array): Uint8Array<ArrayBuffer> | null {
  const chunks = chunksOf(file)
  const [format, samples] = [chunks.get('fmt '), chunks.get('data')]
  if (!format || format.length < 16 || !samples || samples.length === 0) return null
  const view = new DataView(format.buffer, format.byteOffset, format.byteLength)
  const ours = view.getUint16(0, true) === MU_LAW && view.getUint16(2, true) === 1 && view.getUint32(4, true) === RATE
  return ours ? Uint8Array.from(samples) : null
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
