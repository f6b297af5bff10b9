import { adjustmentsInWords, noAdjustments } from '../../../core/assignment/adjustments'
import type { Adjustments } from '../../../core/assignment/adjustments'
import { isPaused } from '../../../core/sitting/clock'
import { ms } from '../../../core/time/moments'
import type { Plan } from '../../../core/sitting/plan'
import { stepInHand } from '../../../core/sitting/progress'
import type { SittingState } from '../../../core/sitting/progress'
import { endsAt, passTime } from '../../../core/sitting/sections'
import type { RoomRow } from '../../../core/wire/room'
import type { Assignment, Share } from '../../db/assignments'
import type { Message } from '../../db/messages'
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
  live: LiveSitting | undefined
  messages: readonly Message[]
}

function whereIn(plan: Plan, state: SittingState): string {
  const place = plan.tasks.findIndex(({ task }) => task.id === state.current)
  const task = state.tasks.find(({ id }) => id === state.current)
  if (place < 0 || !task) return ''
  const step = stepInHand(task)
  const number = step ? task.steps.indexOf(step) + 1 : task.steps.length
  return `task ${place + 1} of ${plan.tasks.length}, step ${number}`
}

function failedChecks(state: SittingState, at: string): { failedLately: number; lastFailedAt: string | null } {
  const failed = state.tasks
    .flatMap(task =>
      task.steps.flatMap(step =>
        step.checks.filter(check => !check.findings.every(({ met }) => met)).map(check => check.at),
      ),
    )
    .sort()
  const lately = failed.filter(moment => ms(at) - ms(moment) <= LATELY_MS)
  return { failedLately: lately.length, lastFailedAt: failed.at(-1) ?? null }
}

function stateOf(one: LiveSitting, at: string): RoomRow['state'] {
  const { sitting, state } = one
  if (sitting.state === 'ended') return sitting.how === 'voided' ? 'voided' : 'ended'
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
  { assignment, share, name, paperTitle, adjustments, live, messages }: Seat,
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
  // Whoever asks to be let in to another sitting is waiting, whatever came of the last one.
  if (!live || (live.sitting.state === 'ended' && share.waitingAt !== null)) {
    const state = share.admittedAt !== null ? 'admitted' : share.waitingAt !== null ? 'waiting' : 'not-here'
    return { ...person, ...nobody, state }
  }
  const { sitting, plan } = live
  const state = sitting.state === 'running' ? passTime(plan, live.state, at) : live.state
  const steps = state.tasks.flatMap(task => task.steps)
  const deadline = sitting.state === 'running' ? endsAt(plan, state, at) : sitting.endedAt
  return {
    ...person,
    sittingId: sitting.id,
    state: stateOf(live, at),
    where: whereIn(plan, state),
    finished: `${steps.filter(({ status }) => status !== 'open' && status !== 'locked').length} of ${steps.length}`,
    startedAt: sitting.startedAt,
    deadline,
    closesFirst: state.clock.closesAt !== null && deadline === state.clock.closesAt,
    extendedMinutes: Math.round(state.clock.extensionMs / 60_000),
    pausedSince: isPaused(state.clock, at) ? state.clock.pausedAt : null,
    pauseReason: state.pauseReason,
    savedAt: live.state.lastAt,
    ...presence.of(sitting.id),
    awaySince: state.away.since,
    awayTimes: state.away.times,
    ...failedChecks(state, at),
    unanswered: unanswered(messages),
    device: state.device,
    devices: state.devices.length,
    how: sitting.how ?? '',
  }
}
