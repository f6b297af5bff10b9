import { z } from 'zod'
import type { Finding, JudgeContext } from '../../tool'
import { addressSchema } from '../addresses'
import { apply } from '../ops'
import type { NetworkOp } from '../ops'
import { started } from '../running'
import { differing, matchPath } from '../settings/paths'
import { ping } from '../simulation/asking'
import { cableOf, deviceName, deviceNamed, portPlace } from '../site'
import type { NetworkState } from '../state'

/** A device is told something: one of these values; an empty one for nothing. */
export const setCheck = z.strictObject({
  kind: z.literal('set'),
  device: deviceName,
  path: z.string(),
  is: z.array(z.string()).min(1),
})

/** Something from a device comes through to an address and back, or must not; tried on a copy. */
export const reachesCheck = z.strictObject({
  kind: z.literal('reaches'),
  from: deviceName,
  to: addressSchema,
  not: z.boolean().default(false),
})

/** A cable joins two ports. */
export const joinedCheck = z.strictObject({ kind: z.literal('joined'), from: portPlace, to: portPlace })

/** Nothing was changed but what some step asks to be changed, and settings of these devices. */
export const unchangedCheck = z.strictObject({
  kind: z.literal('unchanged'),
  may: z.array(deviceName).default([]),
})

/** What a step on a network can be checked for. */
export const networkCheck = z.discriminatedUnion('kind', [setCheck, reachesCheck, joinedCheck, unchangedCheck])
export type NetworkCheck = z.infer<typeof networkCheck>
export type NetworkContext = JudgeContext<NetworkState, NetworkOp, NetworkCheck>

const finding = (met: boolean, expected: string, found: string, fault: string): Finding =>
  met ? { met, share: 1, expected, found } : { met, share: 0, expected, found, fault }

export function judge(state: NetworkState, check: NetworkCheck, context: NetworkContext): Finding {
  switch (check.kind) {
    case 'set':
      return judgeSet(state, check)
    case 'reaches':
      return judgeReaches(state, check)
    case 'joined': {
      const wanted = cableOf(check.from, check.to)
      const met = state.cables.some(({ from, to }) => from === wanted.from && to === wanted.to)
      const expected = `A cable from ${check.from} to ${check.to}.`
      return finding(met, expected, met ? expected : 'There is no such cable.', 'not-joined')
    }
    case 'unchanged':
      return judgeUnchanged(state, check.may, context)
  }
}

function judgeSet(state: NetworkState, { device, path, is }: z.infer<typeof setCheck>): Finding {
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

/** What a device said last before a packet ended, as a sentence. */
function endOf(notes: readonly { device: string; words: string }[]): string {
  const end = notes.findLast(({ words }) => /dropped|not sent|nobody is/.test(words)) ?? notes.at(-1)
  return end ? ` On ${end.device}: ${end.words}.` : ''
}

function judgeReaches(state: NetworkState, { from, to, not }: z.infer<typeof reachesCheck>): Finding {
  const { met, lines, notes } = ping(started(state), { what: 'ping', device: from, to }, 1)
  const expected = `${from} ${not ? 'doesn’t reach' : 'reaches'} ${to}.`
  const found = met ? `${from} reaches ${to}.` : `${from} doesn’t reach ${to}: ${lines.join('; ')}.${endOf(notes)}`
  return finding(met !== not, expected, found, not ? 'reaches' : 'does-not-reach')
}

/** What steps change, by device and path, and which cables. */
function asChanged(state: NetworkState, start: NetworkState): Set<string> {
  const changed = new Set<string>()
  for (const [device, settings] of Object.entries(state.running)) {
    for (const path of differing(settings, start.running[device] ?? {})) changed.add(`${device} ${path}`)
  }
  const cable = ({ from, to }: { from: string; to: string }): string => `the cable ${from} to ${to}`
  const [now, then] = [new Set(state.cables.map(cable)), new Set(start.cables.map(cable))]
  for (const one of now) if (!then.has(one)) changed.add(one)
  for (const one of then) if (!now.has(one)) changed.add(one)
  return changed
}

function modelled({ start, task }: NetworkContext): NetworkState {
  let state = start
  for (const { model } of task.steps)
    for (const op of model) {
      const applied = apply(state, op)
      if (applied.ok) state = applied.state
    }
  return state
}

function judgeUnchanged(state: NetworkState, may: readonly string[], context: NetworkContext): Finding {
  const allowed = asChanged(modelled(context), context.start)
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
