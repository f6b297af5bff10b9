import { LRUCache } from 'lru-cache'
import { judgeStep } from '../../core/marking/judging'
import type { Task } from '../../core/paper/schema'
import { planTask } from '../../core/sitting/plan'
import type { TaskPlan } from '../../core/sitting/plan'
import { stepPlanOf } from '../../core/sitting/progress'
import { stateSetRight } from '../../core/sitting/setting-right'
import { markAfter, UNTOUCHED } from '../../core/sitting/work'
import type { WorkEntry } from '../../core/sitting/work'
import { loadTool } from '../../core/tools/registry'
import type { Question, Reply } from './asking'

/** A heavy check, in a thread of its own. It makes the same work from the same operations, by the same core. */
const plans = new LRUCache<string, TaskPlan>({ max: 100 })
const works = new LRUCache<string, { mark: string; state: unknown }>({ max: 64 })

async function planFrom(task: Task): Promise<TaskPlan> {
  await loadTool(task.tool)
  return planTask(task, { tries: 1 })
}

function applied({ tool, ...plan }: TaskPlan, state: unknown, entry: WorkEntry): unknown {
  if ('setRight' in entry) return stateSetRight({ tool, ...plan }, state, entry)
  const done = tool.apply(state, tool.op.parse(entry.op))
  if (!done.ok) throw new RangeError(`An operation that stood is refused here: ${done.refusal}`)
  return done.state
}

/** The work that the question is about, or null where its beginning isn't here. */
function workOf(plan: TaskPlan, { workKey, since, entries, mark }: Question): unknown {
  const kept = since === UNTOUCHED ? { mark: UNTOUCHED, state: plan.start } : works.get(workKey)
  if (!kept || kept.mark !== since) return null
  let { state, mark: reached } = kept
  for (const entry of entries) {
    state = applied(plan, state, entry)
    reached = markAfter(reached, entry)
  }
  if (reached !== mark) return null
  works.set(workKey, { mark, state })
  return state
}

export default async function answer(question: Question): Promise<Reply> {
  const plan = plans.get(question.taskKey) ?? (question.task ? await planFrom(question.task) : undefined)
  if (!plan) return { needs: 'task' }
  plans.set(question.taskKey, plan)
  const state = workOf(plan, question)
  if (state === null) return { needs: 'history' }
  const { step } = stepPlanOf(plan, question.stepId)
  const { closed, elsewhere, followThrough } = question
  const { tool, task, start } = plan
  const judged = judgeStep({ tool, task, step, state, start, closed, elsewhere, followThrough })
  return { findings: judged.map(({ finding }) => finding) }
}
