import { roomFor } from './room'

/** Puts a word at a place of bytes. */
export function putWord(bytes: Uint8Array, at: number, value: number): void {
  bytes[at] = value >>> 8
  bytes[at + 1] = value
}

/** Bytes in network order, put one after the other. */
export class Writer {
  #bytes: Uint8Array<ArrayBuffer>
  #length = 0

  /** `room`: how many bytes are expected; more have room too. */
  constructor(room = 64) {
    this.#bytes = roomFor(room)
  }

  #roomFor(count: number): void {
    if (this.#length + count <= this.#bytes.length) return
    const larger = roomFor(Math.max(this.#bytes.length * 2, this.#length + count))
    larger.set(this.#bytes)
    this.#bytes = larger
  }

  byte(value: number): this {
    this.#roomFor(1)
    this.#bytes[this.#length] = value
    this.#length += 1
    return this
  }

  word(value: number): this {
    this.#roomFor(2)
    this.#bytes[this.#length] = value >>> 8
    this.#bytes[this.#length + 1] = value
    this.#length += 2
    return this
  }

  long(value: number): this {
    return this.word(Math.floor(value / 65_536)).word(value % 65_536)
  }

  put(bytes: Uint8Array): this {
    this.#roomFor(bytes.length)
    this.#bytes.set(bytes, this.#length)
    this.#length += bytes.length
    return this
  }

  /** What was put so far. Nothing more is put afterwards. */
  done(): Uint8Array<ArrayBuffer> {
    return this.#length === this.#bytes.length ? this.#bytes : this.#bytes.subarray(0, this.#length)
  }
}
