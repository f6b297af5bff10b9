import type { ZodError } from 'zod'
import type { AnyTool } from '../tools/tool'
import type { EventBody } from './events'
import type { Plan } from './plan'

/**
 * Why an event makes no sense for a paper, in words, or null if it does: there is no such task, step or section,
 * or it isn't an operation of the task's tool. Whether it may be done now is another question.
 */
export function nonsenseOf(plan: Plan, event: EventBody): string | null {
  if (event.kind === 'leave') {
    return plan.section(event.sectionId) ? null : `This paper has no section “${event.sectionId}”.`
  }
  if (!('taskId' in event)) return null
  const taskPlan = plan.task(event.taskId)
  if (!taskPlan) return `This paper has no task “${event.taskId}”.`
  if ('stepId' in event && !taskPlan.steps.some(({ step }) => step.id === event.stepId)) {
    return `This task has no step “${event.stepId}”.`
  }
  if (event.kind !== 'op') return null
  const read = taskPlan.tool.op.safeParse(event.op)
  if (read.success) return null
  return notAnOperation(taskPlan.tool, read.error)
}

/** Why an operation can't be read by a tool, and where in it, in words. */
export function notAnOperation(tool: AnyTool, { issues: [issue] }: ZodError): string {
  const where = issue && issue.path.length > 0 ? ` (${issue.path.join('.')}: ${issue.message})` : ''
  return `This isn’t an operation of the ${tool.id} tool${where}.`
}
