import { group } from 'd3'
import { sure } from '../../../core/ground/sure'
import { deskKey, deskStates, foldMarking, releasedIn, standingOf, whyNoMark } from '../../../core/marking/desk'
import type { DeskAct, DeskEntry, GivenMark, Marking } from '../../../core/marking/desk'
import { pointsInWords } from '../../../core/marking/points'
import { isAbout } from '../../../core/paper/schema'
import { played } from '../../../core/proof/ground'
import { shownOf } from '../../../core/tools/shown'
import { judgedBy } from '../../../core/sitting/judgement'
import { withMarks } from '../../../core/sitting/marked'
import { resulting } from '../../../core/sitting/result'
import type { Plan, StepPlan, TaskPlan } from '../../../core/sitting/plan'
import { STRANDS } from '../../../core/sitting/strands'
import { evidenceFrom } from '../../../core/skills/evidence'
import type { AnswerToMark, DeskPart, DeskTrainee, DeskView, PartToMark } from '../../../core/wire/marking'
import { assignmentsIn } from '../../db/assignments'
import type { Assignment } from '../../db/assignments'
import { deskIn } from '../../db/desk'
import { peopleIn } from '../../db/people'
import type { Person } from '../../db/people'
import { sittingsIn } from '../../db/sittings'
import type { Sitting } from '../../db/sittings'
import type { AuditService } from '../ground/auditing'
import type { Context } from '../ground/context'
import { notFound, Problem } from '../ground/problem'
import { awaitingIn } from '../sitting/figures'
import type { FigureKeeper } from '../sitting/figures'
import type { JudgeService } from '../sitting/judging'
import type { LiveSitting, LiveSittings } from '../sitting/live-sittings'
import type { PlanService } from '../sitting/plans'
import { isReleased } from '../results/release'

interface Parts {
  plans: PlanService
  live: LiveSittings
  figures: FigureKeeper
  judging: JudgeService
  audit: AuditService
}

/** A part of an assignment whose answers people mark. */
interface Place {
  assignment: Assignment
  plan: Plan
  task: TaskPlan
  step: StepPlan
}

/** A sitting in which something waits for a marker, or did, with what was done with each part. */
interface HandedOver {
  sitting: Sitting
  /** Of its parts those that people mark, as `deskKey` names them. */
  awaiting: ReadonlySet<string>
  entries: ReadonlyMap<string, readonly DeskEntry[]>
}

/** A part as people name it: its task, and the place of its step; of all of a paper, the criterion. */
const partInWords = ({ task, step }: Place): string =>
  task.task.id === STRANDS ? step.step.instruction : `${task.task.title}, step ${task.steps.indexOf(step) + 1}`

const markersOf = ({ settings }: Assignment): 1 | 2 => (settings.markers === 2 ? 2 : 1)
/** Those that wait longest first. */
const byEnd = (over: readonly HandedOver[]): HandedOver[] =>
  over.toSorted((a, b) => (a.sitting.endedAt ?? '').localeCompare(b.sitting.endedAt ?? ''))
const released = (marking: Marking): boolean => marking.released !== null

/** What was done at the desk, as the audit log says it. */
const DONE: Readonly<Record<DeskAct['kind'], string>> = {
  'marked': 'marked',
  'taken-back': 'took a mark back',
  'settled': 'settled the mark',
  'released': 'released',
  'replied': 'replied',
  'answered': 'answered',
}

/** The marking desk: answers that people mark, one part after the other, and what trainees say to it. */
export function markingService({ db, now, log }: Context, { plans, live, figures, judging, audit }: Parts) {
  const sittings = sittingsIn(db)
  const desk = deskIn(db)

  const isWaiting = ({ awaiting }: Pick<HandedOver, 'awaiting'>, { task, step }: Pick<Place, 'task' | 'step'>) =>
    awaiting.has(deskKey(task.task.id, step.step.id))

  /** Of one assignment, or of all. */
  async function handedOver(assignmentId?: string): Promise<HandedOver[]> {
    const over = await sittings.handedOver(assignmentId)
    const [entries, own] = await Promise.all([desk.ofAll(over), figures.of(over)])
    return over.flatMap(sitting => {
      const said = entries.get(sitting.id) ?? new Map<string, DeskEntry[]>()
      // What was said of an earlier ending is another answer's.
      if (sitting.waiting === 0 && said.size === 0) return []
      return [{ sitting, awaiting: new Set(own.get(sitting.id)?.awaiting), entries: said }]
    })
  }

  const partsOf = (plan: Plan): { task: TaskPlan; step: StepPlan }[] =>
    [...plan.tasks, ...(plan.strands ? [plan.strands] : [])].flatMap(task =>
      task.steps.filter(({ step }) => step.marking === 'person').map(step => ({ task, step })),
    )

  async function placeAt(assignmentId: string, taskId: string, stepId: string): Promise<Place> {
    const assignment = await assignmentsIn(db).byId(assignmentId)
    if (!assignment) throw notFound('assignment')
    const plan = await plans.find(assignment.paperId, assignment.paperVersion)
    const found = partsOf(plan).find(({ task, step }) => task.task.id === taskId && step.step.id === stepId)
    if (!found) throw notFound('part')
    return { assignment, plan, ...found }
  }

  /** An answer as this marker may see it: another’s mark only once their own can no longer lean on it. */
  async function answerFor(marker: Person, place: Place, one: LiveSitting, entries: readonly DeskEntry[]) {
    const marking = foldMarking(entries)
    const { state, given } = standingOf(marking, markersOf(place.assignment))
    const mine = marking.marks.get(marker.id)?.at(-1) ?? null
    const maySee = markersOf(place.assignment) === 1 || (state !== 'to-mark' && state !== 'one-more')
    const others = maySee ? [...marking.marks].filter(([by]) => by !== marker.id) : []
    const named = await peopleIn(db).byIds([one.sitting.personId, ...others.map(([by]) => by)])
    const work = one.state.tasks.find(({ id }) => id === place.task.task.id)?.work.state
    return {
      sittingId: one.sitting.id,
      name: place.assignment.settings.namesHidden ? null : (named.get(one.sitting.personId)?.name ?? ''),
      work: shownOf(place.task.tool, work, place.step.step.id),
      works: worksFor(place, one),
      state,
      mine,
      others: others.flatMap(([by, all]) => {
        const last = all.at(-1)
        return last ? [{ by: named.get(by)?.name ?? by, given: last }] : []
      }),
      holds: given,
      released: marking.released,
      reply: marking.reply,
      answered: marking.answered,
    } satisfies AnswerToMark
  }

  /** Every question of a sitting that a strand is about, and that was answered, with its answer. */
  const worksFor = ({ task: { task: place }, step: { step: asked } }: Place, { plan, state }: LiveSitting) => {
    const strand = place.id === STRANDS ? plan.paper.strands?.find(({ id }) => id === asked.id) : undefined
    if (!strand) return []
    return plan.tasks.flatMap(({ task, tool, steps }) => {
      const work = state.tasks.find(({ id }) => id === task.id)?.work.state
      return steps.flatMap(({ step }) => {
        const shown = isAbout(strand, task.id, step.id) ? shownOf(tool, work, step.id) : null
        return shown && shown.answer !== null ? [{ instruction: step.instruction, work: shown }] : []
      })
    })
  }

  function countedPart(
    { assignment, plan, task, step }: Place,
    over: readonly HandedOver[],
    givenTo: string,
  ): DeskPart {
    const key = deskKey(task.task.id, step.step.id)
    const markings = over
      .filter(one => isWaiting(one, { task, step }))
      .map(({ entries }) => foldMarking(entries.get(key) ?? []))
    const all = markings.map(marking => standingOf(marking, markersOf(assignment)).state)
    const counts = deskStates.map(state => [state, all.filter(one => one === state).length] as const)
    return {
      assignmentId: assignment.id,
      paperTitle: plan.paper.title,
      givenTo,
      taskId: task.task.id,
      taskTitle: task.task.title,
      stepId: step.step.id,
      instruction: step.step.instruction,
      markers: markersOf(assignment),
      answers: markings.length,
      states: Object.fromEntries(counts) as DeskPart['states'],
      replies: markings.filter(marking => marking.reply !== null && marking.answered === null).length,
    }
  }

  /** Each sitting that was handed over, by its parts; in the order in which they ended. */
  function traineesOf(
    assignment: Assignment,
    plan: Plan,
    over: readonly HandedOver[],
    people: ReadonlyMap<string, Person>,
  ): DeskTrainee[] {
    const [{ id, settings }, markers] = [assignment, markersOf(assignment)]
    return byEnd(over).map(({ sitting, entries, ...one }) => ({
      assignmentId: id,
      sittingId: sitting.id,
      name: settings.namesHidden ? null : (people.get(sitting.personId)?.name ?? ''),
      parts: partsOf(plan)
        .filter(part => isWaiting(one, part))
        .map(({ task, step }) => ({
          taskId: task.task.id,
          stepId: step.step.id,
          instruction: step.step.instruction,
          state: standingOf(foldMarking(entries.get(deskKey(task.task.id, step.step.id)) ?? []), markers).state,
        })),
    }))
  }

  function refusalOf(act: DeskAct, { assignment, step }: Place, entries: readonly DeskEntry[], by: Person) {
    const marking = foldMarking(entries)
    const { state } = standingOf(marking, markersOf(assignment))
    const criteria = step.step.criteria.map(({ id }, at) => ({ id, outOf: sure(step.points[at]) }))
    switch (act.kind) {
      case 'marked': {
        const full = markersOf(assignment) === 2 && marking.marks.size === 2 && !marking.marks.has(by.id)
        return full ? 'Two people have marked this answer already.' : whyNoMark(act.given, criteria)
      }
      case 'taken-back':
        return marking.marks.has(by.id) ? null : 'You haven’t marked this answer.'
      case 'settled':
        return state === 'differs' ? whyNoMark(act.given, criteria) : 'There is no difference to settle here.'
      case 'answered':
        if (marking.reply === null) return 'Nobody has said anything to this mark.'
        return marking.answered === null ? null : 'This reply has been answered.'
      case 'replied':
      case 'released':
        return 'This isn’t done at the desk.'
    }
  }

  /** The score with all that was released to it, on record. */
  async function scoreAgain(one: LiveSitting): Promise<void> {
    const { sitting, plan, state } = one
    const own = releasedIn(await desk.of(sitting))
    const result = withMarks(plan, await judgedBy(resulting(plan, state), judging.whatever(sitting)), own)
    const { points, waiting } = result
    const endedAt = sitting.endedAt ?? sitting.deadlineAt
    await sittings.score(sitting, { score: points, waiting, evidence: evidenceFrom(sitting.id, endedAt, result) })
    one.sitting = { ...sitting, score: points, waiting }
    log.info({ sitting: sitting.id, score: points, waiting }, 'marks released')
  }

  return {
    async overview(): Promise<DeskView> {
      const over = group(await handedOver(), ({ sitting }) => sitting.assignmentId)
      const given = await assignmentsIn(db).byIds([...over.keys()])
      const people = await peopleIn(db).byIds([...over.values()].flat().map(({ sitting }) => sitting.personId))
      const parts: DeskPart[] = []
      const trainees: DeskTrainee[] = []
      for (const assignment of given.values()) {
        const own = over.get(assignment.id) ?? []
        const plan = await plans.find(assignment.paperId, assignment.paperVersion)
        const count = new Set(own.map(({ sitting }) => sitting.personId)).size
        const givenTo = `${count} ${count === 1 ? 'person' : 'people'} handed in`
        parts.push(...partsOf(plan).map(part => countedPart({ assignment, plan, ...part }, own, givenTo)))
        trainees.push(...traineesOf(assignment, plan, own, people))
      }
      return {
        parts: parts.filter(({ answers }) => answers > 0),
        trainees: trainees.filter(({ parts }) => parts.length > 0),
      }
    },

    /** A part with every answer to it, those that wait longest first. */
    async part(marker: Person, assignmentId: string, taskId: string, stepId: string): Promise<PartToMark> {
      const place = await placeAt(assignmentId, taskId, stepId)
      const over = (await handedOver(assignmentId)).filter(one => isWaiting(one, place))
      const answers: AnswerToMark[] = []
      for (const { sitting, entries } of byEnd(over)) {
        const one = await live.find(sitting.id)
        if (one) answers.push(await answerFor(marker, place, one, entries.get(deskKey(taskId, stepId)) ?? []))
      }
      const { step, task, plan, assignment } = place
      return {
        assignmentId,
        paperTitle: plan.paper.title,
        taskTitle: task.task.title,
        instruction: step.step.instruction,
        model: shownOf(task.tool, step.modelState(), stepId),
        samples: step.step.samples.map(({ name, ops, points }) => ({
          name,
          points,
          work: shownOf(task.tool, played(task.tool, task.start, ops).state, stepId),
        })),
        markers: markersOf(assignment),
        criteria: step.step.criteria.map(({ id, label, feedback, levels = [] }, at) => ({
          id,
          label,
          feedback,
          outOf: sure(step.points[at]) / 100,
          levels: [...levels],
        })),
        answers,
      }
    },

    /** Marks, takes back, settles or answers. Gives back the answer as it then stands. */
    async act(
      marker: Person,
      assignmentId: string,
      taskId: string,
      stepId: string,
      { sittingId, act }: { sittingId: string; act: DeskAct },
    ): Promise<AnswerToMark> {
      const place = await placeAt(assignmentId, taskId, stepId)
      return live.with(sittingId, async one => {
        if (one?.sitting.assignmentId !== assignmentId || !awaitingIn(one).includes(deskKey(taskId, stepId)))
          throw notFound('answer')
        const before = (await desk.of(one.sitting)).get(deskKey(taskId, stepId)) ?? []
        const refusal = refusalOf(act, place, before, marker)
        if (refusal) throw new Problem(422, 'no-mark', refusal)
        await desk.add({ sitting: one.sitting, taskId, stepId }, marker.id, now(), act)
        const detail = `${DONE[act.kind]}: ${partInWords(place)}${'given' in act ? `, ${pointsText(act.given)}` : ''}`
        await audit.note(marker, 'mark', [{ sittingId, assignmentId, subjectId: one.sitting.personId, detail }])
        const after = (await desk.of(one.sitting)).get(deskKey(taskId, stepId)) ?? []
        return answerFor(marker, place, one, after)
      })
    },

    /** Everything of an assignment that is ready shows and counts from now on. Gives back how many marks that is. */
    async release(marker: Person, assignmentId: string): Promise<number> {
      const assignment = await assignmentsIn(db).byId(assignmentId)
      if (!assignment) throw notFound('assignment')
      const plan = await plans.find(assignment.paperId, assignment.paperVersion)
      let count = 0
      for (const { sitting } of await handedOver(assignmentId)) {
        const marked = await live.with(sitting.id, async found => (found ? releaseAll(marker, found) : 0))
        count += marked
      }
      if (count > 0)
        await audit.note(marker, 'release-marks', [{ assignmentId, detail: `${plan.paper.title}: ${count}` }])
      return count

      async function releaseAll(by: Person, found: LiveSitting): Promise<number> {
        const entries = await desk.of(found.sitting)
        const awaiting = awaitingIn(found)
        const ready = partsOf(plan).flatMap(({ task, step }) => {
          const key = deskKey(task.task.id, step.step.id)
          const standing = standingOf(foldMarking(entries.get(key) ?? []), markersOf(sure(assignment)))
          return standing.state === 'ready' && standing.given && awaiting.includes(key)
            ? [{ taskId: task.task.id, stepId: step.step.id, given: standing.given }]
            : []
        })
        for (const { taskId, stepId, given } of ready)
          await desk.add({ sitting: found.sitting, taskId, stepId }, by.id, now(), { kind: 'released', given })
        if (ready.length > 0) await scoreAgain(found)
        return ready.length
      }
    },

    /** What a trainee says to a mark: once, and only to one that they may see. */
    async reply(person: Person, sittingId: string, taskId: string, stepId: string, text: string): Promise<void> {
      await live.with(sittingId, async one => {
        if (one?.sitting.personId !== person.id) throw notFound('sitting')
        const assignment = await assignmentsIn(db).byId(one.sitting.assignmentId)
        const marking = foldMarking((await desk.of(one.sitting)).get(deskKey(taskId, stepId)) ?? [])
        if (!assignment || !released(marking) || !isReleased(assignment, now())) throw notFound('mark')
        if (marking.reply !== null)
          throw new Problem(409, 'replied', 'You have said something to this mark already. It was kept.')
        await desk.add({ sitting: one.sitting, taskId, stepId }, person.id, now(), { kind: 'replied', text })
      })
    },
  }
}
export type MarkingService = ReturnType<typeof markingService>

const pointsText = ({ points }: GivenMark): string =>
  Object.entries(points)
    .map(([id, value]) => `${id} ${pointsInWords(value)}`)
    .join(', ')
