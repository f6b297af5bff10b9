import { deskKey, foldMarking } from '../../../core/marking/desk'
import type { DeskEntry } from '../../../core/marking/desk'
import { shownOf } from '../../../core/tools/shown'
import { workedMs } from '../../../core/sitting/clock'
import type { CriterionResult, StepResult } from '../../../core/sitting/result'
import type { ResultView } from '../../../core/wire/result'
import type { PastSittingView } from '../../../core/wire/given'
import { assignmentsIn } from '../../db/assignments'
import { deskIn } from '../../db/desk'
import { peopleIn } from '../../db/people'
import type { Person } from '../../db/people'
import { sittingsIn } from '../../db/sittings'
import type { Context } from '../ground/context'
import type { LiveSitting } from '../sitting/live-sittings'
import type { PlanService } from '../sitting/plans'
import { mayDo } from '../ground/permissions'
import { notFound, Problem } from '../ground/problem'
import { isReleased } from './release'
import type { JudgeService } from '../sitting/judging'
import type { SittingService } from '../sitting/sittings'

/** What a trainee may see of an ended sitting. */
interface Parts {
  plans: PlanService
  sittings: SittingService
  judging: JudgeService
}

export function resultService({ db, now }: Context, { plans, sittings: sittingService, judging }: Parts) {
  const sittings = sittingsIn(db)
  const assignments = assignmentsIn(db)

  /** The marked sitting and whose it is, for who may see its result now; throws a Problem for anybody else. */
  async function visible(person: Person, sittingId: string) {
    const { live, result } = await sittingService.marked(person, sittingId)
    const { sitting } = live
    const assignment = await assignments.byId(sitting.assignmentId)
    const sitter = await peopleIn(db).byId(sitting.personId)
    if (!assignment || !sitter) throw notFound('sitting')
    const marker = mayDo(person, 'mark')
    if (sitting.how === 'voided' && !marker)
      throw new Problem(403, 'voided', 'This sitting was voided; it has no result.')
    if (!marker && !isReleased(assignment, now()))
      throw new Problem(403, 'result-held', 'Your trainer has not released the results of this paper yet.')
    return { live, result, assignment, sitter, marker }
  }

  return {
    async of(person: Person, sittingId: string): Promise<ResultView> {
      const { live, result, assignment, sitter, marker } = await visible(person, sittingId)
      const { sitting, plan, state } = live
      const { paper, rules } = plan
      const answers = marker || assignment.settings.answers
      const endedAt = sitting.endedAt ?? sitting.deadlineAt
      const said = await deskIn(db).of(sitting)
      return {
        sittingId,
        assignmentId: sitting.assignmentId,
        paperTitle: paper.title,
        person: sitter.name,
        number: sitting.number,
        startedAt: sitting.startedAt,
        endedAt,
        how: sitting.how ?? 'time-up',
        minutes: paper.minutes,
        workedMs: workedMs(state.clock, endedAt),
        tryWeights: rules.tryWeights,
        scoring: plan.scoring,
        partial: rules.partial,
        rescored: sitting.rescored && { at: sitting.rescored.at, before: sitting.rescored.scoreBefore / 100 },
        answersShown: answers,
        score: result.points / 100,
        outOf: result.outOf / 100,
        waiting: result.waiting / 100,
        tasks: result.tasks.map(({ points, outOf, waiting, steps, ...task }) => ({
          ...task,
          files: Object.keys(plan.task(task.id)?.tool.files ?? {}),
          score: points / 100,
          outOf: outOf / 100,
          waiting: waiting / 100,
          steps: steps.map(step => ({ ...stepView(step, answers), ...markedOf(live, said, task.id, step) })),
        })),
      }
    },

    /** The work of a task as it was left at the end, as a file: `totals.xlsx`. Who may see the result may have it. */
    async file(
      person: Person,
      sittingId: string,
      name: string,
    ): Promise<{ type: string; name: string; content: Buffer }> {
      const { live } = await visible(person, sittingId)
      const [taskId = '', kind = ''] = name.split('.')
      const task = live.plan.tasks.find(one => one.task.id === taskId)
      const progress = live.state.tasks.find(one => one.id === taskId)
      const file = task && progress && (await judging.file(live.sitting, task, progress.work, kind))
      if (!file) throw notFound('file')
      return { type: file.type, name: `${taskId}.${kind}`, content: Buffer.from(file.content) }
    },

    /** Ended sittings of a person, newest first. */
    async past(person: Person): Promise<PastSittingView[]> {
      const ended = (await sittings.of(person.id)).filter(sitting => sitting.state === 'ended')
      const [headOf, given] = await Promise.all([
        plans.heads(ended),
        assignments.byIds(ended.map(({ assignmentId }) => assignmentId)),
      ])
      return ended.map(sitting => {
        const assignment = given.get(sitting.assignmentId)
        const shown = assignment !== undefined && isReleased(assignment, now()) && sitting.score !== null
        return {
          id: sitting.id,
          paperTitle: headOf(sitting).title,
          number: sitting.number,
          startedAt: sitting.startedAt,
          endedAt: sitting.endedAt ?? sitting.deadlineAt,
          how: sitting.how ?? 'time-up',
          score: shown && sitting.score !== null ? sitting.score / 100 : null,
          outOf: sitting.outOf / 100,
          shown,
        }
      })
    },
  }

  function stepView({ hints, explanation, ...step }: StepResult, answers: boolean) {
    return {
      ...step,
      points: step.points / 100,
      outOf: step.outOf / 100,
      waiting: step.waiting / 100,
      hints: [...hints],
      hintsTookOff: step.hintsTookOff / 100,
      ...(answers && explanation ? { explanation } : {}),
      criteria: step.criteria.map(criterion => criterionView(criterion, answers)),
    }
  }

  /** What was answered to a step that a person marked, and what was said to it. */
  function markedOf(
    { plan, state }: LiveSitting,
    said: ReadonlyMap<string, readonly DeskEntry[]>,
    taskId: string,
    { id, status }: StepResult,
  ) {
    const { released, reply, answered } = foldMarking(said.get(deskKey(taskId, id)) ?? [])
    if (status !== 'marked' || !released) return {}
    const tool = plan.task(taskId)?.tool
    const work = state.tasks.find(task => task.id === taskId)?.work.state
    return { marked: { work: tool ? shownOf(tool, work, id) : null, given: released, reply, answered } }
  }

  function criterionView(criterion: CriterionResult, answers: boolean) {
    const { id, label, met, found, held, note, followedThrough, expected, feedback } = criterion
    return {
      id,
      label,
      met,
      found,
      held,
      points: criterion.points / 100,
      outOf: criterion.outOf / 100,
      ...(followedThrough ? { followedThrough } : {}),
      ...(answers ? { expected, feedback, ...(note ? { note } : {}) } : {}),
    }
  }
}
