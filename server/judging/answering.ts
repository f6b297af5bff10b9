import { LRUCache } from 'lru-cache'
import { contextOf, figuresOf, judgeStep } from '../../core/marking/judging'
import type { Task } from '../../core/paper/schema'
import { digestOf } from '../../core/sitting/judgement'
import { planTask } from '../../core/sitting/plan'
import type { TaskPlan } from '../../core/sitting/plan'
import { stepPlanOf } from '../../core/sitting/progress'
import { stateSetRight } from '../../core/sitting/setting-right'
import { markAfter, UNTOUCHED } from '../../core/sitting/work'
import type { WorkEntry } from '../../core/sitting/work'
import { loadTool } from '../../core/tools/registry'
import { fileOf } from '../../core/tools/shown'
import type { Question, Reply } from './asking'

/** So many states of one piece of work are kept: where a try is taken back, it goes on from one before. */
const STATES = 4

/**
 * What answers for heavy work, in a thread of its own: it makes the same work from the same operations, by the same
 * core. All that it keeps may be lost at any time.
 */
export function answering(isFull: () => boolean = () => false) {
  const plans = new LRUCache<string, TaskPlan>({ max: 200 })
  const works = new LRUCache<string, Map<string, unknown>>({ max: 600 })

  async function planFrom(task: Task): Promise<TaskPlan> {
    await loadTool(task.tool, task.setup)
    return planTask(task, { tries: 1 })
  }

  function keep(key: string, mark: string, state: unknown): void {
    const states = works.get(key) ?? new Map<string, unknown>()
    states.delete(mark)
    states.set(mark, state)
    const [oldest] = states.keys()
    if (states.size > STATES && oldest !== undefined) states.delete(oldest)
    works.set(key, states)
  }

  /** Lets the older half of what is kept go, before memory ends everything. */
  function makeRoom(): void {
    for (let gone = Math.ceil(works.size / 2); gone > 0; gone -= 1) works.pop()
  }

  function applied({ tool, ...plan }: TaskPlan, state: unknown, entry: WorkEntry): unknown {
    if ('setRight' in entry) return stateSetRight({ tool, ...plan }, state, entry)
    const done = tool.apply(state, tool.op.parse(entry.op))
    if (!done.ok) throw new RangeError(`An operation that stood is refused here: ${done.refusal}`)
    return done.state
  }

  /** What the work that the question is about goes on from, or undefined where its beginning isn't here. */
  function baseOf(plan: TaskPlan, { workKey, since, packed }: Question): unknown {
    if (since === UNTOUCHED) return plan.start
    return works.get(workKey)?.get(since) ?? (packed === undefined ? undefined : plan.tool.unpack(packed, plan.start))
  }

  function workOf(plan: TaskPlan, question: Question): unknown {
    const { workKey, since, entries, mark } = question
    const kept = mark === UNTOUCHED ? plan.start : works.get(workKey)?.get(mark)
    if (kept !== undefined) return kept
    let state = baseOf(plan, question)
    if (state === undefined) return undefined
    let reached = since
    for (const entry of entries) {
      state = applied(plan, state, entry)
      reached = markAfter(reached, entry)
    }
    if (reached !== mark) return undefined
    if (plan.tool.heavy || entries.length > 0) keep(workKey, mark, state)
    return state
  }

  async function asked(plan: TaskPlan, state: unknown, { workKey, mark, request }: Question): Promise<unknown> {
    const { tool, task, start } = plan
    switch (request.ask) {
      case 'judge': {
        const { closed, elsewhere, followThrough, stepId } = request
        const { step } = stepPlanOf(plan, stepId)
        const judged = judgeStep({ tool, task, step, state, start, closed, elsewhere, followThrough })
        return judged.map(({ finding }) => finding)
      }
      case 'apply': {
        const done = tool.apply(state, tool.op.parse(request.op))
        if (!done.ok) return done
        keep(workKey, markAfter(mark, { op: request.op }), done.state)
        return { ok: true }
      }
      case 'figures':
        return figuresOf(tool, state, request.names, contextOf({ ...plan, closed: request.closed }, request.stepId))
      case 'is-begun':
        return tool.isBegun?.(state, request.stepId) ?? true
      case 'comes-to':
        return digestOf(plan, state, request.stepId)
      case 'pack':
        return tool.pack(state, start)
      case 'plain':
        return JSON.parse(JSON.stringify(state)) as unknown
      case 'file':
        return fileOf(tool, state, request.kind)
    }
  }

  /** `atWork` is called once the work is at hand, and the request itself begins. */
  return async function answer(question: Question, atWork: () => void = () => undefined): Promise<Reply> {
    if (isFull()) makeRoom()
    const plan = plans.get(question.taskKey) ?? (question.task ? await planFrom(question.task) : undefined)
    if (!plan) return { needs: 'task' }
    plans.set(question.taskKey, plan)
    const state = workOf(plan, question)
    if (state === undefined) return { needs: 'history' }
    atWork()
    return { answer: await asked(plan, state, question) }
  }
}
