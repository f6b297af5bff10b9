import { networkOf } from '../../../../ground/addresses/ipv4'
import type { Address, Prefix } from '../../../../ground/addresses/ipv4'
import { sure } from '../../../../ground/sure'
import type { LinkState } from '../../frames/ospf'

type RouterState = Extract<LinkState, { type: 'router' }>
type NetworkStateOf = Extract<LinkState, { type: 'network' }>

/** A network that can be reached, what that costs, and the first hop; null for one of the router’s own. */
export interface Reached extends Prefix {
  cost: number
  hop: Address | null
}

/** A router or a network on the way, by what it is called. */
interface Place {
  key: string
  cost: number
  /** The address of the first hop; null as long as the way hasn’t left the router. */
  hop: Address | null
}

const bitsOf = (mask: number): number => 32 - Math.log2(2 ** 32 - mask)
const routerKey = (id: Address): string => `router ${id}`
const networkKey = (id: Address): string => `network ${id}`

/** The states of a database by what they are of. */
class Graph {
  readonly routers = new Map<string, RouterState>()
  readonly networks = new Map<string, NetworkStateOf>()

  constructor(states: Iterable<LinkState>) {
    for (const state of states) {
      if (state.type === 'router') this.routers.set(routerKey(state.from), state)
      else this.networks.set(networkKey(state.id), state)
    }
  }

  /** A link holds only where the other side says so, too (RFC 2328, 16.1, 2b). */
  #leadsBack(to: string, from: Address): boolean {
    const links = this.routers.get(to)?.links ?? []
    return links.some(one => one.kind === 'point-to-point' && one.id === from)
  }

  /** What is next to a place: its name, the cost, and the address by which it is gone there. */
  *next(key: string): Generator<{ key: string; cost: number; address: (from: Place) => Address | null }> {
    const router = this.routers.get(key)
    const network = this.networks.get(key)
    for (const link of router?.links ?? []) {
      if (link.kind === 'point-to-point') {
        const to = routerKey(link.id)
        if (this.#leadsBack(to, sure(router).from))
          yield { key: to, cost: link.cost, address: () => this.#farEnd(sure(router), link.id, link.data) }
      } else if (link.kind === 'transit' && this.networks.get(networkKey(link.id))?.routers.includes(sure(router).from))
        yield { key: networkKey(link.id), cost: link.cost, address: () => null }
    }
    for (const id of network?.routers ?? []) {
      const own = this.routers
        .get(routerKey(id))
        ?.links.find(link => link.kind === 'transit' && link.id === sure(network).id)
      if (own) yield { key: routerKey(id), cost: 0, address: () => own.data }
    }
  }

  /** The address of the other router on a link between two, of which this end is known. */
  #farEnd(router: RouterState, other: Address, here: Address): Address | null {
    const own = router.links.find(link => link.kind === 'stub' && networkOf(here, bitsOf(link.data)) === link.id)
    const bits = own ? bitsOf(own.data) : 32
    const ends = this.routers.get(routerKey(other))?.links ?? []
    const end = ends.find(
      link =>
        link.kind === 'point-to-point' &&
        link.id === router.from &&
        networkOf(link.data, bits) === networkOf(here, bits),
    )
    return end?.data ?? null
  }
}

/** The shortest ways from a router to all that its database holds (RFC 2328, 16.1; Dijkstra). */
export function shortestWays(from: Address, states: Iterable<LinkState>): Reached[] {
  const graph = new Graph(states)
  const done = new Map<string, Place>()
  const open = new Map<string, Place>([[routerKey(from), { key: routerKey(from), cost: 0, hop: null }]])
  while (open.size > 0) {
    let place: Place | null = null
    for (const one of open.values())
      if (!place || one.cost < place.cost || (one.cost === place.cost && one.key < place.key)) place = one
    open.delete(sure(place).key)
    done.set(sure(place).key, sure(place))
    for (const { key, cost, address } of graph.next(sure(place).key)) {
      if (done.has(key)) continue
      const total = sure(place).cost + cost
      const known = open.get(key)
      if (!known || total < known.cost)
        open.set(key, { key, cost: total, hop: sure(place).hop ?? address(sure(place)) })
    }
  }
  return [...networksOf(graph, done)]
}

function* networksOf(graph: Graph, done: ReadonlyMap<string, Place>): Generator<Reached> {
  for (const { key, cost, hop } of done.values()) {
    const network = graph.networks.get(key)
    if (network) {
      const bits = bitsOf(network.mask)
      yield { network: networkOf(network.id, bits), bits, cost, hop }
    }
    for (const link of graph.routers.get(key)?.links ?? [])
      if (link.kind === 'stub') yield { network: link.id, bits: bitsOf(link.data), cost: cost + link.cost, hop }
  }
}
