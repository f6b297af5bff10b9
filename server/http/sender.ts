import type { Socket } from 'node:net'
import { getHeader, getMethod, getRequestURL } from 'h3'
import type { H3Event } from 'h3'
import ipaddr from 'ipaddr.js'
import proxyAddr from 'proxy-addr'
import { Problem } from '../services/ground/problem'
import { settings } from './settings'

const isTrusted = proxyAddr.compile(settings.trustedProxies)
/** Whether a proxy of ours hands a request on. What others say of who calls is nothing to go by. */
const isHandedOn = (event: H3Event): boolean => isTrusted(event.node.req.socket.remoteAddress ?? '', 0)

/** The address that was called, as the browser sees it. */
export function calledUrl(event: H3Event): URL {
  const handedOn = isHandedOn(event)
  return getRequestURL(event, { xForwardedHost: handedOn, xForwardedProto: handedOn })
}

/** The network that a request comes from: an IPv4 address, or the 64 bits that a site has of an IPv6 one (RFC 4291). */
export function networkOf(event: H3Event): string {
  const address = proxyAddr(event.node.req, isTrusted)
  if (!ipaddr.isValid(address)) return 'unknown'
  const read = ipaddr.process(address)
  if (read.kind() === 'ipv4') return read.toString()
  return `${(read as ipaddr.IPv6).parts
    .slice(0, 4)
    .map(part => part.toString(16))
    .join(':')}::/64`
}

/** Writes that a page of another site makes, in a browser that says where they come from (Fetch Metadata, Origin). */
function isForeign(event: H3Event): boolean {
  if (['GET', 'HEAD', 'OPTIONS'].includes(getMethod(event))) return false
  const site = getHeader(event, 'sec-fetch-site')
  if (site !== undefined && site !== 'same-origin') return true
  const origin = getHeader(event, 'origin')
  return origin !== undefined && origin !== calledUrl(event).origin
}

const METHODS = ['GET', 'HEAD', 'OPTIONS', 'POST', 'PUT', 'DELETE']

/** So many calls of one connection are answered at a time. Browsers and proxies have one; the rest is no browser. */
const MOST_AT_ONCE = 16
const underWay = new WeakMap<Socket, number>()

/** Whether a connection asks for more at a time than anybody’s; counts this call until its answer is out. */
function asksTooMuch({ node: { req, res } }: H3Event): boolean {
  const { socket } = req
  const count = (underWay.get(socket) ?? 0) + 1
  underWay.set(socket, count)
  res.once('close', () => underWay.set(socket, (underWay.get(socket) ?? 1) - 1))
  return count > MOST_AT_ONCE
}

/** The address that was called; null where the request says it in no way that can be read. */
function readUrl(event: H3Event): URL | null {
  try {
    return calledUrl(event)
  } catch {
    return null
  }
}

/** Why a request isn’t looked at any further, or null. Whether the server is there is told to everyone. */
export function refusalOf(event: H3Event): Problem | null {
  const [path = ''] = event.path.split('?')
  if (asksTooMuch(event)) return new Problem(429, 'too-many-at-once', 'Too many calls at a time on one connection.')
  if (path === '/api/health') return null
  const called = readUrl(event)
  if (called === null) return new Problem(400, 'malformed-host', 'The request doesn’t say which server it means.')
  if (/^\/api\/*$/.test(path)) return new Problem(404, 'no-such-call', 'There is no call without a name.')
  if (!METHODS.includes(getMethod(event))) return new Problem(405, 'no-such-method', 'Nothing here is called that way.')
  const { host, protocol } = called
  if (settings.hosts.length > 0 && !settings.hosts.includes(host.toLowerCase()))
    return new Problem(421, 'other-host', 'This server isn’t called that.')
  if (settings.https && protocol !== 'https:')
    return new Problem(403, 'https-only', 'This server is reached by HTTPS alone.')
  return isForeign(event) ? new Problem(403, 'foreign-origin', 'This request comes from another site.') : null
}
