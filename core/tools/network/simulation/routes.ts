import { addressText, isIn, prefixText } from '../../../ground/addresses/ipv4'
import type { Address, Prefix } from '../../../ground/addresses/ipv4'
import { sure } from '../../../ground/sure'

/** How a route was come by, with how much it is preferred: of routes to the same prefix the smallest number holds. */
export const PREFERENCES = { direct: 0, set: 10, ospf: 30, rip: 50, backup: 250 } as const

/** Where packets for a prefix go: straight out of a port, by another device, or nowhere on purpose. */
export interface Route extends Prefix {
  port: string | null
  by: Address | null
  preference: number
  /** Of equal preference the smaller one holds. */
  cost: number
}

export const directRoute = (prefix: Prefix, port: string): Route => ({
  ...prefix,
  port,
  by: null,
  preference: PREFERENCES.direct,
  cost: 0,
})

/** The route with the longest prefix that an address is in; of equal ones the first. */
export function longest(routes: readonly Route[], to: Address): Route | null {
  let best: Route | null = null
  for (const route of routes) if (isIn(to, route) && (!best || route.bits > best.bits)) best = route
  return best
}

export interface Way {
  port: string
  /** Who gets it next on the wire: the goal itself, or the device by which it goes. */
  next: Address
  route: Route
}

export const isDropped = ({ port, by }: Route): boolean => port === null && by === null

/**
 * Of all routes those that hold: each by a network that is up, and of several to one prefix the preferred. Those of
 * the longest prefixes first.
 */
export function tableOf(routes: readonly Route[]): Route[] {
  const direct = routes.filter(({ port, by }) => port !== null && by === null)
  const usable = routes.filter(route => route.by === null || longest(direct, route.by) !== null)
  const best = new Map<string, Route>()
  for (const route of usable) {
    const prefix = prefixText(route)
    const other = best.get(prefix)
    if (!other || isBetter(route, other)) best.set(prefix, route)
  }
  return [...best.values()].sort((one, other) => other.bits - one.bits || one.network - other.network)
}

const isBetter = (one: Route, other: Route): boolean =>
  one.preference < other.preference || (one.preference === other.preference && one.cost < other.cost)

/** The way to an address by a table; null where there is none, or what goes there is dropped on purpose. */
export function wayTo(table: readonly Route[], to: Address): Way | null {
  const route = longest(table, to)
  if (!route || isDropped(route)) return null
  if (route.by === null) return { port: sure(route.port), next: to, route }
  const near = longest(
    table.filter(({ port, by }) => port !== null && by === null),
    route.by,
  )
  return near ? { port: sure(near.port), next: route.by, route } : null
}

export function routeText({ port, by, ...prefix }: Route): string {
  if (by !== null) return `${prefixText(prefix)} by ${addressText(by)}`
  return `${prefixText(prefix)} ${port === null ? 'dropped on purpose' : `direct on ${port}`}`
}
