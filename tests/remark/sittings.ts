import type { Random } from '../../core/tools/tool'
import type { Event, Marked, MarkedTask, Marker } from './marker'

/** Made-up work on a paper: right, wrong, half right, ahead, put right again, checked at odd moments. */

const pick = <Thing>(things: readonly Thing[], random: Random): Thing | undefined =>
  things[Math.floor(random() * things.length)]

/** The number that an entry posted next would have. */
const nextEntry = (on: MarkedTask): number =>
  Number(on.tool.figure(on.state, 'entries', { start: on.start, task: on.told, step: '', closed: [] }) ?? 0) + 1

const DATES = ['2026-10-01', '2026-10-29', '2026-10-30', '2026-10-31']
const ACCOUNTS = ['1010', '1020', '1200', '2010', '2200', '2300', '4020', '6060', '6110']

function junk(random: Random): unknown {
  const amount = (1 + Math.floor(random() * 90_000) / 100).toFixed(2)
  const debit = pick(ACCOUNTS, random)!
  const credit = pick(
    ACCOUNTS.filter(code => code !== debit),
    random,
  )!
  const lines = [
    { account: debit, debit: amount },
    { account: credit, credit: amount },
  ]
  return { type: 'entry.post', entry: { date: pick(DATES, random)!, narration: 'Slip 311', lines } }
}

/** Operations for one step: one of the solutions that content knows of it, or one of them changed. */
function workFor(marker: Marker, on: MarkedTask, marked: Marked, random: Random): readonly unknown[] {
  const { step } = marked
  const { tool } = on
  const model = step.model.map(op => tool.op.parse(op))
  if (step.marking === 'person') return pick(step.samples, random)?.ops ?? model
  const context = { start: on.start, task: on.told, step: step.id, closed: [] }
  const kind = random()
  if (kind < 0.34) return model
  // What is watched is one operation: it is right or a trap.
  if (kind < 0.58 || step.mode === 'watched') return pick(step.traps, random)?.ops ?? model
  if (kind < 0.68) return pick(step.ways, random)?.ops ?? model
  if (kind < 0.82) {
    const derived = pick(marker.derivedOf(on.task.id, marked), random)
    return (derived === undefined ? null : tool.proving?.following(model, derived)) ?? model
  }
  const how = kind < 0.92 ? 'harmful' : 'harmless'
  return tool.proving?.[how](model, on.state, context, random)?.ops ?? model
}

/** What a trainee does about the state of the work between two checks. */
function* changes(marker: Marker, on: MarkedTask, random: Random): Generator<Event> {
  const { id: taskId } = on.task
  const op = (one: unknown): Event => ({ kind: 'op', taskId, op: one })
  const open = on.steps.find(({ status }) => status === 'open')
  if (!open) return
  const kind = random()
  if (kind < 0.12) return
  if (on.task.tool === 'ledger') {
    if (kind < 0.2) yield op({ type: 'account.open', account: pick(ACCOUNTS, random)! })
    if (kind < 0.28) yield op(junk(random))
    if (kind < 0.42 && open.rows.length > 0) {
      yield op({ type: 'entry.reverse', entry: nextEntry(on) - 1, date: pick(DATES, random)! })
    }
  } else if (on.task.tool === 'questions' && kind < 0.3) {
    const part = pick(on.steps, random)!.step.id
    yield op({ type: kind < 0.2 ? 'clear' : 'undo', part })
  }
  const ahead = on.steps[on.steps.indexOf(open) + 1]
  for (const one of workFor(marker, on, open, random)) yield op(one)
  if (ahead && open.step.mode !== 'watched' && random() < 0.2)
    for (const one of workFor(marker, on, ahead, random)) yield op(one)
}

/** The events of a sitting on one task. Each is made when the one before it has been taken by the marker. */
export function* eventsOn(marker: Marker, on: MarkedTask, random: Random): Generator<Event> {
  const { id: taskId } = on.task
  yield { kind: 'open', taskId }
  const rounds = Math.floor(random() * on.steps.length * 3.5)
  for (let round = 0; round < rounds; round += 1) {
    yield* changes(marker, on, random)
    const open = on.steps.find(({ status }) => status === 'open')
    const kind = random()
    const stepId = open?.step.id ?? on.steps[0]!.step.id
    if (kind < 0.62) yield { kind: 'check', taskId, stepId }
    if (kind > 0.3 && kind < 0.68) yield { kind: 'settle', taskId, stepId }
    if (kind > 0.68 && kind < 0.78) yield { kind: 'skip', taskId, stepId }
    if (kind > 0.78 && kind < 0.84) yield { kind: 'check', taskId, stepId: pick(on.steps, random)!.step.id }
    if (kind > 0.84 && kind < 0.9) yield { kind: 'unsettle', taskId, stepId: pick(on.steps, random)!.step.id }
  }
}
