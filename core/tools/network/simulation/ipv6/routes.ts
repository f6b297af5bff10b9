import { address6Text, isIn6, prefix6Text } from '../../../../ground/addresses/ipv6'
import type { Address6, Prefix6 } from '../../../../ground/addresses/ipv6'
import { sure } from '../../../../ground/sure'

/** Where packets for a prefix go: straight out of an interface, or by another device. */
export interface Route6 extends Prefix6 {
  /** The interface; null for a route by somebody whose own route says that. */
  port: string | null
  by: Address6 | null
}

export interface Way6 {
  port: string
  /** Who gets it next on the wire. */
  next: Address6
  route: Route6
}

/** The route with the longest prefix that an address is in; of equal ones the first. */
function longest6(routes: readonly Route6[], to: Address6): Route6 | null {
  let best: Route6 | null = null
  for (const route of routes) if (isIn6(to, route) && (!best || route.bits > best.bits)) best = route
  return best
}

const isDirect = ({ by }: Route6): boolean => by === null

/** Those that hold: by somebody in a network that is there. The longest prefixes first. */
export function table6Of(routes: readonly Route6[]): Route6[] {
  const direct = routes.filter(isDirect)
  const usable = routes.filter(({ port, by }) => by === null || port !== null || longest6(direct, by) !== null)
  return usable.sort((one, other) => other.bits - one.bits)
}

/** The way to an address by a table; null where there is none. */
export function way6To(table: readonly Route6[], to: Address6): Way6 | null {
  const route = longest6(table, to)
  if (!route) return null
  if (route.by === null) return { port: sure(route.port), next: to, route }
  const port = route.port ?? longest6(table.filter(isDirect), route.by)?.port
  return port === null || port === undefined ? null : { port, next: route.by, route }
}

export const route6Text = ({ port, by, ...prefix }: Route6): string =>
  by === null ? `${prefix6Text(prefix)} direct on ${port}` : `${prefix6Text(prefix)} by ${address6Text(by)}`
