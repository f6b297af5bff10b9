import type { Criterion, Step, Task } from '../paper/schema'
import type { AnyTool, ClosedStep, Figures, FiguresElsewhere, Finding, JudgeContext, TaskOfTool } from '../tools/tool'
import { deriveAmount } from './expression'

/** What criteria of a step follow from. */
export const followsFrom = ({ criteria }: Step) => criteria.flatMap(({ followThrough }) => followThrough?.from ?? [])

/** The figures of a step's work that criteria of other steps, of this task and of others, may follow from, by name. */
export function figuresAsked(tasks: readonly Task[], taskId: string, stepId: string): string[] {
  const asked = tasks.flatMap(({ id, steps }) =>
    steps.flatMap(followsFrom).filter(({ task = id, step }) => task === taskId && step === stepId),
  )
  return [...new Set(asked.map(({ figure }) => figure))]
}

/** Figures of the work by name, as the context's step is judged: those asked for and those always kept. */
export function figuresOf(
  tool: AnyTool,
  state: unknown,
  asked: readonly string[],
  context: JudgeContext<unknown>,
): Figures {
  const names = [...new Set([...(tool.kept ?? []), ...asked])]
  return Object.fromEntries(names.map(name => [name, tool.figure(state, name, context)]))
}

/** A finding as marking knows it: right from the trainee's own earlier figure or not. */
export interface Judged extends Finding {
  followedThrough?: boolean
}

export interface StepJudged {
  criterion: Criterion
  finding: Judged
}

export interface JudgeStep {
  tool: AnyTool
  task: Task
  step: Step
  /** The work as it stands. */
  state: unknown
  /** The state in which the task began. */
  start: unknown
  /** What the work was when earlier steps of the task closed. */
  closed?: readonly ClosedStep[]
  /** Figures of other tasks that this step may follow from. */
  elsewhere?: readonly FiguresElsewhere[]
  /** Share of the points for what follows from an own earlier figure. */
  followThrough?: number
}

const tasks = new WeakMap<Task, TaskOfTool>()

/** The task as its tool knows it, read once: content never changes. */
function taskOfTool(tool: AnyTool, task: Task): TaskOfTool {
  const known = tasks.get(task)
  if (known) return known
  const read = {
    order: task.order,
    steps: task.steps.map(({ id, marking, criteria, model }) => ({
      id,
      byPerson: marking === 'person',
      checks: marking === 'person' ? [] : criteria.map(criterion => checkOf(tool, criterion)),
      model: model.map(op => tool.op.parse(op)),
    })),
  }
  tasks.set(task, read)
  return read
}

export function contextOf(
  { tool, task, start, closed = [] }: Pick<JudgeStep, 'tool' | 'task' | 'start' | 'closed'>,
  step: string,
): JudgeContext<unknown> {
  return { start, task: taskOfTool(tool, task), step, closed }
}

/** Judges every criterion of a step against the work, in the order of the criteria. */
export function judgeStep(work: JudgeStep): StepJudged[] {
  const context = contextOf(work, work.step.id)
  return work.step.criteria.map(criterion => ({ criterion, finding: judgeCriterion(work, criterion, context) }))
}

const checks = new WeakMap<Criterion, unknown>()

/** The criterion's check, read by its tool once: content never changes. */
function checkOf(tool: AnyTool, criterion: Criterion): unknown {
  if (!checks.has(criterion)) checks.set(criterion, tool.check.parse(criterion.check))
  return checks.get(criterion)
}

function judgeCriterion(work: JudgeStep, criterion: Criterion, context: JudgeContext<unknown>): Judged {
  const { tool, state } = work
  const finding = tool.judge(state, checkOf(tool, criterion), context)
  if (finding.met || work.followThrough === 0) return finding
  for (const derived of derivedChecks(criterion, work.closed ?? [], work.elsewhere)) {
    const read = tool.check.safeParse(derived)
    const own = read.success ? tool.judge(state, read.data, context) : null
    if (!own?.met) continue
    return {
      met: true,
      share: work.followThrough ?? 1,
      expected: finding.expected,
      found: own.found,
      note: 'Right from your own earlier figure.',
      followedThrough: true,
    }
  }
  return finding
}

/** The checks with the values that follow from the trainee's own figures; none if one of the figures is missing. */
export function derivedChecks(
  criterion: Criterion,
  closed: readonly ClosedStep[],
  elsewhere: readonly FiguresElsewhere[] = [],
): unknown[] {
  const rule = criterion.followThrough
  if (!rule) return []
  const values: Record<string, string> = {}
  for (const { task, step, figure, as } of rule.from) {
    const found =
      task === undefined
        ? closed.find(one => one.step === step)
        : elsewhere.find(one => one.task === task && one.step === step)
    const value = found?.figures[figure] ?? null
    if (value === null) return []
    values[as] = value
  }
  return [rule.put, ...rule.or].flatMap(put => derivedBy(criterion, put, values) ?? [])
}

function derivedBy(
  { check: written }: Criterion,
  put: Record<string, string>,
  values: Record<string, string>,
): unknown {
  // A check is plain JSON, so this copies it whole.
  const check: unknown = JSON.parse(JSON.stringify(written))
  for (const [path, expression] of Object.entries(put)) {
    const amount = deriveAmount(expression, values)
    if (amount === null) return null
    putAt(check, path.split('.'), amount)
  }
  return check
}

/** Puts a value where a dotted path leads. Throws a RangeError where it leads nowhere: the content is then at fault. */
function putAt(into: unknown, path: string[], value: string): void {
  const [key, ...rest] = path
  if (typeof into !== 'object' || into === null || key === undefined || !(key in into)) {
    throw new RangeError(`The follow-through path stops at '${key ?? ''}'.`)
  }
  const holder: Record<string, unknown> = into as Record<string, unknown>
  if (rest.length === 0) holder[key] = value
  else putAt(holder[key], rest, value)
}
