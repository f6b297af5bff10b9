import { describe, expect, it } from 'vitest'
import { sheetOp } from '../ops'
import { groups, operations } from './catalogue'
import type { Around, Selection } from './catalogue'
import { findOperations } from './finding'

describe('the operation finder', () => {
  it.each([
    ['copy down', 'fill-down'],
    ['fill down', 'fill-down'],
    ['sort a to z', 'sort'],
    ['biggest first', 'sort'],
    ['freeze top row', 'freeze-heading'],
    ['freeze panes', 'freeze-heading'],
    ['make bold', 'bold'],
    ['total', 'reckon-sum'],
    ['add up these', 'reckon-sum'],
    ['mean', 'reckon-average'],
    ['currency', 'money'],
    ['percentage', 'percent'],
    ['thousands', 'number'],
    ['increase decimals', 'more-decimals'],
    ['insert row', 'insert-rows'],
    ['remove column', 'delete-columns'],
    ['column width', 'width'],
    ['named range', 'name'],
    ['new sheet', 'add-sheet'],
    ['rename', 'rename-sheet'],
    ['highlight', 'fill-amber'],
    ['border', 'line-below'],
    ['center', 'centre'],
    ['clear', 'clear'],
  ])('finds for “%s” first %s', (typed, id) => {
    expect(findOperations(typed)[0]?.id).toBe(id)
  })

  it('forgives a slip, and finds nothing for what it can’t do', () => {
    expect(findOperations('srot')[0]?.id).toBe('sort')
    expect(findOperations('averge')[0]?.id).toBe('reckon-average')
    expect(findOperations('xylophone')).toEqual([])
    expect(findOperations('')).toEqual(operations)
  })

  it('narrows with every word that is added', () => {
    expect(findOperations('insert').length).toBeGreaterThan(
      findOperations('insert rows').filter(({ id }) => id === 'insert-rows').length,
    )
    expect(findOperations('insert')[0]?.group).toBe('Shape')
  })
})

const around: Around = {
  extent: { rows: 20, columns: 7 },
  number: '',
  bold: false,
  italic: false,
  underline: false,
  frozen: { rows: 1, columns: 0 },
  list: { top: 2, left: 0, bottom: 18, right: 6 },
  heading: true,
}
const selection: Selection = { sheet: 'Berths', top: 3, left: 1, bottom: 6, right: 2, row: 3, column: 1 }

describe('every operation', () => {
  it.each(operations.map(operation => [operation.id, operation] as const))(
    '%s makes one that can be done',
    (_, operation) => {
      const questions = operation.asks?.(selection, around) ?? []
      const answers = Object.fromEntries(
        questions.map(({ key, kind, first = '' }) => [key, kind === 'text' && first === '' ? 'fees' : first]),
      )
      const op = operation.make(selection, around, answers)
      expect(op).not.toBeNull()
      expect(sheetOp.safeParse(op).error).toBeUndefined()
      expect(groups).toContain(operation.group)
    },
  )

  it('has a name of its own', () => {
    for (const key of ['id', 'title'] as const)
      expect(new Set(operations.map(operation => operation[key])).size).toBe(operations.length)
  })

  it('adds up above the cursor, or what is selected', () => {
    const sum = operations.find(({ id }) => id === 'reckon-sum')!
    const single = { ...selection, top: 19, bottom: 19, left: 5, right: 5, row: 19, column: 5 }
    expect(sum.make(single, around, {})).toEqual({
      type: 'cell.write',
      sheet: 'Berths',
      cell: 'F20',
      text: '=SUM(F4:F19)',
    })
    expect(sum.make(selection, around, {})).toMatchObject({ cell: 'B8', text: '=SUM(B4:C7)' })
  })
})
