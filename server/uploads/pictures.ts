import { inflateSync } from 'node:zlib'
import { PNG } from 'pngjs'
import { jpegAnew, TooManyPoints } from './jpeg'

/** More than the device sends (2400 × 2400), and little enough to be unpacked in a moment. */
export const MOST_POINTS = 6_000_000

/** A photo with its points and nothing else, as the device sends it. */
export const photoAnew = (content: Uint8Array): Uint8Array => jpegAnew(content, MOST_POINTS)

/** How many samples a point has, by the kind of colour (W3C PNG, 11.2.1). */
const SAMPLES = new Map([
  [0, 1],
  [2, 3],
  [3, 1],
  [4, 2],
  [6, 4],
])
/** Where the seven passes of an interlaced picture begin and how far their points are apart (W3C PNG, 8.1). */
const PASSES = [
  [0, 0, 8, 8],
  [4, 0, 8, 8],
  [0, 4, 4, 8],
  [2, 0, 4, 4],
  [0, 2, 2, 4],
  [1, 0, 2, 2],
  [0, 1, 1, 2],
] as const

/** How many bytes the points of a PNG unpack to, by its header (W3C PNG, 7.2). Throws where that is no header. */
function unpackedSize(file: Buffer): number {
  const [width, height] = [file.readUInt32BE(16), file.readUInt32BE(20)]
  const [depth = 0, colour = 0, , , interlaced = 0] = file.subarray(24, 29)
  const samples = SAMPLES.get(colour)
  if (width * height > MOST_POINTS) throw new TooManyPoints()
  if (samples === undefined || width * height === 0 || depth > 16)
    throw new RangeError('Its header says nothing sound.')
  const rows = (columns: number, lines: number): number =>
    columns === 0 ? 0 : lines * (1 + Math.ceil((columns * samples * depth) / 8))
  if (interlaced === 0) return rows(width, height)
  return PASSES.reduce(
    (sum, [x, y, dx, dy]) => sum + rows(Math.ceil((width - x) / dx), Math.ceil((height - y) / dy)),
    0,
  )
}

/** The packed points of a PNG: what its IDAT chunks hold together. Throws where a length is wrong. */
function packedPoints(file: Buffer): Buffer {
  const parts: Buffer[] = []
  for (let at = 8; at + 12 <= file.length;) {
    const end = at + 12 + file.readUInt32BE(at)
    if (end > file.length) throw new RangeError(`The chunk at byte ${at} is cut off.`)
    if (file.toString('latin1', at + 4, at + 8) === 'IDAT') parts.push(file.subarray(at + 8, end - 4))
    at = end
  }
  return Buffer.concat(parts)
}

/**
 * A PNG with the points of another and nothing else, with eight bits for each colour. Its points are unpacked once to
 * see that there are no more than the header says: the library that reads it doesn’t stop there.
 */
export function pngAnew(content: Uint8Array): Uint8Array {
  const file = Buffer.from(content)
  inflateSync(packedPoints(file), { maxOutputLength: unpackedSize(file) })
  const { width, height, data } = PNG.sync.read(file)
  return PNG.sync.write(Object.assign(new PNG({ width, height }), { data }))
}
