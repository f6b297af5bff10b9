import { describe, expect, it } from 'vitest'
import type { Judgement } from '../../../core/sitting/judgement'
import { untouched, worked } from '../../../core/sitting/work'
import type { Work } from '../../../core/sitting/work'
import type { Question, Reply } from '../../judging/asking'
import answer from '../../judging/thread'
import { planOf } from '../../../core/sitting/plan'
import { tasksOf } from '../../../core/paper/schema'
import { toolOf } from '../../../core/tools/registry'
import { readContent } from '../../content/read'
import { judgeService } from './judging'

const { papers } = await readContent(['content'])
const plan = planOf(papers.find(({ id }) => id === 'week-end-journals')!)
const taskPlan = { ...plan.task('wages-worked-not-paid')!, tool: { ...toolOf('ledger'), heavy: true } }
const stepPlan = taskPlan.steps[0]!
const [model] = tasksOf(plan.paper).find(({ id }) => id === 'wages-worked-not-paid')!.steps[0]!.model
const warnings: string[] = []
const log = {
  info: () => undefined,
  error: () => undefined,
  warn: (_: object, text: string) => void warnings.push(text),
}
const whose = (id: string) => ({ id, paperId: 'p', paperVersion: 1, rescored: null })

function after(work: Work, op: unknown): Work {
  const read = taskPlan.tool.op.parse(op)
  const done = taskPlan.tool.apply(work.state, read)
  if (!done.ok) throw new Error(done.refusal)
  return worked(taskPlan.tool, work, { op: read }, done.state)
}
const judgement = (work: Work): Judgement => ({ taskPlan, stepPlan, work, closed: [], followThrough: 1 })
const look = { type: 'view.show', view: 'accounts' }

describe('judging in a thread', () => {
  const questions: Question[] = []
  const threads = async (question: Question): Promise<Reply> => {
    questions.push(question)
    return answer(question)
  }
  const judge = judgeService({ threads, log }).of(whose('a'))
  const first = after(untouched(taskPlan.start), look)
  const second = after(first, model)

  it('sends the task once, and then only what was done since', async () => {
    expect((await judge(judgement(first))).every(({ met }) => met)).toBe(false)
    expect((await judge(judgement(second))).every(({ met }) => met)).toBe(true)
    expect(questions.map(({ task, entries }) => [task !== undefined, entries.length])).toEqual([
      [false, 1],
      [true, 1],
      [false, 1],
    ])
    expect(warnings).toEqual([])
  })

  it('a thread that lost the work is told all of it again', async () => {
    const forgetful = judgeService({
      threads: async question =>
        question.since === '0.' ? answer({ ...question, task: taskPlan.task }) : { needs: 'history' },
      log,
    }).of(whose('b'))
    await forgetful(judgement(first))
    expect((await forgetful(judgement(second))).every(({ met }) => met)).toBe(true)
    expect(warnings).toEqual([])
  })

  it('a thread that fails leaves no trainee without a verdict', async () => {
    const broken = judgeService({ threads: () => Promise.reject(new Error('gone')), log }).of(whose('c'))
    expect((await broken(judgement(second))).every(({ met }) => met)).toBe(true)
    expect(warnings).toEqual(['a thread failed to judge; judged here'])
  })

  it('light work is judged at once', () => {
    const light = { ...judgement(second), taskPlan: { ...taskPlan, tool: toolOf('ledger') } }
    expect(Array.isArray(judge(light))).toBe(true)
  })
})
