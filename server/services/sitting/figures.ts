import { deskKey } from '../../../core/marking/desk'
import type { Plan } from '../../../core/sitting/plan'
import { stepInHand } from '../../../core/sitting/progress'
import type { SittingState } from '../../../core/sitting/progress'
import { strandsIn } from '../../../core/sitting/strands'
import { figuresIn } from '../../db/figures'
import type { Figures } from '../../db/figures'
import type { Sitting } from '../../db/sittings'
import type { Context } from '../ground/context'
import type { LiveSitting, LiveSittings } from './live-sittings'

function whereIn(plan: Plan, state: SittingState): string {
  const place = plan.tasks.findIndex(({ task }) => task.id === state.current)
  const task = state.tasks.find(({ id }) => id === state.current)
  if (place < 0 || !task) return ''
  const step = stepInHand(task)
  const number = step ? task.steps.indexOf(step) + 1 : task.steps.length
  return `task ${place + 1} of ${plan.tasks.length}, step ${number}`
}

/** When checks found something missing, oldest first. */
export function failedChecks({ tasks }: SittingState): string[] {
  const all = tasks.flatMap(({ steps }) => steps.flatMap(({ checks }) => checks))
  return all
    .filter(({ findings }) => !findings.every(({ met }) => met))
    .map(({ at }) => at)
    .sort()
}

/** What can be told of where a sitting stands, running or ended. */
export function standingFigures(plan: Plan, state: SittingState, savedAt: string, deadline: string | null) {
  const steps = state.tasks.flatMap(task => task.steps)
  return {
    where: whereIn(plan, state),
    finished: `${steps.filter(({ status }) => status !== 'open' && status !== 'locked').length} of ${steps.length}`,
    closesFirst: state.clock.closesAt !== null && deadline === state.clock.closesAt,
    extendedMinutes: Math.round(state.clock.extensionMs / 60_000),
    pauseReason: state.pauseReason,
    savedAt,
    awaySince: state.away.since,
    awayTimes: state.away.times,
    lastFailedAt: failedChecks(state).at(-1) ?? null,
    device: state.device,
    devices: state.devices.length,
  } satisfies Omit<Figures, 'awaiting'>
}

/** The parts of an ended sitting whose answers wait for a person to mark them. */
export function awaitingIn({ plan, state }: LiveSitting): string[] {
  const strands = plan.strands ? [strandsIn(plan.paper, plan.strands, state)] : []
  return [...state.tasks, ...strands].flatMap(({ id, steps }) =>
    steps.filter(({ status }) => status === 'awaiting-marker').map(step => deskKey(id, step.id)),
  )
}

/**
 * What lists tell of ended sittings is kept beside them when they end, so that a list makes none again from its log.
 * What is missing, as of sittings from before, is made once.
 */
export function figureKeeper({ db, log }: Pick<Context, 'db' | 'log'>, live: LiveSittings) {
  const kept = figuresIn(db)

  async function keep(one: LiveSitting): Promise<Figures> {
    const { sitting, plan, state } = one
    const own = {
      ...standingFigures(plan, state, state.lastAt, sitting.endedAt),
      awaiting: awaitingIn(one),
    }
    await kept
      .put(sitting.id, own)
      .catch((error: unknown) => log.warn({ sitting: sitting.id, error: String(error) }, 'figures not kept'))
    return own
  }

  return {
    keep,

    /** Of sittings that have ended. */
    async of(ended: readonly Sitting[]): Promise<Map<string, Figures>> {
      const all = await kept.of(ended.map(({ id }) => id))
      for (const { id } of ended) {
        if (all.has(id)) continue
        const one = await live.find(id)
        if (one?.sitting.state === 'ended') all.set(id, await keep(one))
      }
      return all
    },
  }
}
export type FigureKeeper = ReturnType<typeof figureKeeper>
