import { sure } from '../../core/ground/sure'

/** Markers of a JPEG (ITU-T T.81, table B.1). */
const SOI = 0xd8
const EOI = 0xd9
const DHT = 0xc4
const SOS = 0xda
const DQT = 0xdb
const DRI = 0xdd
const APP0 = 0xe0
const APP14 = 0xee
const isFrame = (marker: number): boolean =>
  marker >= 0xc0 && marker <= 0xcf && marker !== DHT && marker !== 0xc8 && marker !== 0xcc
const isRestart = (marker: number): boolean => marker >= 0xd0 && marker <= 0xd7

/** More than any program makes; each one is a pass over the whole picture for whoever opens it. */
const MOST_SCANS = 64

const END = Uint8Array.of(0xff, EOI)

/** What of a segment stands in the picture anew: all, a part of it, or nothing. Throws where its length is wrong. */
function keptOf(marker: number, segment: Uint8Array): Uint8Array | null {
  const body = segment.subarray(4)
  const exactly = (length: number): Uint8Array => {
    if (body.length !== length) throw new RangeError(`Segment ${marker.toString(16)} has ${body.length} bytes.`)
    return segment
  }
  if (isFrame(marker)) return exactly(6 + 3 * (body[5] ?? 0))
  if (marker === SOS) return exactly(4 + 2 * (body[0] ?? 0))
  if (marker === DRI) return exactly(2)
  if (marker === DQT) {
    let at = 0
    while (at < body.length) at += sure(body[at]) >> 4 === 0 ? 65 : 129
    return exactly(at)
  }
  if (marker === DHT) {
    let at = 0
    while (at < body.length) at += 17 + body.subarray(at + 1, at + 17).reduce((sum, codes) => sum + codes, 0)
    return exactly(at)
  }
  // How dense the points are and how colours are meant, without the small picture that may follow.
  if (marker === APP0 && isNamed(body, 'JFIF\0') && body.length >= 14)
    return Uint8Array.of(0xff, APP0, 0, 16, ...body.subarray(0, 12), 0, 0)
  if (marker === APP14 && isNamed(body, 'Adobe') && body.length >= 12)
    return Uint8Array.of(0xff, APP14, 0, 14, ...body.subarray(0, 12))
  return null
}

const isNamed = (body: Uint8Array, name: string): boolean =>
  Buffer.from(body.subarray(0, name.length)).toString('latin1') === name

/** Where the coded points that begin at `from` end: at the next marker that isn’t one of theirs. */
function endOfPoints(content: Uint8Array, from: number): number {
  for (let at = content.indexOf(0xff, from); at !== -1; at = content.indexOf(0xff, at + 1)) {
    const next = content[at + 1]
    if (next !== undefined && next !== 0 && next !== 0xff && !isRestart(next)) return at
  }
  return content.length
}

/** A picture with more points than are taken. */
export class TooManyPoints extends Error {
  override name = 'TooManyPoints'
}

/** Looks at the size that a frame tells. */
function checkSize(frame: Uint8Array, most: number): void {
  const [height, width] = [5, 7].map(at => sure(frame[at]) * 256 + sure(frame[at + 1]))
  const points = sure(width) * sure(height)
  if (points === 0) throw new RangeError('It has no size.')
  if (points > most) throw new TooManyPoints()
}

/**
 * A JPEG with what its points take and nothing else: no place, camera, comment or preview, nor what follows its end.
 * The coded points are as they were. Throws for what isn’t one, and TooManyPoints for more than `most`.
 */
export function jpegAnew(content: Uint8Array, most = Infinity): Uint8Array {
  if (content[0] !== 0xff || content[1] !== SOI) throw new RangeError('This is no JPEG.')
  const parts = [content.subarray(0, 2)]
  const found = { frames: 0, scans: 0 }
  for (let at = 2; at < content.length;) {
    if (content[at] !== 0xff) throw new RangeError(`There is no segment at byte ${at}.`)
    const marker = content[at + 1]
    if (marker === 0xff) {
      at += 1
      continue
    }
    if (marker === undefined || marker === EOI) break
    const end = at + 2 + (content[at + 2] ?? 0) * 256 + (content[at + 3] ?? 0)
    if (end < at + 4 || end > content.length) throw new RangeError(`The segment at byte ${at} is cut off.`)
    const segment = content.subarray(at, end)
    const kept = keptOf(marker, segment)
    if (kept) parts.push(kept)
    at = end
    if (isFrame(marker)) {
      found.frames += 1
      checkSize(segment, most)
    }
    if (marker === SOS) {
      found.scans += 1
      at = endOfPoints(content, end)
      parts.push(content.subarray(end, at))
    }
  }
  if (found.frames !== 1 || found.scans === 0 || found.scans > MOST_SCANS) throw new RangeError('It has no picture.')
  return Buffer.concat([...parts, END])
}
