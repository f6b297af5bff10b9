import { contextOf, derivedChecks, judgeStep } from '../marking/judging'
import type { StepJudged } from '../marking/judging'
import type { Step } from '../paper/schema'
import { numbersFrom } from '../ground/random'
import { sure } from '../ground/sure'
import type { JudgeContext } from '../tools/tool'
import type { Mistake } from './mistakes'
import { duplicates, played } from './ground'
import type { Ground, ProofCounts, ProvedTask } from './ground'

/** Changes no more often than this are tried where one can't be made. */
const MOST_ATTEMPTS = 4

/** The proof of one step. Each fault is a sentence that names task, step and criterion. */
export class StepProof {
  readonly #name: string

  constructor(
    private readonly on: ProvedTask,
    private readonly step: Step,
    private readonly twists: number,
    private readonly counts: ProofCounts,
  ) {
    this.#name = `${on.task.id}/${step.id}`
  }

  /** What can't be read or doesn't exist: nothing else can be proved before this holds. */
  references(skillIds: ReadonlySet<string>): string[] {
    const { criteria } = this.step
    return [
      ...duplicates(criteria.map(({ id }) => id)).map(id => `${this.#name}: two criteria are called ${id}.`),
      ...criteria.flatMap(({ id, skills }) =>
        skills.filter(skill => !skillIds.has(skill)).map(skill => `${this.#name}/${id}: there is no skill ${skill}.`),
      ),
      ...criteria.flatMap(({ id, check }) => {
        if (this.step.marking === 'person') return []
        const read = this.on.tool.check.safeParse(check)
        if (!read.success) return [`${this.#name}/${id}: the check can't be read: ${read.error.message}`]
        const away = this.on.tool.proving?.givenAway?.(read.data) ?? []
        return away.map(sentence => `${this.#name}/${id}: ${sentence}`)
      }),
      ...this.#followThroughs(),
      ...this.step.model.flatMap(op => {
        const read = this.on.tool.op.safeParse(op)
        return read.success ? [] : [`${this.#name}: the model is refused: not an op: ${read.error.message}`]
      }),
    ]
  }

  /** Follow-through that can't be worked out: from a step that isn't before this one, or by what can't be read. */
  #followThroughs(): string[] {
    const { steps, order } = this.on.task
    const place = steps.indexOf(this.step)
    const before = steps.filter((_, at) => (order === 'free' ? at !== place : at < place)).map(({ id }) => id)
    return this.step.criteria.flatMap(criterion => {
      const from = criterion.followThrough?.from ?? []
      const name = `${this.#name}/${criterion.id}`
      const strangers = from.filter(({ task, step }) => task === undefined && !before.includes(step))
      if (strangers.length > 0)
        return strangers.map(({ step }) => `${name}: it follows from ${step}, which is no step before this one.`)
      // Which figures they are is all one: what can't be read can't be read with others either.
      const figures = Object.fromEntries(from.map(({ figure }) => [figure, '1.00']))
      try {
        derivedChecks(
          criterion,
          before.map(step => ({ step, sound: true, figures })),
          from.flatMap(({ task, step }) => (task === undefined ? [] : [{ task, step, figures }])),
        )
        return []
      } catch (error) {
        return [`${name}: what follows can't be worked out: ${error instanceof Error ? error.message : String(error)}`]
      }
    })
  }

  faults(ground: Ground): string[] {
    if (this.step.marking === 'person') return this.#forAPerson(ground)
    const model = this.#earnsAll('the model', this.step.model, ground)
    this.counts.models += 1
    if (model.length > 0) return model
    return [
      ...this.#nothingEarnsNothing(ground, 'doing nothing'),
      ...this.#watchedIsOneChange(),
      ...this.#otherWays(ground),
      ...this.#changesThatCannotMatter(ground),
      ...this.#changesThatMustMatter(ground),
      ...this.step.traps.flatMap(trap => this.#trapGetsItsVerdict(trap, ground)),
    ]
  }

  /** After a mistake in an earlier step, nothing is still nothing, and what is right or follows rightly is right. */
  faultsAfter({ name, ground }: Mistake): string[] {
    if (this.step.marking === 'person') return []
    this.counts.nothingAfter += 1
    return [
      ...this.#nothingEarnsNothing(ground, `doing nothing after ${name}`),
      ...this.#earnsAllAfter(name, 'the right work', this.step.model, ground),
      ...this.#derivedWorks(ground).flatMap(ops => this.#earnsAllAfter(name, 'what follows rightly', ops, ground)),
    ]
  }

  #judged(state: unknown, { closed }: Ground): StepJudged[] {
    return judgeStep({ ...this.on, step: this.step, state, closed })
  }

  #context({ closed }: Ground): JudgeContext<unknown> {
    return contextOf({ ...this.on, closed }, this.step.id)
  }

  /** What a person marks has no checks to prove; its model must still be something that can be done. */
  #forAPerson({ state }: Ground): string[] {
    return [
      ...played(this.on.tool, state, this.step.model).refusals.map(
        refusal => `${this.#name}: the model is refused: ${refusal}`,
      ),
      ...(this.step.mode === 'watched' ? [`${this.#name}: a step that a person marks can't be watched.`] : []),
      ...this.step.samples.flatMap(({ name, ops, points }) => [
        ...played(this.on.tool, state, ops).refusals.map(
          refusal => `${this.#name}: the sample “${name}” is refused: ${refusal}`,
        ),
        ...this.step.criteria
          .filter(criterion => (points[criterion.id] ?? -1) < 0 || sure(points[criterion.id]) > criterion.points)
          .map(({ id }) => `${this.#name}/${id}: the sample “${name}” has no points for it, or too many.`),
      ]),
      ...this.step.criteria.flatMap(({ id, points, levels }) => {
        const most = Math.max(...(levels ?? [{ points }]).map(level => level.points))
        return most === points ? [] : [`${this.#name}/${id}: its highest level is worth ${most}, and it ${points}.`]
      }),
      ...(this.step.traps.length > 0 ? [`${this.#name}: a step that a person marks has no traps.`] : []),
    ]
  }

  #earnsAll(what: string, ops: readonly unknown[], ground: Ground): string[] {
    const { state, refusals } = played(this.on.tool, ground.state, ops)
    return [
      ...refusals.map(refusal => `${this.#name}: ${what} is refused: ${refusal}`),
      ...this.#judged(state, ground)
        .filter(({ finding }) => !finding.met)
        .map(
          ({ criterion, finding }) =>
            `${this.#name}/${criterion.id}: ${what} doesn't meet it. Expected: ${finding.expected} Found: ${finding.found}`,
        ),
    ]
  }

  #earnsAllAfter(mistake: string, what: string, ops: readonly unknown[], ground: Ground): string[] {
    this.counts.chargedOnce += 1
    return this.#earnsAll(`${what} after ${mistake}`, ops, ground)
  }

  /** The model with what follows from the own figures of the ground, for each criterion for which anything does. */
  #derivedWorks({ closed }: Ground): (readonly unknown[])[] {
    const { tool } = this.on
    const ops = this.step.model.map(op => tool.op.parse(op))
    return this.step.criteria
      .flatMap(criterion => derivedChecks(criterion, closed))
      .flatMap(derived => {
        const read = tool.check.safeParse(derived)
        const following = read.success ? tool.proving?.following(ops, read.data) : null
        return following ? [following] : []
      })
  }

  #nothingEarnsNothing(ground: Ground, what: string): string[] {
    return this.#judged(ground.state, ground)
      .filter(({ finding }) => finding.share > 0)
      .map(({ criterion, finding }) => `${this.#name}/${criterion.id}: ${what} earns a share of ${finding.share}.`)
  }

  #watchedIsOneChange(): string[] {
    const { tool, task } = this.on
    if (this.step.mode !== 'watched') return []
    if (task.order === 'free') return [`${this.#name}: a watched step needs its turn, and this task has none.`]
    const changes = this.step.model.filter(op => tool.effect(tool.op.parse(op)) === 'change').length
    return changes === 1 ? [] : [`${this.#name}: a watched step takes one change, but its model makes ${changes}.`]
  }

  #otherWays(ground: Ground): string[] {
    const { ways, only } = this.step
    if (ways.length === 0 && only === undefined && this.on.tool.proving)
      return [`${this.#name}: no other way is named, and nothing says why there is none.`]
    return ways.flatMap(({ name, ops }) => {
      this.counts.ways += 1
      return this.#earnsAll(`the way “${name}”`, ops, ground)
    })
  }

  #changesThatCannotMatter(ground: Ground): string[] {
    const solutions = [
      { name: 'the model', ops: this.step.model },
      ...this.step.ways.map(way => ({ ...way, name: `the way “${way.name}”` })),
    ]
    if (this.step.mode === 'watched') return []
    return solutions.flatMap(({ name, ops }) =>
      this.#changed(ops, ground, 'harmless').flatMap(({ change, ops: changed }) => {
        this.counts.harmless += 1
        return this.#earnsAll(`${name} with ${change}`, changed, ground)
      }),
    )
  }

  #changesThatMustMatter(ground: Ground): string[] {
    return this.#changed(this.step.model, ground, 'harmful').flatMap(({ change, ops }) => {
      this.counts.harmful += 1
      const judged = this.#judged(played(this.on.tool, ground.state, ops).state, ground)
      return judged.every(({ finding }) => finding.met)
        ? [`${this.#name}: the model with ${change} earns everything, though it must not.`]
        : []
    })
  }

  /** A solution changed at random, by numbers that the step's name decides: a proof says the same every time. */
  *#changesOf(ops: readonly unknown[], ground: Ground, kind: 'harmless' | 'harmful') {
    const { tool } = this.on
    const random = numbersFrom([...`${this.#name} ${kind}`].reduce((sum, letter) => sum * 31 + letter.charCodeAt(0), 7))
    const read = ops.map(op => tool.op.parse(op))
    const context = this.#context(ground)
    for (;;) yield tool.proving?.[kind](read, ground.state, context, random) ?? null
  }

  #changed(ops: readonly unknown[], ground: Ground, kind: 'harmless' | 'harmful') {
    const changed: { change: string; ops: readonly unknown[] }[] = []
    let attempts = 0
    for (const one of this.#changesOf(ops, ground, kind)) {
      if (changed.length >= this.twists || attempts >= this.twists * MOST_ATTEMPTS) break
      attempts += 1
      if (one) changed.push(one)
    }
    return changed
  }

  #trapGetsItsVerdict(trap: Step['traps'][number], ground: Ground): string[] {
    this.counts.traps += 1
    const { state, refusals } = played(this.on.tool, ground.state, trap.ops)
    const name = `${this.#name}, trap “${trap.name}”`
    const verdict = Object.fromEntries(
      this.#judged(state, ground).map(({ criterion, finding }) => [
        criterion.id,
        finding.met ? 'met' : (finding.fault ?? 'not met'),
      ]),
    )
    return [
      ...refusals.map(refusal => `${name}: an op is refused: ${refusal}`),
      ...Object.keys(trap.verdict)
        .filter(id => !(id in verdict))
        .map(id => `${name}: there is no criterion ${id}.`),
      ...Object.entries(verdict)
        .filter(([id, is]) => is !== trap.verdict[id])
        .map(([id, is]) => `${name}: ${id} is “${is}”, not “${trap.verdict[id] ?? 'named'}”.`),
      ...(Object.values(verdict).every(is => is === 'met') ? [`${name}: it is right, so it is no trap.`] : []),
    ]
  }
}
