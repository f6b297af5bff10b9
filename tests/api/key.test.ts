import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { z } from 'zod'
import type { Paper, Task } from '../../core/paper/schema'
import { kindIds } from '../../core/tools/questions/kinds'
import { readContent } from '../../server/content/read'
import { check, Client, post } from '../support/client'
import { failing, weekEndTasks } from '../support/paper'
import { built, startServer } from '../support/server'
import type { RunningServer } from '../support/server'

let server: RunningServer
beforeAll(async () => {
  server = await startServer()
})
afterAll(() => server.stop())

const tasks = await weekEndTasks()

const typedByTheTest = JSON.stringify(failing)

/** What the steps of a paper say to those who may be told why. */
const feedbackOf = (papers: readonly Paper[], paperId: string): string[] =>
  papers
    .filter(({ id }) => id === paperId)
    .flatMap(({ sections }) => sections.flatMap(section => section.tasks))
    .flatMap(({ steps }) => steps.flatMap(step => step.criteria.map(({ feedback }) => feedback)))

/** Texts that only the key holds: feedback, names of traps, narrations of models, and amounts that no brief states. */
function secretsOf(task: Task): string[] {
  const open = JSON.stringify([task.brief, task.setup, task.title, task.steps.map(step => step.instruction)])
  const amounts = new Set<string>()
  for (const step of task.steps) {
    for (const [amount] of JSON.stringify(step.criteria.map(one => one.check)).matchAll(/\d+\.\d\d/g))
      amounts.add(amount)
  }
  return [
    ...task.steps.flatMap(step => step.criteria.map(one => one.feedback)),
    ...task.steps.flatMap(step => step.traps.map(trap => trap.name)),
    ...task.steps.flatMap(step =>
      step.model.flatMap(op =>
        [...JSON.stringify(op).matchAll(/"narration":"([^"]+)"/g)].map(([, text]) => text ?? ''),
      ),
    ),
    ...[...amounts]
      .filter(amount => !open.includes(amount) && !typedByTheTest.includes(amount))
      .map(amount => `"${amount}"`),
  ]
}

const secretKeys =
  /"(criterion|check|model|traps|trap|feedback|expected|found|verdicts|seed|skills|followThrough|share|fault)":/

describe('while a sitting runs, no answer holds any part of the key', () => {
  it('from the list of papers to the last refusal', async () => {
    const trainee = await new Client(server.url).signIn('isla.quay')
    await trainee.call('GET', '/api/assignments')
    await trainee.call('GET', '/api/assignments/open-end')
    const { id } = await trainee.start('open-end')
    await trainee.sitting(id)
    for (const task of tasks) {
      const [step] = task.steps
      await trainee.events(id, { kind: 'open', taskId: task.id })
      await trainee.events(id, check(task.id, step!.id)).catch(() => undefined)
      const wrong = failing[`${task.id}/${step!.id}` as keyof typeof failing]
      if (wrong)
        await trainee.events(
          id,
          { kind: 'op', taskId: task.id, op: { type: 'draft.write', draft: wrong } },
          check(task.id, step!.id),
        )
      await trainee.call('POST', `/api/sittings/${id}/events`, {
        events: [{ id: `bad-${task.id}`, kind: 'op', taskId: task.id, op: { type: 'key.show' } }],
      })
    }
    await trainee.call('GET', `/api/sittings/${id}/result`)
    await trainee.call('GET', '/api/assignments/open-end')
    for (const call of ['after', 'response', 'evidence/none']) await trainee.call('GET', `/api/sittings/${id}/${call}`)
    await trainee.call('POST', `/api/sittings/${id}/seat`, { seat: 'page-one', device: 'test' })
    await trainee.call('POST', `/api/sittings/${id}/break`, { on: true })
    await trainee.call('POST', `/api/sittings/${id}/messages`, { text: 'Which account?', taskId: null })
    await trainee.call('POST', '/api/assignments/two-parts/reading', {})
    // A paper whose order is drawn by lot, one whose parts close, and one that is settled.
    const drawn = await trainee.start('lottery')
    await trainee.events(drawn.id, { kind: 'open', taskId: drawn.tasks[0]!.id })
    const parts = await trainee.start('two-parts')
    await trainee.events(
      parts.id,
      { kind: 'leave', sectionId: 'quick' },
      { kind: 'note', text: 'x' },
      { kind: 'away', on: true },
    )
    const settled = await trainee.start('settled')
    await trainee.events(
      settled.id,
      { kind: 'settle', taskId: 'wages-worked-not-paid', stepId: 'accrual' },
      { kind: 'unsettle', taskId: 'wages-worked-not-paid', stepId: 'accrual' },
    )
    for (const one of [drawn, parts, settled]) await trainee.sitting(one.id)
    await trainee.sitting(id)
    expect(trainee.answers.length).toBeGreaterThan(35)
    const secrets = tasks.flatMap(secretsOf)
    expect(secrets.length).toBeGreaterThan(100)
    for (const { text } of trainee.answers) {
      expect(text).not.toMatch(secretKeys)
      expect(secrets.filter(secret => text.includes(secret))).toEqual([])
    }
  })

  it('of any kind of question, whatever is answered', async () => {
    const trainer = await new Client(server.url).signIn('marit.feld')
    const trainee = await new Client(server.url).signIn('devrim.aksu')
    const { papers } = await readContent(['content'])
    const kinds = new Set<string>()
    const secrets: string[] = []
    for (const paperId of [
      'try-every-kind',
      'yard-knowledge-office-network',
      'yard-knowledge-books',
      'winter-plan',
      'before-you-wire',
    ]) {
      const given = { paperId, people: ['devrim-aksu'], settings: {} }
      const { id: assignment } = await trainer.as(z.object({ id: z.string() }), 'POST', '/api/assigning', given)
      const { id } = await trainee.start(assignment)
      for (const task of papers.find(one => one.id === paperId)!.sections.flatMap(section => section.tasks)) {
        await trainee.events(id, { kind: 'open', taskId: task.id })
        await trainee.call('GET', `/api/sittings/${id}/tasks/${task.id}`)
        const { parts } = task.setup as { parts: { kind: string }[] }
        for (const { kind } of parts) kinds.add(kind)
        secrets.push(...task.steps.flatMap(step => step.criteria.map(({ feedback }) => feedback)))
        for (const step of task.steps) {
          // What a trap answers is wrong; the texts that people mark are answered by a sample.
          const [wrong] = [...step.traps, ...step.samples]
          const ops = (wrong?.ops ?? []).map(op => ({ kind: 'op', taskId: task.id, op }))
          for (const event of [...ops, { kind: 'check', taskId: task.id, stepId: step.id }])
            await trainee.events(id, event).catch(() => undefined)
        }
      }
      await trainee.sitting(id)
      await trainee.call('GET', `/api/sittings/${id}/result`)
    }
    // Practice papers say why a check didn’t pass: those who may be told are told no more than that.
    const told = new Set(['try-every-kind', 'before-you-wire'].flatMap(paperId => feedbackOf(papers, paperId)))
    expect([...kinds].sort()).toEqual([...kindIds].sort())
    for (const { text } of trainee.answers) {
      expect(text).not.toMatch(/"(is|check|model|traps|samples|seed|levels)":/)
      expect(secrets.filter(secret => !told.has(secret) && text.includes(secret))).toEqual([])
    }
  })

  it('and the walk would find it: an ended sitting’s result does hold it', async () => {
    const trainee = await new Client(server.url).signIn('isla.quay')
    const { id } = await trainee.start('open-end')
    await trainee.submit(id)
    const { text } = await trainee.call('GET', `/api/sittings/${id}/result`)
    expect(text).toMatch(secretKeys)
    expect(tasks.flatMap(secretsOf).filter(secret => text.includes(secret)).length).toBeGreaterThan(20)
  })
})

describe('once it has ended, answers hold what the release rule allows', () => {
  const tomorrow = new Date(Date.now() + 86_400_000).toISOString()
  const yesterday = new Date(Date.now() - 86_400_000).toISOString()
  const rules: [string, object, { shown: boolean; answers: boolean }][] = [
    ['held until they are released', { results: 'after-release', answers: true }, { shown: false, answers: false }],
    ['held until a date', { results: 'on-date', resultsAt: tomorrow, answers: true }, { shown: false, answers: false }],
    ['shown since a date', { results: 'on-date', resultsAt: yesterday, answers: true }, { shown: true, answers: true }],
    ['shown at once', { results: 'at-end', answers: true }, { shown: true, answers: true }],
    ['shown without answers', { results: 'at-end', answers: false }, { shown: true, answers: false }],
  ]
  const task = tasks.find(({ id }) => id === 'wages-worked-not-paid')!
  const wrong = failing['wages-worked-not-paid/accrual']

  it.each(rules)('%s', async (_, settings, { shown, answers }) => {
    const trainer = await new Client(server.url).signIn('marit.feld')
    const given = await trainer.as(z.object({ id: z.string() }), 'POST', '/api/assigning', {
      paperId: 'week-end-journals',
      people: ['piet-moor'],
      settings: { ...settings, rules: { tries: 1, afterTries: 'set-right', feedback: 'none' } },
    })
    const trainee = await new Client(server.url).signIn('piet.moor')
    const { id } = await trainee.start(given.id)
    const checked = { id: 'one-check', ...check(task.id, 'accrual') }
    await trainee.events(id, post(task.id, wrong), checked)
    await trainee.submit(id)
    const from = trainee.answers.length
    for (const path of ['', '/after', '/response', `/tasks/${task.id}`, '/result'])
      await trainee.call('GET', `/api/sittings/${id}${path}`)
    await trainee.call('POST', `/api/sittings/${id}/events`, { events: [checked] })
    await trainee.call('POST', `/api/sittings/${id}/seat`, { seat: 'another-page' })
    for (const path of ['/api/sittings', '/api/assignments', `/api/assignments/${given.id}`, '/api/me/skills'])
      await trainee.call('GET', path)
    const texts = trainee.answers.slice(from).map(({ text }) => text)
    const found = secretsOf(task).filter(secret => texts.some(text => text.includes(secret)))
    const says = (words: RegExp): boolean => texts.some(text => words.test(text))
    expect(found.length > 0).toBe(shown)
    expect(says(/"expected":"[^"]/)).toBe(answers)
    expect(says(/"earned":|"criteria":\[/)).toBe(shown)
  })
})

describe('what the browser loads', () => {
  it('holds nothing of the key', async () => {
    const { readdir, readFile } = await import('node:fs/promises')
    const files = (await readdir(join(built(), '.output/public'), { recursive: true, withFileTypes: true })).filter(
      file => /\.(js|json|html)$/.test(file.name),
    )
    expect(files.length).toBeGreaterThan(5)
    const secrets = tasks.flatMap(task => task.steps.flatMap(step => step.criteria.map(one => one.feedback)))
    for (const file of files) {
      const text = await readFile(`${file.parentPath}/${file.name}`, 'utf8')
      expect(secrets.filter(secret => text.includes(secret))).toEqual([])
    }
  })
})
