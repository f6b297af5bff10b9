import { headOf } from '../../frames/ospf'
import type { LinkState, LinkStateHead, LinkStateKey } from '../../frames/ospf'

const keyOf = ({ type, id, from }: LinkStateKey): string => `${type} ${id} ${from}`

/** What a router knows of the links of all, by who said it: of each the newest. */
export class Database {
  readonly #states = new Map<string, { state: LinkState; head: LinkStateHead }>()

  get states(): LinkState[] {
    return [...this.#states.values()].map(({ state }) => state)
  }

  get heads(): LinkStateHead[] {
    return [...this.#states.values()].map(({ head }) => head)
  }

  find(key: LinkStateKey): LinkState | undefined {
    return this.#states.get(keyOf(key))?.state
  }

  /** Whether something is newer than what is known (RFC 2328, 13.1: a larger number). */
  isNews({ sequence, ...key }: LinkStateKey & { sequence: number }): boolean {
    const known = this.find(key)
    return !known || (sequence | 0) > (known.sequence | 0)
  }

  /** Takes a state in; false where it is nothing new. */
  take(state: LinkState): boolean {
    if (!this.isNews(state)) return false
    this.#states.set(keyOf(state), { state, head: headOf(state) })
    return true
  }

  headFor(key: LinkStateKey): LinkStateHead | undefined {
    return this.#states.get(keyOf(key))?.head
  }
}
