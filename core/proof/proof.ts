import { judgeStep } from '../marking/judging'
import { toolOf } from '../tools/registry'
import type { AnyTool } from '../tools/tool'
import { tasksOf } from '../paper/schema'
import type { Paper, Step, Task } from '../paper/schema'

/**
 * The content proof. Everything that is wrong with a task, each a sentence; none means that it may ship:
 * the model earns everything, doing nothing earns nothing, each trap gets exactly its verdict, and
 * every reference resolves. Steps in free order hold whatever was done before them: from the start, and after
 * all the others. Its tool has been loaded.
 */
export function proveTask(task: Task, skillIds: ReadonlySet<string>): string[] {
  let tool: AnyTool
  let state: unknown
  try {
    tool = toolOf(task.tool)
    state = tool.initial(tool.setup.parse(task.setup))
  } catch (error) {
    return [`${task.id}: the setup doesn't hold: ${error instanceof Error ? error.message : String(error)}`]
  }
  const faults = [...duplicates(task.steps.map(step => step.id)).map(id => `${task.id}: two steps are called ${id}.`)]
  const start = state
  const proofOf = (step: Step, before: unknown): StepProof => new StepProof(tool, task, step, start, before, skillIds)
  if (task.order === 'free') {
    for (const step of task.steps) {
      const others = task.steps.filter(other => other !== step)
      const afterOthers = others.reduce<unknown>(
        (before, other) => proofOf(other, before).play(other.model).state,
        start,
      )
      const alone = proofOf(step, start).faults()
      faults.push(...alone, ...(alone.length > 0 ? [] : proofOf(step, afterOthers).faults()))
    }
    return faults
  }
  for (const step of task.steps) {
    const proof = proofOf(step, state)
    faults.push(...proof.faults())
    state = proof.play(step.model).state
  }
  return faults
}

/** What is wrong with a paper besides its tasks, which are proved one by one. */
export function provePaper(paper: Paper): string[] {
  const ids = tasksOf(paper).map(task => task.id)
  return duplicates(ids).map(id => `${paper.id}: the task ${id} stands in it twice.`)
}

const duplicates = (ids: string[]): string[] => ids.filter((id, index) => ids.indexOf(id) !== index)

class StepProof {
  readonly #name: string

  constructor(
    private readonly tool: AnyTool,
    private readonly task: Task,
    private readonly step: Step,
    private readonly start: unknown,
    private readonly before: unknown,
    private readonly skillIds: ReadonlySet<string>,
  ) {
    this.#name = `${task.id}/${step.id}`
  }

  play(ops: unknown[]): { state: unknown; refusals: string[] } {
    let state = this.before
    const refusals: string[] = []
    for (const op of ops) {
      const read = this.tool.op.safeParse(op)
      const applied = read.success
        ? this.tool.apply(state, read.data)
        : { ok: false as const, refusal: `not an op: ${read.error.message}` }
      if (applied.ok) state = applied.state
      else refusals.push(applied.refusal)
    }
    return { state, refusals }
  }

  faults(): string[] {
    const references = this.#references()
    if (references.length > 0) return references
    if (this.step.marking === 'person') return this.#forAPerson()
    return [
      ...this.#modelEarnsAll(),
      ...this.#nothingEarnsNothing(),
      ...this.#watchedIsOneChange(),
      ...this.step.traps.flatMap(trap => this.#trapGetsItsVerdict(trap)),
    ]
  }

  /** What a person marks has no checks to prove; its model must still be something that can be done. */
  #forAPerson(): string[] {
    return [
      ...this.play(this.step.model).refusals.map(refusal => `${this.#name}: the model is refused: ${refusal}`),
      ...(this.step.mode === 'watched' ? [`${this.#name}: a step that a person marks can't be watched.`] : []),
      ...(this.step.traps.length > 0 ? [`${this.#name}: a step that a person marks has no traps.`] : []),
    ]
  }

  #findings(state: unknown) {
    return judgeStep({ tool: this.tool, step: this.step, state, start: this.start })
  }

  #references(): string[] {
    const { criteria } = this.step
    return [
      ...duplicates(criteria.map(criterion => criterion.id)).map(id => `${this.#name}: two criteria are called ${id}.`),
      ...criteria.flatMap(criterion =>
        criterion.skills
          .filter(id => !this.skillIds.has(id))
          .map(id => `${this.#name}/${criterion.id}: there is no skill ${id}.`),
      ),
      ...criteria.flatMap(criterion => {
        if (this.step.marking === 'person') return []
        const read = this.tool.check.safeParse(criterion.check)
        return read.success ? [] : [`${this.#name}/${criterion.id}: the check can't be read: ${read.error.message}`]
      }),
    ]
  }

  #modelEarnsAll(): string[] {
    const { state, refusals } = this.play(this.step.model)
    return [
      ...refusals.map(refusal => `${this.#name}: the model is refused: ${refusal}`),
      ...this.#findings(state)
        .filter(({ finding }) => !finding.met)
        .map(
          ({ criterion, finding }) =>
            `${this.#name}/${criterion.id}: the model doesn't meet it. Expected: ${finding.expected} Found: ${finding.found}`,
        ),
    ]
  }

  #nothingEarnsNothing(): string[] {
    return this.#findings(this.before)
      .filter(({ finding }) => finding.share > 0)
      .map(
        ({ criterion, finding }) => `${this.#name}/${criterion.id}: doing nothing earns a share of ${finding.share}.`,
      )
  }

  #watchedIsOneChange(): string[] {
    if (this.step.mode !== 'watched') return []
    if (this.task.order === 'free') return [`${this.#name}: a watched step needs its turn, and this task has none.`]
    const changes = this.step.model.filter(op => this.tool.effect(this.tool.op.parse(op)) === 'change').length
    return changes === 1 ? [] : [`${this.#name}: a watched step takes one change, but its model makes ${changes}.`]
  }

  #trapGetsItsVerdict(trap: Step['traps'][number]): string[] {
    const { state, refusals } = this.play(trap.ops)
    const name = `${this.#name}, trap “${trap.name}”`
    const verdict = Object.fromEntries(
      this.#findings(state).map(({ criterion, finding }) => [
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
