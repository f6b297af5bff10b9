import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Step } from '../../core/paper/schema'
import { resultView } from '../../core/wire/result'
import type { ResultView } from '../../core/wire/result'
import { lines } from '../../core/tools/ledger/books.fixture'
import { check, Client } from '../support/client'
import type { Written } from '../support/client'
import { weekEndTasks } from '../support/paper'
import { startServer } from '../support/server'
import type { RunningServer } from '../support/server'

let server: RunningServer
beforeAll(async () => {
  server = await startServer()
})
afterAll(() => server.stop())

const tasks = await weekEndTasks()

type Op = { type: string; entry?: Written | number; date?: string }
const posting = (text: string, date: string, narration = 'As the documents say, SB-311'): Op => ({
  type: 'entry.post',
  entry: { date, narration, lines: lines(text) as Written['lines'] },
})
const reversal = (entry: number, date: string): Op => ({ type: 'entry.reverse', entry, date })

/** What is done before each check, by task and step; a step without its own is done as its model does it. */
const honest: Record<string, { route: string; ops: Op[] }> = {
  'counter-and-club/cash-sale': {
    route: 'VAT in an entry of its own, and the next step’s entry posted ahead',
    ops: [
      posting('1010 D 86.40, 4030 C 86.40', '2026-10-31'),
      posting('4030 D 14.40, 2200 C 14.40', '2026-10-31'),
      posting('1100 D 420.00, 4010 C 350.00, 2200 C 70.00', '2026-10-31'),
    ],
  },
  'counter-and-club/credit-sale': { route: 'posted ahead and never checked', ops: [] },
  'rope-half-paid/payment': {
    route: 'a discount in an entry of its own',
    ops: [posting('2010 D 590.00, 1020 C 590.00', '2026-10-30'), posting('2010 D 10.00, 4050 C 10.00', '2026-10-30')],
  },
  'paint-on-account/purchase': {
    route: 'VAT left in stock, then moved by a second entry',
    ops: [posting('1200 D 576.00, 2010 C 576.00', '2026-10-29'), posting('2200 D 96.00, 1200 C 96.00', '2026-10-29')],
  },
  'wear-of-october/workboats': {
    route: 'two depreciations in one entry',
    ops: [posting('6060 D 500.00, 1430 C 200.00, 1410 C 300.00', '2026-10-31')],
  },
  'wear-of-october/winch': { route: 'posted with the workboats', ops: [] },
  'mooring-fees/tern-received': {
    route: 'two receipts in one entry',
    ops: [posting('1020 D 1800.00, 2300 C 1800.00', '2026-10-01')],
  },
  'mooring-fees/osprey-received': { route: 'received with Tern’s', ops: [] },
  'insurance-for-the-year/premium': {
    route: 'a wrong entry reversed, and posted again',
    ops: [
      posting('6040 D 1260.00, 1020 C 1260.00', '2026-10-01'),
      reversal(2, '2026-10-31'),
      posting('1300 D 1260.00, 1020 C 1260.00', '2026-10-01'),
    ],
  },
  'wages-worked-not-paid/accrual': {
    route: 'a wrong entry turned back by hand, and posted again',
    ops: [
      posting('6010 D 1422.60, 1020 C 1422.60', '2026-10-30'),
      posting('1020 D 1422.60, 6010 C 1422.60', '2026-10-31'),
      posting('6010 D 1422.60, 2100 C 1422.60', '2026-10-31'),
    ],
  },
  'debt-gone-bad/write-off': {
    route: 'lines of one account that cancel',
    ops: [posting('6070 D 384.00, 1100 C 400.00, 1100 D 16.00, 1020 D 5.00, 1020 C 5.00', '2026-10-30')],
  },
}

/** One wrong solution made of a right one. None of them may earn everything. */
const wrongOnes: ((model: Written, step: Step) => Op[] | null)[] = [
  model => [{ type: 'entry.post', entry: changed(model, 0.01) }],
  model => [
    { type: 'entry.post', entry: model },
    { type: 'entry.post', entry: model },
  ],
  model => [{ type: 'entry.post', entry: elsewhere(model) }],
  model => [{ type: 'entry.post', entry: model }, posting('1020 D 1.00, 6080 C 1.00', model.date)],
  model => [{ type: 'entry.post', entry: turned(model) }],
]

function changed(entry: Written, by: number): Written {
  const [debit, credit] = [entry.lines.find(line => line.debit), entry.lines.find(line => line.credit)]
  const more = (amount: string | undefined): string => (Number(amount) + by).toFixed(2)
  return {
    ...entry,
    lines: entry.lines.map(line =>
      line === debit
        ? { account: line.account, debit: more(line.debit) }
        : line === credit
          ? { account: line.account, credit: more(line.credit) }
          : line,
    ),
  }
}
const elsewhere = (entry: Written): Written => ({
  ...entry,
  lines: entry.lines.map((line, at) => (at === entry.lines.length - 1 ? { ...line, account: '6120' } : line)),
})
const turned = (entry: Written): Written => ({
  ...entry,
  lines: entry.lines.map(({ account, debit, credit }) =>
    debit ? { account, credit: debit } : { account, debit: credit! },
  ),
})

const opsOf = (taskId: string, ops: readonly unknown[]): object[] => ops.map(op => ({ kind: 'op', taskId, op }))
const resultsOf = (trainee: Client, id: string): Promise<ResultView> =>
  trainee.as(resultView, 'GET', `/api/sittings/${id}/result`)
const pointsOf = (result: ResultView): Record<string, [number, number]> =>
  Object.fromEntries(
    result.tasks.flatMap(task =>
      task.steps.map(step => [`${task.id}/${step.id}`, [step.points, step.outOf] as [number, number]]),
    ),
  )

describe('honest work by another way', () => {
  it('earns everything: nine routes in one paper, 68.00 of 68.00', async () => {
    const trainee = await new Client(server.url).signIn('isla.quay')
    const { id } = await trainee.start('week-end')
    for (const task of tasks) {
      for (const step of task.steps) {
        const own = honest[`${task.id}/${step.id}`]
        if (own?.route.includes('never checked')) continue
        const { outcomes } = await trainee.events(
          id,
          ...opsOf(task.id, own?.ops ?? step.model),
          ...(step.mode === 'watched' ? [] : [check(task.id, step.id)]),
        )
        const name = `${task.id}/${step.id}`
        expect([name, outcomes.at(-1)?.verdict?.status]).toEqual([name, 'passed'])
      }
    }
    await trainee.submit(id)
    const result = await resultsOf(trainee, id)
    expect([result.score, result.outOf]).toEqual([68, 68])
  })
})

describe('wrong work that looks like it', () => {
  const tried: string[] = []
  it.each(['devrim.aksu', 'piet.moor', 'wren.osier'].map((name, nth) => [name, nth] as const))(
    'never earns everything: %s',
    async (name, nth) => {
      const trainee = await new Client(server.url).signIn(name)
      const { id } = await trainee.start('week-end')
      const wrong: string[] = []
      for (const task of tasks) {
        for (const [place, step] of task.steps.entries()) {
          const model = step.model.find(op => (op as Op).type === 'entry.post') as { entry: Written } | undefined
          const kind = (nth * 2 + place + tasks.indexOf(task)) % wrongOnes.length
          const ops = model ? wrongOnes[kind]!(model.entry, step) : [reversal(3, '2026-10-31')]
          wrong.push(`${task.id}/${step.id}`)
          tried.push(model ? `${task.id}/${step.id} ${kind}` : 'another entry reversed')
          const { outcomes } = await trainee.events(
            id,
            ...opsOf(task.id, ops ?? []),
            // Left after one try, so that the next step starts from sound ground.
            ...(step.mode === 'watched' ? [] : [check(task.id, step.id)]),
            { kind: 'skip', taskId: task.id, stepId: step.id },
          )
          expect(outcomes.every(({ status }) => status === 'accepted')).toBe(true)
        }
      }
      await trainee.submit(id)
      const points = pointsOf(await resultsOf(trainee, id))
      expect(wrong.filter(step => points[step]![0] >= points[step]![1])).toEqual([])
    },
  )
  it('in more than fifty ways', () => {
    expect(new Set(tried).size).toBeGreaterThan(50)
  })
})
