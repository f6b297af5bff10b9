import { z } from 'zod'

const masteryView = z.strictObject({
  level: z.number(),
  low: z.number(),
  high: z.number(),
  atTarget: z.number(),
  standing: z.enum(['secure', 'unproven', 'gap']),
})

export const skillReportView = z.strictObject({
  id: z.string(),
  title: z.string(),
  can: z.string(),
  target: z.number(),
  mastery: masteryView,
  evidence: z.array(
    z.strictObject({
      at: z.string(),
      sittingId: z.string(),
      paperTitle: z.string(),
      taskTitle: z.string(),
      criterion: z.string(),
      points: z.number(),
      outOf: z.number(),
      faults: z.array(z.string()),
    }),
  ),
  recurring: z.array(z.strictObject({ fault: z.string(), times: z.int() })),
  read: z.array(z.string()),
  /** Tasks of papers open to the trainee that exercise the skill. */
  practise: z.array(z.strictObject({ assignmentId: z.string(), paperTitle: z.string(), tasks: z.array(z.string()) })),
})
export type SkillReportView = z.infer<typeof skillReportView>

export const skillsView = z.strictObject({
  person: z.string(),
  programme: z.string(),
  at: z.string(),
  target: z.number(),
  sittings: z.int(),
  criteria: z.int(),
  newest: z.string().nullable(),
  counts: z.strictObject({ secure: z.int(), unproven: z.int(), gap: z.int() }),
  areas: z.array(
    z.strictObject({
      id: z.string(),
      title: z.string(),
      mastery: masteryView,
      evidence: z.int(),
      skills: z.array(skillReportView),
    }),
  ),
  /** Ids of skills, in the order in which to close them. */
  closeFirst: z.array(z.string()),
})
export type SkillsView = z.infer<typeof skillsView>
