import { isPaused } from '../../../core/sitting/clock'
import { iso, LAST_MOMENT, ms } from '../../../core/ground/time/moments'
import type { EventBody, HowEnded } from '../../../core/sitting/events'
import { advance, advancing } from '../../../core/sitting/fold'
import { judgedBy } from '../../../core/sitting/judgement'
import type { Plan } from '../../../core/sitting/plan'
import type { SittingState } from '../../../core/sitting/progress'
import { endsAt, passTime } from '../../../core/sitting/sections'
import { resulting } from '../../../core/sitting/result'
import { evidenceFrom } from '../../../core/skills/evidence'
import { recordingsIn } from '../../db/recordings'
import { sittingsIn } from '../../db/sittings'
import type { StoredEvent } from '../../db/sittings'
import type { Context } from '../ground/context'
import type { EndKeeper } from './ends'
import type { FigureKeeper } from './figures'
import type { JudgeService } from './judging'
import { logged } from './live-sittings'
import type { LiveSitting, LiveSittings } from './live-sittings'
import { about } from '../ground/notices'
import type { NoticeBoard } from '../ground/notices'
import { digestOf } from './receipts'

/** When a sitting is over of itself, seen from `at`. */
export function deadlineAt({ plan, state }: LiveSitting, at: string): string {
  return endsAt(plan, passTime(plan, state, at), at)
}

/** The deadline as the expiry job needs it: while the clock stands it can't run out before the pause may end. */
export function deadlineForExpiry(plan: Plan, state: SittingState, at: string): string {
  const deadline = endsAt(plan, state, at)
  const { clock } = state
  if (!isPaused(clock, at) || clock.pausedAt === null) return deadline
  const until =
    clock.pauseLimitMs === null ? LAST_MOMENT : iso(ms(deadline) + ms(clock.pausedAt) + clock.pauseLimitMs - ms(at))
  return clock.closesAt !== null && clock.closesAt < until ? clock.closesAt : until
}

/** Writing events of the server's own into a sitting's log, and ending it. Call them only in the sitting's turn. */
interface Parts {
  live: LiveSittings
  notices: NoticeBoard
  judging: JudgeService
  ends: EndKeeper
  figures: FigureKeeper
}

export function sittingWriter({ db, newId, log }: Context, { live, notices, judging, ends, figures }: Parts) {
  const sittings = sittingsIn(db)

  const eventOf = (one: LiveSitting, body: EventBody, at: string): StoredEvent => ({
    seq: one.seq + 1,
    clientId: newId(),
    status: 'accepted',
    body,
    clientAt: null,
    serverAt: at,
  })

  async function keepDeadline(one: LiveSitting, at: string): Promise<void> {
    const deadline = deadlineForExpiry(one.plan, one.state, at)
    if (deadline === one.sitting.deadlineAt || one.sitting.state !== 'running') return
    await sittings.moveDeadline(one.sitting.id, deadline)
    one.sitting = { ...one.sitting, deadlineAt: deadline }
  }

  async function end(one: LiveSitting, how: HowEnded, at: string, signedAs: string | null = null): Promise<void> {
    const { id, personId } = one.sitting
    const event = eventOf(one, { kind: 'ended', how, ...(signedAs === null ? {} : { signedAs }) }, at)
    const judge = judging.whatever(one.sitting)
    const { state } = await judgedBy(advancing(one.plan, one.state, logged(event)), judge)
    const endedAt = state.endedAt ?? at
    const result = await judgedBy(resulting(one.plan, state), judge)
    const voided = how === 'voided'
    const digest = digestOf([...(await sittings.log(id)), event])
    const score = voided ? null : result.points
    const waiting = voided ? 0 : result.waiting
    await sittings.end(id, event, personId, {
      endedAt,
      how,
      score,
      waiting,
      signedAs,
      digest,
      evidence: voided ? [] : evidenceFrom(id, endedAt, result),
    })
    live.took(one, [event], state)
    if (!voided) await ends.keep(one, result)
    // What was deleted, and could be had back until now.
    const used = state.tasks.flatMap(task => one.plan.task(task.id)?.tool.recording?.used(task.work.state) ?? [])
    await recordingsIn(db).keepOnly(id, used)
    one.sitting = {
      ...one.sitting,
      state: 'ended',
      endedAt,
      how,
      score,
      waiting,
      signedAs,
      digest,
      digestEvents: event.seq,
    }
    await figures.keep(one)
    log.info({ sitting: id, how, endedAt, score }, 'sitting ended')
    notices.tell({ ...about(one.sitting), what: 'ended' })
  }

  return {
    end,
    keepDeadline,

    /** Ends a sitting whose time and grace are over, at its true deadline. */
    async endIfOver(one: LiveSitting, at: string): Promise<void> {
      if (one.sitting.state !== 'running') return
      const deadline = deadlineAt(one, at)
      if (ms(at) >= ms(deadline) + one.plan.rules.graceSeconds * 1000) await end(one, 'time-up', deadline)
    },

    /** One event of the server's own. Returns why the sitting doesn't take it, or null. */
    async write(one: LiveSitting, body: EventBody, at: string): Promise<string | null> {
      const event = eventOf(one, body, at)
      const { state, outcome } = advance(one.plan, one.state, logged(event))
      if (outcome.status === 'refused') return outcome.refusal
      await live.append(one, [event], state)
      await keepDeadline(one, at)
      notices.tell({ ...about(one.sitting), what: 'changed' })
      return null
    },

    async reopen(one: LiveSitting, byMs: number, reason: string, at: string): Promise<string | null> {
      const event = eventOf(one, { kind: 'reopened', byMs, reason }, at)
      const { state, outcome } = advance(one.plan, one.state, logged(event))
      if (outcome.status === 'refused') return outcome.refusal
      const deadline = endsAt(one.plan, state, at)
      await sittings.reopen(one.sitting.id, event, deadline)
      live.took(one, [event], state)
      one.sitting = {
        ...one.sitting,
        state: 'running',
        deadlineAt: deadline,
        endedAt: null,
        how: null,
        score: null,
        waiting: 0,
        signedAs: null,
        credit: null,
        digest: null,
        digestEvents: null,
      }
      notices.tell({ ...about(one.sitting), what: 'changed' })
      return null
    },
  }
}
export type SittingWriter = ReturnType<typeof sittingWriter>
