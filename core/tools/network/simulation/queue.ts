import { sure } from '../../../ground/sure'

interface Due {
  at: number
  order: number
  work: () => void
}

const isBefore = (one: Due, other: Due): boolean =>
  one.at < other.at || (one.at === other.at && one.order < other.order)

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

  /** Lets what stands at a place rise to where nothing above it is due later. */
  #up(place: number): void {
    const heap = this.#heap
    const held = sure(heap[place])
    let at = place
    while (at > 0) {
      const parent = (at - 1) >> 1
      if (!isBefore(held, sure(heap[parent]))) break
      heap[at] = sure(heap[parent])
      at = parent
    }
    heap[at] = held
  }

  /** Lets what stands at a place sink to where nothing below it is due earlier. */
  #down(place: number): void {
    const heap = this.#heap
    const held = sure(heap[place])
    let at = place
    for (let left = 2 * at + 1; left < heap.length; left = 2 * at + 1) {
      const right = left + 1
      const least = right < heap.length && isBefore(sure(heap[right]), sure(heap[left])) ? right : left
      if (!isBefore(sure(heap[least]), held)) break
      heap[at] = sure(heap[least])
      at = least
    }
    heap[at] = held
  }
}
