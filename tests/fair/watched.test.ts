import { describe, expect, it } from 'vitest'
import { tasksOf } from '../../core/paper/schema'
import { advance, begin } from '../../core/sitting/fold'
import { planOf } from '../../core/sitting/plan'
import type { Plan } from '../../core/sitting/plan'
import type { SittingState } from '../../core/sitting/progress'
import { sheetCheck } from '../../core/tools/sheet/checks'
import { readContent } from '../../server/content/read'

const AT = '2026-11-24T14:00:00.000Z'
const { papers } = await readContent(['content'])

interface Place {
  plan: Plan
  taskId: string
  stepId: string
  sheet: string
  cells: { cell: string; text: string }[]
}

/** The cells of an area of one column, from the top. */
function cellsOf(area: string): string[] {
  const [, column = '', first = '', last = ''] = /^([A-Z]+)(\d+):\1(\d+)$/.exec(area) ?? []
  return Array.from({ length: Number(last) - Number(first) + 1 }, (_, at) => `${column}${Number(first) + at}`)
}

/** Watched steps that ask for figures or words in several cells: whoever works without a mouse types them in turn. */
const places = papers.flatMap(paper => {
  const plan = planOf(paper)
  return tasksOf(paper).flatMap(task =>
    task.steps.flatMap((step): Place[] => {
      const [criterion, more] = step.criteria
      if (task.tool !== 'sheet' || step.mode !== 'watched' || !criterion || more) return []
      const check = sheetCheck.parse(criterion.check)
      if (check.kind !== 'value' || !('are' in check) || !check.are || check.are.includes(null)) return []
      const [sheet = '', area = ''] = check.at.split('!')
      const values = check.are
      const cells = cellsOf(area).map((cell, at) => ({ cell, text: String(values[at]) }))
      return cells.length < 2 ? [] : [{ plan, taskId: task.id, stepId: step.id, sheet, cells }]
    }),
  )
})

/** A sitting in which the steps before this one passed by their models. */
function upTo({ plan, taskId, stepId }: Place): SittingState {
  let state = begin(plan, { kind: 'started', at: AT, allowanceMs: null, closesAt: null, scoring: 4 })
  const { task } = plan.task(taskId)!
  for (const step of task.steps.slice(
    0,
    task.steps.findIndex(({ id }) => id === stepId),
  ))
    for (const op of step.model) state = advance(plan, state, { kind: 'op', taskId, op, at: AT }).state
  return state
}

const stepIn = ({ taskId, stepId }: Place, state: SittingState) =>
  state.tasks.find(({ id }) => id === taskId)!.steps.find(({ id }) => id === stepId)!

describe('a watched step', () => {
  it('is there with several cells', () => expect(places.length).toBeGreaterThan(1))

  it.each(places.map(place => [`${place.taskId}/${place.stepId}`, place] as const))(
    '%s passes cell by cell without a try lost, and going back in between is free',
    (_, place) => {
      const { plan, taskId, sheet, cells } = place
      let state = upTo(place)
      const did = (op: object) => {
        const { state: after, outcome } = advance(plan, state, { kind: 'op', taskId, op, at: AT })
        state = after
        return outcome.status === 'accepted' ? (outcome.tried?.kept ?? outcome.tried?.passed) : outcome.refusal
      }
      const write = (at: number) => did({ type: 'cell.write', sheet, ...cells[at] })
      const stepsOn = cells.slice(0, -1).map((_, at) => write(at))
      // What stands there already comes out as before: nothing happened, nothing is spent.
      expect(stepsOn.filter(one => one !== 'nearer' && one !== 'back')).toEqual([])
      expect(stepsOn).toContain('nearer')
      expect(did({ type: 'undo' })).toBe('back')
      write(cells.length - 2)
      expect(stepIn(place, state).checks).toEqual([])
      expect(write(cells.length - 1)).toBe(true)
      expect(stepIn(place, state)).toMatchObject({ status: 'passed', checks: [{}] })
    },
  )

  it.each(places.map(place => [`${place.taskId}/${place.stepId}`, place] as const))(
    '%s takes back a cell that is spoilt, for a try, and keeps the others',
    (_, place) => {
      const { plan, taskId, sheet, cells } = place
      let state = upTo(place)
      for (const cell of cells.slice(0, 1).concat({ cell: cells[0]!.cell, text: 'spoilt' })) {
        state = advance(plan, state, { kind: 'op', taskId, op: { type: 'cell.write', sheet, ...cell }, at: AT }).state
      }
      expect(stepIn(place, state).checks).toHaveLength(1)
      expect(stepIn(place, state).checks[0]!.findings[0]!.share).toBeGreaterThan(0)
    },
  )
})
