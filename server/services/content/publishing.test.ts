import { mkdir, mkdtemp, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { stringify } from 'yaml'
import type { Paper, Task } from '../../../core/paper/schema'
import { tasksOf } from '../../../core/paper/schema'
import { readContent } from '../../content/read'
import { openDatabase } from '../../db/connection'
import type { Database } from '../../db/connection'
import { papersIn } from '../../db/papers'
import { writeAnewHere } from '../../uploads/opening'
import type { Context } from '../ground/context'
import { publishContent } from './publishing'

const { papers, trees } = await readContent(['content'])
const week = papers.find(({ id }) => id === 'week-end-journals')!
const [first, second] = tasksOf(week) as [Task, Task]

let folder: string
let db: Database
const info = vi.fn()
beforeEach(async () => {
  folder = await mkdtemp(join(tmpdir(), 'anvil-publishing-'))
  db = await openDatabase(join(folder, 'data.sqlite'))
  for (const tree of trees) await write(`skills/${tree.id}.yaml`, tree)
  await write('tasks/first.yaml', first)
  await write('tasks/second.yaml', second)
  await write('papers/one.yaml', paperOf('one', [first.id]))
  await write('papers/two.yaml', paperOf('two', [second.id]))
})
afterEach(async () => {
  await db.destroy()
  await rm(folder, { recursive: true, force: true })
})

async function write(path: string, value: unknown): Promise<void> {
  await mkdir(join(folder, path, '..'), { recursive: true })
  await writeFile(join(folder, path), stringify(value))
}
const paperOf = (id: string, tasks: string[], version = 1) => {
  const { strands: _, ...rest } = week
  return { ...rest, id, version, sections: [{ id: 'all', title: 'All', tasks }] }
}

/** Publishes as a start does, and says how many tasks were proved. */
async function publish(program = 'one'): Promise<number> {
  const log = { info, warn: info, error: info }
  const context: Context = {
    db,
    now: () => '2026-11-24T12:00:00.000Z',
    newId: () => 'id',
    threads: null,
    writeAnew: writeAnewHere,
    program,
    log,
  }
  await publishContent(context, [folder])
  return (info.mock.lastCall?.[0] as { proved: number }).proved
}
const there = async (): Promise<string[]> => (await papersIn(db).newest()).map(({ id }) => id).sort()

it('proves each task once: after an upgrade what changed, and nothing else', async () => {
  expect(await publish()).toBe(2)
  expect(await publish('an upgraded program')).toBe(0)
  await write('tasks/first.yaml', { ...first, title: 'Another title' })
  await write('papers/one.yaml', paperOf('one', [first.id], 2))
  expect(await publish()).toBe(1)
  expect(await there()).toEqual(['one', 'two'])
})

it.each([
  ['a task with a member that there isn’t', 'tasks/second.yaml', { ...second, colour: 'blue' }, /second.yaml: /],
  [
    'a paper with a word for minutes',
    'papers/two.yaml',
    { ...paperOf('two', [second.id]), minutes: 'many' },
    /two.yaml: /,
  ],
])('publishes what can be read beside %s, and says which file can’t', async (_, file, broken, named) => {
  await write(file, broken)
  await expect(publish()).rejects.toThrow(named)
  expect(await there()).toEqual(['one'])
})

it('publishes what can be read beside what is no YAML, and says where it stops being some', async () => {
  await writeFile(join(folder, 'tasks/second.yaml'), 'id: [unclosed')
  await expect(publish()).rejects.toThrow(/second.yaml: .* at line 1[^]*two names the task/)
  expect(await there()).toEqual(['one'])
})

it('publishes what holds, and says of which paper a task doesn’t', async () => {
  const [step, ...steps] = second.steps
  await write('tasks/second.yaml', { ...second, steps: [{ ...step, model: step!.traps[0]!.ops }, ...steps] })
  await expect(publish()).rejects.toThrow(/^Not published, since it doesn't hold:\ntwo: /)
  expect(await there()).toEqual(['one'])
  await write('tasks/second.yaml', second)
  expect(await publish()).toBe(1)
  expect(await there()).toEqual(['one', 'two'])
})

it('keeps what lists tell of a paper, and makes it anew where that is damaged or gone', async () => {
  await publish()
  const heads = await papersIn(db).heads()
  const outlines = await papersIn(db).outlines([{ id: 'one', version: 1 }])
  expect(heads.map(({ id, size }) => [id, size.tasks])).toEqual([
    ['one', 1],
    ['two', 1],
  ])
  expect(outlines.get('one@1')?.tasks.map(({ title }) => title)).toEqual([first.title])
  await db('papers').where({ id: 'one' }).update({ head: '{"id": 7}', outline: 'damaged' })
  await db('papers').where({ id: 'two' }).update({ head: null, outline: null })
  expect(await papersIn(db).heads()).toEqual(heads)
  expect(await papersIn(db).outlines([{ id: 'one', version: 1 }])).toEqual(outlines)
})

it('tells of each shipped paper what its plan tells', async () => {
  const { headOf } = await import('../../../core/paper/head')
  const { planOf } = await import('../../../core/sitting/plan')
  const told = (paper: Paper) => {
    const { whole } = headOf(paper)
    return [whole.tasks, whole.points]
  }
  for (const paper of papers) {
    const plan = planOf(paper)
    expect(told(paper)).toEqual([plan.tasks.length, plan.outOf / 100])
  }
})
