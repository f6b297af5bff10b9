import { z } from 'zod'
import { trade } from '../paper/schema'

const masteryView = z.strictObject({
  level: z.number(),
  low: z.number(),
  high: z.number(),
  atTarget: z.number(),
  standing: z.enum(['secure', 'unproven', 'gap']),
  /** All of its evidence comes from one step: what that says so far. */
  once: z.enum(['right', 'miss']).optional(),
})

export const skillReportView = z.strictObject({
  id: z.string(),
  title: z.string(),
  can: z.string(),
  target: z.number(),
  mastery: masteryView,
  /** How many criteria have been judged for it, and the newest of them. */
  seen: z.int(),
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

const counts = z.strictObject({ secure: z.int(), unproven: z.int(), gap: z.int() })
/** What the report stands on. */
const basis = { sittings: z.int(), criteria: z.int(), newest: z.string().nullable(), counts }

export const areaView = z.strictObject({
  id: z.string(),
  title: z.string(),
  mastery: masteryView,
  evidence: z.int(),
  counts,
  skills: z.array(skillReportView),
})
export type AreaView = z.infer<typeof areaView>

export const tradeView = z.strictObject({
  id: trade,
  title: z.string(),
  target: z.number(),
  ...basis,
  areas: z.array(areaView),
})
export type TradeView = z.infer<typeof tradeView>

export const skillsView = z.strictObject({
  person: z.string(),
  at: z.string(),
  ...basis,
  /** The trades of the trainee's programme. */
  trades: z.array(tradeView),
  /** Ids of skills, in the order in which to close them, across all trades. */
  closeFirst: z.array(z.string()),
})
export type SkillsView = z.infer<typeof skillsView>
