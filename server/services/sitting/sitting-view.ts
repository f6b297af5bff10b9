import { aidsFor } from '../../../core/assignment/adjustments'
import type { Adjustments } from '../../../core/assignment/adjustments'
import { iso, ms } from '../../../core/ground/time/moments'
import { timeUpSince, toldUntil } from '../../../core/sitting/grace'
import { isPaused } from '../../../core/sitting/clock'
import { isAhead, passTime, sectionOfTask } from '../../../core/sitting/sections'
import { paceViewOf, taskViewOf } from '../../../core/wire/views'
import type { Held } from '../../../core/wire/views'
import type { MessageView, PaceView, SittingView } from '../../../core/wire/sitting'
import type { Assignment } from '../../db/assignments'
import type { Message } from '../../db/messages'
import type { LiveSitting } from './live-sittings'

/** How a task is named when talking about it: the sitting's own four letters and the task's place. */
export function referenceOf(sittingId: string, place: number): string {
  return `${sittingId.replaceAll('-', '').slice(0, 4).toUpperCase()}-${String(place + 1).padStart(2, '0')}`
}

export function messageViewOf(
  { id, side, text, reference, at }: Message,
  names: ReadonlyMap<string, { name: string }>,
  personId: string,
  answeredBy = 'Invigilator',
): MessageView {
  return {
    id,
    from: side,
    name: side === 'room' ? answeredBy : (names.get(personId)?.name ?? 'You'),
    text,
    reference,
    at,
  }
}

export function paceOf({ plan, state }: LiveSitting, at: string): PaceView {
  return paceViewOf(plan, state.status === 'running' ? passTime(plan, state, at) : state, at)
}

/** When the sitting may be handed in, or null if it may be from the start. Pauses count as they were so far. */
export function handInFrom({ sitting, state }: LiveSitting, { settings }: Assignment): string | null {
  return settings.handInFromMinute === 0
    ? null
    : iso(ms(sitting.startedAt) + settings.handInFromMinute * 60_000 + state.clock.pausedMs)
}

/** How a task is named while its section isn't open: its own name could say what it asks. */
const neutralId = (place: number): string => `ahead-${place + 1}`

/** Who answers a trainee: whoever runs the room, or where there is none, the trainers. */
export const answererOf = ({ roomId }: Assignment): string => (roomId ? 'Invigilator' : 'Trainer')

/** The whole of a sitting as its trainee sees it. The key is not in it: see core/wire/views.ts. */
export function sittingViewOf(
  one: LiveSitting,
  assignment: Assignment,
  adjusted: Adjustments,
  messages: readonly MessageView[],
  at: string,
): SittingView {
  const { sitting, plan, state } = one
  const { paper, rules } = plan
  const { resume, secondWindow, sign, contact, room } = assignment.settings
  const pace = paceOf(one, at)
  const standing = state.status === 'running' ? passTime(plan, state, at) : state
  const held = (sectionId: string): Held =>
    isAhead(plan, standing, sectionId) ? 'ahead' : isPaused(state.clock, at) ? 'standing' : null
  const placeOf = (taskId: string): number => plan.tasks.findIndex(({ task }) => task.id === taskId)
  return {
    id: sitting.id,
    state: sitting.state,
    number: sitting.number,
    paper: {
      id: paper.id,
      title: paper.title,
      minutes: paper.minutes,
      instructions: paper.instructions,
      allowed: paper.allowed,
      afterTries: rules.afterTries,
      setRightWhenLeft: rules.setRightWhenLeft,
      answers: rules.answers,
      unsettle: rules.unsettle,
      moveOn: rules.moveOn,
      hints: rules.hints,
      hintCost: rules.hintCost,
    },
    rules: { resume, secondWindow, sign, contact, room, handInFrom: handInFrom(one, assignment) },
    support: {
      textSize: adjusted.textSize,
      theme: adjusted.theme,
      readingRuler: adjusted.readingRuler,
    },
    now: at,
    startedAt: sitting.startedAt,
    deadline: pace.deadline,
    pace,
    ...(sitting.endedAt && sitting.how ? { endedAt: sitting.endedAt, how: sitting.how } : {}),
    current: state.current,
    seat: state.seat,
    notes: state.notes,
    messages: [...messages],
    sections: plan.sections.map(({ rules: section, tasks, limitMs }) => ({
      id: section.id,
      title: section.title,
      tasks: tasks.map(taskId => (held(section.id) === 'ahead' ? neutralId(placeOf(taskId)) : taskId)),
      movement: section.movement,
      ownTime: limitMs !== null,
      perPage: section.perPage,
      ...aidsFor(section, adjusted),
      ...(held(section.id) === null ? {} : { tray: [] }),
    })),
    // How the work of an ended sitting came out is for the result to tell, as far as it is released.
    tasks: (sitting.state === 'ended' ? [] : plan.tasks).flatMap((taskPlan, place) => {
      const progress = state.tasks.find(task => task.id === taskPlan.task.id)
      if (!progress) return []
      const told = toldUntil(progress, timeUpSince(plan, state, progress.id, at))
      const section = sectionOfTask(plan, progress.id) ?? ''
      return [taskViewOf(plan, taskPlan, told, referenceOf(sitting.id, place), held(section), neutralId(place))]
    }),
  }
}
