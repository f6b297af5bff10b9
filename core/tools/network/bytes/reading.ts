/** A frame that ends before what it announces. */
export class CutShort extends Error {}

/** The word that stands at a place of bytes; what is beyond their end is 0. */
export const wordAt = (bytes: Uint8Array, at: number): number => (bytes[at] ?? 0) * 256 + (bytes[at + 1] ?? 0)

/** Bytes in network order (RFC 791, appendix B), read one after the other. Throws CutShort at the end. */
export class Reader {
  #place = 0

  constructor(private readonly bytes: Uint8Array) {}

  get left(): number {
    return this.bytes.length - this.#place
  }

  byte(): number {
    const value = this.bytes[this.#place]
    if (value === undefined) throw new CutShort('The bytes end too early.')
    this.#place += 1
    return value
  }

  word(): number {
    return this.byte() * 256 + this.byte()
  }

  long(): number {
    return this.word() * 65_536 + this.word()
  }

  take(count: number): Uint8Array {
    if (count > this.left) throw new CutShort('The bytes end too early.')
    this.#place += count
    return this.bytes.subarray(this.#place - count, this.#place)
  }

  rest(): Uint8Array {
    return this.take(this.left)
  }
}
