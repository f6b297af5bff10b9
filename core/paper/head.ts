import { z } from 'zod'
import { paper, tasksOf } from './schema'
import type { Paper } from './schema'

const { id, version, title, trade, kind, minutes, introduces, rules } = paper.shape

/** What lists tell of a paper, so that none of them reads all of it. */
export const paperHead = z.strictObject({
  id,
  version,
  title,
  trade,
  kind,
  minutes: minutes.unwrap(),
  introduces: introduces.unwrap().nullable(),
  rules,
  /** How much a sitting of it is. Where tasks are drawn, the points are about those of an average draw. */
  size: z.strictObject({ tasks: z.int(), points: z.number(), exactPoints: z.boolean() }),
  /** With all tasks that there are to draw from. */
  whole: z.strictObject({ tasks: z.int(), points: z.number() }),
})
export type PaperHead = z.infer<typeof paperHead>

/** What reports on skills tell of a paper: where each skill is asked for, and what its criteria are called. */
export const paperOutline = z.strictObject({
  tasks: z.array(
    z.strictObject({
      id: z.string(),
      title: z.string(),
      steps: z.array(
        z.strictObject({
          id: z.string(),
          criteria: z.array(z.strictObject({ id: z.string(), label: z.string(), skills: z.array(z.string()) })),
        }),
      ),
    }),
  ),
})
export type PaperOutline = z.infer<typeof paperOutline>

/** In hundredths, so that sums are exact. */
const pointsIn = (parts: readonly { points: number }[]): number =>
  parts.reduce((sum, { points }) => sum + Math.round(points * 100), 0)

export function headOf(one: Paper): PaperHead {
  const strands = pointsIn(one.strands ?? [])
  const sections = one.sections.map(({ draw, tasks }) => {
    const all = pointsIn(tasks.flatMap(({ steps }) => steps).flatMap(({ criteria }) => criteria)) / 100
    const drawn = Math.min(draw ?? tasks.length, tasks.length)
    return { all, tasks: drawn, points: drawn === tasks.length ? all : Math.round((all * drawn) / tasks.length) }
  })
  const sum = (values: readonly number[]): number => values.reduce((total, value) => total + value, 0)
  return {
    id: one.id,
    version: one.version,
    title: one.title,
    trade: one.trade,
    kind: one.kind,
    minutes: one.minutes,
    introduces: one.introduces ?? null,
    rules: one.rules,
    size: {
      tasks: sum(sections.map(({ tasks }) => tasks)),
      points: sum([...sections.map(({ points }) => points), strands / 100]),
      exactPoints: one.sections.every(({ draw }) => draw === undefined),
    },
    whole: {
      tasks: tasksOf(one).length,
      points:
        (pointsIn(tasksOf(one).flatMap(({ steps }) => steps.flatMap(({ criteria }) => criteria))) + strands) / 100,
    },
  }
}

export const outlineOf = (one: Paper): PaperOutline => ({
  tasks: tasksOf(one).map(task => ({
    id: task.id,
    title: task.title,
    steps: task.steps.map(step => ({
      id: step.id,
      criteria: step.criteria.map(({ id: criterion, label, skills }) => ({
        id: criterion,
        label,
        skills: [...skills],
      })),
    })),
  })),
})
