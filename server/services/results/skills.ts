import { faultInWords } from '../../../core/marking/faults'
import type { Mastery } from '../../../core/skills/mastery'
import type { Trade } from '../../../core/paper/schema'
import { gapReports } from '../../../core/skills/report'
import type { AreaReport, JudgedCriterion, SkillReport } from '../../../core/skills/report'
import { treesOf } from '../../../core/skills/tree'
import type { PaperOutline } from '../../../core/paper/head'
import type { SkillReportView, SkillsView } from '../../../core/wire/skills'
import { assignmentsIn } from '../../db/assignments'
import { evidenceIn } from '../../db/evidence'
import { skillTreesIn } from '../../db/papers'
import { adjustmentsIn } from '../../db/people'
import type { Person } from '../../db/people'
import { sittingsIn } from '../../db/sittings'
import type { Sitting } from '../../db/sittings'
import type { Context } from '../ground/context'
import { csvOf } from '../../../core/ground/csv'
import type { PlanService } from '../sitting/plans'
import { notFound } from '../ground/problem'
import { isReleased } from './release'
import { refuseStart, windowOf } from '../sitting/window'

const rounded = (value: number): number => Math.round(value * 10_000) / 10_000

const masteryView = ({ level, low, high, atTarget, standing, once }: Mastery) => ({
  level: rounded(level),
  low: rounded(low),
  high: rounded(high),
  atTarget: rounded(atTarget),
  standing,
  ...(once ? { once } : {}),
})

/** A paper to practise with: the trainee can open it now, it is no exam, and has more than one sitting. */
interface OpenPaper {
  assignmentId: string
  paperId: string
  title: string
  outline: PaperOutline
}

/** A sitting whose results may be known, as far as the report tells of it. */
interface SatPaper {
  title: string
  outline: PaperOutline | undefined
}

const NOTHING: PaperOutline = { tasks: [] }

/** The skill-gap report, from the evidence of all ended sittings whose results are released. */
export function skillService({ db, now }: Context, plans: PlanService) {
  const skillTrees = skillTreesIn(db)
  const evidence = evidenceIn(db)
  const sittings = sittingsIn(db)
  const assignments = assignmentsIn(db)

  async function openPapers(person: Person, at: string): Promise<OpenPaper[]> {
    const [given, own, adjusted] = await Promise.all([
      assignments.of(person.id),
      sittings.of(person.id),
      adjustmentsIn(db).of(person.id),
    ])
    const open = given.filter(one => {
      const window = windowOf(one, adjusted)
      const used = own.filter(sitting => sitting.assignmentId === one.assignment.id).length
      return window.sittingsAllowed > 1 && refuseStart(window, used, at) === null
    })
    const papers = open.map(({ assignment }) => assignment)
    const [headOf, outlineOf] = await Promise.all([plans.heads(papers), plans.outlines(papers)])
    const forPractice = papers.filter(one => headOf(one).kind !== 'exam')
    return forPractice.map(one => ({
      assignmentId: one.id,
      paperId: one.paperId,
      title: headOf(one).title,
      outline: outlineOf(one) ?? NOTHING,
    }))
  }

  /** The sittings whose results the person may know, each with the paper that marks it. */
  async function released(person: Person, at: string): Promise<Map<string, SatPaper>> {
    const ended = (await sittings.of(person.id)).filter(({ state }) => state === 'ended')
    const given = await assignments.byIds(ended.map(({ assignmentId }) => assignmentId))
    const known = ended.filter(({ assignmentId }) => {
      const assignment = given.get(assignmentId)
      return assignment !== undefined && isReleased(assignment, at)
    })
    const markedBy = ({ paperId, paperVersion, rescored }: Sitting) => ({
      paperId,
      paperVersion: rescored?.version ?? paperVersion,
    })
    const [headOf, outlineOf] = await Promise.all([plans.heads(known), plans.outlines(known.map(markedBy))])
    return new Map(
      known.map(sitting => [sitting.id, { title: headOf(sitting).title, outline: outlineOf(markedBy(sitting)) }]),
    )
  }

  async function tradesGiven(person: Person): Promise<Trade[]> {
    const given = (await assignments.of(person.id)).map(({ assignment }) => assignment)
    const headOf = await plans.heads(given)
    return given.map(one => headOf(one).trade)
  }

  return {
    async report(person: Person): Promise<SkillsView> {
      const at = now()
      const [all, sat, open, trees, given] = await Promise.all([
        evidence.of(person.id),
        released(person, at),
        openPapers(person, at),
        skillTrees.all(),
        person.trades ? [] : tradesGiven(person),
      ])
      if (trees.length === 0) throw notFound('skill tree')
      const known = all.filter(({ sittingId }) => sat.has(sittingId))
      const { trades, closeFirst, ...basis } = gapReports(treesOf(person.trades ?? null, given, trees), known, at)
      return {
        person: person.name,
        at,
        ...basis,
        counts: countsOf(trades.flatMap(({ areas }) => areas.flatMap(allSkills))),
        trades: trades.map(report => ({
          id: report.trade,
          title: report.title,
          target: report.target,
          sittings: report.sittings,
          criteria: report.criteria,
          newest: report.newest,
          counts: countsOf(report.areas.flatMap(allSkills)),
          areas: report.areas.map(area => ({
            id: area.id,
            title: area.title,
            mastery: masteryView(area.mastery),
            evidence: area.count,
            counts: countsOf(area.skills),
            skills: area.skills.map(skill => skillView(skill, sat, open)),
          })),
        })),
        closeFirst: closeFirst.map(({ skill }) => skill.id),
      }
    },
  }
}

const allSkills = ({ skills }: AreaReport): SkillReport[] => skills

function countsOf(skills: readonly SkillReport[]): SkillsView['counts'] {
  const count = (standing: Mastery['standing']): number =>
    skills.filter(({ mastery }) => mastery.standing === standing).length
  return { secure: count('secure'), unproven: count('unproven'), gap: count('gap') }
}

/** Of a skill’s evidence, which lies under its level whole, so much is told one by one. */
const NEWEST = 30

/** Papers suggested for practising a skill, at the most. */
const SUGGESTED = 3

/** A paper that was given more than once is suggested once. */
function onePerPaper(open: readonly OpenPaper[]): OpenPaper[] {
  return [...new Map(open.map(one => [one.paperId, one])).values()]
}

function skillView(
  { skill, target, mastery, evidence, faults }: SkillReport,
  sat: ReadonlyMap<string, SatPaper>,
  open: readonly OpenPaper[],
): SkillReportView {
  return {
    id: skill.id,
    title: skill.title,
    can: skill.can,
    target,
    mastery: masteryView(mastery),
    seen: evidence.length,
    evidence: evidence.slice(0, NEWEST).map(one => evidenceView(one, sat.get(one.sittingId))),
    recurring: faults.map(({ fault, times }) => ({ fault: faultInWords(fault), times })),
    read: skill.read,
    practise: onePerPaper(open)
      .flatMap(({ assignmentId, title, outline }) => {
        const tasks = outline.tasks.filter(task =>
          task.steps.some(step => step.criteria.some(criterion => criterion.skills.includes(skill.id))),
        )
        return tasks.length === 0 ? [] : [{ assignmentId, paperTitle: title, tasks: tasks.map(task => task.title) }]
      })
      .slice(0, SUGGESTED),
  }
}

function evidenceView(one: JudgedCriterion, sat: SatPaper | undefined): SkillReportView['evidence'][number] {
  const task = sat?.outline?.tasks.find(({ id }) => id === one.taskId)
  const criterion = task?.steps.find(({ id }) => id === one.stepId)?.criteria.find(({ id }) => id === one.criterionId)
  return {
    at: one.at,
    sittingId: one.sittingId,
    paperTitle: sat?.title ?? '',
    taskTitle: task?.title ?? one.taskId,
    criterion: criterion?.label ?? one.criterionId,
    points: one.points / 100,
    outOf: one.outOf / 100,
    faults: [...new Set(one.faults)].map(faultInWords),
  }
}

/** The report as CSV, a line for each skill. */
export function skillsCsv(view: SkillsView): string {
  const places = new Map(view.closeFirst.map((id, index) => [id, index + 1]))
  const areas = view.trades.flatMap(({ title: trade, areas }) => areas.map(area => ({ trade, area })))
  const rows = areas.flatMap(({ trade, area }) =>
    area.skills.map(({ id, title, target, mastery, seen, recurring }) => ({
      trade,
      'area': area.title,
      'skill': title,
      'standing': mastery.standing,
      'level': mastery.level,
      '10th percentile': mastery.low,
      '90th percentile': mastery.high,
      'chance of being at target': mastery.atTarget,
      target,
      'evidence': seen,
      'close first': places.get(id) ?? '',
      'what recurred': recurring.map(({ fault, times }) => `${fault} (${times})`).join('; '),
    })),
  )
  return csvOf(rows)
}
