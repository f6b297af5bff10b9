import { all, create } from 'mathjs'
import type { Criterion, Paper, Step, Task } from '../../core/paper/schema'
import { toolOf } from '../../core/tools/registry'
import type { AnyTool, ClosedStep, JudgeContext, TaskOfTool } from '../../core/tools/tool'
import { pointsOf } from './points'
import type { Row } from './points'

/**
 * A sitting followed a second time, from the scoring rules alone: what each event comes to, and what everything is
 * worth at the end. The tools' own checks are used; all that is made of what they find is done here anew.
 */

type Rules = Paper['rules']
type Status = 'open' | 'locked' | 'passed' | 'out-of-tries' | 'skipped' | 'settled' | 'awaiting-marker'

interface Found {
  row: Row
  right: boolean
  /** What is said to be found, by criterion. */
  said: string[]
}

export interface Marked {
  step: Step
  status: Status
  rows: Row[]
  /** What its work came out as when it was opened, and at its last check. */
  stood: string
  checked?: string
  /** What a watched step came to since it was opened, the newest last, and what was found in each. */
  held: { came: string; found: Found }[]
  /** Whether something was done that no check has seen: any change while it was open. */
  touched: boolean
  /** The end looked at work that was never checked and gained nothing. */
  looked: boolean
  /** What settling or leaving found, in papers that tell nothing before the end. */
  sealed?: Found
  left?: ClosedStep['figures']
  setRight: boolean
}

export interface MarkedTask {
  task: Task
  tool: AnyTool
  start: unknown
  state: unknown
  told: TaskOfTool
  steps: Marked[]
}

/** What an event is expected to come to. */
export interface Expected {
  status: 'accepted' | 'refused'
  /** Of the step that it judged, where the trainee is told. */
  verdict?: { status: Status; triesUsed: number; passed: boolean }
}

export type Event =
  | { kind: 'open'; taskId: string }
  | { kind: 'op'; taskId: string; op: unknown }
  | { kind: 'check' | 'skip' | 'settle' | 'unsettle'; taskId: string; stepId: string }

const reckoner = create(all!, { number: 'BigNumber', precision: 40 })

/** An expression over decimals, half up to two places, or null. */
function reckoned(expression: string, values: Record<string, string>): string | null {
  const scope = new Map(Object.entries(values).map(([name, value]) => [name, reckoner.bignumber(value)]))
  const result = reckoner.evaluate(expression, scope) as { isFinite?(): boolean; toFixed?(places: number): string }
  return result.isFinite?.() && result.toFixed ? result.toFixed(2) : null
}

/** What work comes out as, for a step, as its tool says. */
const came = ({ tool, start }: Pick<MarkedTask, 'tool' | 'start'>, stepId: string, state: unknown): string =>
  JSON.stringify(tool.comesTo ? tool.comesTo(state, start, stepId) : tool.pack(state, start))

const isByPerson = ({ marking }: Step): boolean => marking === 'person'
const isClosed = ({ status }: Marked): boolean => status !== 'open' && status !== 'locked'

export class Marker {
  readonly tasks: MarkedTask[] = []
  /** How often each rule came to bear: sittings that never touch a rule prove nothing of it. */
  readonly bore = {
    tries: 0,
    unchanged: 0,
    followed: 0,
    setRight: 0,
    closing: 0,
    left: 0,
    sealed: 0,
    takenBack: 0,
    looked: 0,
    handed: 0,
  }

  constructor(
    private readonly known: readonly Task[],
    private readonly rules: Rules,
  ) {}

  /** Takes up the tasks of a section: which they are is known once it opens. */
  begin(taskIds: readonly string[]): void {
    for (const id of taskIds) this.tasks.push(this.#begin(this.known.find(task => task.id === id)!))
  }

  #begin(task: Task): MarkedTask {
    const tool = toolOf(task.tool)
    const start = tool.initial(tool.setup.parse(task.setup))
    const told: TaskOfTool = {
      order: task.order,
      steps: task.steps.map(step => ({
        id: step.id,
        byPerson: isByPerson(step),
        checks: isByPerson(step) ? [] : step.criteria.map(({ check }) => tool.check.parse(check)),
        model: step.model.map(op => tool.op.parse(op)),
      })),
    }
    const on: MarkedTask = { task, tool, start, state: start, told, steps: [] }
    on.steps = task.steps.map((step, at): Marked => ({
      step,
      status: at === 0 || task.order === 'free' ? 'open' : 'locked',
      rows: [],
      stood: came(on, step.id, start),
      held: [],
      touched: false,
      looked: false,
      setRight: false,
    }))
    return on
  }

  /** The steps' work that follows from own figures, as checks, for whoever makes up sittings. */
  derivedOf(taskId: string, marked: Marked): unknown[] {
    const on = this.task(taskId)
    return marked.step.criteria.flatMap(criterion => this.#derived(on, criterion, this.#closed(on)))
  }

  task(id: string): MarkedTask {
    return this.tasks.find(({ task }) => task.id === id)!
  }

  take(event: Event): Expected {
    const on = this.task(event.taskId)
    if (event.kind === 'open') return { status: 'accepted' }
    if (event.kind === 'op') return this.#op(on, event.op)
    const marked = on.steps.find(({ step }) => step.id === event.stepId)!
    if (event.kind === 'unsettle') return this.#unsettle(on, marked)
    if (marked.status !== 'open') return { status: 'refused' }
    if (event.kind === 'skip') return this.#skip(on, marked)
    if (isByPerson(marked.step)) return this.#handOver(on, marked, event.kind)
    const settled = this.rules.answers === 'settled'
    if ((event.kind === 'settle') !== settled) return { status: 'refused' }
    if (settled) {
      marked.sealed = this.#find(on, marked)
      this.#close(on, marked, 'settled')
      return { status: 'accepted' }
    }
    if (marked.step.mode === 'watched') return { status: 'refused' }
    const comes = came(on, marked.step.id, on.state)
    const found = this.#find(on, marked)
    const same = marked.rows.length > 0 ? !marked.touched || comes === marked.checked : comes === marked.stood
    if (same && !(marked.rows.length === 0 && found.right)) {
      this.bore.unchanged += 1
      return { status: 'refused' }
    }
    return this.#try(on, marked, found, found)
  }

  /** What a person marks is handed over once there is something of it, and never checked. */
  #handOver(on: MarkedTask, marked: Marked, kind: Event['kind']): Expected {
    if (kind !== 'settle' || !(on.tool.isBegun?.(on.state, marked.step.id) ?? true)) return { status: 'refused' }
    this.bore.handed += 1
    this.#close(on, marked, 'awaiting-marker')
    return { status: 'accepted' }
  }

  #op(on: MarkedTask, written: unknown): Expected {
    const op = on.tool.op.parse(written)
    const inHand = on.steps.find(({ status }) => status === 'open')
    const change = on.tool.effect(op) === 'change'
    if (change && !inHand) return { status: 'refused' }
    const applied = on.tool.apply(on.state, op)
    if (!applied.ok) return { status: 'refused' }
    const before = on.state
    on.state = applied.state
    if (!change) return { status: 'accepted' }
    if (inHand!.step.mode !== 'watched' || this.rules.answers === 'settled') {
      for (const marked of on.steps) if (marked.status === 'open') marked.touched = true
      return { status: 'accepted' }
    }
    return this.#watched(on, inHand!, before)
  }

  /** A change in a watched step: it passes, is kept where it comes nearer or goes back, or is taken back for a try. */
  #watched(on: MarkedTask, marked: Marked, before: unknown): Expected {
    const changed = on.state
    const found = this.#find(on, marked)
    if (found.right) return this.#try(on, marked, found, found)
    on.state = before
    if (marked.held.length === 0)
      marked.held.push({ came: came(on, marked.step.id, before), found: this.#find(on, marked) })
    const now = { came: came(on, marked.step.id, changed), found }
    const last = marked.held.at(-1)!.found
    const isBack = marked.held.some(one => one.came === now.came)
    const falls = found.row.some((share, at) => share < last.row[at]! - 1e-9)
    const rises = found.row.some((share, at) => share > last.row[at]! + 1e-9)
    if (isBack || (rises && !falls)) {
      on.state = changed
      marked.held = [...marked.held.filter(one => one.came !== now.came), now]
      marked.touched = true
      const { status, rows } = marked
      return { status: 'accepted', verdict: { status, triesUsed: rows.length, passed: false } }
    }
    this.bore.takenBack += 1
    // What was held before is there again: the try counts for at least that.
    const row = found.row.map((share, at) => Math.max(share, last.row[at]!))
    marked.checked = now.came
    return this.#try(on, marked, found, { ...found, row })
  }

  #try(on: MarkedTask, marked: Marked, found: Found, counted: Found): Expected {
    this.bore.tries += 1
    marked.rows.push(counted.row)
    marked.touched = false
    if (marked.step.mode !== 'watched') marked.checked = came(on, marked.step.id, on.state)
    if (found.right) this.#close(on, marked, 'passed')
    else if (marked.rows.length >= this.#tries(marked)) this.#giveUp(on, marked, 'out-of-tries')
    return {
      status: 'accepted',
      verdict: { status: marked.status, triesUsed: marked.rows.length, passed: found.right },
    }
  }

  /** Leaving judges first: one more try, if one is left and something was done that nobody has looked at. */
  #skip(on: MarkedTask, marked: Marked): Expected {
    if (this.rules.answers === 'settled') {
      if (!isByPerson(marked.step)) marked.sealed = this.#find(on, marked)
      this.#close(on, marked, 'skipped')
      return { status: 'accepted' }
    }
    this.bore.left += 1
    if (this.#closing(on, marked)) {
      this.#close(on, marked, 'passed')
      return { status: 'accepted', verdict: { status: 'passed', triesUsed: marked.rows.length, passed: true } }
    }
    this.#giveUp(on, marked, 'skipped')
    return { status: 'accepted' }
  }

  #unsettle(on: MarkedTask, marked: Marked): Expected {
    const later = on.task.order === 'free' ? [] : on.steps.slice(on.steps.indexOf(marked) + 1)
    const isSettled = marked.status === 'settled' || marked.status === 'awaiting-marker'
    if (!this.rules.unsettle || !isSettled || later.some(isClosed)) return { status: 'refused' }
    for (const other of later) Object.assign(other, { status: 'locked', touched: false })
    marked.status = 'open'
    marked.touched = true
    delete marked.sealed
    delete marked.left
    return { status: 'accepted' }
  }

  #tries({ step }: Marked): number {
    return step.tries ?? this.rules.tries
  }

  /**
   * Whether a closing check passes. Where nothing was gained on a step that was never tried, it takes no try; where
   * nobody worked on it, it leaves no trace.
   */
  #closing(on: MarkedTask, marked: Marked): boolean {
    const tried = marked.rows.length > 0
    if (isByPerson(marked.step)) return false
    if (marked.rows.length >= this.#tries(marked) || (tried && !marked.touched)) return false
    const comes = came(on, marked.step.id, on.state)
    if (tried && comes === marked.checked) return false
    const found = this.#find(on, marked)
    if (tried || found.row.some(share => share > 0)) {
      this.bore.closing += 1
      marked.rows.push(found.row)
      marked.touched = false
    } else if (marked.status === 'open' && comes !== marked.stood && this.#isTheirs(on, marked, found)) {
      this.bore.looked += 1
      marked.looked = true
    }
    return found.right
  }

  /** In free order, whether what was done was done for this step: its check finds something else than at the start. */
  #isTheirs(on: MarkedTask, marked: Marked, { row, said }: Found): boolean {
    if (on.task.order !== 'free') return true
    const { state } = on
    on.state = on.start
    const begun = this.#find(on, marked)
    on.state = state
    return row.some((share, at) => share !== begun.row[at] || said[at] !== begun.said[at])
  }

  #giveUp(on: MarkedTask, marked: Marked, status: Status): void {
    const setsRight = this.rules.afterTries === 'set-right' && on.task.order !== 'free'
    if (!setsRight) return this.#close(on, marked, status)
    const kept = on.tool.setRight?.(on.state, this.#context(on, marked))
    on.state = kept ?? on.tool.carry(on.state, this.#modelState(on, marked))
    marked.setRight = true
    this.bore.setRight += 1
    this.#close(on, marked, status)
  }

  #modelState(on: MarkedTask, marked: Marked): unknown {
    let state = on.start
    for (const { step } of on.steps.slice(0, on.steps.indexOf(marked) + 1)) {
      for (const op of step.model) {
        const applied = on.tool.apply(state, on.tool.op.parse(op))
        if (applied.ok) state = applied.state
      }
    }
    return state
  }

  #close(on: MarkedTask, marked: Marked, status: Status): void {
    marked.left = this.#figures(on, marked)
    marked.status = status
    const next = on.steps.find(one => one.status === 'locked')
    if (!next) return
    next.status = 'open'
    next.stood = came(on, next.step.id, on.state)
  }

  #figures(on: MarkedTask, marked: Marked): ClosedStep['figures'] {
    const names = new Set(on.tool.kept ?? [])
    for (const { id, steps } of this.known)
      for (const criterion of steps.flatMap(({ criteria }) => criteria))
        for (const { task = id, step, figure } of criterion.followThrough?.from ?? [])
          if (task === on.task.id && step === marked.step.id) names.add(figure)
    const context = this.#context(on, marked)
    return Object.fromEntries([...names].map(name => [name, on.tool.figure(on.state, name, context)]))
  }

  #closed(on: MarkedTask): ClosedStep[] {
    return on.steps
      .filter(({ left }) => left !== undefined)
      .map(({ step, status, setRight, sealed, left }) => ({
        step: step.id,
        sound: status === 'passed' || setRight || (sealed?.right ?? false),
        figures: left!,
      }))
  }

  #context(on: MarkedTask, marked: Marked): JudgeContext<unknown> {
    return { start: on.start, task: on.told, step: marked.step.id, closed: this.#closed(on) }
  }

  #find(on: MarkedTask, marked: Marked): Found {
    const context = this.#context(on, marked)
    const shares = marked.step.criteria.map((criterion, at) => {
      const check = on.told.steps[on.steps.indexOf(marked)]!.checks[at]
      const finding = on.tool.judge(on.state, check, context)
      const said = finding.found
      if (finding.met) return { met: true, share: finding.share, said }
      const follows = this.rules.followThrough > 0 && this.#derived(on, criterion, context.closed)
      const own = follows && follows.map(one => on.tool.judge(on.state, one, context)).find(({ met }) => met)
      if (!own) return { met: false, share: finding.share, said }
      this.bore.followed += 1
      return { met: true, share: this.rules.followThrough, said: own.found }
    })
    return {
      row: shares.map(({ share }) => share),
      right: shares.every(({ met }) => met),
      said: shares.map(({ said }) => said),
    }
  }

  /** The checks with what follows from the trainee's own figures in place of the true ones. */
  #derived(on: MarkedTask, { check, followThrough: rule }: Criterion, closed: readonly ClosedStep[]): unknown[] {
    if (!rule) return []
    const values: Record<string, string> = {}
    for (const { task, step, figure, as } of rule.from) {
      const value =
        task === undefined ? closed.find(one => one.step === step)?.figures[figure] : this.#there(task, step, figure)
      if (value === undefined || value === null) return []
      values[as] = value
    }
    return [rule.put, ...rule.or].flatMap(puts => {
      const copy = structuredClone(check) as Record<string, unknown>
      for (const [path, expression] of Object.entries(puts)) {
        const value = reckoned(expression, values)
        if (value === null) return []
        const keys = path.split('.')
        const holder = keys.slice(0, -1).reduce((at, key) => at[key] as Record<string, unknown>, copy)
        holder[keys.at(-1)!] = value
      }
      const read = on.tool.check.safeParse(copy)
      return read.success ? [read.data] : []
    })
  }

  /** A figure of another task: as its step closed, or as the work is until then. */
  #there(taskId: string, stepId: string, figure: string): string | null | undefined {
    const on = this.task(taskId)
    const marked = on?.steps.find(({ step }) => step.id === stepId)
    if (!marked) return undefined
    return marked.left ? marked.left[figure] : on.tool.figure(on.state, figure, this.#context(on, marked))
  }

  /** The end: what was settled counts, then whatever isn't closed is judged in order, by gain only. */
  end(): void {
    for (const on of this.tasks) {
      for (const marked of on.steps) {
        const { sealed } = marked
        if (!sealed) continue
        delete marked.sealed
        this.bore.sealed += 1
        if (marked.status === 'skipped' && sealed.row.every(share => share === 0)) continue
        marked.rows.push(sealed.row)
        if (sealed.right) marked.status = 'passed'
        else if (marked.status === 'settled') marked.status = 'out-of-tries'
      }
      for (const marked of on.steps) {
        const { step, status, touched } = marked
        if (!isByPerson(step) || status !== 'open' || !touched) continue
        if (!(on.tool.isBegun?.(on.state, step.id) ?? true)) continue
        this.bore.handed += 1
        this.#close(on, marked, 'awaiting-marker')
      }
      for (const marked of on.steps) {
        if (isClosed(marked)) continue
        const tried = marked.rows.length
        const passed = this.#closing(on, marked)
        const judged = marked.rows.length > tried
        marked.left = this.#figures(on, marked)
        if (passed) marked.status = 'passed'
        else if (judged) marked.status = marked.rows.length >= this.#tries(marked) ? 'out-of-tries' : 'open'
      }
    }
  }

  /** Points of each criterion, by task, step and criterion, in content's order. */
  points(): { key: string; points: number; outOf: number; reached: boolean; skills: string[] }[] {
    return this.tasks.flatMap(({ task, steps }) =>
      steps.flatMap(({ step, rows, status, looked }) => {
        const worth = step.criteria.map(({ points }) => points)
        const earned = pointsOf(worth, rows, status === 'passed', { ...this.rules, left: 1 })
        return step.criteria.map(({ id, points, skills }, at) => ({
          key: `${task.id}/${step.id}/${id}`,
          points: earned[at]!,
          outOf: points,
          reached: rows.length > 0 || looked || status === 'skipped',
          skills,
        }))
      }),
    )
  }
}
