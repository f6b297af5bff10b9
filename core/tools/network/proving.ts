import { sure } from '../../ground/sure'
import type { Proving, Twisted } from '../tool'
import type { NetworkCheck } from './checks'
import { afterAll } from './ops'
import type { NetworkOp } from './ops'
import { fittedWith, hasBridge, isForeign } from './site'
import type { Device } from './site'
import type { NetworkState } from './state'

const chosen = <Thing>(things: readonly Thing[], random: () => number): Thing | undefined =>
  things[Math.floor(random() * things.length)]

/** A note on a port, taken back before it is applied: nothing of it was ever in force. */
function madeAndTakenBack(device: Device): NetworkOp[] {
  const path = `interfaces/${sure(fittedWith(device)[0])}/description`
  return [
    { type: 'put', device: device.name, path, value: 'to be told' },
    { type: 'forget', device: device.name },
  ]
}

const isPut = (op: NetworkOp | undefined): op is Extract<NetworkOp, { type: 'put' | 'drop' }> =>
  op?.type === 'put' || op?.type === 'drop'

/** Where two settings of one device follow each other, of different paths: their order can't matter. */
function neighbours(ops: readonly NetworkOp[]): number[] {
  return ops.flatMap((op, at) => {
    const next = ops[at + 1]
    return isPut(op) && isPut(next) && op.device === next.device && op.path !== next.path ? at : []
  })
}

/** Two settings the other way round. */
function turned(ops: readonly NetworkOp[], random: () => number): Twisted<NetworkOp> | null {
  const at = chosen(neighbours(ops), random)
  if (at === undefined) return null
  const others = [...ops.slice(0, at), sure(ops[at + 1]), sure(ops[at]), ...ops.slice(at + 2)]
  return { change: 'two settings the other way round', ops: others }
}

/** Applied in two goes, where it is applied several times anyway; a step that judges each go takes it in one. */
function split(ops: readonly NetworkOp[], random: () => number): Twisted<NetworkOp> | null {
  if (ops.filter(({ type }) => type === 'apply').length < 2) return null
  const at = chosen(neighbours(ops), random)
  const op = at === undefined ? undefined : ops[at]
  if (at === undefined || !isPut(op)) return null
  const applied: NetworkOp = { type: 'apply', device: op.device }
  return { change: 'applied in two goes', ops: [...ops.slice(0, at + 1), applied, ...ops.slice(at + 1)] }
}

/** Something looked at in between, or made and taken back before it was applied. */
function looked(ops: readonly NetworkOp[], before: NetworkState, random: () => number): Twisted<NetworkOp> | null {
  const idle = before.site.devices.filter(
    device =>
      !isForeign(device) &&
      !(device.name in before.pending) &&
      !ops.some(op => 'device' in op && op.device === device.name),
  )
  const device = chosen(idle, random)
  if (!device) return null
  const asker = chosen(
    idle.filter(({ kind }) => !hasBridge(kind)),
    random,
  )
  const looks: NetworkOp[] =
    asker && random() < 0.5
      ? [{ type: 'ask', ask: { what: 'ping', device: asker.name, to: '10.44.99.99' } }]
      : madeAndTakenBack(device)
  const at = Math.floor(random() * (ops.length + 1))
  return { change: 'looked and took back in between', ops: [...ops.slice(0, at), ...looks, ...ops.slice(at)] }
}

/** How the content proof varies solutions. */
export const proving: Proving<NetworkState, NetworkOp, NetworkCheck> = {
  harmless(ops, before, _, random) {
    const kind = Math.floor(random() * 3)
    const twisted = kind === 0 ? turned(ops, random) : kind === 1 ? split(ops, random) : null
    return twisted ?? looked(ops, before, random)
  },
  harmful(ops, before, context, random) {
    const checks = context.task.steps.find(({ id }) => id === context.step)?.checks ?? []
    const check = chosen(checks, random)
    const end = afterAll(before, ops)
    if (check?.kind === 'set') {
      const { device, path } = check
      const isSet = path in (end.running[device] ?? {})
      const undone: NetworkOp = isSet
        ? { type: 'drop', device, path }
        : { type: 'put', device, path: 'interfaces/p1/enabled', value: 'false' }
      return isSet ? { change: 'a setting dropped', ops: [...ops, undone, { type: 'apply', device }] } : null
    }
    if (check?.kind === 'reaches' && !check.not) {
      const device = check.from
      const cable = end.cables.find(({ from, to }) => [from, to].some(place => place.startsWith(`${device} `)))
      const at = cable && (cable.from.startsWith(`${device} `) ? cable.from : cable.to)
      return at ? { change: 'a cable unplugged', ops: [...ops, { type: 'unplug', at }] } : null
    }
    // Nothing is as little as there can be of a solution.
    const applied = ops.findLastIndex(op => op.type === 'apply' || op.type === 'join')
    return applied < 0 ? null : { change: 'never applied', ops: ops.filter((_, at) => at !== applied) }
  },
  following: () => null,
}
