import { mkdir, mkdtemp, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { delimiter, join, resolve } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Paper, Task } from '../../core/paper/schema'
import { numbersFrom } from '../../core/ground/random'
import { resultView } from '../../core/wire/result'
import { skillsView } from '../../core/wire/skills'
import type { SkillsView } from '../../core/wire/skills'
import { readContent, tasksIn } from '../../server/content/read'
import { Client } from '../support/client'
import { startServer } from '../support/server'
import type { RunningServer } from '../support/server'
import { Marker } from './marker'
import type { Event, Expected } from './marker'
import { eventsOn } from './sittings'

const SITTINGS = 420
const TRAINEES = ['ada.reedmace', 'bram.tiller', 'carys.holm', 'dov.larch', 'elin.skerry', 'fenn.coble']
const SEED = 20_261_125

/** Papers of the books, of questions, of both, and one of sheets with a question that follows from them. */
const isMarked = (paper: Paper): boolean =>
  paper.id === 'season-budget' ||
  tasksIn({ papers: [paper] }).every(({ tool }) => tool === 'ledger' || tool === 'questions')
const shipped = (await readContent(['content'])).papers.filter(isMarked)
const tasks = tasksIn({ papers: shipped })
/** A question that follows from another task can’t stand without it. */
const follows = ({ steps }: Task): boolean =>
  steps.some(({ criteria }) => criteria.some(one => one.followThrough?.from.some(({ task }) => task !== undefined)))
/** A section of the made-up papers: so many tasks of a tool, by lot. */
function sectionOf(wanted: string, draw: number): object {
  const from = tasks.filter(task => task.tool === wanted && !follows(task))
  return { id: wanted, title: wanted, order: 'shuffled', draw, tasks: from.map(({ id }) => id) }
}

/** Papers of the same tasks by every combination of rules, with weights and shares that aren't whole. */
function variants(): object[] {
  const random = numbersFrom(SEED)
  const choices = [0, 1, 2, 3, 4, 5, 6, 7].map(bits => ({
    afterTries: bits & 1 ? 'leave' : 'set-right',
    answers: bits & 2 ? 'settled' : 'checked',
    partial: (bits & 4) === 0,
  }))
  return choices.map((rules, nth) => ({
    id: `remark-${nth}`,
    version: 1,
    title: `Remark ${nth}`,
    trade: 'bookkeeping',
    kind: 'practice',
    about: '',
    instructions: ['Made for marking twice.'],
    rules: {
      ...rules,
      tries: 1 + Math.floor(random() * 4),
      tryWeights: [[1, 0.7, 0.4], [0.9, 0.35], [1, 0.66, 0.33, 0.1], [1]][nth % 4],
      followThrough: [1, 0.5, 0.75][nth % 3],
      unsettle: nth % 2 === 0,
    },
    release: { results: 'at-end', answers: true },
    sections: [sectionOf('ledger', 5), sectionOf('questions', 2)],
  }))
}

let server: RunningServer
let folder: string
const given: { assignmentId: string; paper: Pick<Paper, 'id' | 'rules' | 'sections'> }[] = []

beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'remark-'))
  await mkdir(join(folder, 'papers'))
  for (const paper of variants() as { id: string }[])
    await writeFile(join(folder, 'papers', `${paper.id}.yaml`), JSON.stringify(paper))
  server = await startServer({ ANVIL_CONTENT: [resolve('content'), folder].join(delimiter) })
  const trainer = await new Client(server.url).signIn('marit.feld')
  const people = TRAINEES.map(name => name.replace('.', '-'))
  for (const paper of (await readContent(['content', folder])).papers.filter(isMarked)) {
    const settings = { sittingsAllowed: 50 }
    const answer = await trainer.call('POST', '/api/assigning', { paperId: paper.id, people, settings })
    given.push({ assignmentId: (answer.body as { id: string }).id, paper })
  }
})
afterAll(async () => {
  await server.stop()
  await rm(folder, { recursive: true, force: true })
})

interface Sent {
  event: Event
  expected: Expected
}

/** Made up, marked here, sent and compared, task by task. */
async function sit(trainee: Client, nth: number): Promise<{ marker: Marker; sittingId: string }> {
  const random = numbersFrom(SEED + nth * 7919)
  const { assignmentId, paper } = given[nth % given.length]!
  const { id: sittingId } = await trainee.start(assignmentId)
  const marker = new Marker(tasks, paper.rules)
  const sections = paper.sections.map(section => section.tasks.map(({ id }) => id))
  for (const [place, section] of sections.entries()) {
    const view = await trainee.sitting(sittingId)
    const drawn = view.tasks.filter(task => section.includes(task.id))
    marker.begin(drawn.map(({ id }) => id))
    for (const { id } of drawn) {
      const sent: Sent[] = []
      for (const event of eventsOn(marker, marker.task(id), random)) sent.push({ event, expected: marker.take(event) })
      const { outcomes } = await trainee.events(sittingId, ...sent.map(({ event }) => event))
      const told = outcomes.map(({ status, verdict }) => ({
        status,
        ...(verdict
          ? { verdict: { status: verdict.status, triesUsed: verdict.triesUsed, passed: verdict.passed } }
          : {}),
      }))
      expect({ nth, told }).toEqual({ nth, told: sent.map(({ expected }) => expected) })
    }
    const oneWay = paper.sections[place]!.movement === 'one-way'
    if (oneWay && place < sections.length - 1)
      await trainee.events(sittingId, { kind: 'leave', sectionId: paper.sections[place]!.id })
  }
  await trainee.submit(sittingId)
  marker.end()
  return { marker, sittingId }
}

/** Skill by skill: how much evidence for and against, with the weights of the skill-gap rules. */
type Evidence = Map<string, { yes: number; no: number }>
function addEvidence(to: Evidence, marker: Marker): void {
  for (const { points, outOf, reached, skills } of marker.points()) {
    if (!reached) continue
    for (const skill of skills) {
      const sum = to.get(skill) ?? { yes: 0, no: 0 }
      sum.yes += points / outOf / skills.length
      sum.no += (1 - points / outOf) / skills.length
      to.set(skill, sum)
    }
  }
}

const levelsIn = (report: SkillsView): Map<string, number> =>
  new Map(
    report.trades
      .flatMap(({ areas }) => areas)
      .flatMap(({ skills }) => skills.map(({ id, mastery }) => [id, mastery.level])),
  )

describe('marked twice', () => {
  it(`${SITTINGS} made-up sittings by every paper and rule agree in every live answer, criterion, step and total`, async () => {
    const begun = Date.now()
    const counts = { criteria: 0, earned: 0 }
    const bore = new Map<string, number>()
    await Promise.all(
      TRAINEES.map(async (name, first) => {
        const trainee = await new Client(server.url).signIn(name)
        const evidence: Evidence = new Map()
        for (let nth = first; nth < SITTINGS; nth += TRAINEES.length) {
          const { marker, sittingId } = await sit(trainee, nth)
          const result = await trainee.as(resultView, 'GET', `/api/sittings/${sittingId}/result`).catch(() => null)
          addEvidence(evidence, marker)
          for (const [rule, times] of Object.entries(marker.bore)) bore.set(rule, (bore.get(rule) ?? 0) + times)
          // Results that are held are compared by the skill report's turn alone.
          if (!result) continue
          const wanted = marker.points()
          // What people mark over all of the paper is nobody's task.
          const own = result.tasks.filter(({ id }) => marker.tasks.some(({ task }) => task.id === id))
          const shown = own.flatMap(task =>
            task.steps.flatMap(step =>
              step.criteria.map(({ id, points }) => ({ key: `${task.id}/${step.id}/${id}`, points })),
            ),
          )
          expect({ nth, shown }).toEqual({ nth, shown: wanted.map(({ key, points }) => ({ key, points })) })
          const total = Math.round(wanted.reduce((sum, { points }) => sum + points, 0) * 100) / 100
          expect(result.score).toBe(total)
          counts.criteria += wanted.length
          counts.earned += wanted.filter(({ points }) => points > 0).length
        }
        const report = levelsIn(await trainee.as(skillsView, 'GET', '/api/me/skills'))
        for (const [skill, { yes, no }] of evidence)
          expect(Math.abs(report.get(skill)! - (1 + yes) / (2 + yes + no)), `${name}: ${skill}`).toBeLessThan(2e-4)
      }),
    )
    console.log(
      `${SITTINGS} sittings marked twice in ${Math.round((Date.now() - begun) / 1000)} s: ` +
        `${counts.criteria} criteria, ${counts.earned} of them worth something, no difference; ` +
        [...bore].map(([rule, times]) => `${rule} ${times}`).join(', '),
    )
    expect(counts.earned).toBeGreaterThan(counts.criteria / 5)
    for (const [rule, times] of bore) expect(times, `too few sittings touch “${rule}”`).toBeGreaterThan(20)
  })
})
