import { z } from 'zod'
import { ask } from './state'
import type { NetworkState } from './state'
import type { Settings } from './settings/paths'

const settings = z.record(z.string(), z.string())
const packed = z.strictObject({
  cables: z
    .array(
      z.strictObject({
        from: z.string(),
        to: z.string(),
        faulty: z.literal(true).optional(),
        crossed: z.literal(true).optional(),
      }),
    )
    .optional(),
  /** Only devices that differ from the start. */
  running: z.record(z.string(), settings),
  pending: z.record(z.string(), settings),
  earlier: z.record(z.string(), z.array(settings)),
  asked: z.array(ask),
})

/** What differs from the start. */
export function pack(state: NetworkState, start: NetworkState): unknown {
  const changed = Object.entries(state.running).filter(([name, one]) => one !== start.running[name])
  return {
    ...(state.cables === start.cables ? {} : { cables: state.cables }),
    running: Object.fromEntries(changed),
    pending: state.pending,
    earlier: state.earlier,
    asked: state.asked,
  }
}

/** What is in force otherwise than at the start. What was tried, and what waits to be applied, changes nothing. */
export function comesTo({ cables, running }: NetworkState, start: NetworkState): unknown {
  const inOrder = (one: Settings = {}): string => JSON.stringify(Object.entries(one).sort())
  const changed = Object.keys(running)
    .sort()
    .map(name => [name, inOrder(running[name])])
    .filter(([name = '', set]) => set !== inOrder(start.running[name]))
  const laid = (all: NetworkState['cables']): string[] => all.map(one => JSON.stringify(one)).sort()
  return { changed, cables: cables === start.cables ? null : laid(cables) }
}

/** Throws a RangeError for what `pack` never made. */
export function unpack(data: unknown, start: NetworkState): NetworkState {
  const read = packed.safeParse(data)
  if (!read.success) throw new RangeError(`This is no packed network: ${read.error.message}`)
  const { cables, running, pending, earlier, asked } = read.data
  return {
    ...start,
    cables: cables ?? start.cables,
    running: Object.keys(running).length > 0 ? { ...start.running, ...running } : start.running,
    pending,
    earlier,
    asked,
  }
}
