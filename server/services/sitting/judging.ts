import { LRUCache } from 'lru-cache'
import type { Judged } from '../../../core/marking/judging'
import { judgedAt } from '../../../core/sitting/judgement'
import type { Judge, Judgement } from '../../../core/sitting/judgement'
import { entriesSince, UNTOUCHED } from '../../../core/sitting/work'
import type { Question, Reply } from '../../judging/asking'
import type { Rescoring } from '../../db/sittings'
import type { Context } from '../ground/context'

/** Whose work is judged. */
export interface WhoseWork {
  id: string
  paperId: string
  paperVersion: number
  rescored: Pick<Rescoring, 'version'> | null
}

const paperKey = ({ paperId, paperVersion, rescored }: WhoseWork): string =>
  `${paperId}@${rescored?.version ?? paperVersion}`

/**
 * Where judging is done: light work at once and here, heavy work in a thread, so that nobody else waits for it.
 * A sitting awaits its own verdict before it takes the next event, so verdicts keep the order of the log.
 */
export function judgeService({ threads, log }: Pick<Context, 'threads' | 'log'>) {
  /** The mark of the work that a thread last judged, by work: it is told only what was done since. */
  const told = new LRUCache<string, string>({ max: 1000 })
  /** What checks find in work on which nothing was done: the same for every sitting of a paper. */
  const untouched = new LRUCache<string, Promise<readonly Judged[]>>({ max: 1000 })

  async function ask(one: WhoseWork, judgement: Judgement, forget = false): Promise<readonly Judged[]> {
    const { taskPlan, stepPlan, work, closed, elsewhere, followThrough } = judgement
    const taskId = taskPlan.task.id
    const taskKey = `${paperKey(one)}/${taskId}`
    const workKey = `${one.id}/${taskId}`
    const known = forget ? UNTOUCHED : (told.get(workKey) ?? UNTOUCHED)
    const news = entriesSince(work, known)
    const question: Question = {
      taskKey,
      workKey,
      stepId: stepPlan.step.id,
      mark: work.mark,
      since: news === null ? UNTOUCHED : known,
      entries: news ?? entriesSince(work, UNTOUCHED) ?? [],
      closed,
      elsewhere,
      followThrough,
    }
    const reply = await withTask(question, judgement)
    if ('findings' in reply) {
      told.set(workKey, work.mark)
      return reply.findings
    }
    if (forget) throw new RangeError(`No thread can make the work of ${workKey} at ${work.mark}.`)
    return ask(one, judgement, true)
  }

  async function withTask(question: Question, { taskPlan }: Judgement): Promise<Reply> {
    if (!threads) throw new RangeError('There are no threads to judge in.')
    const reply = await threads(question)
    return 'needs' in reply && reply.needs === 'task' ? threads({ ...question, task: taskPlan.task }) : reply
  }

  async function elsewhere(one: WhoseWork, judgement: Judgement): Promise<readonly Judged[]> {
    try {
      return await ask(one, judgement)
    } catch (error) {
      log.warn({ sitting: one.id, error: String(error) }, 'a thread failed to judge; judged here')
      return judgedAt(judgement)
    }
  }

  return {
    /** How the judgements of a sitting are made. */
    of: (one: WhoseWork): Judge => {
      return judgement => {
        const { taskPlan, stepPlan, work } = judgement
        if (!threads || !taskPlan.tool.heavy) return judgedAt(judgement)
        if (work.mark !== UNTOUCHED) return elsewhere(one, judgement)
        const key = `${paperKey(one)}/${taskPlan.task.id}/${stepPlan.step.id}`
        const found = untouched.get(key) ?? elsewhere(one, judgement)
        untouched.set(key, found)
        return found
      }
    },
  }
}
export type JudgeService = ReturnType<typeof judgeService>
