import { createHash } from 'node:crypto'
import { LRUCache } from 'lru-cache'
import { advancing, begin, startOf } from '../../../core/sitting/fold'
import { judgedBy } from '../../../core/sitting/judgement'
import { goingOnFrom, packSitting, unpackSitting } from '../../../core/sitting/snapshot'
import type { LoggedEvent } from '../../../core/sitting/events'
import { planFor } from '../../../core/sitting/plan'
import type { Plan } from '../../../core/sitting/plan'
import type { SittingState } from '../../../core/sitting/progress'
import { sittingsIn } from '../../db/sittings'
import type { Sitting, StoredEvent } from '../../db/sittings'
import type { Context } from '../ground/context'
import type { JudgeService } from './judging'
import type { PlanService } from './plans'
import { Problem } from '../ground/problem'
import { turns } from '../ground/turns'

/** A sitting in memory: the fold of its log as far as the log is on disk. */
export interface LiveSitting {
  sitting: Sitting
  plan: Plan
  state: SittingState
  seq: number
  /** How much the events in the log say, in characters, and how much of it came after the end. */
  bytes: number
  late: { events: number; bytes: number }
  /** What the work since the last snapshot took, in ms, and how many events that is. */
  sinceSnapshot: { ms: number; events: number }
  /** Ids of all events in the log, with their place in it. */
  known: Map<string, number>
}

/**
 * How many sittings are kept in memory, and when a snapshot is kept: as soon as making the sitting again from its
 * log, since the last one, would take so long, in ms of work as it was measured, or so many events. What is
 * quicker made again is not worth writing.
 */
export interface MemoryRules {
  sittings: number
  snapshotAfterMs: number
  snapshotAfterEvents: number
}
const usual: MemoryRules = { sittings: 1000, snapshotAfterMs: 400, snapshotAfterEvents: 5000 }

/** Changes whenever the shape or the meaning of a sitting's state does; older snapshots are then passed over. */
const STATE_VERSION = 'state-7'

/** What a snapshot was made by: the shape of a sitting's state, and the tools whose work is in it. */
function madeBy({ tasks }: Plan): string {
  const tools = new Map(tasks.map(({ tool }) => [tool.id, tool.version]))
  const said = [STATE_VERSION, ...[...tools].sort().map(([id, version]) => `${id}-${version}`)].join(' ')
  return createHash('sha256').update(said).digest('hex').slice(0, 40)
}

export const logged = (event: StoredEvent): LoggedEvent => ({ ...event.body, at: event.serverAt })

/** Sittings in memory, rebuilt from their logs on demand, and one at a time for each sitting. */
export function liveSittings(
  { db, log }: Context,
  plans: PlanService,
  judging: JudgeService,
  own: Partial<MemoryRules> = {},
) {
  const rules = { ...usual, ...own }
  const sittings = sittingsIn(db)
  const live = new LRUCache<string, LiveSitting>({ max: rules.sittings })
  const inTurn = turns()

  async function rebuild(id: string): Promise<LiveSitting | undefined> {
    const sitting = await sittings.find(id)
    if (!sitting) return undefined
    const first = await sittings.first(id)
    if (!first) throw new RangeError(`The log of sitting ${id} is empty.`)
    const base = await plans.of(sitting)
    const started = startOf([logged(first)])
    const plan = planFor(base, started, sitting.rescored?.scoring)
    const snapshot = await snapshotOf(id, plan)
    const events = await sittings.log(id, snapshot?.seq ?? 1)
    const begun = performance.now()
    let state = snapshot?.state ?? begin(plan, started)
    for (const event of events) {
      if (event.status !== 'accepted') continue
      state = (await judgedBy(advancing(plan, state, logged(event)), judging.whatever(sitting))).state
    }
    const { ids, bytes, late } = await sittings.known(id)
    return {
      sitting,
      plan,
      state,
      seq: Math.max(snapshot?.seq ?? 1, events.at(-1)?.seq ?? 1),
      bytes,
      late,
      sinceSnapshot: { ms: performance.now() - begun, events: events.length },
      known: new Map(ids),
    }
  }

  /** The sitting as a snapshot has it, if one is there that this program made and can read: the log has it all. */
  async function snapshotOf(id: string, plan: Plan): Promise<{ seq: number; state: SittingState } | undefined> {
    const found = await sittings.snapshot(id)
    if (found?.madeBy !== madeBy(plan)) return undefined
    try {
      return { seq: found.seq, state: unpackSitting(plan, JSON.parse(found.document), judging.isAway) }
    } catch (error) {
      log.error({ sitting: id, error: String(error) }, 'a snapshot can’t be read; the sitting is made from its log')
      return undefined
    }
  }

  /** Keeps a snapshot, and goes on from it: what came before is no longer needed to tell threads about the work. */
  async function keepSnapshot(one: LiveSitting): Promise<void> {
    const { plan, seq, sitting } = one
    one.sinceSnapshot = { ms: 0, events: 0 }
    try {
      const packed = await packSitting(plan, one.state, judging.packing(sitting))
      await sittings.keepSnapshot(sitting.id, { seq, madeBy: madeBy(plan), document: JSON.stringify(packed) })
      one.state = goingOnFrom(one.state, packed)
    } catch (error) {
      log.warn({ sitting: sitting.id, error: String(error) }, 'snapshot not kept')
    }
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

    /**
     * Writes events to the log, durably, and only then takes them and the state after them as true. `tookMs` is
     * what working them out took.
     */
    async append(one: LiveSitting, events: readonly StoredEvent[], state: SittingState, tookMs = 0): Promise<void> {
      if (events.length === 0) return
      one.bytes += await sittings.append(one.sitting.id, events)
      for (const event of events) {
        if (event.status !== 'late') continue
        one.late = { events: one.late.events + 1, bytes: one.late.bytes + JSON.stringify(event.body).length }
      }
      this.took(one, events, state)
      const { ms, events: count } = one.sinceSnapshot
      one.sinceSnapshot = { ms: ms + tookMs, events: count + events.length }
      const { snapshotAfterMs, snapshotAfterEvents } = rules
      const worth = one.sinceSnapshot.ms >= snapshotAfterMs || one.sinceSnapshot.events >= snapshotAfterEvents
      if (worth) await keepSnapshot(one)
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
