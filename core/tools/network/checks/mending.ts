import { sure } from '../../../ground/sure'
import { afterAll } from '../ops'
import { differing } from '../settings/paths'
import { cableText } from '../site'
import type { Cable } from '../site'
import type { AllSettings, NetworkState } from '../state'
import type { NetworkContext } from './settings'

/** The states between the steps when each is done as its model does it: one before the first, one after each. */
function modelledStates({ start, task }: NetworkContext): NetworkState[] {
  const states = [start]
  for (const { model } of task.steps) states.push(afterAll(sure(states.at(-1)), model))
  return states
}

/** The settings, by device, that one state changes of another. */
const changedBy = (before: NetworkState, after: NetworkState): ReadonlyMap<string, readonly string[]> =>
  new Map(
    Object.entries(after.running).map(([device, settings]) => [
      device,
      differing(before.running[device] ?? {}, settings),
    ]),
  )

/**
 * A state in which what one makes of another was made of it, too: settings by their paths, but for those that are
 * `own`, and cables.
 */
function withChange(
  state: NetworkState,
  before: NetworkState,
  after: NetworkState,
  own: ReadonlyMap<string, readonly string[]>,
): NetworkState {
  const running: Record<string, AllSettings[string]> = { ...state.running }
  for (const [device, paths] of changedBy(before, after)) {
    const settings = after.running[device] ?? {}
    const changed = paths.filter(path => !own.get(device)?.includes(path))
    if (changed.length === 0) continue
    const kept = Object.entries(running[device] ?? {}).filter(([path]) => !changed.includes(path))
    running[device] = Object.fromEntries([
      ...kept,
      ...Object.entries(settings).filter(([path]) => changed.includes(path)),
    ])
  }
  const cablesOf = (one: NetworkState): ReadonlySet<string> => new Set(one.cables.map(cableText))
  const [then, now] = [cablesOf(before), cablesOf(after)]
  const gone = (cable: Cable): boolean => then.has(cableText(cable)) && !now.has(cableText(cable))
  const cables = state.cables.filter(cable => !gone(cable))
  const ends = new Set(cables.flatMap(({ from, to }) => [from, to]))
  const come = after.cables.filter(cable => !then.has(cableText(cable)) && !ends.has(cable.from) && !ends.has(cable.to))
  return { ...state, running, cables: [...cables, ...come], asked: [] }
}

/**
 * The work with what earlier steps left wrong put right, as their models do it: so a mistake is charged once, and what
 * follows is tried on a network that could come through.
 */
export function mended(state: NetworkState, context: NetworkContext): NetworkState {
  const wrong = new Set(context.closed.filter(({ sound }) => !sound).map(({ step }) => step))
  wrong.delete(context.step)
  if (wrong.size === 0) return state
  const states = modelledStates(context)
  const here = context.task.steps.findIndex(({ id }) => id === context.step)
  // What this step sets itself is judged as it is.
  const own = changedBy(sure(states[here]), sure(states[here + 1]))
  return context.task.steps.reduce(
    (mending, { id }, at) =>
      wrong.has(id) ? withChange(mending, sure(states[at]), sure(states[at + 1]), own) : mending,
    state,
  )
}
