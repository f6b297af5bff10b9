import { describe, expect, it } from 'vitest'
import type { Asked } from '../../../core/sitting/judgement'
import { AWAY, untouched, worked } from '../../../core/sitting/work'
import type { Work } from '../../../core/sitting/work'
import { answering } from '../../judging/answering'
import type { Question } from '../../judging/asking'
import { TooDear } from '../../judging/pool'
import type { AskThread } from '../../judging/pool'
import { planOf } from '../../../core/sitting/plan'
import type { TaskPlan } from '../../../core/sitting/plan'
import { tasksOf } from '../../../core/paper/schema'
import { toolOf } from '../../../core/tools/registry'
import { readContent } from '../../content/read'
import { judgeService } from './judging'

const { papers } = await readContent(['content'])
const plan = planOf(papers.find(({ id }) => id === 'week-end-journals')!)
const light = plan.task('wages-worked-not-paid')!
const taskPlan: TaskPlan = { ...light, tool: { ...toolOf('ledger'), heavy: true } }
const stepPlan = taskPlan.steps[0]!
const [model] = tasksOf(plan.paper).find(({ id }) => id === 'wages-worked-not-paid')!.steps[0]!.model
const warnings: string[] = []
const log = {
  info: () => undefined,
  error: () => undefined,
  warn: (_: object, text: string) => void warnings.push(text),
}
const whose = (id: string) => ({ id, personId: `${id}-person` })

/** Work that is kept in a thread: what is known of it here are its operations. */
function after(work: Work, op: unknown): Work {
  return worked(taskPlan.tool, work, { op: taskPlan.tool.op.parse(op) }, AWAY)
}
const judgement = (work: Work, of = taskPlan): Asked<'judge'> => ({
  ask: 'judge',
  taskPlan: of,
  stepPlan,
  work,
  closed: [],
  followThrough: 1,
})
const look = { type: 'view.show', view: 'accounts' }
const first = after(untouched(taskPlan.start), look)
const second = after(first, model)
const areMet = (found: unknown): boolean => (found as { met: boolean }[]).every(({ met }) => met)

/** A thread that answers here, which a test may have forget all that it knows. */
function oneThread(questions: Question[] = []) {
  let answer = answering()
  const threads: AskThread = async (_, make) => {
    const question = make(1)
    questions.push(question)
    return { reply: await answer(structuredClone(question)), lane: 1, tookMs: 1 }
  }
  return { threads, forget: () => (answer = answering()) }
}

describe('heavy work in a thread', () => {
  it('is told of the task once, and then only of what was done since', async () => {
    const questions: Question[] = []
    const judge = judgeService({ ...oneThread(questions), log }).of(whose('a'))
    expect(areMet(await judge(judgement(first)))).toBe(false)
    expect(areMet(await judge(judgement(second)))).toBe(true)
    expect(questions.map(({ task, entries }) => [task !== undefined, entries.length])).toEqual([
      [false, 1],
      [true, 1],
      [false, 1],
    ])
  })

  it('is applied there: what comes back is whether it went', async () => {
    const judge = judgeService({ ...oneThread(), log }).of(whose('a'))
    const op = taskPlan.tool.op.parse(model)
    expect(await judge({ ask: 'apply', taskPlan, work: first, op })).toEqual({ ok: true, state: AWAY })
    const refused = { ...(op as object), entry: { date: '2026-10-31', narration: 'x', lines: [] } }
    expect(await judge({ ask: 'apply', taskPlan, work: first, op: refused })).toMatchObject({ ok: false })
  })

  it('is told again from its beginning, or from where it was packed, where a thread has lost it', async () => {
    const questions: Question[] = []
    const thread = oneThread(questions)
    const service = judgeService({ ...thread, log })
    const judge = service.of(whose('b'))
    await judge(judgement(first))
    thread.forget()
    expect(areMet(await judge(judgement(second)))).toBe(true)
    expect(questions.at(-1)?.entries).toHaveLength(2)
    const base = { mark: first.mark, packed: await service.packing(whose('b'))(taskPlan, first) }
    thread.forget()
    const rebased = after({ ...first, history: null, base }, model)
    expect(areMet(await judge(judgement(rebased)))).toBe(true)
    expect(questions.at(-1)).toMatchObject({ since: first.mark, packed: base.packed })
    expect(questions.at(-1)?.entries).toHaveLength(1)
  })

  it('goes back to where it was when a try is taken back, without being told again', async () => {
    const questions: Question[] = []
    const judge = judgeService({ ...oneThread(questions), log }).of(whose('c'))
    const op = taskPlan.tool.op.parse(model)
    await judge(judgement(first))
    const before = questions.length
    for (let attempt = 0; attempt < 2; attempt += 1) await judge({ ask: 'apply', taskPlan, work: first, op })
    expect(questions.slice(before).map(({ entries, task }) => [entries.length, task])).toEqual([
      [0, undefined],
      [0, undefined],
    ])
  })

  it('is judged by its own task: one with the same name that says something else is another', async () => {
    const judge = judgeService({ ...oneThread(), log }).of(whose('d'))
    expect(areMet(await judge(judgement(second)))).toBe(true)
    const [criterion] = stepPlan.step.criteria
    const strict = { ...stepPlan.step, criteria: [{ ...criterion!, check: { kind: 'account', account: '9999' } }] }
    const task = { ...taskPlan.task, steps: [strict, ...taskPlan.task.steps.slice(1)] }
    const other = { ...taskPlan, task, steps: [{ ...stepPlan, step: strict }, ...taskPlan.steps.slice(1)] }
    const asked = { ...judgement(second, other), stepPlan: other.steps[0]! }
    await expect(Promise.resolve(judge(asked)).then(areMet)).rejects.toThrow()
  })
})

describe('what takes too long', () => {
  const threads: AskThread = () => Promise.reject(new TooDear('It takes too long.'))

  it('is told to whoever works, and costs them their share of the threads, nobody else', async () => {
    const service = judgeService({ threads, log })
    const ask = (): Promise<unknown> => Promise.resolve(service.of(whose('a'))(judgement(second)))
    expect(() => service.refuseSpent(whose('a'))).not.toThrow()
    for (let time = 0; time < 2; time += 1) await expect(ask()).rejects.toThrow(TooDear)
    expect(() => service.refuseSpent(whose('a'))).toThrow('sent again')
    expect(() => service.refuseSpent(whose('b'))).not.toThrow()
  })

  it('counts as not met where it has to be judged', async () => {
    const found = await judgeService({ threads, log }).whatever(whose('e'))(judgement(second))
    expect(found).toEqual(stepPlan.step.criteria.map(() => expect.objectContaining({ met: false, share: 0 })))
    expect(warnings).toEqual(['a step took too long to judge; it counts as not met'])
  })
})

describe('a log that is made into a sitting again', () => {
  it('asks nothing about operations that stand in it', async () => {
    const questions: Question[] = []
    const judge = judgeService({ ...oneThread(questions), log }).whatever(whose('f'))
    expect(await judge({ ask: 'apply', taskPlan, work: first, op: model })).toEqual({ ok: true, state: AWAY })
    expect(questions).toEqual([])
  })
})

describe('light work', () => {
  it('is done at once', () => {
    const judge = judgeService({ ...oneThread(), log }).of(whose('g'))
    const work = worked(light.tool, untouched(light.start), { op: look }, light.start)
    expect(Array.isArray(judge(judgement(work, light)))).toBe(true)
  })
})
