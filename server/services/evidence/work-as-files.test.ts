import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import * as XLSX from 'xlsx'
import { World } from '../../testing/world'

let world: World
let id = ''
beforeAll(async () => {
  world = await World.open()
  await world.give({ results: 'after-release' }, { paperId: 'season-budget' })
  id = (await world.start()).id
  const taskId = 'totals-of-the-berth-list'
  await world.send(id, {
    kind: 'op',
    taskId,
    op: { type: 'cell.write', sheet: 'Berths', cell: 'F21', text: '=SUM(F4:F19)' } as { type: string },
  })
})
afterAll(() => world.close())

const person = (name: 'isla' | 'marit') => world.people[name]

const file = (name: string, who = person('isla')) => world.services.results.file(who, id, name)

describe('work as a file', () => {
  it('isn’t given while the sitting runs, nor before results are released', async () => {
    await expect(file('totals-of-the-berth-list.xlsx')).rejects.toThrow('still under way')
    await world.services.sittings.submit(person('isla'), id)
    await expect(file('totals-of-the-berth-list.xlsx')).rejects.toThrow('not released')
  })

  it('holds what was handed in, in each kind that the result names', async () => {
    const { tasks } = await world.services.results.of(person('marit'), id)
    expect(tasks[0]!.files).toEqual(['xlsx', 'ods', 'csv'])
    for (const kind of ['xlsx', 'ods']) {
      const { content } = await file(`totals-of-the-berth-list.${kind}`, person('marit'))
      const cell = XLSX.read(content, { cellFormula: true }).Sheets.Berths!.F21 as XLSX.CellObject
      expect([cell.f, cell.v]).toEqual(['SUM(F4:F19)', 5484.01])
    }
    const csv = await file('totals-of-the-berth-list.csv', person('marit'))
    expect(csv.content.toString()).toContain('A1,Mere Rowing Club,7.60')
  })

  it('isn’t there for what is no task or no kind of file', async () => {
    for (const name of ['totals-of-the-berth-list.exe', 'none.xlsx', 'totals-of-the-berth-list', '..%2f.xlsx'])
      await expect(file(name, person('marit'))).rejects.toThrow()
  })
})
