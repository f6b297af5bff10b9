import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import type { UnitDocument } from '../../../core/assignment/units'
import { refusalOf, World } from '../../testing/world'

let world: World
beforeEach(async () => {
  world = await World.open()
  await world.give({}, { id: 'a' })
  await world.give({}, { id: 'b' })
})
afterEach(() => world.close())

const document = (more: Partial<UnitDocument> = {}): UnitDocument => ({
  title: 'Unit 3',
  parts: [
    { assignmentId: 'a', weight: 3 },
    { assignmentId: 'b', weight: 1 },
  ],
  takes: 'all',
  count: 1,
  unsat: 'left-out',
  ...more,
})
const make = (more: Partial<UnitDocument> = {}) => world.services.units.make(world.people.marit, document(more))
const row = async () => (await world.services.marks.book()).rows[0]!

describe('a unit in the marks book', () => {
  it('is the weighted mean of what was sat, in per cent of each paper’s points', async () => {
    const { id } = await make()
    expect((await row()).units).toEqual([
      { unitId: id, percent: null, counted: 0, dropped: 0, missing: 2, byCredit: false },
    ])
    // 4.00 of 68.00 is 5.88 %: the only one so far.
    await world.sit('right', 'a')
    expect((await row()).units).toMatchObject([{ percent: 5.88, counted: 1, missing: 1 }])
    // The wrong entry earns 0.00: (3 × 4 ÷ 68 + 1 × 0) ÷ 4 = 4.41 %.
    const score = (await world.services.marks.book()).rows[0]?.cells.find(cell => cell.assignmentId === 'b')?.score
    expect(score).toBeNull()
    await world.sit('wrong', 'b')
    const [cell] = (await row()).cells.filter(({ assignmentId }) => assignmentId === 'b')
    const percent = Math.round((((3 * 4) / 68 + cell!.score! / 68) / 4) * 10_000) / 100
    expect((await row()).units).toMatchObject([{ percent, counted: 2, missing: 0 }])
  })

  it('drops the lowest, and the book says which', async () => {
    await make({ takes: 'drop' })
    await world.sit('right', 'a')
    await world.sit('wrong', 'b')
    const { cells, units } = await row()
    expect(Object.fromEntries(cells.map(cell => [cell.assignmentId, cell.inUnit]))).toEqual({
      a: 'counts',
      b: 'dropped',
    })
    expect(units).toMatchObject([{ percent: 5.88, dropped: 1 }])
    const csv = await world.services.marks.csv()
    expect(csv.split('\r\n').filter(line => line.includes('Unit 3'))).toHaveLength(2)
    expect(await world.services.marks.unitsCsv()).toContain('Isla Quay,,Unit 3,5.88,the lowest is dropped,1,1,0,no')
  })
})

describe('credit by assessment', () => {
  it('stands in place of the unit when the trainee lets it count, and no longer when they don’t', async () => {
    await make()
    await world.give({ optional: true, unit: 'Unit 3' }, { id: 'c' })
    await world.sit('wrong', 'a')
    const id = await world.sit('right', 'c')
    const before = (await world.after(id)).credit!
    expect(before).toMatchObject({ unit: 'Unit 3', decided: null, papers: 1 })
    expect(before.now).toBe(before.without)
    await world.services.afterwards.credit(world.people.isla, id, true)
    expect((await world.after(id)).credit).toMatchObject({ decided: 'claimed', without: before.without, now: 5.88 })
    expect((await row()).units).toMatchObject([{ percent: 5.88, byCredit: true }])
    expect((await row()).cells.find(cell => cell.assignmentId === 'a')?.inUnit).toBe('replaced')
    await world.services.afterwards.credit(world.people.isla, id, false)
    expect((await row()).units).toMatchObject([{ percent: before.without, byCredit: false }])
  })

  it('tells a trainee nothing of papers whose results are held', async () => {
    await make()
    await world.give({ optional: true, unit: 'Unit 3' }, { id: 'c' })
    await world.give({ results: 'after-release' }, { id: 'd' })
    await world.services.units.change(world.people.marit, (await world.services.units.all())[0]!.id, {
      ...document(),
      parts: [{ assignmentId: 'd', weight: 1 }],
    })
    await world.sit('right', 'd')
    const id = await world.sit('right', 'c')
    expect((await world.after(id)).credit).toMatchObject({ without: null, papers: 0 })
    expect((await row()).units).toMatchObject([{ percent: 5.88 }])
  })
})

describe('making units', () => {
  it('refuses what can’t be', async () => {
    await make()
    await world.give({ optional: true, unit: 'Unit 3' }, { id: 'c' })
    expect(await refusalOf(make({ title: 'unit 3' }))).toBe('title-taken')
    const part = (assignmentId: string) => ({ title: 'Other', parts: [{ assignmentId, weight: 1 }] })
    expect(await refusalOf(make(part('nowhere')))).toBe('no-such-assignment')
    expect(await refusalOf(make(part('c')))).toBe('optional')
    expect(await refusalOf(make(part('a')))).toBe('in-another')
  })

  it('takes its optional papers along under a new name, and isn’t removed while there are any', async () => {
    const { id } = await make()
    await world.give({ optional: true, unit: 'Unit 3' }, { id: 'c' })
    expect(await refusalOf(world.services.units.remove(world.people.marit, id))).toBe('in-use')
    await world.services.units.change(world.people.marit, id, document({ title: 'Unit 4' }))
    expect((await world.cover('c')).settings.unit).toBe('Unit 4')
    expect((await world.services.units.all())[0]).toMatchObject({ title: 'Unit 4', optional: 1 })
  })

  it('an optional paper can’t be given for a unit that there isn’t', async () => {
    const settings = { ...(await world.services.assigning.progress('a')).settings, optional: true, unit: 'Unit 9' }
    expect(await refusalOf(world.services.assigning.act(world.people.marit, 'a', { act: 'settings', settings }))).toBe(
      'no-such-unit',
    )
  })
})
