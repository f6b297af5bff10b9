import { allowanceMs } from '../../core/sitting/clock'
import type { AssignmentView, CoverView } from '../../core/wire/work'
import { assignmentsIn } from '../db/assignments'
import type { Assignment } from '../db/assignments'
import type { Person } from '../db/people'
import { sittingsIn } from '../db/sittings'
import type { Sitting } from '../db/sittings'
import type { Context } from './context'
import type { PlanService } from './plans'
import type { Plan } from '../../core/sitting/plan'
import { notFound } from './problem'
import { refuseStart, underWay } from './window'

/** A trainee's assignments: what is under way, open, coming and finished, and the cover of each paper. */
export function workService({ db, now }: Context, plans: PlanService) {
  const assignments = assignmentsIn(db)
  const sittings = sittingsIn(db)

  function viewOf(assignment: Assignment, plan: Plan, own: readonly Sitting[], at: string): AssignmentView {
    const { paper } = plan
    const running = underWay(own, at)
    const ended = own.filter(sitting => sitting !== running)
    const latest = ended.at(-1)
    const shown = paper.release.results === 'at-end'
    const scores = ended.flatMap(({ score }) => score === null ? [] : [score / 100])
    const over = (assignment.closesAt !== null && at >= assignment.closesAt) || own.length >= assignment.sittingsAllowed
    const coming = assignment.opensAt !== null && at < assignment.opensAt
    return {
      id: assignment.id,
      paperId: paper.id,
      paperTitle: paper.title,
      trade: paper.trade,
      kind: paper.kind,
      state: running ? 'under-way' : coming ? 'coming' : over ? 'finished' : 'open',
      opensAt: assignment.opensAt,
      closesAt: assignment.closesAt,
      minutes: paper.minutes,
      tasks: plan.tasks.length,
      points: plan.outOf / 100,
      sittingsAllowed: assignment.sittingsAllowed,
      sittingsUsed: own.length,
      bestScore: shown && scores.length > 0 ? Math.max(...scores) : null,
      running: running ? { sittingId: running.id, deadline: running.deadlineAt } : null,
      latest: latest?.endedAt ? { sittingId: latest.id, endedAt: latest.endedAt, score: shown && latest.score !== null ? latest.score / 100 : null } : null,
      now: at,
    }
  }

  return {
    async list(person: Person): Promise<AssignmentView[]> {
      const at = now()
      const [given, all] = await Promise.all([assignments.of(person.id), sittings.of(person.id)])
      return Promise.all(given.map(async (assignment) => {
        const own = all.filter(sitting => sitting.assignmentId === assignment.id).sort((a, b) => a.number - b.number)
        return viewOf(assignment, await plans.find(assignment.paperId, assignment.paperVersion), own, at)
      }))
    },

    async cover(person: Person, assignmentId: string): Promise<CoverView> {
      const at = now()
      const assignment = await assignments.find(assignmentId, person.id)
      if (!assignment) throw notFound('assignment')
      const own = await sittings.on(assignmentId, person.id)
      const plan = await plans.find(assignment.paperId, assignment.paperVersion)
      const view = viewOf(assignment, plan, own, at)
      const steps = plan.tasks.flatMap(task => task.steps)
      const tries = steps.map(step => step.tries)
      const allowance = allowanceMs(plan.paper.minutes, person.timeFactor)
      const ownEnd = new Date(Date.parse(at) + allowance).toISOString()
      const cutShort = assignment.closesAt !== null && assignment.closesAt < ownEnd
      return {
        ...view,
        about: plan.paper.about,
        instructions: plan.paper.instructions,
        allowed: plan.paper.allowed,
        steps: steps.length,
        tries: { fewest: Math.min(...tries), most: Math.max(...tries) },
        tryWeights: plan.rules.tryWeights,
        partial: plan.rules.partial,
        afterTries: plan.rules.afterTries,
        checkTells: plan.rules.feedback,
        resultsAtEnd: plan.paper.release.results === 'at-end',
        answersShown: plan.paper.release.answers,
        allowanceMinutes: allowance / 60_000,
        wouldEndAt: cutShort && assignment.closesAt ? assignment.closesAt : ownEnd,
        cutShort,
        sections: plan.paper.sections.map(section => ({
          title: section.title,
          tasks: section.tasks.map(({ id, title, minutes }) => {
            const taskPlan = plan.task(id)
            return { title, minutes, steps: taskPlan?.steps.length ?? 0, points: (taskPlan?.outOf ?? 0) / 100 }
          }),
        })),
        closedBecause: view.running ? null : refuseStart(assignment, own.length, at)?.message ?? null,
      }
    },
  }
}
