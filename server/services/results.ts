import { workedMs } from '../../core/sitting/clock'
import type { CriterionResult } from '../../core/marking/result'
import type { ResultView } from '../../core/wire/result'
import type { PastSittingView } from '../../core/wire/work'
import type { Person } from '../db/people'
import { sittingsIn } from '../db/sittings'
import type { Context } from './context'
import type { PlanService } from './plans'
import { Problem } from './problem'
import type { SittingService } from './sittings'

/** What a trainee may see of an ended sitting. */
export function resultService({ db }: Context, plans: PlanService, sittingService: SittingService) {
  const sittings = sittingsIn(db)
  return {
    async of(person: Person, sittingId: string): Promise<ResultView> {
      const { live, result } = await sittingService.marked(person, sittingId)
      const { sitting, plan, state } = live
      const { paper, rules } = plan
      if (paper.release.results === 'held') throw new Problem(403, 'result-held', 'Your trainer has not released the results of this paper yet.')
      const answers = paper.release.answers
      const endedAt = sitting.endedAt ?? sitting.deadlineAt
      return {
        sittingId,
        assignmentId: sitting.assignmentId,
        paperTitle: paper.title,
        person: person.name,
        number: sitting.number,
        startedAt: sitting.startedAt,
        endedAt,
        how: sitting.how ?? 'time-up',
        minutes: paper.minutes,
        workedMs: workedMs(state.clock, endedAt),
        tryWeights: rules.tryWeights,
        partial: rules.partial,
        answersShown: answers,
        score: result.points / 100,
        outOf: result.outOf / 100,
        tasks: result.tasks.map(({ points, outOf, steps, ...task }) => ({
          ...task,
          score: points / 100,
          outOf: outOf / 100,
          steps: steps.map(step => ({ ...step, points: step.points / 100, outOf: step.outOf / 100, criteria: step.criteria.map(criterion => criterionView(criterion, answers)) })),
        })),
      }
    },

    /** Ended sittings of a person, newest first. */
    async past(person: Person): Promise<PastSittingView[]> {
      const ended = (await sittings.of(person.id)).filter(sitting => sitting.state === 'ended')
      return Promise.all(ended.map(async (sitting) => {
        const { paper } = await plans.find(sitting.paperId, sitting.paperVersion)
        const shown = paper.release.results === 'at-end' && sitting.score !== null
        return {
          id: sitting.id, paperTitle: paper.title, number: sitting.number, startedAt: sitting.startedAt, endedAt: sitting.endedAt ?? sitting.deadlineAt,
          how: sitting.how ?? 'time-up', score: shown && sitting.score !== null ? sitting.score / 100 : null, outOf: sitting.outOf / 100,
        }
      }))
    },
  }

  function criterionView(criterion: CriterionResult, answers: boolean) {
    const { id, label, met, found, note, followedThrough, expected, feedback } = criterion
    return {
      id, label, met, found,
      points: criterion.points / 100,
      outOf: criterion.outOf / 100,
      ...(followedThrough ? { followedThrough } : {}),
      ...(answers ? { expected, feedback, ...(note ? { note } : {}) } : {}),
    }
  }
}
