import { join } from 'node:path'
import { z } from 'zod'
import { role } from '../../core/wire/work'
import { readAs } from './read'

const when = z.strictObject({ day: z.int(), hour: z.int().min(0).max(23) })

const demoPerson = z.strictObject({
  id: z.string(), name: z.string(), email: z.email(), role, about: z.string(), timeFactor: z.number().positive().default(1),
})

const demoAssignment = z.strictObject({
  id: z.string(),
  paper: z.string(),
  to: z.union([z.literal('everyone'), z.array(z.string())]),
  sittingsAllowed: z.int().positive(),
  opens: when.optional(),
  closes: when.optional(),
})

/** An earlier sitting to play: for each step the traps and models that were tried in turn. */
const demoSitting = z.strictObject({
  person: z.string(),
  assignment: z.string(),
  day: z.int().negative(),
  hour: z.int().min(0).max(23),
  pace: z.int().positive(),
  tasks: z.record(z.string(), z.record(z.string(), z.array(z.string()))),
})
export type DemoSitting = z.infer<typeof demoSitting>

const demo = z.object({ people: z.array(demoPerson), assignments: z.array(demoAssignment), sittings: z.array(demoSitting) })
export type Demo = z.infer<typeof demo>

/** People, assignments and earlier sittings of a content folder's `demo/`. */
export async function readDemo(folder: string): Promise<Demo> {
  const file = (name: string) => join(folder, 'demo', `${name}.yaml`)
  return {
    people: await readAs(demo.shape.people, file('people'), [folder]),
    assignments: await readAs(demo.shape.assignments, file('assignments'), [folder]),
    sittings: await readAs(demo.shape.sittings, file('sittings'), [folder]),
  }
}

/** A moment counted from the day of `now`, in UTC. */
export function momentOf({ day, hour }: { day: number, hour: number }, now: string): string {
  const date = new Date(now)
  date.setUTCDate(date.getUTCDate() + day)
  date.setUTCHours(hour, 0, 0, 0)
  return date.toISOString()
}
