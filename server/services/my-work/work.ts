import { group } from 'd3'
import { countingScore } from '../../../core/assignment/counting'
import { adjustmentsInWords, allowanceFor } from '../../../core/assignment/adjustments'
import type { Adjustments } from '../../../core/assignment/adjustments'
import { settingsOnCover } from '../../../core/assignment/settings'
import type { PaperRules, TrayItem } from '../../../core/paper/schema'
import { later } from '../../../core/ground/time/moments'
import type { PaperHead } from '../../../core/paper/head'
import type { Plan } from '../../../core/sitting/plan'
import type { CoverView } from '../../../core/wire/cover'
import type { AssignmentView, GatesView } from '../../../core/wire/given'
import { assignmentsIn } from '../../db/assignments'
import type { Given } from '../../db/assignments'
import { coursesIn } from '../../db/groups'
import { adjustmentsIn } from '../../db/people'
import type { Person } from '../../db/people'
import { sittingsIn } from '../../db/sittings'
import type { Sitting } from '../../db/sittings'
import type { Context } from '../ground/context'
import { readingLeftMs } from '../sitting/gates'
import type { PlanService } from '../sitting/plans'
import { notFound } from '../ground/problem'
import { countedFor, scoredOf } from '../results/counted'
import { isReleased } from '../results/release'
import type { StartingService } from '../sitting/starting'
import { refuseStart, underWay, windowOf } from '../sitting/window'

function inTray(item: TrayItem): string {
  switch (item.kind) {
    case 'calculator':
      return item.functions === 'scientific' ? 'a scientific calculator' : 'a calculator'
    case 'time-value':
      return 'a calculator for money over time'
    case 'subnets':
      return 'a bench for blocks of addresses'
    case 'notes':
      return 'notes'
    case 'reference':
      return item.paper.title
    case 'sheet':
      return item.title
  }
}
const points = (hundredths: number | null): number | null => (hundredths === null ? null : hundredths / 100)

/** A trainee's assignments: what is under way, open, coming and finished, and the cover of each paper. */
export function workService({ db, now }: Context, plans: PlanService, starting: StartingService) {
  const assignments = assignmentsIn(db)
  const sittings = sittingsIn(db)

  function viewOf(
    given: Given,
    paper: PaperHead,
    own: readonly Sitting[],
    adjusted: Adjustments,
    course: string | null,
    finishFirst: string | null,
    at: string,
  ): AssignmentView {
    const { assignment } = given
    const window = windowOf(given, adjusted)
    const running = underWay(own, at)
    const ended = own.filter(sitting => sitting !== running)
    const latest = ended.at(-1)
    const shown = isReleased(assignment, at)
    const refusal = refuseStart(window, own.length, at)
    const scores = ended.flatMap(({ score }) => score ?? [])
    const late = window.dueAt !== null && at > window.dueAt
    return {
      id: assignment.id,
      paperId: paper.id,
      paperTitle: paper.title,
      trade: paper.trade,
      kind: paper.kind,
      introduces: paper.introduces,
      state: running ? 'under-way' : refusal?.code === 'not-open-yet' ? 'coming' : refusal ? 'finished' : 'open',
      course,
      room: assignment.settings.room,
      opensAt: window.opensAt,
      dueAt: window.dueAt,
      closesAt: window.closesAt,
      late,
      optional: assignment.settings.optional,
      minutes: paper.minutes,
      ...paper.size,
      sittingsAllowed: window.sittingsAllowed,
      sittingsUsed: own.length,
      bestScore: shown && scores.length > 0 ? Math.max(...scores) / 100 : null,
      countingScore: shown
        ? points(countingScore(countedFor(assignment.settings, window.dueAt), scoredOf(ended)))
        : null,
      closedBecause: running
        ? null
        : (refusal?.message ?? (finishFirst === null ? null : `Finish “${finishFirst}” first.`)),
      running: running ? { sittingId: running.id, deadline: running.deadlineAt } : null,
      latest: latest?.endedAt
        ? { sittingId: latest.id, endedAt: latest.endedAt, score: shown ? points(latest.score) : null, shown }
        : null,
      now: at,
    }
  }

  async function planOfGiven({ assignment }: Given): Promise<Plan> {
    return plans.find(assignment.paperId, assignment.paperVersion)
  }

  return {
    async list(person: Person): Promise<AssignmentView[]> {
      const at = now()
      const [given, all, adjusted, courses] = await Promise.all([
        assignments.of(person.id),
        sittings.of(person.id),
        adjustmentsIn(db).of(person.id),
        coursesIn(db).of(person.id),
      ])
      const own = group(all, ({ assignmentId }) => assignmentId)
      const [headOf, finishFirst] = await Promise.all([
        plans.heads(given.map(({ assignment }) => assignment)),
        starting.mustFinish(given, all),
      ])
      return given.map(one => {
        const { id, courseId } = one.assignment
        const course = courses.find(course => course.id === courseId)?.title ?? null
        const sat = (own.get(id) ?? []).sort((a, b) => a.number - b.number)
        return viewOf(one, headOf(one.assignment), sat, adjusted, course, finishFirst.get(id) ?? null, at)
      })
    },

    async cover(person: Person, assignmentId: string): Promise<CoverView> {
      const at = now()
      const given = await assignments.find(assignmentId, person.id)
      if (!given) throw notFound('assignment')
      const [own, adjusted, courses, finishFirst] = await Promise.all([
        sittings.on(assignmentId, person.id),
        adjustmentsIn(db).of(person.id),
        coursesIn(db).of(person.id),
        starting.mustFinishOne(given),
      ])
      const [plan, headOf] = await Promise.all([planOfGiven(given), plans.heads([given.assignment])])
      const { settings, courseId } = given.assignment
      const course = courses.find(({ id }) => id === courseId)?.title ?? null
      const { closesAt } = windowOf(given, adjusted)
      const rules = { ...plan.rules, ...settings.rules }
      const allowance = allowanceFor(plan.paper.minutes, adjusted)
      const ownEnd = allowance === null ? null : later(at, allowance)
      const cutShort = closesAt !== null && ownEnd !== null && closesAt < ownEnd
      return {
        ...viewOf(given, headOf(given.assignment), own, adjusted, course, finishFirst, at),
        about: plan.paper.about,
        instructions: plan.paper.instructions,
        allowed: plan.paper.allowed,
        tray: [...new Set(plan.sections.flatMap(section => section.rules.tray.map(inTray)))],
        ...rulesInView(rules, plan, adjusted),
        settings: settingsOnCover.parse(settings),
        allowanceMinutes: allowance === null ? null : allowance / 60_000,
        adjustments: adjustmentsInWords(adjusted),
        gates: gatesOf(given, finishFirst, at),
        wouldEndAt: cutShort || ownEnd === null ? closesAt : ownEnd,
        cutShort,
        sections: plan.sections.map(({ rules: section, tasks }) => ({
          title: section.title,
          minutes: section.minutes ?? null,
          movement: section.movement,
          shuffled: section.order === 'shuffled',
          draw: section.draw ?? null,
          tasks: tasks.flatMap((id, at) => {
            const taskPlan = plan.task(id)
            return taskPlan
              ? [
                  {
                    title: isOneWay(plan) ? `Task ${at + 1}` : taskPlan.task.title,
                    minutes: taskPlan.task.minutes,
                    steps: taskPlan.steps.length,
                    points: taskPlan.outOf / 100,
                  },
                ]
              : []
          }),
        })),
      }
    },
  }
}

/** Whether its sections are gone through one way: the cover then tells of them, and not what they ask. */
const isOneWay = ({ sections }: Plan): boolean => sections.some(({ rules }) => rules.movement === 'one-way')

function rulesInView(
  rules: PaperRules,
  plan: Plan,
  { extraTries }: Adjustments,
): Pick<
  CoverView,
  | 'steps'
  | 'tries'
  | 'tryWeights'
  | 'partial'
  | 'afterTries'
  | 'setRightWhenLeft'
  | 'ownFigures'
  | 'checkTells'
  | 'answers'
  | 'unsettle'
  | 'hints'
  | 'hintCost'
  | 'explanations'
> {
  const steps = plan.tasks.flatMap(task => task.steps)
  const tries = steps.map(({ step }) => (step.tries ?? rules.tries) + extraTries)
  return {
    steps: steps.length,
    tries: { fewest: Math.min(...tries), most: Math.max(...tries) },
    tryWeights: rules.tryWeights,
    partial: rules.partial,
    afterTries: rules.afterTries,
    setRightWhenLeft: rules.setRightWhenLeft,
    ownFigures: rules.followThrough,
    checkTells: rules.feedback,
    answers: rules.answers,
    unsettle: rules.unsettle,
    hints: rules.hints,
    hintCost: rules.hintCost,
    explanations: rules.explanations,
  }
}

function gatesOf({ assignment, share }: Given, finishFirst: string | null, at: string): GatesView {
  const { settings } = assignment
  const byInvigilator = settings.codeFrom === 'invigilator'
  return {
    finishFirst,
    readingLeftMs: settings.readingSeconds === 0 ? null : readingLeftMs(assignment, share, at),
    admission:
      !settings.admission && !(byInvigilator && settings.accessCode)
        ? null
        : settings.admission && share.admittedAt
          ? 'admitted'
          : share.waitingAt
            ? 'waiting'
            : 'not-asked',
    code: settings.accessCode === '' ? null : share.codeAt ? 'entered' : byInvigilator ? 'from-invigilator' : 'needed',
    conditions: settings.conditions,
    details: settings.details,
    systemCheck: settings.systemCheck,
    microphone: settings.microphone,
  }
}
