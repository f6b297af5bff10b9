import { apply, networkOp } from './ops'
import { addressText } from '../../ground/addresses/ipv4'
import { sure } from '../../ground/sure'
import { runOf, started } from './running'
import type { Answer } from './simulation/asking'
import type { Device } from './site'
import { initial, networkSetup } from './state'
import type { NetworkState } from './state'

const at = { x: 0, y: 0 }
const addressed = (address: string, gateway?: string) => ({
  'interfaces/p1/ipv4/address': address,
  ...(gateway ? { 'routing/routes/0.0.0.0/0/next-hop': gateway } : {}),
})

type Kind = Device['kind']

/** A device with its settings, each written as `path = value`. */
export const made = (name: string, kind: Kind, ports: number, ...set: readonly string[]) => ({
  name,
  kind,
  ports,
  at,
  set: Object.fromEntries(set.map(line => line.split(' = '))),
})

/** A host with one port, an address and a gateway. */
export const hostAt = (name: string, address: string, gateway?: string, ...set: readonly string[]) => ({
  ...made(name, 'host', 1, ...set),
  set: { ...addressed(address, gateway), ...made(name, 'host', 1, ...set).set },
})

/** A site of devices and cables, each written as `desk-1 p1 - office-sw p1`. */
export const siteOf = (devices: readonly object[], ...cables: readonly string[]): NetworkState =>
  initial(networkSetup.parse({ devices, cables: cables.map(cable => cable.split(' - ')) }))

/** An office and a shop, each with a switch, and a router between them. All is well. */
export const yard = (): NetworkState =>
  initial(
    networkSetup.parse({
      devices: [
        { name: 'desk-1', kind: 'host', ports: 1, at, set: addressed('10.44.10.11/24', '10.44.10.1') },
        { name: 'books', kind: 'server', ports: 1, at, set: addressed('10.44.10.20/24', '10.44.10.1') },
        { name: 'office-sw', kind: 'switch', ports: 4, at },
        {
          name: 'gate',
          kind: 'router',
          ports: 3,
          at,
          set: { 'interfaces/p1/ipv4/address': '10.44.10.1/24', 'interfaces/p2/ipv4/address': '10.44.20.1/24' },
        },
        { name: 'shop-sw', kind: 'switch', ports: 4, at },
        { name: 'till-1', kind: 'host', ports: 1, at, set: addressed('10.44.20.11/24', '10.44.20.1') },
      ],
      cables: [
        ['desk-1 p1', 'office-sw p1'],
        ['books p1', 'office-sw p2'],
        ['office-sw p4', 'gate p1'],
        ['gate p2', 'shop-sw p4'],
        ['shop-sw p1', 'till-1 p1'],
      ],
    }),
  )

const clerk = [
  'interfaces/w1/wireless/ssid = Yard office',
  'interfaces/w1/wireless/security = wpa3-enterprise',
  'interfaces/w1/wireless/user = clerk',
  'interfaces/w1/wireless/password = tarred rope',
  'interfaces/w1/ipv4/address = 10.44.10.31/24',
]
export const directory = ['directory/users/clerk = tarred rope', 'directory/clients/10.44.10.2 = between us']

/** An access point that asks books about users; `but` says what is told otherwise, by device. */
export function enterprise(but: Readonly<Record<string, readonly string[]>> = {}): NetworkState {
  return initial(
    networkSetup.parse({
      devices: [
        made(
          'air',
          'access-point',
          1,
          'interfaces/vlan1/ipv4/address = 10.44.10.2/24',
          'wireless/office/ssid = Yard office',
          'wireless/office/security = wpa3-enterprise',
          'wireless/office/directory = 10.44.10.20',
          'wireless/office/directory-secret = between us',
          ...(but.air ?? []),
        ),
        made('books', 'server', 1, 'interfaces/p1/ipv4/address = 10.44.10.20/24', ...(but.books ?? directory)),
        made('pad', 'host', 0, ...clerk, ...(but.pad ?? [])),
      ].map(device => (device.kind === 'server' ? device : { ...device, radios: 1 })),
      cables: [['air p1', 'books p1']],
    }),
  )
}
/** The state after these operations. Throws where one is refused. */
export function after(state: NetworkState, ...ops: readonly unknown[]): NetworkState {
  return ops.reduce<NetworkState>((before, op) => {
    const applied = apply(before, networkOp.parse(op))
    if (!applied.ok) throw new Error(applied.refusal)
    return applied.state
  }, state)
}

export function refusalOf(state: NetworkState, op: unknown): string {
  const applied = apply(state, networkOp.parse(op))
  return applied.ok ? 'done' : applied.refusal
}

export const put = (device: string, path: string, value: string) => ({ type: 'put', device, path, value })
export const drop = (device: string, path: string) => ({ type: 'drop', device, path })
export const applied = (device: string) => ({ type: 'apply', device })
/** The last answer to what was tried after these operations. */
export function answered(state: NetworkState, ask: object): Answer {
  return sure(runOf(after(state, { type: 'ask', ask })).answers.at(-1))
}
export const ping = (device: string, to: string) => ({ what: 'ping', device, to })
export const connect = (device: string, to: string, port: number, transport = 'tcp') => ({
  what: 'connect',
  device,
  to,
  port,
  transport,
})
export const lookup = (device: string, name: string, type = 'a') => ({ what: 'lookup', device, name, type })
/** The routes of a device that were come by in one way, by its preference (see PREFERENCES). */
export const learnedRoutes = (state: NetworkState, device: string, preference: number): string[] =>
  sure(started(state).machine(device))
    .stack.routes.filter(route => route.preference === preference)
    .map(({ network, bits, by, cost }) => `${addressText(network)}/${bits} by ${addressText(sure(by))} for ${cost}`)

/** What was said, on one line. */
export const said = ({ lines }: Answer): string => lines.join('; ')

export const pinged = (device: string, to: string) => ({ type: 'ask', ask: { what: 'ping', device, to } })
