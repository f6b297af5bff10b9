/** Bytes in network order, put one after the other. */
export class Writer {
  readonly #bytes: number[] = []

  byte(value: number): this {
    this.#bytes.push(value & 0xff)
    return this
  }

  word(value: number): this {
    return this.byte(value >>> 8).byte(value)
  }

  long(value: number): this {
    return this.word(Math.floor(value / 65_536)).word(value % 65_536)
  }

  put(bytes: Iterable<number>): this {
    for (const byte of bytes) this.#bytes.push(byte)
    return this
  }

  done(): Uint8Array {
    return Uint8Array.from(this.#bytes)
  }
}
