import type { Finding, JudgeContext } from '../../tool'
import { isIn, prefixText, readPrefix } from '../../../ground/addresses/ipv4'
import { afterAll } from '../ops'
import type { NetworkOp } from '../ops'
import { addressesOf, networkAt } from '../settings/checking'
import { differing, matchPath } from '../settings/paths'
import { cableOf, cableText, deviceNamed } from '../site'
import type { Cable } from '../site'
import type { NetworkState } from '../state'
import { bitsFor, roomOf } from '../../../ground/addresses/subnets'
import { sure } from '../../../ground/sure'
import { finding } from './findings'
import type { CheckOf, NetworkCheck } from './kinds'

export type NetworkContext = JudgeContext<NetworkState, NetworkOp, NetworkCheck>

export function judgeJoined(state: NetworkState, check: CheckOf<'joined'>): Finding {
  const wanted = cableOf(check.from, check.to)
  const met = state.cables.some(({ from, to }) => from === wanted.from && to === wanted.to)
  const expected = `A cable from ${check.from} to ${check.to}.`
  return finding(met, expected, met ? expected : 'There is no such cable.', 'not-joined')
}

export function judgeSet(state: NetworkState, { device, path, is }: CheckOf<'set'>): Finding {
  const one = deviceNamed(state.site, device)
  const expected = `${device} ${path}: ${is.map(value => value || 'not set').join(' or ')}.`
  if (!one) return finding(false, expected, `There is no device ${device}.`, 'device-missing')
  const matched = matchPath(one, path)
  const usual = matched.ok ? matched.kind.usual : ''
  const running = state.running[device]?.[path] ?? usual
  if (is.includes(running)) return finding(true, expected, `${device} ${path}: ${running || 'not set'}.`, '')
  const pending = state.pending[device]?.[path] ?? usual
  const waits = device in state.pending && is.includes(pending)
  const unapplied = waits ? ` ${pending || 'Nothing'} is pending, and was never applied.` : ''
  const found = `${device} ${path}: ${running || 'not set'}.${unapplied}`
  return finding(false, expected, found, waits ? 'not-applied' : 'wrong-setting')
}

export function judgeRoom(state: NetworkState, { device, interface: port, within, hosts }: CheckOf<'room'>): Finding {
  const one = deviceNamed(state.site, device)
  const own = one && addressesOf(one, state.running[device] ?? {}).find(address => address.port === port)
  const expected = `${port} of ${device} in a part of ${within} with room for ${hosts} hosts, and no larger than that.`
  if (!own) return finding(false, expected, `${port} of ${device} has no address.`, 'no-address')
  const network = networkAt(own)
  const block = sure(readPrefix(within))
  const found = `${port} of ${device} is in ${prefixText(network)}, with room for ${roomOf(network).hosts} hosts.`
  if (!isIn(network.network, block) || own.bits < block.bits)
    return finding(false, expected, found, 'outside-the-block')
  const needed = bitsFor(hosts) ?? 0
  return finding(own.bits === needed, expected, found, own.bits > needed ? 'too-small' : 'too-large')
}

/** What steps change, by device and path, and which cables. */
function asChanged(state: NetworkState, start: NetworkState): Set<string> {
  const changed = new Set<string>()
  for (const [device, settings] of Object.entries(state.running)) {
    for (const path of differing(settings, start.running[device] ?? {})) changed.add(`${device} ${path}`)
  }
  const cable = (one: Cable): string => `the cable ${cableText(one)}`
  const [now, then] = [new Set(state.cables.map(cable)), new Set(start.cables.map(cable))]
  for (const one of now) if (!then.has(one)) changed.add(one)
  for (const one of then) if (!now.has(one)) changed.add(one)
  return changed
}

export function judgeUnchanged(state: NetworkState, may: readonly string[], context: NetworkContext): Finding {
  const modelled = afterAll(
    context.start,
    context.task.steps.flatMap(({ model }) => model),
  )
  const allowed = asChanged(modelled, context.start)
  const changed = asChanged(state, context.start)
  const expected = 'Everything that no step asks to change, as it was.'
  const others = [...changed].filter(one => !allowed.has(one) && !may.some(device => one.startsWith(`${device} `)))
  if (others.length > 0) {
    const named = others.slice(0, 4).join(', ')
    const rest = others.length > 4 ? `, and ${others.length - 4} more` : ''
    return finding(false, expected, `Changed: ${named}${rest}.`, 'changed-else')
  }
  if (changed.size === 0) return finding(false, expected, 'Nothing of this step was done.', 'not-begun')
  return finding(true, expected, expected, '')
}
