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

/** A step of the task as its tool knows it. */
export interface StepOfTask<Op = unknown, Check = unknown> {
  id: string
  /** A person marks it: it has no checks. */
  byPerson: boolean
  checks: readonly Check[]
  model: readonly Op[]
}

export interface TaskOfTool<Op = unknown, Check = unknown> {
  order: 'in-turn' | 'free'
  steps: readonly StepOfTask<Op, Check>[]
}

/** Figures of the trainee's own work, by name, as plain decimals; null for one that can't be there. */
export type Figures = Readonly<Record<string, string | null>>

/** What the work was when a step closed. */
export interface ClosedStep {
  step: string
  /** Passed or set right: nothing of it was left wrong. */
  sound: boolean
  figures: Figures
}

/** Figures of a step of another task of the paper, as its work has them. */
export interface FiguresElsewhere {
  task: string
  step: string
  figures: Figures
}

/**
 * What a check may know besides the state: where the task started from, what its other steps ask for, and what
 * the work was when each of those that are closed was closed. So it can tell which part of the work is this step's.
 */
export interface JudgeContext<State, Op = unknown, Check = unknown> {
  start: State
  task: TaskOfTool<Op, Check>
  /** The step that is judged. */
  step: string
  closed: readonly ClosedStep[]
}

export type Applied<State> = { ok: true; state: State } | { ok: false; refusal: string }

/** A random number from 0 up to 1, from a seeded source. */
export type Random = () => number

/** A solution changed, and what was done to it, in a few words. */
export interface Twisted<Op> {
  change: string
  ops: readonly Op[]
}

/**
 * What the content proof asks of a tool. `before` is the state in which a solution begins. Null where nothing of the
 * kind can be done to it.
 */
export interface Proving<State, Op, Check> {
  /** A change that can't matter: the solution still earns everything. */
  harmless(
    ops: readonly Op[],
    before: State,
    context: JudgeContext<State, Op, Check>,
    random: Random,
  ): Twisted<Op> | null
  /** A change that must matter: the solution no longer earns everything. */
  harmful(
    ops: readonly Op[],
    before: State,
    context: JudgeContext<State, Op, Check>,
    random: Random,
  ): Twisted<Op> | null
  /**
   * Names in a check that give its answer away, since the devices of trainees are told them with what is asked: each
   * as a sentence.
   */
  givenAway?(check: Check): string[]
  /** The solution with what a check asks for that follows from own figures. */
  following(ops: readonly Op[], derived: Check): readonly Op[] | null
}

/** A file of an open format. */
export interface WorkFile {
  /** As media types are written (RFC 6838). */
  type: string
  content: Uint8Array
}

/** What somebody did in a step, for whoever reads it: plain JSON that the tool's own screen for readers draws. */
export interface ShownWork {
  part: unknown
  answer: unknown
}

/**
 * A simulated tool: a pure state machine.
 *
 * `apply` never changes the state that it is given, shares what it leaves alone, and gives the same
 * answer for the same input wherever it runs. A refused op leaves the state as it was and says why in
 * words for the trainee. `judge` never throws on a state that ops can reach.
 */
export interface Tool<State, Op, Setup, Check> {
  id: string
  /**
   * Changes with what `initial`, `apply`, `judge` or `pack` come to: what was made by another version is made again
   * from the log, and a result that then differs is told.
   */
  version: number
  setup: ZodType<Setup>
  op: ZodType<Op>
  check: ZodType<Check>
  /**
   * Whether its work is too large, or its check too slow, for the thread that answers others: a heavy tool's
   * screen gets its views from a worker, and the server judges it in a worker thread.
   */
  heavy?: boolean
  /** Whether a check of it may take long, though its work is light: the server then judges it in a worker thread. */
  slowToJudge?: boolean
  /** Loads what a setup needs, where the tool's code comes in parts; all of it where no setup is given. */
  prepare?(setup?: unknown): Promise<void>
  /** Throws a RangeError when the setup contradicts itself: content, not the trainee, is then at fault. */
  initial(setup: Setup): State
  apply(state: State, op: Op): Applied<State>
  /** 'look' never costs a try and is never judged; 'change' alters the work. */
  effect(op: Op): 'look' | 'change'
  describe(op: Op, state: State): string
  judge(state: State, check: Check, context: JudgeContext<State, Op, Check>): Finding
  /** The part of the state that is worth carrying on when the state is set right: an unfinished draft, a view. */
  carry(from: State, to: State): State
  /**
   * The work with the step that `context` names set right, where the tool can keep what belongs to other steps:
   * without this step's part, and with its model's. Null where it can't: the work is then what `carry` gives.
   */
  setRight?(from: State, context: JudgeContext<State, Op, Check>): State | null
  /**
   * A figure that the trainee's own work holds when the step that `context` names is judged, as a plain decimal
   * with its sign, or null if it can't be there. Follow-through marking derives later figures from it.
   */
  figure(state: State, name: string, context: JudgeContext<State, Op, Check>): string | null
  /**
   * Whether the work holds anything of a step by itself, where the tool can tell: what nobody did isn’t handed to a
   * marker.
   */
  isBegun?(state: State, step: string): boolean
  /**
   * The setup with whatever may stand in any order put in the order of a seed, which stays on the server; null where
   * nothing may.
   */
  arranged?(setup: Setup, seed: number): Setup | null
  /** Figures that are kept of every step that closes, for judging later ones. */
  kept?: readonly string[]
  /**
   * What of the state can't be had again from the start of the task, as plain JSON: it is what goes over the
   * wire and into snapshots. `unpack(pack(state, start), start)` is the state again, bit for bit.
   */
  pack(state: State, start: State): unknown
  /**
   * What the work comes out as, for a step where the tool knows its part, as plain JSON: the same for work that came
   * to the same in another way, was undone, or was only looked at. Without it, whatever is packed.
   */
  comesTo?(state: State, start: State, step: string): unknown
  /** Throws a RangeError for what `pack` never made. */
  unpack(packed: unknown, start: State): State
  /** How the content proof varies solutions; without it, they are proved as they are written. */
  proving?: Proving<State, Op, Check>
  /** The kinds of file that its work goes out as, by their ending, each with what writes it. */
  files?: Readonly<Record<string, (state: State) => Promise<WorkFile>>>
  /** What its checks call a kind of mistake, and what reports say of it: what isn't named is said as it is called. */
  faults?: Readonly<Record<string, string>>
  /**
   * What was done in a step, for a light tool of which readers see each step by itself; null where there is no such
   * step. The screen that draws it stands in app/components/tools/screens.ts.
   */
  shown?(state: State, step: string): ShownWork | null
  /** How far a step has come, in a few words and without any judging: `2 of 3 chosen`. */
  progress?(state: State, step: string): string | null
  /** For a light tool in whose steps sound is recorded, which is kept beside the log. */
  recording?: {
    /** How many seconds and how many recordings a step takes; null where nothing is recorded. */
    allowed(state: State, step: string): { seconds: number; recordings: number } | null
    /** What the work stands on now; other recordings aren't kept beyond the end. */
    used(state: State): readonly string[]
  }
  /**
   * What content may have worked out where it is read: `{ $name: … }` becomes what the function of that name gives.
   * Throws a RangeError, in words for the author, where that makes no sense.
   */
  content?: Readonly<Record<string, (given: unknown) => unknown>>
  /** What takes back what was done since: how somebody who learns begins another try. Without it, they go on. */
  takenBack?(state: State, before: State): readonly Op[]
  /**
   * What a screen asks to see, as plain JSON or as a part of the state that the screen only reads. Never
   * throws: what can't be asked gives null. A light tool may show the whole of its state.
   */
  view(state: State, query: unknown): unknown
}

/** What a screen does with a tool: operations as they are given, and what it asks to see, each with what it gets. */
export interface OnScreen {
  op: unknown
  asks: { query: unknown; seen: unknown }
}

/** A tool whose types are only known to itself: what the registry hands out. */
export type AnyTool = Tool<unknown, unknown, unknown, unknown>
