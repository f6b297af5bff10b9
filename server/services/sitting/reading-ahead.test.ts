import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { tasksOf } from '../../../core/paper/schema'
import type { SectionRules } from '../../../core/paper/schema'
import type { SittingView } from '../../../core/wire/sitting'
import { refusalOf, World } from '../../testing/world'

let world: World
beforeEach(async () => {
  world = await World.open()
})
afterEach(() => world.close())

/** What each task of the paper asks, by task. */
async function asksOf(): Promise<Map<string, string[]>> {
  const { paper } = await world.services.plans.find('sections', 1)
  return new Map(tasksOf(paper).map(({ id, steps }) => [id, steps.map(({ instruction }) => instruction)]))
}
/** Tasks of which anything that they ask is told. */
async function toldIn(view: SittingView): Promise<string[]> {
  const text = JSON.stringify(view)
  const all = [...(await asksOf())]
  return all.filter(([, asks]) => asks.some(ask => text.includes(JSON.stringify(ask).slice(1, -1)))).map(([id]) => id)
}
const titleOf = async (taskId: string): Promise<string> =>
  tasksOf((await world.services.plans.find('sections', 1)).paper).find(({ id }) => id === taskId)!.title
const tray: SectionRules['tray'] = [{ kind: 'sheet', title: 'Rates', lines: ['VAT 20 %'] }]
const traysIn = ({ sections }: SittingView): number[] => sections.map(section => section.tray.length)

describe('sections that are gone through one way', () => {
  it('are told one after the other: what the later ones ask comes when they open', async () => {
    await world.giveSections({ movement: 'one-way', tray }, { movement: 'one-way', tray })
    const view = await world.start()
    const [first, second, third, fourth] = [...(await asksOf()).keys()]
    expect(view.tasks.map(({ id }) => id)).toEqual([first, second, 'ahead-3', 'ahead-4'])
    expect(view.tasks[2]!.steps.map(({ id }) => id)).toEqual(view.tasks[2]!.steps.map((_, at) => `step-${at + 1}`))
    const wire = JSON.stringify(view)
    for (const id of [third, fourth]) expect(wire).not.toContain(id)
    expect(JSON.stringify(await world.cover())).not.toContain(await titleOf(third!))
    expect(await toldIn(view)).toEqual([first, second])
    expect(traysIn(view)).toEqual([1, 0])
    expect(view.tasks.map(({ withheld, title }) => [withheld, title === 'Not open yet'])).toEqual([
      [false, false],
      [false, false],
      [true, true],
      [true, true],
    ])
    expect(await refusalOf(world.services.sittings.task(world.people.isla, view.id, third!, []))).toBe('not-open')
    await world.send(view.id, { kind: 'leave', sectionId: 'first' })
    const after = await world.view(view.id)
    expect(await toldIn(after)).toEqual([first, second, third, fourth])
    expect(traysIn(after)).toEqual([1, 1])
  })

  it('that may be gone through freely are told at once', async () => {
    await world.giveSections({ tray }, { tray })
    const view = await world.start()
    expect(await toldIn(view)).toHaveLength(4)
    expect(traysIn(view)).toEqual([1, 1])
  })
})

describe('while the clock stands', () => {
  it('nothing of the work is served, and all of it again when it goes on', async () => {
    await world.giveSections({ tray })
    await world.adjust({ breakMinutes: 10 })
    const { id, tasks } = await world.start()
    const [first] = tasks
    await world.send(id, { kind: 'open', taskId: first!.id })
    const { isla } = world.people
    await world.services.sittings.rest(isla, id, true)
    const standing = await world.view(id)
    expect(await toldIn(standing)).toEqual([])
    expect(traysIn(standing)).toEqual([0, 0])
    expect(await refusalOf(world.services.sittings.task(isla, id, first!.id, []))).toBe('paused')
    const goesOn = await world.services.sittings.rest(isla, id, false)
    expect(await toldIn(goesOn)).toHaveLength(4)
    expect(await refusalOf(world.services.sittings.task(isla, id, first!.id, []))).toBe('nothing')
  })
})
