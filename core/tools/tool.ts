import type { ZodType } from 'zod'

/**
 * What a check found when it looked at the work.
 *
 * `share` runs from 0 (nothing of it) to 1 (all of it); `met` is true only for all of it.
 * `expected`, `found` and `note` are sentences for the report. `fault` names the kind of mistake, so
 * that reports can count what recurs; it is absent when the check is met.
 */
export interface Finding {
  met: boolean
  share: number
  expected: string
  found: string
  note?: string
  fault?: string
}

/** What a check may know besides the state: where the task started from. */
export interface JudgeContext<State> {
  start: State
}

export type Applied<State> = { ok: true; state: State } | { ok: false; refusal: string }

/**
 * A simulated tool: a pure state machine.
 *
 * `apply` never changes the state that it is given, shares what it leaves alone, and gives the same
 * answer for the same input wherever it runs. A refused op leaves the state as it was and says why in
 * words for the trainee. `judge` never throws on a state that ops can reach.
 */
export interface Tool<State, Op, Setup, Check> {
  id: string
  setup: ZodType<Setup>
  op: ZodType<Op>
  check: ZodType<Check>
  /**
   * Whether its work is too large, or its check too slow, for the thread that answers others: a heavy tool's
   * screen gets its views from a worker, and the server judges it in a worker thread.
   */
  heavy?: boolean
  /** Throws a RangeError when the setup contradicts itself: content, not the trainee, is then at fault. */
  initial(setup: Setup): State
  apply(state: State, op: Op): Applied<State>
  /** 'look' never costs a try and is never judged; 'change' alters the work. */
  effect(op: Op): 'look' | 'change'
  describe(op: Op, state: State): string
  judge(state: State, check: Check, context: JudgeContext<State>): Finding
  /** The part of the state that is worth carrying on when the state is set right: an unfinished draft, a view. */
  carry(from: State, to: State): State
  /**
   * A figure that the trainee's own work holds, as a plain decimal, or null if it isn't there.
   * Follow-through marking derives later figures from it.
   */
  figure(state: State, name: string): string | null
  /**
   * What of the state can't be had again from the start of the task, as plain JSON: it is what goes over the
   * wire and into snapshots. `unpack(pack(state, start), start)` is the state again, bit for bit.
   */
  pack(state: State, start: State): unknown
  /** Throws a RangeError for what `pack` never made. */
  unpack(packed: unknown, start: State): State
  /**
   * What a screen asks to see, as plain JSON or as a part of the state that the screen only reads. Never
   * throws: what can't be asked gives null. A light tool may show the whole of its state.
   */
  view(state: State, query: unknown): unknown
}

/** A tool whose types are only known to itself: what the registry hands out. */
export type AnyTool = Tool<unknown, unknown, unknown, unknown>
