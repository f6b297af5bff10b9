import { z } from 'zod'
import { deskAct, deskStates, givenMark } from '../marking/desk'

const points = z.number()

/** A part whose answers people mark, and how far they are. */
export const deskPart = z.strictObject({
  assignmentId: z.string(),
  paperTitle: z.string(),
  givenTo: z.string(),
  taskId: z.string(),
  taskTitle: z.string(),
  stepId: z.string(),
  instruction: z.string(),
  markers: z.union([z.literal(1), z.literal(2)]),
  answers: z.int(),
  /** How many are in each state. */
  states: z.record(z.enum(deskStates), z.int()),
  /** Replies of trainees that nobody has answered. */
  replies: z.int(),
})
export type DeskPart = z.infer<typeof deskPart>
/** One trainee’s answers of a paper that people mark: part by part. */
export const deskTrainee = z.strictObject({
  assignmentId: z.string(),
  sittingId: z.string(),
  /** Null where names are hidden. */
  name: z.string().nullable(),
  parts: z.array(
    z.strictObject({
      taskId: z.string(),
      stepId: z.string(),
      instruction: z.string(),
      state: z.enum(deskStates),
    }),
  ),
})
export type DeskTrainee = z.infer<typeof deskTrainee>
export const deskView = z.strictObject({ parts: z.array(deskPart), trainees: z.array(deskTrainee) })
export type DeskView = z.infer<typeof deskView>

/** What was done in a step, of a tool that shows it by itself; other work is looked at in the result. */
export const workShown = z.strictObject({ tool: z.string(), part: z.unknown(), answer: z.unknown() })

export const answerToMark = z.strictObject({
  sittingId: z.string(),
  /** Null where names are hidden. */
  name: z.string().nullable(),
  work: workShown.nullable(),
  /** Where something is marked over all of a paper: every answer of it, in order. */
  works: z.array(z.strictObject({ instruction: z.string(), work: workShown })),
  state: z.enum(deskStates),
  mine: givenMark.nullable(),
  /** The marks of others, once they may be seen. */
  others: z.array(z.strictObject({ by: z.string(), given: givenMark })),
  holds: givenMark.nullable(),
  released: givenMark.nullable(),
  reply: z.string().nullable(),
  answered: z.string().nullable(),
})
export type AnswerToMark = z.infer<typeof answerToMark>

/** What is marked, by which criteria, and every answer to it. */
export const partToMark = z.strictObject({
  assignmentId: z.string(),
  paperTitle: z.string(),
  taskTitle: z.string(),
  instruction: z.string(),
  /** What whoever wrote the part would have answered. */
  model: workShown.nullable(),
  /** Answers with what they earn, to compare by. */
  samples: z.array(
    z.strictObject({ name: z.string(), work: workShown.nullable(), points: z.record(z.string(), points) }),
  ),
  markers: z.union([z.literal(1), z.literal(2)]),
  criteria: z.array(
    z.strictObject({
      id: z.string(),
      label: z.string(),
      outOf: points,
      feedback: z.string(),
      levels: z.array(z.strictObject({ points, text: z.string() })),
    }),
  ),
  answers: z.array(answerToMark),
})
export type PartToMark = z.infer<typeof partToMark>

export const deskRequest = z.strictObject({ sittingId: z.string().max(60), act: deskAct })
export const replyRequest = z.strictObject({
  taskId: z.string().max(60),
  stepId: z.string().max(60),
  text: z.string().trim().min(1, 'Say something.').max(4000),
})
export const releasedView = z.strictObject({ released: z.int() })
