import type { JudgeContext } from '../../tool'
import { entries, entryOf } from '../journal'
import type { LedgerOp } from '../ops'
import { apply } from '../ops'
import type { Entry, LedgerState } from '../state'
import type { LedgerCheck } from '.'
import { sure } from '../../../ground/sure'
import { variants } from './expected'
import { movementOf, keyOf, sameMovement, sumOf, turned } from './nets'
import type { Nets } from './nets'
import { closeness, isRecognised } from './likeness'

export type LedgerContext = JudgeContext<LedgerState, LedgerOp, LedgerCheck>

const stepOf = ({ task, step }: LedgerContext) => task.steps.find(({ id }) => id === step)
/** What the judged step is checked for. */
export const checksOf = (context: LedgerContext): readonly LedgerCheck[] => stepOf(context)?.checks ?? []
/** How the judged step is done rightly. */
export const modelOf = (context: LedgerContext): readonly LedgerOp[] => stepOf(context)?.model ?? []

/** What a step asks to be moved: one of these sets. */
export interface Wanted {
  step: string
  byPerson: boolean
  sets: readonly Nets[]
}

/** A step's movement that is right, and the entries that make it up. */
export interface Share {
  entries: readonly Entry[]
  nets: Nets
}

/** The trainee's entries, shared out among the steps of the task. What cancels itself is in none of the parts. */
export interface Sharing {
  /** Steps whose movement is there. */
  right: ReadonlyMap<string, Share>
  /** Entries that are no step's, by the step that they were most likely meant for. */
  meant: ReadonlyMap<string, readonly Entry[]>
  /** Entries that no step asks for at all, by the step that answers for them. */
  slips: ReadonlyMap<string, readonly Entry[]>
}

/** No more sums of steps than this are looked at, and entries are joined as far as that stays quick. */
const MOST_SUMS = 4096

/** How many entries are joined at most, by how many there are. */
const mostJoined = (count: number): number => (count <= 10 ? count : count <= 20 ? 3 : count <= 60 ? 2 : 1)

/** The figure that says how many entries the journal held when a step closed. */
export const ENTRIES = 'entries'

const shared = new WeakMap<LedgerState, Map<string, Sharing>>()

/**
 * Shares out all that was posted since the task began: entries that cancel each other are left aside; a set of
 * whole steps that explains one entry, or a few together, or all of them, has its movement right, the smallest
 * such set first. An entry that no step explains belongs to the step that it was most likely meant for; if it is
 * like none, the step answers for it during which it was posted.
 *
 * `own` stands for what the judged step asks for, where that follows from own figures.
 */
export function shareOut(state: LedgerState, context: LedgerContext, own?: readonly Nets[]): Sharing {
  if (own) return sharing(state, context, own)
  const key = JSON.stringify([context.step, context.closed])
  const known = shared.get(state) ?? new Map<string, Sharing>()
  const found = known.get(key) ?? sharing(state, context)
  shared.set(state, known.set(key, found))
  return found
}

function sharing(state: LedgerState, context: LedgerContext, own?: readonly Nets[]): Sharing {
  const asked = wantedOf(context)
  const wanted = own ? asked.map(one => (one.step === context.step ? { ...one, sets: own } : one)) : asked
  const posted = withoutCancelled(postedIn(state), wanted)
  const first = grouped(posted, wanted)
  if (first.left.length === 0) return { right: first.right, meant: new Map(), slips: new Map() }
  const whole = explanations(wanted).get(keyOf(sumOf(posted.map(({ nets }) => nets))))?.[0]
  if (whole) return { right: wholeShares(posted, wanted, whole), meant: new Map(), slips: new Map() }
  return { right: first.right, ...assigned(first.left, first.right, wanted, context) }
}

interface Posted {
  entry: Entry
  nets: Nets
}

/** The trainee's entries with what each moves; one that was reversed, and its reversal, are gone together. */
function postedIn(state: LedgerState): Posted[] {
  const own = entries(state).slice(state.opening)
  const reversed = new Set(own.map(entry => entry.reverses))
  return own
    .filter(entry => !reversed.has(entry.number) && (entry.reverses === undefined || entry.reverses <= state.opening))
    .map(entry => ({ entry, nets: movementOf(entry.lines) }))
    .filter(({ nets }) => nets.size > 0)
}

/** Without entries that mirror an earlier one by hand, and that one; unless a step asks for such a mirror. */
function withoutCancelled(posted: readonly Posted[], wanted: readonly Wanted[]): Posted[] {
  const asked = new Set(wanted.flatMap(({ sets }) => sets.map(keyOf)))
  const left = new Set<Posted>()
  const byMovement = new Map<string, Posted[]>()
  for (const one of posted) {
    const key = keyOf(one.nets)
    const mirrored = asked.has(key) ? undefined : byMovement.get(keyOf(turned(one.nets)))?.pop()
    if (mirrored) left.delete(mirrored)
    else {
      left.add(one)
      listed(byMovement, key).push(one)
    }
  }
  return [...left]
}

type Chosen = ReadonlyMap<string, Nets>
const sums = new WeakMap<readonly Wanted[], Map<string, Chosen[]>>()

/** Every sum of whole steps with the steps that make it, smaller sets first. */
function explanations(wanted: readonly Wanted[]): Map<string, Chosen[]> {
  const known = sums.get(wanted)
  if (known) return known
  const found = new Map<string, Chosen[]>()
  let sets: { chosen: Chosen; sum: Nets; next: number }[] = [{ chosen: new Map(), sum: new Map(), next: 0 }]
  let count = 0
  while (sets.length > 0 && count < MOST_SUMS) {
    const larger: typeof sets = []
    for (const { chosen, sum, next } of sets) {
      for (let at = next; at < wanted.length && count < MOST_SUMS; at += 1) {
        for (const nets of sure(wanted[at]).sets) {
          const one = {
            chosen: new Map(chosen).set(sure(wanted[at]).step, nets),
            sum: sumOf([sum, nets]),
            next: at + 1,
          }
          larger.push(one)
          count += 1
          if (one.sum.size > 0) listed(found, keyOf(one.sum)).push(one.chosen)
        }
      }
    }
    sets = larger
  }
  sums.set(wanted, found)
  return found
}

interface Grouped {
  right: Map<string, Share>
  left: Posted[]
}

/** Entries that steps explain, one by one, then two together, and so on; what cancels itself is left aside. */
function grouped(posted: readonly Posted[], wanted: readonly Wanted[]): Grouped {
  const explained = explanations(wanted)
  const right = new Map<string, Share>()
  let left = [...posted]
  const most = mostJoined(left.length)
  for (let size = 1; size <= most && size <= left.length; size += 1) {
    const gone = new Set<Posted>()
    for (const members of combinations(left, size)) {
      if (members.some(member => gone.has(member))) continue
      const sum = sumOf(members.map(({ nets }) => nets))
      const steps = explained.get(keyOf(sum))?.find(chosen => [...chosen.keys()].every(step => !right.has(step)))
      if (sum.size > 0 && !steps) continue
      for (const [step, nets] of steps ?? []) right.set(step, { entries: members.map(({ entry }) => entry), nets })
      for (const member of members) gone.add(member)
    }
    left = left.filter(one => !gone.has(one))
  }
  return { right, left }
}

/** Every choice of so many things, in their order. */
function* combinations<Thing>(things: readonly Thing[], size: number, from = 0): Generator<Thing[]> {
  if (size === 0) yield []
  else
    for (let at = from; at <= things.length - size; at += 1)
      for (const others of combinations(things, size - 1, at + 1)) yield [sure(things[at]), ...others]
}

/** Where these steps explain all of it: each with entries of its own as far as they can be told apart. */
function wholeShares(posted: readonly Posted[], wanted: readonly Wanted[], chosen: Chosen): Map<string, Share> {
  const these = wanted.flatMap(one => (chosen.has(one.step) ? [{ ...one, sets: [sure(chosen.get(one.step))] }] : []))
  const { right, left } = grouped(posted, these)
  for (const { step, sets } of these)
    if (!right.has(step)) right.set(step, { entries: left.map(({ entry }) => entry), nets: sure(sets[0]) })
  return right
}

/** The list that a map holds under a key, made at first need. */
function listed<Thing>(lists: Map<string, Thing[]>, key: string): Thing[] {
  const list = lists.get(key) ?? []
  lists.set(key, list)
  return list
}

/** Whom the entries belong to that no step explains. */
function assigned(
  left: readonly Posted[],
  right: ReadonlyMap<string, Share>,
  wanted: readonly Wanted[],
  context: LedgerContext,
): Pick<Sharing, 'meant' | 'slips'> {
  const meant = new Map<string, Entry[]>()
  const slips = new Map<string, Entry[]>()
  const closed = [...context.closed].sort((a, b) => entriesAt(a) - entriesAt(b))
  for (const { entry, nets } of left) {
    const then = closed.find(one => entry.number <= entriesAt(one))
    const inHand = then?.step ?? context.step
    const like = mostLike(nets, right, wanted, inHand)
    if (like) listed(meant, like).push(entry)
    // What a closed step left wrong was charged there; what was let pass is the judged step's to put right.
    else listed(slips, then && !then.sound ? then.step : (forAPerson(wanted) ?? context.step)).push(entry)
  }
  return { meant, slips }
}

const entriesAt = ({ figures }: LedgerContext['closed'][number]): number => Number(figures[ENTRIES] ?? 0)

const forAPerson = (wanted: readonly Wanted[]): string | undefined => wanted.find(({ byPerson }) => byPerson)?.step

/**
 * The step without its movement that an entry is most like: of equals the one during which it was posted, then the
 * first. One that repeats what a step has already is like none.
 */
function mostLike(
  nets: Nets,
  right: ReadonlyMap<string, Share>,
  wanted: readonly Wanted[],
  inHand: string,
): string | undefined {
  const repeats = wanted.some(({ step, sets }) => right.has(step) && sets.some(set => sameMovement(set, nets)))
  if (repeats) return undefined
  let best: { step: string; rank: number } | undefined
  for (const { step, sets } of wanted) {
    if (right.has(step)) continue
    for (const set of sets) {
      if (!isRecognised(set, nets)) continue
      const rank = closeness(set, nets) + (step === inHand ? 1e-6 : 0)
      if (!best || rank > best.rank) best = { step, rank }
    }
  }
  return best?.step
}

const askedOf = new WeakMap<LedgerContext['task'], Wanted[]>()

/** What each step of the task asks to be moved. */
export function wantedOf({ task, start }: Pick<LedgerContext, 'task' | 'start'>): Wanted[] {
  const known = askedOf.get(task)
  if (known) return known
  let before = start
  const wanted = task.steps.map((step): Wanted => {
    const after = step.model.reduce<LedgerState>((state, op) => {
      const applied = apply(state, op)
      return applied.ok ? applied.state : state
    }, before)
    const model = sumOf(
      entries(after)
        .slice(entries(before).length)
        .map(({ lines }) => movementOf(lines)),
    )
    if (task.order === 'in-turn') before = after
    return { step: step.id, byPerson: step.byPerson, sets: setsOf(step.checks, start) ?? [model] }
  })
  const moving = wanted.map(one => ({ ...one, sets: one.sets.filter(set => set.size > 0) }))
  askedOf.set(task, moving)
  return moving
}

/** What the checks of a step ask to be moved, or null where none of them says. */
function setsOf(checks: readonly LedgerCheck[], start: LedgerState): Nets[] | null {
  for (const check of checks) {
    if (check.kind === 'movement') return setsOfMovement(check)
    const original = check.kind === 'entry-reversed' ? entryOf(start, check.entry) : undefined
    if (original) return [turned(movementOf(original.lines))]
  }
  return null
}

export function setsOfMovement({ lines, or }: Extract<LedgerCheck, { kind: 'movement' }>): Nets[] {
  return [lines, ...or].flatMap(variants).map(movementOf)
}

/** What steps after the judged one have moved already: not part of what it left behind. */
export function movedAhead(state: LedgerState, context: LedgerContext): Nets {
  const { steps, order } = context.task
  const place = steps.findIndex(({ id }) => id === context.step)
  const sharing = shareOut(state, context)
  const ahead = steps.filter(
    ({ id }, at) =>
      id !== context.step && (order === 'free' || (at > place && !context.closed.some(({ step }) => step === id))),
  )
  return sumOf(
    ahead.flatMap(({ id }) => [
      ...(sharing.right.has(id) ? [sure(sharing.right.get(id)).nets] : []),
      ...(sharing.meant.get(id) ?? []).map(({ lines }) => movementOf(lines)),
    ]),
  )
}
