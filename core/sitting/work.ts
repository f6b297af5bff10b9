import type { AnyTool, ClosedStep } from '../tools/tool'

/** What made the work what it is: an operation that stands, or a step whose model set it right. */
export type WorkEntry = { op: unknown } | { setRight: string; closed?: readonly ClosedStep[] }

/** A list that grows at its newer end and shares everything before: adding to it copies nothing. */
export interface WorkHistory {
  entry: WorkEntry
  before: WorkHistory | null
}

/** Stands for a state that is kept in another thread, which makes it of the entries. */
export const AWAY: unique symbol = Symbol('kept in another thread')

/** Work that was packed, and its mark: what entries after it go on from. */
export interface WorkBase {
  mark: string
  packed: unknown
}

/**
 * The work of a task at a moment. `mark` says in a few characters which operations made it: whoever applied
 * the same ones in the same order has the same mark, so that two sides can compare without sending the work.
 */
export interface Work {
  state: unknown
  mark: string
  /** Kept for heavy tools alone: another thread makes the same state from it. */
  history: WorkHistory | null
  /** What the history goes on from; null where that is the start of the task. */
  base: WorkBase | null
}

/** The state of work; throws a RangeError where it is kept elsewhere. */
export function stateHere({ state, mark }: Work): unknown {
  if (state === AWAY) throw new RangeError(`The work at ${mark} is kept in another thread.`)
  return state
}

/** The mark of work on which nothing has been done yet. */
export const UNTOUCHED = '0.'

/** FNV-1a, 32 bits, over UTF-16 units: for telling apart by accident, not against an attack. */
function hashOf(text: string, seed: number): number {
  let hash = seed
  for (let index = 0; index < text.length; index += 1) hash = Math.imul(hash ^ text.charCodeAt(index), 0x01000193)
  return hash >>> 0
}

/** A text in a few characters, 64 bits of them: for telling apart by accident, not against an attack. */
export function shortHash(text: string): string {
  const first = hashOf(text, 0x811c9dc5)
  return first.toString(36) + hashOf(`${first}${text}`, 0x9e3779b9).toString(36)
}

/** The mark after one more entry: how many there are, and a hash over all of them. */
export function markAfter(mark: string, entry: WorkEntry): string {
  const [count = '0', hash = ''] = mark.split('.')
  return `${Number(count) + 1}.${hashOf(JSON.stringify(entry), Number.parseInt(hash || '811c9dc5', 16)).toString(16)}`
}

export function untouched(start: unknown): Work {
  return { state: start, mark: UNTOUCHED, history: null, base: null }
}

/** The work with an entry more, which left this state. */
export function worked(tool: AnyTool, work: Work, entry: WorkEntry, state: unknown): Work {
  return {
    state,
    mark: markAfter(work.mark, entry),
    history: tool.heavy ? { entry, before: work.history } : null,
    base: work.base,
  }
}

/** The entries that were made since a mark, oldest first; null where the mark isn't among those before. */
export function entriesSince({ mark, history }: Work, since: string): WorkEntry[] | null {
  const wanted = Number(mark.split('.')[0]) - Number(since.split('.')[0])
  const entries: WorkEntry[] = []
  for (let link = history; link !== null && entries.length < wanted; link = link.before) entries.push(link.entry)
  entries.reverse()
  return entries.length === wanted && entries.reduce(markAfter, since) === mark ? entries : null
}
