/** The Internet checksum of bytes (RFC 1071): over what holds its own checksum it is 0. */
export function checksum(bytes: Uint8Array): number {
  let sum = 0
  for (let place = 0; place < bytes.length; place += 2) sum += bytes[place]! * 256 + (bytes[place + 1] ?? 0)
  while (sum > 0xffff) sum = (sum & 0xffff) + Math.floor(sum / 65_536)
  return ~sum & 0xffff
}
