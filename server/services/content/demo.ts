import { demoSettings, momentOf, hasDemo, readDemo } from '../../content/demo'
import type { Demo, DemoSitting } from '../../content/demo'
import { playOf } from '../../content/play'
import { ContentError } from '../../content/read'
import type { Paper } from '../../../core/paper/schema'
import { assignmentsIn } from '../../db/assignments'
import type { Assignment } from '../../db/assignments'
import { cohortsIn, coursesIn } from '../../db/groups'
import { adjustmentsIn, peopleIn } from '../../db/people'
import { roomPeopleIn, roomsIn } from '../../db/rooms'
import { unitsIn } from '../../db/units'
import type { Context } from '../ground/context'
import { hashPassword } from '../people/password'
import { publishContent } from './publishing'
import { servicesOf } from '..'

/**
 * Loads the demo into an empty database: people, assignments, and earlier sittings played through the same
 * services.
 */
export async function loadDemo(context: Context, folders: readonly string[], password: string): Promise<void> {
  const people = peopleIn(context.db)
  if (await people.anyone()) return
  const { papers } = await publishContent(context, folders)
  const byId = new Map(papers.map(paper => [paper.id, paper]))
  const withDemo = folders.filter((folder, index) => index === 0 || hasDemo(folder))
  for (const folder of withDemo) await loadFolder(context, await readDemo(folder), byId, password)
  context.log.info({}, 'demo loaded')
}

/** Who can sign in to the demo, and what there is to see behind each. */
export async function demoPeople({ db }: Context): Promise<{ name: string; email: string; about: string }[]> {
  return (await peopleIn(db).all())
    .filter(({ about }) => about !== '')
    .map(({ name, email, about }) => ({ name, email, about }))
}

async function loadFolder(
  context: Context,
  demo: Demo,
  papers: ReadonlyMap<string, Paper>,
  password: string,
): Promise<void> {
  const { db } = context
  const people = peopleIn(db)
  // One hash for all: everyone has the demo's password, and forty salts would take seconds for nothing.
  const passwordHash = await hashPassword(password)
  await people.add(
    demo.people.map(({ id, name, email, role, about, trades }) => ({
      id,
      name,
      email,
      role,
      about,
      passwordHash,
      ...(trades ? { trades } : {}),
    })),
  )
  for (const { id, adjustments } of demo.people) if (adjustments) await adjustmentsIn(db).put(id, adjustments)
  for (const { people: members, ...cohort } of demo.groups.cohorts) await cohortsIn(db).add(cohort, members)
  for (const course of demo.groups.courses) await coursesIn(db).add(course)
  for (const unit of demo.groups.units) await unitsIn(db).put(unit)
  for (const { id, title, invigilators } of demo.groups.rooms) {
    await roomsIn(db).add({ id, title })
    await roomPeopleIn(db).put(id, invigilators)
  }
  const everyone = (await people.all()).filter(person => person.role === 'trainee').map(person => person.id)
  const at = context.now()
  for (const given of demo.assignments) {
    const paper = papers.get(given.paper)
    if (!paper) throw new ContentError(`The demo assigns the paper ${given.paper}, which doesn't exist.`)
    const named = given.to === 'course' ? [] : given.to === 'everyone' ? everyone : given.to
    const members = (await cohortsIn(db).members(named)).map(({ personId }) => personId)
    const to = [...new Set([...named.filter(id => everyone.includes(id)), ...members])]
    await assignmentsIn(db).give(
      {
        id: given.id,
        paperId: paper.id,
        paperVersion: paper.version,
        settings: demoSettings(given, paper, at),
        courseId: given.course ?? null,
        releasedAt: null,
        givenBy: null,
      },
      to,
      at,
    )
  }
  for (const played of demo.sittings) await play(context, played, at)
}

/** What a played trainee brings to the gates. */
function throughGates({ settings }: Assignment) {
  return {
    accepted: true,
    details: Object.fromEntries(settings.details.map(({ id }, index) => [id, String(index + 1)])),
    ...(settings.systemCheck
      ? {
          systemCheck: {
            passed: true,
            storage: 'kept' as const,
            clockOffsetMs: 0,
            roundTripMs: 20,
            width: 1280,
            height: 800,
            microphone: 'not-needed' as const,
          },
        }
      : {}),
  }
}

/** Plays an earlier sitting with a clock of its own, to its end or until now. */
async function play(context: Context, played: DemoSitting, today: string): Promise<void> {
  const underWay = played.minutesAgo !== undefined
  let time = underWay
    ? Date.parse(today) - (played.minutesAgo ?? 0) * 60_000
    : Date.parse(momentOf({ day: played.day, hour: played.hour, minute: 0 }, today))
  const then: Context = {
    ...context,
    now: () => new Date(time).toISOString(),
    log: { ...context.log, info: () => undefined },
  }
  const { sittings, plans } = servicesOf(then)
  const person = await peopleIn(context.db).byId(played.person)
  if (!person) throw new ContentError(`The demo plays a sitting of ${played.person}, who doesn't exist.`)
  const given = await assignmentsIn(context.db).find(played.assignment, person.id)
  if (!given) throw new ContentError(`The demo plays ${played.assignment}, which ${played.person} was not given.`)
  const { assignment } = given
  const plan = await plans.find(assignment.paperId, assignment.paperVersion)
  await assignmentsIn(context.db).changeShare(assignment.id, [person.id], {
    admittedAt: then.now(),
    codeAt: then.now(),
    readingAt: new Date(time - 3600_000).toISOString(),
  })
  const { view } = await sittings.start(person, assignment.id, throughGates(assignment))
  for (const { afterSeconds, event } of playOf(plan, played, context.newId)) {
    time += afterSeconds * 1000
    const { outcomes } = await sittings.record(person, view.id, [event])
    const refused = outcomes.find(outcome => outcome.refusal)
    if (refused)
      throw new ContentError(
        `The demo sitting of ${played.person} on ${played.assignment} is refused: ${refused.refusal}`,
      )
  }
  time += 20_000
  if (!underWay) await sittings.submit(person, view.id)
}
