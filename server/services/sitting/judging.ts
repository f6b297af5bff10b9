import { createHash } from 'node:crypto'
import { LRUCache } from 'lru-cache'
import type { Judged } from '../../../core/marking/judging'
import type { Task } from '../../../core/paper/schema'
import { answeredHere } from '../../../core/sitting/judgement'
import type { Answer, Asked, Judge } from '../../../core/sitting/judgement'
import type { TaskPlan } from '../../../core/sitting/plan'
import type { PackWork } from '../../../core/sitting/snapshot'
import { AWAY, entriesSince, stateHere, UNTOUCHED } from '../../../core/sitting/work'
import type { Work } from '../../../core/sitting/work'
import type { Applied } from '../../../core/tools/tool'
import type { Question, Request } from '../../judging/asking'
import { fileOf } from '../../../core/tools/shown'
import type { WorkFile } from '../../../core/tools/tool'
import { TooDear } from '../../judging/pool'
import type { Context } from '../ground/context'
import { Problem } from '../ground/problem'

/** Whose work it is. */
export interface WhoseWork {
  id: string
  personId: string
}

/** How long threads may be at one thing, in ms: at an operation, at a check, and at what has to be answered. */
const WITHIN = { apply: 8_000, check: 15_000, whatever: 60_000 }

/**
 * How much time of threads one person has: what they have used runs out again at this rate, and where it is more than
 * `most`, nothing more is taken until it has. Of honest work a tenth of it is never reached.
 */
const SHARE = { most: 20_000, perMs: 0.3 }

/** What is said where work can't be judged within any time. */
const unjudged = (asked: Asked<'judge'>): readonly Judged[] =>
  asked.stepPlan.step.criteria.map(() => ({
    met: false,
    share: 0,
    expected: 'Work that can be checked.',
    found: 'It took too long to check this work.',
    fault: 'too-long-to-check',
  }))

const digests = new WeakMap<Task, string>()

/** Names a task by all that it says: an order by somebody's seed makes it another one. */
function keyOf(task: Task): string {
  const found = digests.get(task) ?? createHash('sha256').update(JSON.stringify(task)).digest('base64url')
  digests.set(task, found)
  return found
}

/**
 * Where work is done that may be heavy: light work at once and here, heavy work in threads, where its state is kept, so
 * that nobody else waits for it. A sitting awaits its own answers before it takes the next event, so verdicts keep the
 * order of the log.
 */
export function judgeService({ threads, log }: Pick<Context, 'threads' | 'log'>) {
  /** The mark of the work that a thread last worked on, by thread and work: it is told only what was done since. */
  const told = new LRUCache<string, string>({ max: 4000 })
  /** What checks find in work on which nothing was done: the same for every sitting of a paper. */
  const untouched = new LRUCache<string, Promise<readonly Judged[]>>({ max: 1000 })
  const used = new LRUCache<string, { ms: number; at: number }>({ max: 2000 })

  const usedBy = (personId: string): number => {
    const found = used.get(personId)
    return found ? Math.max(0, found.ms - (performance.now() - found.at) * SHARE.perMs) : 0
  }
  const use = (personId: string, ms: number): void =>
    void used.set(personId, { ms: usedBy(personId) + ms, at: performance.now() })

  const isAway = ({ tool }: TaskPlan): boolean => threads !== null && tool.heavy === true
  const isJudgedAway = ({ tool }: TaskPlan): boolean =>
    threads !== null && (tool.heavy === true || tool.slowToJudge === true)

  /** What tells a thread about the work, as far as it isn't known to have it. */
  function tellingOf(
    { tool, start }: TaskPlan,
    work: Work,
    known: string | undefined,
  ): Pick<Question, 'since' | 'entries' | 'packed'> {
    const { mark, base } = work
    if (mark === UNTOUCHED) return { since: UNTOUCHED, entries: [] }
    if (!tool.heavy) return { since: mark, packed: tool.pack(stateHere(work), start), entries: [] }
    const news = known === undefined ? null : entriesSince(work, known)
    if (news && known !== undefined) return { since: known, entries: news }
    const since = base?.mark ?? UNTOUCHED
    const entries = entriesSince(work, since)
    if (!entries) throw new RangeError(`The work at ${mark} doesn’t go on from ${since}.`)
    return { since, entries, ...(base ? { packed: base.packed } : {}) }
  }

  async function ask(
    one: WhoseWork,
    taskPlan: TaskPlan,
    work: Work,
    request: Request,
    withinMs: number,
  ): Promise<unknown> {
    if (!threads) throw new RangeError('There are no threads to ask.')
    const { task } = taskPlan
    const workKey = `${one.id}/${keyOf(task)}`
    let lacks: { task?: true; history?: true } = {}
    for (let attempt = 0; attempt < 4; attempt += 1) {
      const make = (lane: number): Question => ({
        taskKey: keyOf(task),
        ...(lacks.task ? { task } : {}),
        workKey,
        mark: work.mark,
        ...tellingOf(taskPlan, work, lacks.history ? undefined : told.get(`${lane} ${workKey}`)),
        request,
      })
      const { reply, lane, tookMs } = await threads(workKey, make, withinMs).catch((error: unknown) => {
        if (error instanceof TooDear) use(one.personId, withinMs)
        throw error
      })
      use(one.personId, tookMs)
      if ('answer' in reply) {
        if (taskPlan.tool.heavy) told.set(`${lane} ${workKey}`, work.mark)
        return reply.answer
      }
      lacks = { ...lacks, [reply.needs]: true }
    }
    throw new RangeError(`No thread can make the work of ${workKey} at ${work.mark}.`)
  }

  /** What is asked about work that is kept in a thread, or judged in one. */
  function requestOf(asked: Asked): Request {
    switch (asked.ask) {
      case 'judge': {
        const { closed, elsewhere, followThrough, stepPlan } = asked
        return { ask: 'judge', stepId: stepPlan.step.id, closed, elsewhere, followThrough }
      }
      case 'apply':
        return { ask: 'apply', op: asked.op }
      case 'figures':
        return { ask: 'figures', stepId: asked.stepId, names: asked.names, closed: asked.closed }
      case 'is-begun':
      case 'comes-to':
        return { ask: asked.ask, stepId: asked.stepId }
    }
  }

  async function apply(one: WhoseWork, asked: Asked<'apply'>): Promise<Applied<unknown>> {
    const { taskPlan, work } = asked
    // The thread says whether it went; the state after it stays there.
    const done = (await ask(one, taskPlan, work, requestOf(asked), WITHIN.apply)) as { ok: boolean; refusal?: string }
    return done.ok ? { ok: true, state: AWAY } : { ok: false, refusal: done.refusal ?? '' }
  }

  /** `asked` is a judgement: what comes back is what it finds. */
  async function judge(one: WhoseWork, asked: Asked<'judge'>, withinMs: number): Promise<readonly Judged[]> {
    return (await ask(one, asked.taskPlan, asked.work, requestOf(asked), withinMs)) as readonly Judged[]
  }

  /** The same for every sitting of a paper, so worked out once; what fails isn't kept. */
  function judgeUntouched(one: WhoseWork, asked: Asked<'judge'>): Promise<readonly Judged[]> {
    const key = `${keyOf(asked.taskPlan.task)}/${asked.stepPlan.step.id}`
    const found = untouched.get(key) ?? judge(one, asked, WITHIN.whatever)
    untouched.set(key, found)
    found.catch(() => untouched.delete(key))
    return found
  }

  function judgedFor(one: WhoseWork, asked: Asked<'judge'>, must: boolean): Promise<readonly Judged[]> {
    if (asked.work.mark === UNTOUCHED && asked.closed.length === 0 && !asked.elsewhere?.length)
      return judgeUntouched(one, asked)
    if (!must) return judge(one, asked, WITHIN.check)
    return judge(one, asked, WITHIN.whatever).catch((error: unknown) => {
      if (!(error instanceof TooDear)) throw error
      log.warn({ sitting: one.id, task: asked.taskPlan.task.id }, 'a step took too long to judge; it counts as not met')
      return unjudged(asked)
    })
  }

  return {
    isAway,

    /** How a sitting that goes on is answered: what takes too long rejects with TooDear. */
    of(one: WhoseWork): Judge {
      return asked => {
        if (!isAway(asked.taskPlan) && !(asked.ask === 'judge' && isJudgedAway(asked.taskPlan)))
          return answeredHere(asked)
        if (usedBy(one.personId) > 2 * SHARE.most) throw new TooDear('Nothing more is taken for a while.')
        if (asked.ask === 'apply') return apply(one, asked)
        if (asked.ask === 'judge') return judgedFor(one, asked, false)
        return ask(one, asked.taskPlan, asked.work, requestOf(asked), WITHIN.check) as Promise<Answer>
      }
    },

    /**
     * How a log is answered that is made into a sitting again, and whatever has to be marked in any case: operations
     * that stand in it are taken as done, and made where and when their work is wanted.
     */
    whatever(one: WhoseWork): Judge {
      return asked => {
        if (!isAway(asked.taskPlan) && !(asked.ask === 'judge' && isJudgedAway(asked.taskPlan)))
          return answeredHere(asked)
        if (asked.ask === 'apply') return { ok: true, state: AWAY }
        if (asked.ask === 'judge') return judgedFor(one, asked, true)
        return ask(one, asked.taskPlan, asked.work, requestOf(asked), WITHIN.whatever) as Promise<Answer>
      }
    },

    /** Throws a Problem with 429 where somebody has used more time of the threads than anybody at work. */
    refuseSpent({ personId }: Pick<WhoseWork, 'personId'>): void {
      const over = usedBy(personId) - SHARE.most
      if (over <= 0) return
      throw new Problem(
        429,
        'too-dear',
        'Your work takes long to work out just now. What waits is kept and sent again.',
        undefined,
        Math.ceil(over / SHARE.perMs / 1000) + 1,
      )
    },

    /** Work packed, as it goes over the wire and into snapshots. */
    packing(one: WhoseWork): PackWork {
      return (taskPlan, work) =>
        isAway(taskPlan) && work.state === AWAY
          ? ask(one, taskPlan, work, { ask: 'pack' }, WITHIN.whatever)
          : taskPlan.tool.pack(stateHere(work), taskPlan.start)
    },

    /** The state of work as plain JSON. */
    async plain(one: WhoseWork, taskPlan: TaskPlan, work: Work): Promise<unknown> {
      return work.state === AWAY ? ask(one, taskPlan, work, { ask: 'plain' }, WITHIN.whatever) : work.state
    },

    /** Work as a file of an open format; null where it doesn't go out as that. */
    async file(one: WhoseWork, taskPlan: TaskPlan, work: Work, kind: string): Promise<WorkFile | null> {
      if (!threads || !taskPlan.tool.heavy) return fileOf(taskPlan.tool, stateHere(work), kind)
      return (await ask(one, taskPlan, work, { ask: 'file', kind }, WITHIN.check)) as WorkFile | null
    },
  }
}
export type JudgeService = ReturnType<typeof judgeService>
