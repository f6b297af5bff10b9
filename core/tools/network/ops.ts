import { z } from 'zod'
import type { Applied } from '../tool'
import { readAddress6 } from '../../ground/addresses/ipv6'
import { sure } from '../../ground/sure'
import { isName } from './names'
import { contradiction } from './settings/checking'
import { matchPath } from './settings/paths'
import type { Settings } from './settings/paths'
import { cableOf, deviceName, deviceNamed, hasBridge, isForeign, mediumAt, portPlace, portsOf, readPlace } from './site'
import type { Device } from './site'
import { ask } from './state'
import type { Ask, NetworkState } from './state'

const on = { device: deviceName }
const path = z.string().min(1).max(200)

/** One operation on a network. */
export const networkOp = z.discriminatedUnion('type', [
  z.strictObject({ type: z.literal('put'), ...on, path, value: z.string().max(200) }),
  z.strictObject({ type: z.literal('drop'), ...on, path }),
  /** All that a device would be told, in place of what it is: from a file. Pending until it is applied. */
  z.strictObject({ type: z.literal('load'), ...on, settings: z.record(path, z.string().max(200)) }),
  /** Puts what is pending into force. */
  z.strictObject({ type: z.literal('apply'), ...on }),
  /** Takes back what is pending. */
  z.strictObject({ type: z.literal('forget'), ...on }),
  /** Goes back to what was in force before the last change. */
  z.strictObject({ type: z.literal('undo'), ...on }),
  /** By a cable that fits both, of copper one whose pairs go straight or cross. */
  z.strictObject({ type: z.literal('join'), from: portPlace, to: portPlace, crossed: z.literal(true).optional() }),
  z.strictObject({ type: z.literal('unplug'), at: portPlace }),
  z.strictObject({ type: z.literal('ask'), ask }),
])
export type NetworkOp = z.infer<typeof networkOp>
export type NetworkOpGiven = z.input<typeof networkOp>

const MOST_EARLIER = 50
const MOST_ASKED = 100

const refused = (refusal: string): Applied<NetworkState> => ({ ok: false, refusal })

export function apply(state: NetworkState, op: NetworkOp): Applied<NetworkState> {
  switch (op.type) {
    case 'join':
      return join(state, op.from, op.to, op.crossed)
    case 'unplug': {
      const cables = state.cables.filter(({ from, to }) => from !== op.at && to !== op.at)
      return cables.length === state.cables.length
        ? refused(`No cable is in ${op.at}.`)
        : { ok: true, state: { ...state, cables, asked: [] } }
    }
    case 'ask':
      return asked(state, op.ask)
    default: {
      const device = deviceNamed(state.site, op.device)
      if (!device) return refused(`There is no device ${op.device}.`)
      if (isForeign(device)) return refused(`${op.device} belongs to somebody else, and takes nothing from here.`)
      return onDevice(state, device, op)
    }
  }
}

/** The state after ops; those that are refused are passed over. */
export function afterAll(state: NetworkState, ops: readonly NetworkOp[]): NetworkState {
  return ops.reduce((before, op) => {
    const applied = apply(before, op)
    return applied.ok ? applied.state : before
  }, state)
}

type DeviceOp = Extract<NetworkOp, { device: string }>

function onDevice(state: NetworkState, device: Device, op: DeviceOp): Applied<NetworkState> {
  const { name } = device
  const running = state.running[name] ?? {}
  const pending = state.pending[name] ?? running
  switch (op.type) {
    case 'put':
    case 'drop': {
      const found = matchPath(device, op.path)
      if (!found.ok)
        return refused(`${name} has no setting ${op.path}. There could stand: ${found.expected.join(', ')}.`)
      if (op.type === 'drop') {
        if (!(op.path in pending)) return refused(`${op.path} isn’t set on ${name}.`)
        const { [op.path]: _, ...rest } = pending
        return { ok: true, state: withPending(state, name, rest) }
      }
      const read = found.kind.read(op.value)
      if (!read.ok) return refused(`“${op.value}” is not ${read.expected}.`)
      return { ok: true, state: withPending(state, name, { ...pending, [op.path]: read.value }) }
    }
    case 'load': {
      const wrong = refusedSetting(device, op.settings)
      return wrong === null ? { ok: true, state: withPending(state, name, op.settings) } : refused(wrong)
    }
    case 'forget':
      return name in state.pending
        ? { ok: true, state: withPending(state, name, running) }
        : refused(`Nothing is pending on ${name}.`)
    case 'apply': {
      if (!(name in state.pending)) return refused(`Nothing is pending on ${name}.`)
      const wrong = contradiction(device, pending)
      if (wrong) return refused(wrong)
      const earlier = [...(state.earlier[name] ?? []), running].slice(-MOST_EARLIER)
      return { ok: true, state: inForce(state, name, pending, earlier) }
    }
    case 'undo': {
      const earlier = state.earlier[name] ?? []
      const before = earlier.at(-1)
      return before
        ? { ok: true, state: inForce(state, name, before, earlier.slice(0, -1)) }
        : refused(`Nothing was changed on ${name}.`)
    }
  }
}

const MOST_SETTINGS = 2000

/** Why a device can’t be told these settings, in words; null where it can. */
function refusedSetting(device: Device, settings: Settings): string | null {
  const paths = Object.keys(settings)
  if (paths.length > MOST_SETTINGS) return `More than ${MOST_SETTINGS} settings at once.`
  for (const path of paths) {
    const found = matchPath(device, path)
    if (!found.ok) return `${device.name} has no setting ${path}.`
    const read = found.kind.read(sure(settings[path]))
    if (!read.ok || read.value !== settings[path]) return `${path}: “${sure(settings[path])}” is not in its one form.`
  }
  return null
}

/** Settings in one order, so that equal settings are written alike. */
const sorted = (settings: Settings): Settings =>
  Object.fromEntries(Object.entries(settings).sort(([one], [other]) => (one < other ? -1 : 1)))

const sameSettings = (one: Settings, other: Settings): boolean =>
  JSON.stringify(sorted(one)) === JSON.stringify(sorted(other))

function withPending(state: NetworkState, name: string, settings: Settings): NetworkState {
  const { [name]: _, ...rest } = state.pending
  const same = sameSettings(settings, state.running[name] ?? {})
  return { ...state, pending: same ? rest : { ...rest, [name]: sorted(settings) } }
}

function inForce(state: NetworkState, name: string, settings: Settings, earlier: readonly Settings[]): NetworkState {
  const { [name]: _, ...pending } = state.pending
  return {
    ...state,
    running: { ...state.running, [name]: sorted(settings) },
    pending,
    earlier: { ...state.earlier, [name]: earlier },
    asked: [],
  }
}

function join(state: NetworkState, one: string, other: string, crossed = false): Applied<NetworkState> {
  if (one === other) return refused('A cable goes from one port to another.')
  for (const place of [one, other]) {
    const { device: name, port } = readPlace(place)
    const device = deviceNamed(state.site, name)
    if (!device || !portsOf(device).includes(port)) return refused(`There is no port ${place}.`)
    if (state.cables.some(({ from, to }) => from === place || to === place))
      return refused(`There is a cable in ${place} already: unplug it first.`)
  }
  if (readPlace(one).device === readPlace(other).device) return refused('A cable goes from one device to another.')
  const [medium, otherMedium] = [one, other].map(place => mediumAt(state.site, place))
  if (medium !== otherMedium)
    return refused(`No cable fits both: ${one} is made for ${sure(medium)}, ${other} for ${sure(otherMedium)}.`)
  if (crossed && medium !== 'copper') return refused('Only a cable of copper has pairs to cross.')
  return { ok: true, state: { ...state, cables: [...state.cables, cableOf(one, other, crossed)], asked: [] } }
}

function asked(state: NetworkState, one: Ask): Applied<NetworkState> {
  const device = deviceNamed(state.site, one.device)
  if (!device) return refused(`There is no device ${one.device}.`)
  const own = Object.keys(state.running[one.device] ?? {}).some(path => /\/ipv[46]\//.test(path))
  if (hasBridge(device.kind) && !own) return refused(`${device.name} has no address of its own to ask from.`)
  const to = one.what === 'lookup' ? one.name : one.to
  if (readAddress6(to) === null && !isName(to.toLowerCase()))
    return refused(`“${to}” is no address such as 10.44.10.20, and no name.`)
  return { ok: true, state: { ...state, asked: [...state.asked, one].slice(-MOST_ASKED) } }
}

const LOOKS: readonly NetworkOp['type'][] = ['put', 'drop', 'load', 'forget', 'ask']

/** What is pending isn’t in force, and a question changes nothing. */
export function effect(op: NetworkOp): 'look' | 'change' {
  return LOOKS.includes(op.type) ? 'look' : 'change'
}
