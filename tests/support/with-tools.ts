import { mkdirSync, writeFileSync } from 'node:fs'
import { mkdtemp } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { stringify } from 'yaml'

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
      criteria: [criterion('warps', { kind: 'counted', thing: 'warp', is: { $sum: [1, 1] } })],
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
