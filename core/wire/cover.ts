import { z } from 'zod'
import { settingsOnCover } from '../assignment/settings'
import { assignmentView, gatesView } from './given'

/** What a trainee is told of a paper before the start. */
export const coverView = assignmentView.extend({
  about: z.string(),
  instructions: z.array(z.string()),
  allowed: z.array(z.string()),
  tray: z.array(z.string()),
  steps: z.int(),
  tries: z.strictObject({ fewest: z.int(), most: z.int() }),
  tryWeights: z.array(z.number()),
  partial: z.boolean(),
  afterTries: z.enum(['set-right', 'leave']),
  setRightWhenLeft: z.boolean(),
  /** Share of the points for what follows from an own earlier figure. */
  ownFigures: z.number(),
  checkTells: z.enum(['none', 'which', 'why']),
  answers: z.enum(['checked', 'settled']),
  unsettle: z.boolean(),
  hints: z.boolean(),
  hintCost: z.number(),
  explanations: z.boolean(),
  /** As they were given; what a person's own adjustments make of them stands above. */
  settings: settingsOnCover,
  allowanceMinutes: z.number().nullable(),
  /** The trainee's own adjustments, in words. */
  adjustments: z.array(z.string()),
  gates: gatesView,
  /** When a sitting started now would end; null where it has no end of itself. */
  wouldEndAt: z.string().nullable(),
  cutShort: z.boolean(),
  sections: z.array(
    z.strictObject({
      title: z.string(),
      minutes: z.number().nullable(),
      movement: z.enum(['free', 'one-way']),
      shuffled: z.boolean(),
      /** How many of the tasks each sitting draws; null for all. */
      draw: z.int().nullable(),
      tasks: z.array(z.strictObject({ title: z.string(), minutes: z.number(), steps: z.int(), points: z.number() })),
    }),
  ),
})
export type CoverView = z.infer<typeof coverView>
