import { z } from 'zod'
import { sourceDocument } from './documents'
import { reading } from './reading'

/** A short name for files, addresses and references: lower case, digits, hyphens. */
export const slug = z
  .string()
  .regex(/^[a-z0-9]+(-[a-z0-9]+)*$/)
  .max(60)

/** The trades that are taught here. Each has a tree of skills of the same name. */
export const trade = z.enum(['bookkeeping', 'office', 'network'])
export type Trade = z.infer<typeof trade>

const points = z.number().positive().max(100)

/**
 * How an expected value follows from what the trainee produced in earlier steps, or in another `task` of the paper.
 * `from` names figures of the trainee's own work, `put` says which values of the check they replace, as expressions.
 */
const followThrough = z.strictObject({
  from: z
    .array(
      z.strictObject({
        task: slug.optional(),
        step: slug,
        figure: z.string(),
        as: z.string().regex(/^[a-z][A-Za-z]*$/),
      }),
    )
    .min(1),
  put: z.record(z.string(), z.string()),
  /** Other values that follow as well: where this step's own work may or may not follow from the slip. */
  or: z.array(z.record(z.string(), z.string())).default([]),
})

const levels = z
  .array(z.strictObject({ points: z.number().min(0).max(100), text: z.string().min(1).max(400) }))
  .min(2)
  .max(8)

/** One thing that a step's check looks for. `label` is seen by the trainee and gives nothing away. */
export const criterion = z.strictObject({
  id: slug,
  label: z.string(),
  points,
  skills: z.array(slug).min(1),
  /** Why it is right, or how it goes wrong: shown where the release or practice rule lets it. */
  feedback: z.string(),
  /** Read by the tool of the task; a step that a person marks has none. */
  check: z.unknown().optional(),
  followThrough: followThrough.optional(),
  /** What a marker can say of it, from the most points to the fewest; without them, any points up to all. */
  levels: levels.optional(),
})
export type Criterion = z.infer<typeof criterion>

/** A named right solution besides the model. */
export const way = z.strictObject({
  name: z.string(),
  ops: z.array(z.unknown()).min(1),
})

/** A named wrong solution, and what each criterion must say to it: `met`, or the fault found. */
export const trap = z.strictObject({
  name: z.string(),
  ops: z.array(z.unknown()),
  verdict: z.record(slug, z.string()),
})

/** An answer to a step that a person marks, with what it earns: markers compare by it. */
const sample = z.strictObject({
  name: z.string(),
  ops: z.array(z.unknown()).min(1),
  points: z.record(slug, z.number().min(0)),
})

export const step = z.strictObject({
  id: slug,
  instruction: z.string(),
  mode: z.enum(['watched', 'handed-in']),
  /** Suggested time; without it, the step's share of the task's by its points. */
  minutes: z.number().positive().optional(),
  tries: z.int().min(1).max(20).optional(),
  /** Who judges it: the program by its checks, or a person by reading it. */
  marking: z.enum(['program', 'person']).default('program'),
  /** Told one by one when asked for, in papers that tell hints. */
  hints: z.array(z.string().min(1).max(600)).max(6).default([]),
  /** Told when the step has closed, in papers that explain. */
  explanation: z.string().min(1).max(2000).optional(),
  criteria: z.array(criterion).min(1),
  model: z.array(z.unknown()).min(1),
  /** Other right solutions: each earns everything. */
  ways: z.array(way).default([]),
  /** Why there is no other way, where there is none. */
  only: z.string().min(1).max(300).optional(),
  traps: z.array(trap).default([]),
  samples: z.array(sample).default([]),
})
export type Step = z.infer<typeof step>

export const task = z.strictObject({
  id: slug,
  title: z.string(),
  tool: z.string(),
  /** Suggested time. */
  minutes: z.number().positive(),
  /** in-turn: one step after the other. free: all are open, in any order, each by itself. */
  order: z.enum(['in-turn', 'free']).default('in-turn'),
  brief: z.strictObject({
    situation: z.array(z.string()).min(1),
    documents: z.array(sourceDocument).default([]),
    /** Something longer that stays in sight beside the steps. */
    reading: reading.optional(),
    /** Reference papers that come with this task alone. */
    references: z.array(reading).max(5).default([]),
  }),
  /** Read by the tool. */
  setup: z.unknown(),
  steps: z.array(step).min(1).max(40),
})
export type Task = z.infer<typeof task>

export const paperRules = z.strictObject({
  tries: z.int().min(1).max(20).default(3),
  tryWeights: z.array(z.number().min(0).max(1)).min(1).default([1, 1, 1]),
  partial: z.boolean().default(true),
  feedback: z.enum(['none', 'which', 'why']).default('none'),
  afterTries: z.enum(['set-right', 'leave']).default('set-right'),
  /** Whether a step that is left for good is set right too: it then shows what is right to whoever spends no try. */
  setRightWhenLeft: z.boolean().default(true),
  /**
   * `checked`: the trainee asks for checks, which spend tries. `settled`: the trainee says that a step
   * is done; nothing is judged before the end, and nothing is told.
   */
  answers: z.enum(['checked', 'settled']).default('checked'),
  /** Whether a settled step may be opened again while the sitting runs. */
  unsettle: z.boolean().default(true),
  /** Whether the bench goes on by itself from a step that has closed. */
  moveOn: z.boolean().default(true),
  /** Share of a criterion's points for what is right from the trainee's own earlier figure. */
  followThrough: z.number().min(0).max(1).default(1),
  /** Whether hints are told, and what each told one takes off the step's points, as a share. */
  hints: z.boolean().default(false),
  hintCost: z.number().min(0).max(1).default(0),
  /** Whether a closed step's explanation is told while the sitting runs. */
  explanations: z.boolean().default(false),
  graceSeconds: z.int().min(0).max(600).default(60),
})
export type PaperRules = z.infer<typeof paperRules>

export const release = z.strictObject({
  /** When the trainee may see points. */
  results: z.enum(['at-end', 'held']).default('at-end'),
  /** Whether the result also shows what was expected. */
  answers: z.boolean().default(true),
})

/** What lies in the tray beside the work: aids that this section allows. */
export const trayItem = z.discriminatedUnion('kind', [
  /** A scientific one has powers, roots, angles, logarithms, fractions and a memory. */
  z.strictObject({ kind: z.literal('calculator'), functions: z.enum(['basic', 'scientific']).default('basic') }),
  /** Works out periods, rate, payment and sums of money over time. */
  z.strictObject({ kind: z.literal('time-value') }),
  z.strictObject({ kind: z.literal('notes') }),
  /** A bench on which blocks of addresses are cut. */
  z.strictObject({ kind: z.literal('subnets') }),
  /** A reference paper or formula sheet, to be searched. */
  z.strictObject({ kind: z.literal('reference'), paper: reading }),
  z.strictObject({ kind: z.literal('sheet'), title: z.string(), lines: z.array(z.string()).min(1) }),
])
export type TrayItem = z.infer<typeof trayItem>

/** Aids in the work itself that a section may allow. */
export const aids = ['rule-out', 'mark-text', 'read-aloud', 'measure', 'zoom'] as const

/** How a section is gone through. */
export const sectionRules = z.strictObject({
  id: slug,
  title: z.string(),
  /** The section's own time; without it, it shares the paper's. */
  minutes: z.number().positive().max(600).optional(),
  /** one-way: leaving the section closes it for good. */
  movement: z.enum(['free', 'one-way']).default('free'),
  order: z.enum(['fixed', 'shuffled']).default('fixed'),
  /** So many of its tasks, drawn at random for each sitting; without it, all of them. */
  draw: z.int().positive().optional(),
  /** How many tasks stand on one page. */
  perPage: z.int().min(1).max(10).default(1),
  tray: z.array(trayItem).default([]),
  aids: z.array(z.enum(aids)).default([...aids]),
})
export type SectionRules = z.infer<typeof sectionRules>

/** A criterion that a person marks over what was answered in a paper, such as how it is worded. */
export const strand = z.strictObject({
  id: slug,
  label: z.string().min(1).max(200),
  points,
  skills: z.array(slug).min(1),
  feedback: z.string(),
  levels: levels.optional(),
  /** The steps that it is about; without them, all there are. */
  over: z
    .array(z.strictObject({ task: slug, step: slug }))
    .min(1)
    .optional(),
})
export type Strand = z.infer<typeof strand>

/** A paper as it is written: its tasks stand in files of their own. */
export const paperFile = z.strictObject({
  id: slug,
  version: z.int().positive(),
  title: z.string(),
  trade,
  kind: z.enum(['exam', 'mock', 'practice']),
  /** Null for a paper without a clock: it is handed in when its trainee has done. */
  minutes: z.number().positive().max(600).nullable().default(null),
  about: z.string(),
  /** What can be tried here before it counts elsewhere: whoever hasn’t yet is shown the way to it. */
  introduces: z.string().max(60).optional(),
  instructions: z.array(z.string()),
  allowed: z.array(z.string()).default([]),
  rules: paperRules,
  release,
  strands: z.array(strand).min(1).max(8).optional(),
  sections: z.array(sectionRules.extend({ tasks: z.array(slug).min(1) })).min(1),
})

/** A published paper with everything in it. It never changes; another version is another paper to a sitting. */
export const paper = paperFile.extend({
  sections: z.array(sectionRules.extend({ tasks: z.array(task).min(1) })).min(1),
})
export type Paper = z.infer<typeof paper>

export function tasksOf(paper: Paper): Task[] {
  return paper.sections.flatMap(section => section.tasks)
}

/** Whether a strand is about a step. */
export const isAbout = ({ over }: Strand, taskId: string, stepId: string): boolean =>
  over?.some(({ task, step }) => task === taskId && step === stepId) ?? true
