import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { z } from 'zod'
import { adjustments } from '../../core/assignment/adjustments'
import { unitDocument } from '../../core/assignment/units'
import { assignmentSettings, releaseOf } from '../../core/assignment/settings'
import { trade } from '../../core/paper/schema'
import type { Paper } from '../../core/paper/schema'
import { role } from '../../core/people/roles'
import { readAs } from './read'

const when = z.strictObject({ day: z.int(), hour: z.int().min(0).max(23), minute: z.int().min(0).max(59).default(0) })

const demoPerson = z.strictObject({
  id: z.string(),
  name: z.string(),
  email: z.email(),
  role,
  about: z.string().default(''),
  trades: z.array(trade).min(1).optional(),
  adjustments: adjustments.optional(),
})

const demoGroup = z.strictObject({
  cohorts: z.array(z.strictObject({ id: z.string(), title: z.string(), people: z.array(z.string()) })),
  courses: z.array(
    z.strictObject({
      id: z.string(),
      title: z.string(),
      about: z.string(),
      inviteCode: z.string(),
      trial: z.boolean(),
    }),
  ),
  units: z.array(unitDocument.safeExtend({ id: z.string() })).default([]),
  rooms: z.array(z.strictObject({ id: z.string(), title: z.string(), invigilators: z.array(z.string()) })).default([]),
})

const demoAssignment = z.strictObject({
  id: z.string(),
  paper: z.string(),
  /** People and cohorts by their ids, everyone, or whoever joins the course. */
  to: z.union([z.literal('everyone'), z.literal('course'), z.array(z.string())]),
  course: z.string().optional(),
  opens: when.optional(),
  due: when.optional(),
  closes: when.optional(),
  resultsOn: when.optional(),
  settings: z.record(z.string(), z.unknown()).default({}),
})
export type DemoAssignment = z.infer<typeof demoAssignment>

/** An earlier sitting to play: for each step the traps and models that were tried in turn. */
const demoSitting = z.strictObject({
  person: z.string(),
  assignment: z.string(),
  day: z.int().negative().default(-1),
  hour: z.int().min(0).max(23).default(9),
  /** Begun so many minutes before the demo is loaded, and not handed in. */
  minutesAgo: z.int().positive().optional(),
  pace: z.int().positive(),
  tasks: z.record(z.string(), z.record(z.string(), z.array(z.string()))),
})
export type DemoSitting = z.infer<typeof demoSitting>

const demo = z.object({
  people: z.array(demoPerson),
  groups: demoGroup,
  assignments: z.array(demoAssignment),
  sittings: z.array(demoSitting),
})
export type Demo = z.infer<typeof demo>

/** People, groups, assignments and earlier sittings of a content folder's `demo/`. */
export async function readDemo(folder: string): Promise<Demo> {
  const file = (name: string) => join(folder, 'demo', `${name}.yaml`)
  return {
    people: await readAs(demo.shape.people, file('people'), [folder]),
    groups: await readAs(demo.shape.groups, file('groups'), [folder]),
    assignments: await readAs(demo.shape.assignments, file('assignments'), [folder]),
    sittings: await readAs(demo.shape.sittings, file('sittings'), [folder]),
  }
}

/** Whether a content folder has a demo. Only the first of several needs one. */
export const hasDemo = (folder: string): boolean => existsSync(join(folder, 'demo'))

/** A moment counted from the day of `now`, in UTC. */
export function momentOf(
  { day, hour, minute = 0 }: { day: number; hour: number; minute?: number },
  now: string,
): string {
  const date = new Date(now)
  date.setUTCDate(date.getUTCDate() + day)
  date.setUTCHours(hour, minute, 0, 0)
  return date.toISOString()
}

/** The settings of a demo assignment, its moments counted from the day of `now`. */
export function demoSettings({ opens, due, closes, resultsOn, settings }: DemoAssignment, paper: Paper, now: string) {
  const at = (when: { day: number; hour: number; minute: number } | undefined): string | null =>
    when ? momentOf(when, now) : null
  return assignmentSettings.parse({
    ...releaseOf(paper),
    ...settings,
    opensAt: at(opens),
    dueAt: at(due),
    closesAt: at(closes),
    ...(resultsOn ? { resultsAt: at(resultsOn) } : {}),
  })
}
