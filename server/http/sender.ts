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

/** Why a request isn’t looked at any further, or null. Whether the server is there is told to everyone. */
export function refusalOf(event: H3Event): Problem | null {
  if (event.path.split('?')[0] === '/api/health') return null
  if (!METHODS.includes(getMethod(event))) return new Problem(405, 'no-such-method', 'Nothing here is called that way.')
  const { host, protocol } = calledUrl(event)
  if (settings.hosts.length > 0 && !settings.hosts.includes(host.toLowerCase()))
    return new Problem(421, 'other-host', 'This server isn’t called that.')
  if (settings.https && protocol !== 'https:')
    return new Problem(403, 'https-only', 'This server is reached by HTTPS alone.')
  return isForeign(event) ? new Problem(403, 'foreign-origin', 'This request comes from another site.') : null
}
