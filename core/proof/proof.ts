import { isAbout, tasksOf } from '../paper/schema'
import type { Paper, Step, Task } from '../paper/schema'
import { toolOf } from '../tools/registry'
import type { AnyTool } from '../tools/tool'
import { doneRightly, mistakesBefore } from './mistakes'
import { proveAcross } from './across'
import { duplicates, noCounts } from './ground'
import type { Ground, ProofCounts } from './ground'
import { StepProof } from './step-proof'

/**
 * Raised with whatever makes a proof look for something else, in this folder or in core/marking: what was proved by
 * another version is proved again. A tool's own share of it is its version.
 */
const PROOF_VERSION = 1

/** What the proof of a task stands on, as text: the same text means the same proof. Its tool has been loaded. */
export function proofStandsOn(task: Task, skillIds: ReadonlySet<string>): string {
  const asked = new Set(task.steps.flatMap(({ criteria }) => criteria).flatMap(({ skills }) => skills))
  const unknown = [...asked].filter(skill => !skillIds.has(skill)).sort()
  const { id, version } = toolOf(task.tool)
  return JSON.stringify([PROOF_VERSION, id, version, unknown, task])
}

export interface TaskProof {
  /** Everything that is wrong with the task, each a sentence; none means that it may ship. */
  faults: string[]
  counts: ProofCounts
}

/** How often each solution is changed at random: enough to meet every kind of change several times. */
export const TWISTS = 50

/**
 * The content proof of a task. The model and every other way earn everything, however they are changed in what can't
 * matter; a change that must matter costs; doing nothing earns nothing, after any mistake in an earlier step too; a
 * mistake is charged once, so that what is right after it earns everything; each trap gets exactly its verdict; and
 * every reference resolves. Steps in free order hold whatever was done before them: from the start, and after all
 * the others. Its tool has been loaded.
 */
export function proveTask(task: Task, skillIds: ReadonlySet<string>, twists = TWISTS): TaskProof {
  const counts = noCounts()
  let tool: AnyTool
  let start: unknown
  try {
    tool = toolOf(task.tool)
    start = tool.initial(tool.setup.parse(task.setup))
  } catch (error) {
    const why = error instanceof Error ? error.message : String(error)
    return { faults: [`${task.id}: the setup doesn't hold: ${why}`], counts }
  }
  const on = { tool, task, start }
  const faults = duplicates(task.steps.map(({ id }) => id)).map(id => `${task.id}: two steps are called ${id}.`)
  const proofOf = (step: Step): StepProof => new StepProof(on, step, twists, counts)
  const references = task.steps.flatMap(step => proofOf(step).references(skillIds))
  if (faults.length + references.length > 0) return { faults: [...faults, ...references], counts }
  if (task.order === 'free') {
    for (const step of task.steps) {
      const alone = proofOf(step).faults({ state: start, closed: [] })
      faults.push(...alone)
      const others = task.steps.filter(other => other !== step)
      if (alone.length === 0)
        faults.push(...proofOf(step).faults(doneRightly(on, others, { state: start, closed: [] })))
    }
    return { faults, counts }
  }
  let ground: Ground = { state: start, closed: [] }
  for (const step of task.steps) {
    const proof = proofOf(step)
    const wrong = proof.faults(ground)
    faults.push(...wrong)
    if (wrong.length === 0) for (const mistake of mistakesBefore(on, step)) faults.push(...proof.faultsAfter(mistake))
    ground = doneRightly(on, [step], ground)
  }
  return { faults, counts }
}

/** What is wrong with a paper besides its tasks, which are proved one by one and hold. */
export function provePaper(paper: Paper, skillIds: ReadonlySet<string>): string[] {
  const ids = tasksOf(paper).map(task => task.id)
  const strands = proveStrands(paper, skillIds)
  if (strands.length > 0) return strands
  const twice = duplicates(ids).map(id => `${paper.id}: the task ${id} stands in it twice.`)
  return twice.length > 0 ? twice : proveAcross(paper)
}

function proveStrands(paper: Paper, skillIds: ReadonlySet<string>): string[] {
  const { id: paperId, strands = [] } = paper
  const places = tasksOf(paper).flatMap(({ id, steps }) =>
    steps.map(({ id: step, marking }) => ({ task: id, step, byPerson: marking === 'person' })),
  )
  return [
    ...duplicates(strands.map(({ id }) => id)).map(id => `${paperId}: two strands are called ${id}.`),
    ...strands.flatMap(strand =>
      places.some(({ task, step, byPerson }) => byPerson && isAbout(strand, task, step))
        ? []
        : [`${paperId}/${strand.id}: a person marks nothing of what it is about.`],
    ),
    ...strands.flatMap(({ id, skills, points, levels = [], over = [] }) => [
      ...over
        .filter(one => !places.some(({ task, step }) => task === one.task && step === one.step))
        .map(({ task, step }) => `${paperId}/${id}: there is no step ${task}/${step}.`),
      ...skills.filter(one => !skillIds.has(one)).map(one => `${paperId}/${id}: there is no skill ${one}.`),
      ...(levels.length > 0 && Math.max(...levels.map(level => level.points)) !== points
        ? [`${paperId}/${id}: its highest level isn’t worth ${points}.`]
        : []),
    ]),
  ]
}
