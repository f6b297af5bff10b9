interface Due {
  at: number
  order: number
  work: () => void
}

/** What is due, by its time in microseconds; of what is due at once, what was put in first comes first. */
export class EventQueue {
  readonly #heap: Due[] = []
  #order = 0

  put(at: number, work: () => void): void {
    this.#heap.push({ at, order: this.#order, work })
    this.#order += 1
    this.#up(this.#heap.length - 1)
  }

  /** When the next is due; null where nothing is. */
  get next(): number | null {
    return this.#heap[0]?.at ?? null
  }

  take(): Due | null {
    const first = this.#heap[0]
    const last = this.#heap.pop()
    if (!first || !last) return null
    if (this.#heap.length > 0) {
      this.#heap[0] = last
      this.#down(0)
    }
    return first
  }

  #before(one: number, other: number): boolean {
    const [a, b] = [this.#heap[one]!, this.#heap[other]!]
    return a.at < b.at || (a.at === b.at && a.order < b.order)
  }

  #swap(one: number, other: number): void {
    const held = this.#heap[one]!
    this.#heap[one] = this.#heap[other]!
    this.#heap[other] = held
  }

  #up(place: number): void {
    let at = place
    while (at > 0) {
      const parent = (at - 1) >> 1
      if (!this.#before(at, parent)) return
      this.#swap(at, parent)
      at = parent
    }
  }

  #down(place: number): void {
    let at = place
    for (;;) {
      const [left, right] = [2 * at + 1, 2 * at + 2]
      let least = at
      if (left < this.#heap.length && this.#before(left, least)) least = left
      if (right < this.#heap.length && this.#before(right, least)) least = right
      if (least === at) return
      this.#swap(at, least)
      at = least
    }
  }
}
