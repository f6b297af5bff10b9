import { spawn } from 'node:child_process'
import { cpSync, existsSync, mkdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs'
import { mkdtemp } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { stringify } from 'yaml'
import { root, stampOf } from '../../scripts/steps.mjs'

/** What a tool adds to the product: its two folders, and its line in each of the two registries. */
export interface AddedTool {
  id: string
  screen: string
}
export const addedTools: AddedTool[] = [
  { id: 'tally', screen: 'TallyTool' },
  { id: 'bulk', screen: 'BulkTool' },
]

const made = join(root, '.cache/with-tools')

/** Puts a line of its own after the ledger's. Fails where the registry no longer looks like that. */
function addLine(file: string, marker: string, line: string): void {
  const text = readFileSync(file, 'utf8')
  const place = text.indexOf(marker)
  if (place < 0) throw new Error(`${file} has no line “${marker}”.`)
  writeFileSync(file, `${text.slice(0, place)}${line}\n  ${text.slice(place)}`)
}

/**
 * Builds the product with the tools of tests/fixtures/tools in it, exactly as docs/adding-a-tool.md says, and
 * gives back the program to start. Built again only when something that it is made of has changed.
 */
export async function buildWithTools(): Promise<string> {
  const parts = ['app', 'core', 'server', 'public', 'nuxt.config.ts', 'package.json']
  const stamp = stampOf([...parts, 'tests/fixtures/tools'])
  const program = join(made, '.output/server/index.mjs')
  const stampFile = join(made, 'stamp')
  if (existsSync(program) && existsSync(stampFile) && readFileSync(stampFile, 'utf8') === stamp) return program
  rmSync(made, { recursive: true, force: true })
  mkdirSync(made, { recursive: true })
  for (const part of [...parts, 'tsconfig.json']) cpSync(join(root, part), join(made, part), { recursive: true })
  symlinkSync(join(root, 'node_modules'), join(made, 'node_modules'))
  for (const { id, screen } of addedTools) {
    cpSync(join(root, 'tests/fixtures/tools', id, 'core'), join(made, 'core/tools', id), { recursive: true })
    cpSync(join(root, 'tests/fixtures/tools', id, 'app'), join(made, 'app/components/tools', id), { recursive: true })
    addLine(
      join(made, 'core/tools/registry.ts'),
      'ledger:',
      `${id}: async () => plain((await import('./${id}')).${id}),`,
    )
    addLine(join(made, 'app/components/tools/screens.ts'), 'ledger:', `${id}: () => import('./${id}/${screen}.vue'),`)
  }
  await run('npx', ['nuxt', 'build'])
  writeFileSync(stampFile, stamp)
  return program
}

async function run(command: string, args: string[]): Promise<void> {
  let output = ''
  const child = spawn(command, args, { cwd: made, env: { ...process.env, NODE_ENV: 'production' } })
  for (const stream of [child.stdout, child.stderr]) stream.on('data', text => (output += String(text)))
  const code = await new Promise(done => child.once('exit', done))
  if (code !== 0) throw new Error(`The product with more tools can't be built: ${output.slice(-3000)}`)
}

/** So many large tasks: each of half a million numbers, 5 MB as JSON, with a check of about 150 ms. */
export const LARGE = { cells: 500_000, passes: 80 }

const criterion = (id: string, check: object) => ({
  id,
  label: 'What was asked for',
  points: 1,
  skills: ['cash-receipts'],
  feedback: '…',
  check,
})

function bulkTask(number: number): object {
  return {
    id: `cells-${number}`,
    title: `Cells ${number}`,
    tool: 'bulk',
    minutes: 2,
    brief: { situation: ['Write 7 into cell 3.'] },
    setup: { cells: LARGE.cells, seed: number },
    steps: [
      {
        id: 'write',
        instruction: 'Write 7 into cell 3.',
        mode: 'handed-in',
        tries: 20,
        criteria: [criterion('cell', { kind: 'holds', cell: 3, is: 7, passes: LARGE.passes })],
        model: [{ type: 'write', cell: 3, value: 7 }],
      },
    ],
  }
}

const tallyTask = {
  id: 'fenders',
  title: 'Fenders and warps',
  tool: 'tally',
  order: 'free',
  minutes: 3,
  brief: { situation: ['Count what lies on the quay: three fenders, two warps.'] },
  setup: { things: ['fender', 'warp', 'word'] },
  steps: [
    {
      id: 'fenders',
      instruction: 'Count the fenders.',
      mode: 'handed-in',
      hints: ['There are more than two.', 'There are three.'],
      explanation: 'Three fenders lie there.',
      criteria: [criterion('fenders', { kind: 'counted', thing: 'fender', is: 3 })],
      model: [{ type: 'count', thing: 'fender', by: 3 }],
      traps: [
        { name: 'One short', ops: [{ type: 'count', thing: 'fender', by: 2 }], verdict: { fenders: 'miscounted' } },
      ],
    },
    {
      id: 'warps',
      instruction: 'Count the warps.',
      mode: 'handed-in',
      criteria: [criterion('warps', { kind: 'counted', thing: 'warp', is: 2 })],
      model: [{ type: 'count', thing: 'warp', by: 2 }],
    },
    {
      id: 'why',
      instruction: 'Say in words why they are counted.',
      mode: 'handed-in',
      marking: 'person',
      criteria: [{ ...criterion('why', {}), check: undefined, points: 3 }],
      model: [{ type: 'count', thing: 'word', by: 1 }],
    },
  ],
}

const paper = (id: string, tasks: string[], more: object = {}): object => ({
  id,
  version: 1,
  title: id,
  trade: 'bookkeeping',
  kind: 'practice',
  about: '…',
  instructions: [],
  release: {},
  sections: [{ id: 'one', title: 'One', tasks }],
  ...more,
  rules: { tries: 3, feedback: 'which', afterTries: 'leave', ...(more as { rules?: object }).rules },
})

/** A content folder with papers of these tools, to be named beside the shipped one. */
export async function contentWithTools(large = 20): Promise<string> {
  const folder = await mkdtemp(join(tmpdir(), 'anvil-content-'))
  const write = (path: string, value: unknown): void => {
    mkdirSync(join(folder, path, '..'), { recursive: true })
    writeFileSync(join(folder, path), stringify(value))
  }
  const ids = Array.from({ length: large }, (_, index) => `cells-${index + 1}`)
  ids.forEach((id, index) => write(`tasks/${id}.yaml`, bulkTask(index + 1)))
  write('tasks/fenders.yaml', tallyTask)
  write('papers/large.yaml', paper('large-work', ids, { minutes: 60 }))
  write('papers/quay.yaml', paper('quay', ['fenders'], { rules: { hints: true, hintCost: 0.25, explanations: true } }))
  return folder
}
