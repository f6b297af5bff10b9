import { describe, expect, it } from 'vitest'
import { judgeStep } from '../../core/marking/judging'
import type { Step, Task } from '../../core/paper/schema'
import { played } from '../../core/proof/ground'
import { precedentsOf } from '../../core/tools/sheet/calculation/precedents'
import { sheetCheck } from '../../core/tools/sheet/checks'
import type { SheetCheck } from '../../core/tools/sheet/checks'
import { cellName } from '../../core/tools/sheet/formula/references'
import type { Area } from '../../core/tools/sheet/formula/values'
import type { SheetState } from '../../core/tools/sheet/state'
import { Formula } from '../../core/tools/sheet/workbook/formula'
import { placeIn } from '../../core/tools/sheet/workbook/places'
import { valueAt } from '../../core/tools/sheet/workbook/workbook'
import type { Workbook } from '../../core/tools/sheet/workbook/workbook'
import { toolOf } from '../../core/tools/registry'
import { readContent, tasksIn } from '../../server/content/read'

const tool = toolOf('sheet')
const tasks = tasksIn(await readContent(['content'])).filter(task => task.tool === 'sheet')

/** How a cell that was given can be spoilt, so that what stands on it comes out otherwise, or not at all. */
const SPOILINGS: readonly (readonly [how: string, spoil: (sheet: string, cell: string, row: number) => object])[] = [
  ['an error', (sheet, cell) => ({ type: 'cell.write', sheet, cell, text: '=NA()' })],
  ['text', (sheet, cell) => ({ type: 'cell.write', sheet, cell, text: 'none' })],
  ['empty', (sheet, cell) => ({ type: 'cells.clear', sheet, area: cell, what: 'contents' })],
  ['another figure', (sheet, cell) => ({ type: 'cell.write', sheet, cell, text: '123.5' })],
  ['its row gone', (sheet, _, row) => ({ type: 'rows.delete', sheet, at: row + 1 })],
]

/** What the formulas that a check expects stand on. */
function readBy(check: SheetCheck, workbook: Workbook): readonly Area[] {
  if (check.kind === 'summary') return [placeIn(workbook, check.from)].filter(area => area !== null)
  const text = 'by' in check && typeof check.by === 'string' ? check.by : 'where' in check ? check.where : null
  const at = 'at' in check ? placeIn(workbook, check.at) : null
  return text && at ? precedentsOf(new Formula(text).tree, at.sheet, at.top, workbook).areas : []
}

/** Cells that were given and that no step changes: of each area the first, one in the middle, and the last. */
function givenIn(areas: readonly Area[], start: Workbook, end: Workbook) {
  return areas.flatMap(({ sheet, top, left, bottom, right }) => {
    const cells = []
    const [before, after] = [start.sheets[sheet]!, end.sheets[sheet]]
    for (let row = top; row <= Math.min(bottom, before.inputs.extent.rows); row += 1)
      for (let column = left; column <= Math.min(right, before.inputs.extent.columns); column += 1) {
        const value = valueAt(before, row, column)
        if (value !== null && after?.id === before.id && valueAt(after, row, column) === value)
          cells.push({ sheet: before.name, cell: cellName(row, column), row, value })
      }
    return [...new Set([cells[0], cells[Math.floor(cells.length / 2)], cells.at(-1)])].filter(
      cell => cell !== undefined,
    )
  })
}

/** Each step with the work of those before it: as it stands when an honest trainee comes there. */
function stepsOf(task: Task) {
  const start = tool.initial(tool.setup.parse(task.setup)) as SheetState
  let state: unknown = start
  return task.steps.map(step => {
    const before = state
    state = played(tool, before, step.model).state
    return { step, start, before: before as SheetState }
  })
}

function isRight(task: Task, step: Step, start: unknown, state: unknown): boolean {
  return judgeStep({ tool, task, step, state, start }).every(({ finding }) => finding.met)
}

const counts = { spoilt: 0, broken: 0 }

describe('a look-alike on a sheet earns less than the work itself', () => {
  it.each(tasks.map(task => [task.id, task] as const))('%s', (_, task) => {
    const wrong: string[] = []
    const all = stepsOf(task)
    const end = played(tool, all.at(-1)!.before, task.steps.at(-1)!.model).state as SheetState
    for (const { step, start, before } of all) {
      const model = played(tool, before, step.model).state as SheetState
      expect(isRight(task, step, start, model), `${step.id}: the model`).toBe(true)
      const checks = step.criteria.map(({ check }) => sheetCheck.parse(check))
      const areas = checks.flatMap(check => readBy(check, before.workbook))
      for (const { sheet, cell, row, value } of givenIn(areas, start.workbook, end.workbook))
        for (const [how, spoil] of SPOILINGS) {
          const spoilt = played(tool, before, [spoil(sheet, cell, row)])
          if (spoilt.refusals.length > 0 || value === 'none' || value === 123.5) continue
          counts.spoilt += 1
          const { state } = played(tool, spoilt.state, step.model)
          if (isRight(task, step, start, state)) wrong.push(`${step.id}: ${sheet} ${cell} ${how}`)
        }
      // What is asked for, as an error.
      for (const check of checks) {
        const at = check.kind === 'value' || check.kind === 'follows' ? placeIn(model.workbook, check.at) : null
        if (!at) continue
        const on = { sheet: model.workbook.sheets[at.sheet]!.name, cell: cellName(at.top, at.left) }
        for (const text of ['=NA()', '=1/0', '="a"+1']) {
          const broken = played(tool, model, [{ type: 'cell.write', ...on, text }])
          if (broken.refusals.length > 0) continue
          counts.broken += 1
          if (isRight(task, step, start, broken.state)) wrong.push(`${step.id}: ${on.cell} is ${text}`)
        }
      }
    }
    expect(wrong).toEqual([])
  })

  it('was tried often enough', () => {
    console.log(`${counts.spoilt} ways to spoil what was given, ${counts.broken} errors in place of what is asked`)
    expect(counts.spoilt).toBeGreaterThan(300)
    expect(counts.broken).toBeGreaterThan(100)
  })
})
