import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { resultView } from '../../core/wire/result'
import { skillsView } from '../../core/wire/skills'
import { check, Client, post } from '../support/client'
import { failing, weekEndTasks } from '../support/paper'
import { startServer } from '../support/server'
import type { RunningServer } from '../support/server'

let server: RunningServer
beforeAll(async () => {
  server = await startServer()
})
afterAll(() => server.stop())

const tasks = await weekEndTasks()

describe('the week-end paper through the HTTP calls alone', () => {
  it('everything right earns 68.00 of 68.00', async () => {
    const trainee = await new Client(server.url).signIn('isla.quay')
    const sitting = await trainee.start('week-end')
    expect(sitting.tasks).toHaveLength(10)
    for (const task of tasks) {
      for (const step of task.steps) {
        const { outcomes } = await trainee.events(
          sitting.id,
          ...step.model.map(op => ({ kind: 'op', taskId: task.id, op })),
          ...(step.mode === 'watched' ? [] : [check(task.id, step.id)]),
        )
        expect(outcomes.at(-1)?.verdict).toMatchObject({
          stepId: step.id,
          passed: true,
          status: 'passed',
          triesUsed: 1,
        })
      }
    }
    expect(await trainee.submit(sitting.id)).toMatchObject({ state: 'ended', how: 'handed-in' })
    const result = await trainee.as(resultView, 'GET', `/api/sittings/${sitting.id}/result`)
    expect([result.score, result.outOf]).toEqual([68, 68])
  })

  it('three steps out of tries earn 63.67 of 68.00, and the report tells the slips apart', async () => {
    const trainee = await new Client(server.url).signIn('devrim.aksu')
    const { id } = await trainee.start('week-end')
    for (const task of tasks) {
      for (const step of task.steps) {
        const wrong = failing[`${task.id}/${step.id}` as keyof typeof failing]
        if (wrong) {
          const { outcomes } = await trainee.events(
            id,
            ...[1, 2, 3].flatMap(() => [post(task.id, wrong), check(task.id, step.id)]),
          )
          const verdicts = outcomes.flatMap(({ verdict }) => (verdict ? [[verdict.status, verdict.triesUsed]] : []))
          expect(verdicts).toEqual([
            ['open', 1],
            ['open', 2],
            ['out-of-tries', 3],
          ])
        } else if (step.mode === 'watched') {
          const reverse = { kind: 'op', taskId: task.id, op: { type: 'entry.reverse', entry: 3, date: '2026-10-31' } }
          const {
            outcomes,
            tasks: [after],
          } = await trainee.events(id, reverse, reverse, reverse)
          expect(outcomes.map(({ verdict }) => verdict?.status)).toEqual(['open', 'open', 'out-of-tries'])
          expect(after?.steps[0]).toMatchObject({ status: 'out-of-tries', setRight: true })
        } else
          await trainee.events(
            id,
            ...step.model.map(op => ({ kind: 'op', taskId: task.id, op })),
            check(task.id, step.id),
          )
      }
    }
    await trainee.submit(id)
    const result = await trainee.as(resultView, 'GET', `/api/sittings/${id}/result`)
    expect([result.score, result.outOf]).toEqual([63.67, 68])
    const points = Object.fromEntries(
      result.tasks.flatMap(task =>
        task.steps.filter(step => step.status === 'out-of-tries').map(step => [`${task.id}/${step.id}`, step.points]),
      ),
    )
    expect(points).toEqual({
      'paint-on-account/purchase': 2.67,
      'wages-worked-not-paid/accrual': 3,
      'fence-in-the-wrong-account/reversal': 0,
    })
    // What a report shows always adds up.
    expect(result.tasks.reduce((sum, task) => sum + Math.round(task.score * 100), 0)).toBe(6367)

    const report = await trainee.as(skillsView, 'GET', '/api/me/skills')
    const skills = report.trades.flatMap(({ areas }) => areas).flatMap(area => area.skills)
    const skill = (wanted: string) => skills.find(({ id }) => id === wanted)
    expect(skill('accrued-expenses')?.recurring).toEqual([{ fault: 'digits changed places', times: 3 }])
    expect(skill('vat-on-purchases')?.recurring).toContainEqual({
      fault: 'VAT not split from the net amount',
      times: 3,
    })
    // One step, however often it was tried, is one miss.
    expect(skill('corrections-by-reversal')?.mastery).toMatchObject({ standing: 'unproven', once: 'miss' })
    expect(report.closeFirst[0]).toBe('corrections-by-reversal')
    const csv = await trainee.call('GET', '/api/me/skills?format=csv')
    expect(csv.headers.get('content-type')).toContain('text/csv')
    expect(csv.text.split('\r\n')).toHaveLength(1 + skills.length + 1)
  })

  it('a time factor lengthens the sitting: 25 min and a quarter are 31 min 15 s', async () => {
    const trainee = await new Client(server.url).signIn('noor.halden')
    const sitting = await trainee.start('week-end')
    expect(Date.parse(sitting.deadline) - Date.parse(sitting.startedAt)).toBe(1_875_000)
  })
})

describe('starting', () => {
  it('twice at once begins one sitting only', async () => {
    const trainee = await new Client(server.url).signIn('piet.moor')
    const sittings = await Promise.all([
      trainee.start('open-end'),
      trainee.start('open-end'),
      trainee.start('open-end'),
    ])
    expect(new Set(sittings.map(({ id }) => id)).size).toBe(1)
  })

  it('is refused with the reason before the window, after it, without sittings left, and for a paper of others', async () => {
    const trainee = await new Client(server.url).signIn('isla.quay')
    const start = async (id: string): Promise<[number, unknown]> => {
      const { status, body } = await trainee.call('POST', `/api/assignments/${id}/sittings`, {})
      return [status, (body as { error?: { code: string } }).error?.code]
    }
    expect(await start('not-yet')).toEqual([403, 'not-open-yet'])
    expect(await start('over')).toEqual([403, 'closed'])
    expect(await start('month-end-mock')).toEqual([404, 'not-found'])
    const { id } = await trainee.start('once')
    await trainee.submit(id)
    expect(await start('once')).toEqual([409, 'no-sittings-left'])
  })
})

describe('the state that comes back', () => {
  it('is the same on another device: entries, draft, view and marks', async () => {
    const first = await new Client(server.url).signIn('wren.osier')
    const { id } = await first.start('open-end')
    const draft = {
      date: '2026-10-30',
      narration: 'half written',
      lines: [{ account: '10' }, { account: '4010', credit: '12.' }],
    }
    await first.events(
      id,
      { kind: 'open', taskId: 'paint-on-account' },
      post('paint-on-account', failing['paint-on-account/purchase']),
      { kind: 'op', taskId: 'paint-on-account', op: { type: 'draft.write', draft } },
      { kind: 'op', taskId: 'paint-on-account', op: { type: 'view.show', view: 'trial-balance' } },
      { kind: 'op', taskId: 'paint-on-account', op: { type: 'account.open', account: '2010' } },
      { kind: 'revisit', taskId: 'mooring-fees', on: true },
    )
    const [here, there] = await Promise.all([
      first.sitting(id),
      (await new Client(server.url).signIn('wren.osier')).sitting(id),
    ])
    expect({ ...there, now: '' }).toEqual({ ...here, now: '' })
    const work = await first.twin().work(id, 'paint-on-account')
    expect(work.mark).toBe(there.tasks.find(one => one.id === 'paint-on-account')?.mark)
    expect(work.state).toMatchObject({ draft, view: 'trial-balance', account: '2010' })
    expect(there.tasks.find(one => one.id === 'mooring-fees')?.revisit).toBe(true)
    expect(there.current).toBe('paint-on-account')
  })
})

describe('time', () => {
  it('that is up ends the sitting at its deadline; what comes later is kept but not scored', async () => {
    const trainee = await new Client(server.url).signIn('robin.tarn')
    const sitting = await trainee.start('instant')
    await new Promise(done => setTimeout(done, Date.parse(sitting.deadline) - Date.now() + 200))
    // In the grace period only what was made before the deadline counts.
    const model = post('paint-on-account', {
      date: '2026-10-29',
      narration: 'BP-7730',
      lines: [
        { account: '1200', debit: '480' },
        { account: '2200', debit: '96' },
        { account: '2010', credit: '576' },
      ],
    })
    const { outcomes } = await trainee.events(
      sitting.id,
      { ...model, at: new Date(Date.parse(sitting.deadline) - 500).toISOString() },
      { ...check('paint-on-account', 'purchase'), at: new Date().toISOString() },
    )
    expect(outcomes.map(({ status }) => status)).toEqual(['accepted', 'refused'])
    await new Promise(done => setTimeout(done, 5000))
    const after = await trainee.sitting(sitting.id)
    expect(after).toMatchObject({ state: 'ended', how: 'time-up', endedAt: sitting.deadline })
    expect(await trainee.refused(sitting.id, model)).toMatchObject({ status: 409, code: 'sitting-ended' })
    const held = await trainee.call('GET', `/api/sittings/${sitting.id}/result`)
    expect([held.status, (held.body as { error: { code: string } }).error.code]).toEqual([403, 'result-held'])
  })
})
