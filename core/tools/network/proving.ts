import type { Proving } from '../tool'
import type { NetworkCheck } from './checks'
import { apply } from './ops'
import type { NetworkOp } from './ops'
import type { NetworkState } from './state'

const chosen = <Thing>(things: readonly Thing[], random: () => number): Thing | undefined =>
  things[Math.floor(random() * things.length)]

/** The state after ops; those that are refused are passed over. */
const after = (state: NetworkState, ops: readonly NetworkOp[]): NetworkState =>
  ops.reduce((before, op) => {
    const applied = apply(before, op)
    return applied.ok ? applied.state : before
  }, state)

/** A note on a port, taken back before it is applied: nothing of it was ever in force. */
function madeAndTakenBack(device: string): NetworkOp[] {
  return [
    { type: 'put', device, path: 'interfaces/p1/description', value: 'to be told' },
    { type: 'forget', device },
  ]
}

/** How the content proof varies solutions. */
export const proving: Proving<NetworkState, NetworkOp, NetworkCheck> = {
  harmless(ops, before, _, random) {
    const idle = before.site.devices.filter(
      ({ name }) => !(name in before.pending) && !ops.some(op => 'device' in op && op.device === name),
    )
    const device = chosen(idle, random)
    if (!device) return null
    const asker = chosen(
      idle.filter(({ kind }) => kind !== 'switch'),
      random,
    )
    const looks: NetworkOp[] =
      asker && random() < 0.5
        ? [{ type: 'ask', ask: { what: 'ping', device: asker.name, to: '10.44.99.99' } }]
        : madeAndTakenBack(device.name)
    const at = Math.floor(random() * (ops.length + 1))
    return { change: 'looked and took back in between', ops: [...ops.slice(0, at), ...looks, ...ops.slice(at)] }
  },
  harmful(ops, before, context, random) {
    const checks = context.task.steps.find(({ id }) => id === context.step)?.checks ?? []
    const check = chosen(checks, random)
    const end = after(before, ops)
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
