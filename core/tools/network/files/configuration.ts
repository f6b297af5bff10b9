import { readInterfaceAddress, addressText } from '../../../ground/addresses/ipv4'
import { sure } from '../../../ground/sure'
import { BLACKHOLE } from '../settings/kinds/routes'
import { settingKinds } from '../settings/kinds'
import { interfacesIn, matchPath } from '../settings/paths'
import type { Settings } from '../settings/paths'
import { isLoopback, isPlace, vlanOf } from '../settings/places'
import { told, toldBy } from '../settings/told'
import type { Device } from '../site'
import { entryOf, ruleIn } from './rules'
import { ipv6Of, isStandard6, readIpv6, readRoutes6, routes6Of } from './ipv6'
import { FileRefusal, isObject, leafOf, listAt, objectAt, onlyHas, textAt } from './tree'
import type { Json, JsonObject, Take } from './tree'

/**
 * The settings of a device as JSON after RFC 7951: interfaces and addresses by ietf-interfaces (RFC 8343) and ietf-ip
 * (RFC 8344), routes by ietf-routing (RFC 8349), filters by ietf-access-control-list (RFC 8519), the resolver by
 * ietf-system (RFC 7317). What these have no room for stands beside it under `anvil-network:`, nested as the paths of
 * settings are: what has names is a list, and its names are leaves called as in the path.
 */
const OWN = 'anvil-network:'
/** The most characters that are read. */
export const MOST_CHARACTERS = 1_000_000
const ADDRESS = 'interfaces/<routed>/ipv4/address'
const MTU = 'interfaces/<routed>/ipv4/mtu'
const ROUTE = 'routing/routes/<prefix>/'
const ACE = 'acls/<filter>/aces/<rule>'
const INTERFACE_LEAVES = ['enabled', 'description'] as const
const NTP = 'system/ntp/server'
const RESOLVER = ['server', 'search'] as const
/** The leaf of something that has a name and nothing else. */
const VALUE = 'value'

const typeOf = (name: string): string => {
  if (isLoopback(name)) return 'iana-if-type:softwareLoopback'
  return vlanOf(name) === null ? 'iana-if-type:ethernetCsmacd' : 'iana-if-type:l2vlan'
}
const isStandard = (pattern: string): boolean =>
  pattern === ADDRESS ||
  isStandard6(pattern) ||
  pattern === MTU ||
  pattern === ACE ||
  pattern.startsWith(ROUTE) ||
  pattern === NTP ||
  RESOLVER.some(leaf => pattern === `system/dns-resolver/${leaf}`) ||
  INTERFACE_LEAVES.some(leaf => pattern === `interfaces/<interface>/${leaf}`)

/** The settings of a device as JSON. */
export function configurationOf(device: Device, settings: Settings): JsonObject {
  const whole: JsonObject = {}
  const interfaces = interfacesOf(device, settings)
  if (interfaces.length > 0) whole['ietf-interfaces:interfaces'] = { interface: interfaces }
  const [routes, routes6] = [routesOf(device, settings), routes6Of(device, settings)]
  if (routes.length > 0 || routes6.length > 0) whole['ietf-routing:routing'] = staticRouting(routes, routes6)
  const filters = filtersOf(device, settings)
  if (filters.length > 0) whole['ietf-access-control-list:acls'] = { acl: filters }
  const resolver = resolverOf(device, settings)
  const time = told(device, settings, NTP)[0]?.value
  if (resolver || time !== undefined)
    whole['ietf-system:system'] = {
      ...(time === undefined ? {} : { ntp: { server: [{ name: 'first', udp: { address: time } }] } }),
      ...(resolver ? { 'dns-resolver': resolver } : {}),
    }
  for (const { pattern, at, value } of ownOf(device, settings)) put(whole, pattern, at, value)
  return whole
}

type Own = { pattern: readonly string[]; at: readonly string[]; value: string }

/** What no standard has room for, and isn’t of an interface. */
function ownOf(device: Device, settings: Settings): Own[] {
  return settingKinds
    .filter(({ path }) => !isStandard(path) && !path.startsWith('interfaces/'))
    .flatMap(({ path }) =>
      told(device, settings, path).map(({ at, value }) => ({ pattern: path.split('/'), at, value })),
    )
}

const nameOf = (place: string): string => place.slice(1, -1)

/** Puts a value at the end of a path, with lists where it has names. */
function put(whole: JsonObject, pattern: readonly string[], names: readonly string[], value: string): void {
  let here = whole
  let named = 0
  for (const [at, piece] of pattern.entries()) {
    const member = at === 0 ? `${OWN}${piece}` : piece
    const isLast = at === pattern.length - 1
    if (isPlace(piece)) continue
    if (isLast) {
      here[member] = leafOf(value)
      return
    }
    let end = at + 1
    while (isPlace(pattern[end] ?? '')) end += 1
    const places = pattern.slice(at + 1, end)
    if (places.length === 0) {
      here = member in here ? (here[member] as JsonObject) : ((here[member] = {}) as JsonObject)
      continue
    }
    const keys = places.map((place, of) => [nameOf(place), sure(names[named + of])] as const)
    named += places.length
    const list = (member in here ? here[member] : (here[member] = [])) as Json[]
    let entry = list.find(one => isObject(one) && keys.every(([key, name]) => one[key] === name)) as
      JsonObject | undefined
    if (!entry) list.push((entry = Object.fromEntries(keys)))
    here = entry
    if (end === pattern.length) here[VALUE] = leafOf(value)
  }
}

function interfacesOf(device: Device, settings: Settings): JsonObject[] {
  return interfacesIn(settings)
    .sort()
    .map(name => {
      const entry: JsonObject = { name, type: typeOf(name) }
      for (const leaf of INTERFACE_LEAVES) {
        const value = settings[`interfaces/${name}/${leaf}`]
        if (value !== undefined) entry[leaf] = leaf === 'enabled' ? value === 'true' : value
      }
      const ipv4 = ipv4Of(settings, name)
      if (Object.keys(ipv4).length > 0) entry['ietf-ip:ipv4'] = ipv4
      const ipv6 = ipv6Of(settings, name)
      if (Object.keys(ipv6).length > 0) entry['ietf-ip:ipv6'] = ipv6
      for (const kind of settingKinds) {
        const [first, , ...rest] = kind.path.split('/')
        const value = settings[`interfaces/${name}/${rest.join('/')}`]
        if (first !== 'interfaces' || isStandard(kind.path) || value === undefined) continue
        const member = `${OWN}${sure(rest[0])}`
        entry[member] = { ...(entry[member] as JsonObject | undefined), [sure(rest[1])]: leafOf(value) }
      }
      return entry
    })
}

function ipv4Of(settings: Settings, name: string): JsonObject {
  const address = readInterfaceAddress(settings[`interfaces/${name}/ipv4/address`] ?? '')
  const mtu = settings[`interfaces/${name}/ipv4/mtu`]
  return {
    ...(mtu === undefined ? {} : { mtu: Number(mtu) }),
    ...(address ? { address: [{ 'ip': addressText(address.address), 'prefix-length': address.bits }] } : {}),
  }
}

function routesOf(device: Device, settings: Settings): JsonObject[] {
  const of = (leaf: string): ReadonlyMap<string, string> => toldBy(device, settings, `${ROUTE}${leaf}`)
  const [hops, preferences, backups] = [of('next-hop'), of('preference'), of('backup-next-hop')]
  const prefixes = [...new Set([...hops.keys(), ...preferences.keys(), ...backups.keys()])].sort()
  return prefixes.map(prefix => {
    const [hop, preference, backup] = [hops, preferences, backups].map(one => one.get(prefix))
    const next: JsonObject = hop === BLACKHOLE ? { 'special-next-hop': BLACKHOLE } : { 'next-hop-address': hop ?? '' }
    const route: JsonObject = { 'destination-prefix': prefix }
    if (hop !== undefined) route['next-hop'] = next
    if (preference !== undefined) route[`${OWN}preference`] = Number(preference)
    if (backup !== undefined) route[`${OWN}backup-next-hop`] = backup
    return route
  })
}

const PROTOCOL = 'ietf-ipv4-unicast-routing:ipv4'
const PROTOCOL6 = 'ietf-ipv6-unicast-routing:ipv6'
const staticRouting = (routes: Json[], routes6: Json[]): JsonObject => ({
  'control-plane-protocols': {
    'control-plane-protocol': [
      {
        'type': 'ietf-routing:static',
        'name': 'set',
        'static-routes': {
          ...(routes.length > 0 ? { [PROTOCOL]: { route: routes } } : {}),
          ...(routes6.length > 0 ? { [PROTOCOL6]: { route: routes6 } } : {}),
        },
      },
    ],
  },
})

function filtersOf(device: Device, settings: Settings): JsonObject[] {
  const entries = told(device, settings, ACE)
  return [...new Set(entries.map(({ at }) => sure(at[0])))].sort().map(name => ({
    name,
    aces: {
      ace: entries
        .filter(({ at }) => at[0] === name)
        .sort((one, other) => Number(one.at[1]) - Number(other.at[1]))
        .map(({ at, value }) => entryOf(sure(at[1]), value)),
    },
  }))
}

function resolverOf(device: Device, settings: Settings): JsonObject | null {
  const [server, search] = RESOLVER.map(leaf => told(device, settings, `system/dns-resolver/${leaf}`)[0]?.value)
  if (server === undefined && search === undefined) return null
  return {
    ...(search === undefined ? {} : { search: [search] }),
    ...(server === undefined ? {} : { server: [{ 'name': 'first', 'udp-and-tcp': { address: server } }] }),
  }
}

/** Settings of a device from the text of a file. Throws a FileRefusal with the path and the reason. */
export function readConfiguration(device: Device, text: string): Settings {
  if (text.length > MOST_CHARACTERS)
    throw new FileRefusal('', `it is larger than the ${MOST_CHARACTERS / 1_000_000} MB that are read.`)
  let json: Json
  try {
    json = JSON.parse(text) as Json
  } catch {
    throw new FileRefusal('', 'this is no JSON.')
  }
  const found: { path: string; value: string; at: string }[] = []
  const take = (path: string, value: string, at: string): void => void found.push({ path, value, at })
  for (const [member, value] of Object.entries(objectAt(json, ''))) readMember(member, value, take)
  return checked(device, found)
}

function readMember(member: string, value: Json, take: Take): void {
  const at = `/${member}`
  switch (member) {
    case 'ietf-interfaces:interfaces':
      for (const [place, one] of listAt(objectAt(value, at).interface, `${at}/interface`).entries())
        readInterface(one, `${at}/interface[${place + 1}]`, take)
      return
    case 'ietf-routing:routing':
      readRouting(value, at, take)
      return
    case 'ietf-access-control-list:acls':
      for (const [place, one] of listAt(objectAt(value, at).acl, `${at}/acl`).entries())
        readFilter(one, `${at}/acl[${place + 1}]`, take)
      return
    case 'ietf-system:system':
      readSystem(value, at, take)
      return
    default:
      if (!member.startsWith(OWN)) throw new FileRefusal(at, 'no module of this name is known.')
      readOwn(member.slice(OWN.length), value, at, take)
  }
}

function readInterface(value: Json, at: string, take: Take): void {
  const one = objectAt(value, at)
  const name = textAt(one.name, `${at}/name`)
  for (const [member, part] of Object.entries(one)) {
    const here = `${at}/${member}`
    if (member === 'name' || member === 'type') continue
    if (INTERFACE_LEAVES.some(leaf => leaf === member)) take(`interfaces/${name}/${member}`, textAt(part, here), here)
    else if (member === 'ietf-ip:ipv4') readIpv4(part, name, here, take)
    else if (member === 'ietf-ip:ipv6') readIpv6(part, name, here, take)
    else if (member.startsWith(OWN))
      for (const [leaf, leafValue] of Object.entries(objectAt(part, here)))
        take(
          `interfaces/${name}/${member.slice(OWN.length)}/${leaf}`,
          textAt(leafValue, `${here}/${leaf}`),
          `${here}/${leaf}`,
        )
    else throw new FileRefusal(here, 'an interface has no such part.')
  }
}

function readIpv4(value: Json, name: string, at: string, take: Take): void {
  const ipv4 = objectAt(value, at)
  onlyHas(ipv4, ['address', 'mtu'], at)
  if (ipv4.mtu !== undefined) take(`interfaces/${name}/ipv4/mtu`, textAt(ipv4.mtu, `${at}/mtu`), `${at}/mtu`)
  if (ipv4.address === undefined) return
  const [address, ...more] = listAt(ipv4.address, `${at}/address`)
  if (more.length > 0) throw new FileRefusal(`${at}/address[2]`, 'an interface has one address here.')
  const read = objectAt(address, `${at}/address[1]`)
  const [ip, length] = [textAt(read.ip, `${at}/ip`), textAt(read['prefix-length'], `${at}/prefix-length`)]
  take(`interfaces/${name}/ipv4/address`, `${ip}/${length}`, at)
}

function readRouting(value: Json, at: string, take: Take): void {
  const protocols = objectAt(value, at)['control-plane-protocols']
  const list = listAt(objectAt(protocols, at)['control-plane-protocol'], `${at}/control-plane-protocol`)
  for (const [place, one] of list.entries()) {
    const here = `${at}/control-plane-protocol[${place + 1}]`
    const protocol = objectAt(one, here)
    if (protocol.type !== 'ietf-routing:static') throw new FileRefusal(`${here}/type`, 'expected ietf-routing:static.')
    const routes = objectAt(protocol['static-routes'], here)
    onlyHas(routes, [PROTOCOL, PROTOCOL6], `${here}/static-routes`)
    if (routes[PROTOCOL] !== undefined)
      for (const [number, route] of listAt(objectAt(routes[PROTOCOL], here).route, `${here}/route`).entries())
        readRoute(route, `${here}/route[${number + 1}]`, take)
    if (routes[PROTOCOL6] !== undefined) readRoutes6(routes[PROTOCOL6], here, take)
  }
}

function readRoute(value: Json, at: string, take: Take): void {
  const route = objectAt(value, at)
  onlyHas(route, ['destination-prefix', 'next-hop', `${OWN}preference`, `${OWN}backup-next-hop`], at)
  const path = `routing/routes/${textAt(route['destination-prefix'], `${at}/destination-prefix`)}`
  if (route['next-hop'] !== undefined) {
    const hop = objectAt(route['next-hop'], `${at}/next-hop`)
    onlyHas(hop, ['next-hop-address', 'special-next-hop'], `${at}/next-hop`)
    take(
      `${path}/next-hop`,
      textAt(hop['next-hop-address'] ?? hop['special-next-hop'], `${at}/next-hop`),
      `${at}/next-hop`,
    )
  }
  for (const leaf of ['preference', 'backup-next-hop']) {
    const own = route[`${OWN}${leaf}`]
    if (own !== undefined) take(`${path}/${leaf}`, textAt(own, `${at}/${OWN}${leaf}`), `${at}/${OWN}${leaf}`)
  }
}

function readFilter(value: Json, at: string, take: Take): void {
  const filter = objectAt(value, at)
  onlyHas(filter, ['name', 'aces'], at)
  const name = textAt(filter.name, `${at}/name`)
  for (const [place, ace] of listAt(objectAt(filter.aces, `${at}/aces`).ace, `${at}/aces/ace`).entries()) {
    const here = `${at}/aces/ace[${place + 1}]`
    const { number, text } = ruleIn(ace, here)
    take(`acls/${name}/aces/${number}`, text, here)
  }
}

function readSystem(value: Json, at: string, take: Take): void {
  const system = objectAt(value, at)
  onlyHas(system, ['ntp', 'dns-resolver'], at)
  if (system.ntp !== undefined) {
    const here = `${at}/ntp/server`
    const [server, ...more] = listAt(objectAt(system.ntp, `${at}/ntp`).server, here)
    if (more.length > 0) throw new FileRefusal(`${here}[2]`, 'a device asks one server for the time here.')
    take(
      NTP,
      textAt(objectAt(objectAt(server, `${here}[1]`).udp, `${here}[1]/udp`).address, `${here}[1]`),
      `${here}[1]`,
    )
  }
  if (system['dns-resolver'] !== undefined) readResolver(system['dns-resolver'], at, take)
}

function readResolver(value: Json, at: string, take: Take): void {
  const resolver = objectAt(value, `${at}/dns-resolver`)
  const here = `${at}/dns-resolver`
  onlyHas(resolver, ['server', 'search'], here)
  if (resolver.search !== undefined) {
    const [search] = listAt(resolver.search, `${here}/search`)
    take('system/dns-resolver/search', textAt(search, `${here}/search[1]`), `${here}/search[1]`)
  }
  if (resolver.server === undefined) return
  const [server] = listAt(resolver.server, `${here}/server`)
  const address = objectAt(objectAt(server, `${here}/server[1]`)['udp-and-tcp'], `${here}/server[1]`).address
  take('system/dns-resolver/server', textAt(address, `${here}/server[1]/address`), `${here}/server[1]`)
}

/** What stands under our own module: patterns are gone along, whatever fits. */
function readOwn(first: string, value: Json, at: string, take: Take): void {
  const open = settingKinds.map(({ path }) => path.split('/')).filter(([piece]) => piece === first)
  if (open.length === 0) throw new FileRefusal(at, 'no setting begins so.')
  walk(
    value,
    open.map(pattern => pattern.slice(1)),
    first,
    at,
    take,
  )
}

function walk(value: Json, rest: readonly (readonly string[])[], path: string, at: string, take: Take): void {
  const listed = rest.filter(([piece]) => piece !== undefined && isPlace(piece))
  if (Array.isArray(value)) {
    if (listed.length === 0) throw new FileRefusal(at, 'no list was expected here.')
    for (const [place, entry] of value.entries()) walkEntry(entry as Json, listed, path, `${at}[${place + 1}]`, take)
    return
  }
  if (!isObject(value)) {
    if (rest.some(pattern => pattern.length === 0)) take(path, textAt(value, at), at)
    else throw new FileRefusal(at, 'no value was expected here.')
    return
  }
  for (const [member, part] of Object.entries(value)) {
    const next = rest.filter(([piece]) => piece === member).map(pattern => pattern.slice(1))
    if (next.length === 0) throw new FileRefusal(`${at}/${member}`, 'no setting is called so.')
    walk(part, next, `${path}/${member}`, `${at}/${member}`, take)
  }
}

/** An entry of a list: its names, in the order of the path, and what is set for them. */
function walkEntry(value: Json, listed: readonly (readonly string[])[], path: string, at: string, take: Take): void {
  const entry = objectAt(value, at)
  const [first] = listed
  const end = sure(first).findIndex(piece => !isPlace(piece))
  const places = sure(first).slice(0, end < 0 ? sure(first).length : end)
  const names = places.map(place => textAt(entry[nameOf(place)], `${at}/${nameOf(place)}`))
  const { ...parts } = entry as JsonObject
  for (const place of places) delete parts[nameOf(place)]
  const named = [path, ...names].join('/')
  const rest = listed.map(pattern => pattern.slice(places.length))
  if (rest.some(pattern => pattern.length === 0) && VALUE in parts) {
    take(named, textAt(parts[VALUE], `${at}/${VALUE}`), `${at}/${VALUE}`)
    delete parts[VALUE]
  }
  walk(parts, rest, named, at, take)
}

/** What was read as settings that the device has, each in its one form. */
function checked(device: Device, found: readonly { path: string; value: string; at: string }[]): Settings {
  const settings: Record<string, string> = {}
  for (const { path, value, at } of found) {
    const matched = matchPath(device, path)
    if (!matched.ok)
      throw new FileRefusal(
        at,
        `${device.name} has no setting ${path}; there could stand: ${matched.expected.slice(0, 6).join(', ')}.`,
      )
    const read = matched.kind.read(value)
    if (!read.ok) throw new FileRefusal(at, `“${value}” is not ${read.expected}.`)
    settings[path] = read.value
  }
  return settings
}
