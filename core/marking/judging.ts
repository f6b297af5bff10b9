import type { Criterion, Step } from '../paper/schema'
import type { AnyTool, Finding } from '../tools/tool'
import { deriveAmount } from './expression'

/** Figures that the trainee's own work held when a step was closed, by name; null for one that wasn't there. */
export type Figures = Readonly<Record<string, string | null>>

/** The figures of a step's work that criteria of other steps may follow from, by name. */
export function figuresAsked(steps: readonly Step[], stepId: string): string[] {
  const asked = steps.flatMap(step => step.criteria).flatMap(({ followThrough }) => followThrough?.from ?? [])
  return [...new Set(asked.filter(({ step }) => step === stepId).map(({ figure }) => figure))]
}

export function figuresOf(tool: AnyTool, state: unknown, names: readonly string[]): Figures {
  return Object.fromEntries(names.map(name => [name, tool.figure(state, name)]))
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
  step: Step
  /** The work as it stands. */
  state: unknown
  /** The state in which the task began. */
  start: unknown
  /** Figures of the trainee's own work as the earlier steps of the task left it, by step. */
  earlier?: Readonly<Record<string, Figures>>
  /** Share of the points for what follows from an own earlier figure. */
  followThrough?: number
}

/** Judges every criterion of a step against the work, in the order of the criteria. */
export function judgeStep(work: JudgeStep): StepJudged[] {
  return work.step.criteria.map(criterion => ({ criterion, finding: judgeCriterion(work, criterion) }))
}

const checks = new WeakMap<Criterion, unknown>()

/** The criterion's check, read by its tool once: content never changes. */
function checkOf(tool: AnyTool, criterion: Criterion): unknown {
  if (!checks.has(criterion)) checks.set(criterion, tool.check.parse(criterion.check))
  return checks.get(criterion)
}

function judgeCriterion(work: JudgeStep, criterion: Criterion): Judged {
  const { tool, state, start } = work
  const finding = tool.judge(state, checkOf(tool, criterion), { start })
  if (finding.met || !criterion.followThrough || work.followThrough === 0) return finding
  const derived = derivedCheck(criterion, work)
  if (derived === null) return finding
  const read = tool.check.safeParse(derived)
  if (!read.success) return finding
  const own = tool.judge(state, read.data, { start })
  if (!own.met) return finding
  const share = work.followThrough ?? 1
  return {
    met: true,
    share,
    expected: finding.expected,
    found: own.found,
    note: 'Right from your own earlier figure.',
    followedThrough: true,
  }
}

/** The check with the values that follow from the trainee's own figures, or null if one of them is missing. */
function derivedCheck(criterion: Criterion, work: JudgeStep): unknown {
  const rule = criterion.followThrough
  if (!rule) return null
  const values: Record<string, string> = {}
  for (const { step, figure, as } of rule.from) {
    const value = work.earlier?.[step]?.[figure] ?? null
    if (value === null) return null
    values[as] = value
  }
  // A check is plain JSON, so this copies it whole.
  const check: unknown = JSON.parse(JSON.stringify(criterion.check))
  for (const [path, expression] of Object.entries(rule.put)) {
    const amount = deriveAmount(expression, values)
    if (amount === null || Number(amount) <= 0) return null
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
