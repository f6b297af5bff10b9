import { describe, expect, it, onTestFinished } from 'vitest'
import { tasksOf } from '../../../core/paper/schema'
import type { Paper } from '../../../core/paper/schema'
import { readContent } from '../../content/read'
import { answering } from '../../judging/answering'
import type { AskThread } from '../../judging/pool'
import { World } from '../../testing/world'

const { papers } = await readContent(['content'])
const paperOf = (id: string): Paper => papers.find(one => one.id === id)!

/** Threads that answer here, of which two have a mind of their own and forget it all now and then. */
function threadsHere(): AskThread {
  let asked = 0
  let minds = [answering(), answering()]
  return async (_, make) => {
    asked += 1
    if (asked % 23 === 0) minds = [answering(), answering()]
    const lane = asked % 3 === 0 ? 1 : 0
    const question = structuredClone(make(lane))
    return { reply: structuredClone(await minds[lane]!(question)), lane, tookMs: 0 }
  }
}

type Sent = Parameters<World['send']>[1]

/** Of each task some steps as the model does them, one of them spoilt first, and the last left half done. */
function eventsOf(paper: Paper): Sent[] {
  return tasksOf(paper)
    .slice(0, 7)
    .flatMap((task, place) => {
      const on = { taskId: task.id }
      const op = (one: unknown): Sent => ({ kind: 'op', ...on, op: one as { type: string } })
      return [
        { kind: 'open' as const, ...on },
        ...task.steps.flatMap((step, at): Sent[] => {
          const check: Sent[] = step.mode === 'watched' ? [] : [{ kind: 'check', ...on, stepId: step.id }]
          const [trap] = step.traps
          const wrong = trap && (place + at) % 2 === 0 ? [...trap.ops.map(op), ...check] : []
          const leaves: Sent[] = (place + at) % 5 === 4 ? [{ kind: 'skip', ...on, stepId: step.id }] : []
          const half = place === 6 ? step.model.slice(0, 1) : step.model
          return [...wrong, ...leaves, ...half.map(op), ...(place === 6 ? [] : check)]
        }),
      ]
    })
}

async function sat(paperId: string, threads: AskThread | null) {
  const world = await World.open()
  onTestFinished(() => world.close())
  const memory = { snapshotAfterEvents: 11 }
  world.restart({ threads }, memory)
  await world.give({ rules: { afterTries: 'set-right' } }, { paperId })
  const { id } = await world.start()
  const outcomes: unknown[] = []
  for (const [at, event] of eventsOf(paperOf(paperId)).entries()) {
    const { outcomes: told, tasks } = await world.send(id, event)
    outcomes.push(
      told.map(({ id: _, ...rest }) => rest),
      tasks.map(({ mark }) => mark),
    )
    if (at % 17 === 9) world.restart({ threads }, memory)
  }
  const works = await Promise.all(
    tasksOf(paperOf(paperId))
      .slice(0, 7)
      .map(({ id: task }) => world.services.sittings.task(world.people.isla, id, task, [])),
  )
  await world.services.sittings.submit(world.people.isla, id)
  const { people, services } = world
  const results = await services.results.of(people.marit, id)
  const { work } = await services.afterwards.response(people.marit, id)
  return { outcomes, works, results, work: JSON.parse(JSON.stringify(work)) as unknown }
}

describe('a sitting whose work is kept in threads', () => {
  it.each(['season-budget', 'wiring-the-yard', 'before-you-wire'])(
    '%s comes out as one whose work is here, whatever the threads forget',
    async paperId => {
      expect(await sat(paperId, threadsHere())).toEqual(await sat(paperId, null))
    },
    120_000,
  )
})
