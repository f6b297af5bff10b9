import { mkdir, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { sure } from '../core/ground/sure.ts'
import { loadTool } from '../core/tools/registry'
import { readContent } from '../server/content/read'
import { comesTo, eventsOf, ofOneTask } from '../tests/support/kept-logs'

/**
 * Keeps a log of a task for later versions of its tool to be held to: `npm run keep-log -- PAPER TASK`. To be run
 * before a tool's version is raised, with the program of before.
 */
const [paperId, taskId] = process.argv.slice(2)
const { papers } = await readContent(['content'])
const whole = papers.find(({ id }) => id === paperId)
if (!whole || taskId === undefined) throw new Error('Which? npm run keep-log -- PAPER TASK')
const paper = ofOneTask(whole, taskId)
const task = sure(sure(paper.sections[0]).tasks[0])
const { id: tool, version } = await loadTool(task.tool, task.setup)
const events = eventsOf(task)
const folder = 'tests/fixtures/logs'
await mkdir(folder, { recursive: true })
const file = join(folder, `${tool}-${version}-${taskId}.json`)
await writeFile(
  file,
  `${JSON.stringify({ tool, version, paper, events, comesTo: comesTo({ paper, events }) }, null, 1)}\n`,
)
console.log(file)
