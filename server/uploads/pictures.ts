import { PNG } from 'pngjs'
import { jpegAnew, TooManyPoints } from './jpeg'

/** More than the device sends (2400 × 2400), and little enough to be unpacked in a moment. */
export const MOST_POINTS = 6_000_000

/** A photo with its points and nothing else, as the device sends it. */
export const photoAnew = (content: Uint8Array): Uint8Array => jpegAnew(content, MOST_POINTS)

/** A PNG with the points of another and nothing else, with eight bits for each colour. */
export function pngAnew(content: Uint8Array): Uint8Array {
  const file = Buffer.from(content)
  // The header has a fixed place (W3C PNG, 11.2.1).
  if (file.readUInt32BE(16) * file.readUInt32BE(20) > MOST_POINTS) throw new TooManyPoints()
  const { width, height, data } = PNG.sync.read(file)
  return PNG.sync.write(Object.assign(new PNG({ width, height }), { data }))
}
