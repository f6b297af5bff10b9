import { addressText, isIn, prefixText } from '../addresses'
import type { Address, Prefix } from '../addresses'

/** Where packets for a prefix go: straight out of a port, or by another device. */
export interface Route extends Prefix {
  port: string | null
  by: Address | null
}

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

/** The way to an address: a route by another device is followed to the network in which that is. */
export function wayTo(routes: readonly Route[], to: Address): Way | null {
  const route = longest(routes, to)
  if (!route) return null
  if (route.port !== null) return { port: route.port, next: to, route }
  const near = longest(
    routes.filter(one => one.port !== null),
    route.by!,
  )
  return near ? { port: near.port!, next: route.by!, route } : null
}

export function routeText({ port, by, ...prefix }: Route): string {
  return `${prefixText(prefix)} ${by === null ? `direct on ${port!}` : `by ${addressText(by)}`}`
}
