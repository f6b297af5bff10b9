import { LRUCache } from 'lru-cache'
import { advance, fold, startOf } from '../../../core/sitting/fold'
import type { LoggedEvent } from '../../../core/sitting/events'
import { planFor } from '../../../core/sitting/plan'
import type { Plan } from '../../../core/sitting/plan'
import type { SittingState } from '../../../core/sitting/progress'
import { sittingsIn } from '../../db/sittings'
import type { Sitting, StoredEvent } from '../../db/sittings'
import type { Context } from '../ground/context'
import type { PlanService } from './plans'
import { Problem } from '../ground/problem'
import { turns } from '../ground/turns'

/** A sitting in memory: the fold of its log as far as the log is on disk. */
export interface LiveSitting {
  sitting: Sitting
  plan: Plan
  state: SittingState
  seq: number
  /** Ids of all events in the log, with their place in it. */
  known: Map<string, number>
}

/** After how many events a rebuild starts from a snapshot instead of the start. */
const SNAPSHOT_EVERY = 400

/** Changes whenever the shape or the meaning of a sitting's state does; older snapshots are then passed over. */
const STATE_VERSION = 'state-2'

export const logged = (event: StoredEvent): LoggedEvent => ({ ...event.body, at: event.serverAt })

/** Sittings in memory, rebuilt from their logs on demand, and one at a time for each sitting. */
export function liveSittings({ db, log }: Context, plans: PlanService, max = 1000) {
  const sittings = sittingsIn(db)
  const live = new LRUCache<string, LiveSitting>({ max })
  const inTurn = turns()

  async function rebuild(id: string): Promise<LiveSitting | undefined> {
    const sitting = await sittings.find(id)
    if (!sitting) return undefined
    const first = await sittings.first(id)
    if (!first) throw new RangeError(`The log of sitting ${id} is empty.`)
    const base = await plans.find(sitting.paperId, sitting.paperVersion)
    const plan = planFor(base, startOf([logged(first)]))
    const snapshot = await sittings.snapshot(id)
    const usable = snapshot?.madeBy === STATE_VERSION ? snapshot : undefined
    const events = await sittings.log(id, usable?.seq ?? 0)
    const counted = events.filter(event => event.status === 'accepted').map(logged)
    // A snapshot was written by this same version from a state that is plain JSON.
    const state = usable
      ? counted.reduce(
          (before, event) => advance(plan, before, event).state,
          JSON.parse(usable.document) as SittingState,
        )
      : fold(base, counted)
    const known = new Map(await sittings.clientIds(id))
    return { sitting, plan, state, seq: Math.max(usable?.seq ?? 0, events.at(-1)?.seq ?? 0), known }
  }

  return {
    /**
     * Runs `work` on the sitting with nobody else at it. Work that fails unexpectedly leaves nothing in
     * memory, so that the next one starts from what is on disk.
     */
    async with<Result>(id: string, work: (live: LiveSitting | undefined) => Promise<Result>): Promise<Result> {
      return inTurn(id, async () => {
        const found = live.get(id) ?? (await rebuild(id))
        if (found) live.set(id, found)
        try {
          return await work(found)
        } catch (error) {
          if (!(error instanceof Problem)) live.delete(id)
          throw error
        }
      })
    },

    /** Writes events to the log, durably, and only then takes them and the state after them as true. */
    async append(one: LiveSitting, events: readonly StoredEvent[], state: SittingState): Promise<void> {
      if (events.length === 0) return
      await sittings.append(one.sitting.id, events)
      this.took(one, events, state)
      if (Math.floor(one.seq / SNAPSHOT_EVERY) > Math.floor((one.seq - events.length) / SNAPSHOT_EVERY)) {
        await sittings
          .keepSnapshot(one.sitting.id, { seq: one.seq, madeBy: STATE_VERSION, document: JSON.stringify(state) })
          .catch((error: unknown) => log.warn({ sitting: one.sitting.id, error: String(error) }, 'snapshot not kept'))
      }
    },

    /** The sitting as it now stands, to be looked at only. */
    async find(id: string): Promise<LiveSitting | undefined> {
      return this.with(id, async one => one)
    },

    took(one: LiveSitting, events: readonly StoredEvent[], state: SittingState): void {
      for (const event of events) one.known.set(event.clientId, event.seq)
      one.seq = events.at(-1)?.seq ?? one.seq
      one.state = state
    },
  }
}
export type LiveSittings = ReturnType<typeof liveSittings>
