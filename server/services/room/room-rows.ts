import { adjustmentsInWords, noAdjustments } from '../../../core/assignment/adjustments'
import type { Adjustments } from '../../../core/assignment/adjustments'
import { isPaused } from '../../../core/sitting/clock'
import { ms } from '../../../core/ground/time/moments'
import { endsAt, passTime } from '../../../core/sitting/sections'
import type { RoomRow } from '../../../core/wire/room'
import type { Assignment, Share } from '../../db/assignments'
import type { Figures } from '../../db/figures'
import type { Message } from '../../db/messages'
import type { Sitting } from '../../db/sittings'
import { failedChecks, standingFigures } from '../sitting/figures'
import type { LiveSitting } from '../sitting/live-sittings'
import type { PresenceBook } from '../sitting/presence'
import { unanswered } from './unanswered'

const LATELY_MS = 120_000

export interface Seat {
  assignment: Assignment
  share: Share
  name: string
  paperTitle: string
  adjustments: Adjustments | undefined
  /** The sitting that runs, or what is told of the last one that has ended. */
  live: LiveSitting | undefined
  ended: { sitting: Sitting; figures: Figures } | undefined
  messages: readonly Message[]
}

function stateOf({ state }: LiveSitting, at: string): RoomRow['state'] {
  if (!isPaused(state.clock, at)) return 'working'
  return state.clock.pauseLimitMs === null ? 'paused' : 'on-break'
}

const nobody = {
  sittingId: null,
  where: '',
  finished: '',
  startedAt: null,
  deadline: null,
  closesFirst: false,
  extendedMinutes: 0,
  pausedSince: null,
  pauseReason: '',
  savedAt: null,
  connected: false,
  seenAt: null,
  awaySince: null,
  awayTimes: 0,
  failedLately: 0,
  lastFailedAt: null,
  unanswered: 0,
  device: '',
  devices: 0,
  how: '',
}

/** What the room is shown of one person at one paper. */
export function rowOf(
  { assignment, share, name, paperTitle, adjustments, live, ended, messages }: Seat,
  presence: PresenceBook,
  at: string,
): RoomRow {
  const person = {
    key: `${assignment.id} ${share.personId}`,
    assignmentId: assignment.id,
    personId: share.personId,
    name,
    paperTitle,
    waitingSince: share.waitingAt,
    codeEntered: share.codeAt !== null,
    adjustments: adjustmentsInWords(adjustments ?? noAdjustments),
  }
  if (live) return { ...person, ...running(live, presence, at), unanswered: unanswered(messages) }
  // Whoever asks to be let in to another sitting is waiting, whatever came of the last one.
  if (!ended || share.waitingAt !== null) {
    const state = share.admittedAt !== null ? 'admitted' : share.waitingAt !== null ? 'waiting' : 'not-here'
    return { ...person, ...nobody, state }
  }
  const { sitting, figures } = ended
  const { awaiting: _awaiting, ...standing } = figures
  return {
    ...person,
    ...standing,
    ...presence.of(sitting.id),
    sittingId: sitting.id,
    state: sitting.how === 'voided' ? 'voided' : 'ended',
    startedAt: sitting.startedAt,
    deadline: sitting.endedAt,
    pausedSince: null,
    failedLately: 0,
    unanswered: unanswered(messages),
    how: sitting.how ?? '',
  }
}

function running(live: LiveSitting, presence: PresenceBook, at: string) {
  const { sitting, plan } = live
  const state = passTime(plan, live.state, at)
  const deadline = endsAt(plan, state, at)
  return {
    ...standingFigures(plan, state, live.state.lastAt, deadline),
    ...presence.of(sitting.id),
    sittingId: sitting.id,
    state: stateOf(live, at),
    startedAt: sitting.startedAt,
    deadline,
    pausedSince: isPaused(state.clock, at) ? state.clock.pausedAt : null,
    failedLately: failedChecks(state).filter(moment => ms(at) - ms(moment) <= LATELY_MS).length,
    how: '',
  }
}
