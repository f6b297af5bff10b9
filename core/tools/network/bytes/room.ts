/** So many bytes are taken at once; what is longer than a part of that gets room of its own. */
const CHUNK = 65_536
const MOST = CHUNK / 16

let chunk = new ArrayBuffer(0)
let used = 0

/**
 * Room for so many bytes, all nought. Frames are made at every hop, and room that is taken piece by piece costs less
 * than half of what each costs by itself; what is given is never given again.
 */
export function roomFor(length: number): Uint8Array<ArrayBuffer> {
  if (length > MOST) return new Uint8Array(length)
  if (used + length > chunk.byteLength) {
    chunk = new ArrayBuffer(CHUNK)
    used = 0
  }
  const room = new Uint8Array(chunk, used, length)
  used += length
  return room
}
