/** The sum of 16-bit words of bytes, not yet folded; an odd byte at the end counts as if a nought followed. */
function sumOf(bytes: Uint8Array): number {
  return bytes.reduce((sum, byte, place) => sum + (place % 2 === 0 ? byte * 256 : byte), 0)
}

function folded(sum: number): number {
  let left = sum
  while (left > 0xffff) left = (left % 65_536) + Math.floor(left / 65_536)
  return ~left & 0xffff
}

/** The Internet checksum of bytes (RFC 1071): over what holds its own checksum it is 0. */
export const checksum = (bytes: Uint8Array): number => folded(sumOf(bytes))

/** The checksum of a segment with the addresses, protocol and length before it (RFC 9293, 3.1; RFC 768). */
export function checksumBetween(from: number, to: number, protocol: number, segment: Uint8Array): number {
  const words = (address: number): number => (address >>> 16) + (address & 0xffff)
  return folded(words(from) + words(to) + protocol + segment.length + sumOf(segment))
}
