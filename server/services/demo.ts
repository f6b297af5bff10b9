import { momentOf, readDemo } from '../content/demo'
import type { Demo, DemoSitting } from '../content/demo'
import { playOf } from '../content/play'
import { proveContent, readContent, ContentError } from '../content/read'
import type { Content } from '../content/read'
import { assignmentsIn } from '../db/assignments'
import { papersIn, skillTreesIn } from '../db/papers'
import { peopleIn } from '../db/people'
import type { Context } from './context'
import { hashPassword } from './password'
import { planService } from './plans'
import { sittingService } from './sittings'

/** Reads, proves and publishes the papers and skills of the content folders. Content that fails its proof is not published. */
export async function publishContent({ db, log }: Context, folders: readonly string[]): Promise<Content> {
  const content = await readContent(folders)
  const faults = proveContent(content)
  if (faults.length > 0) throw new ContentError(`The content doesn't hold:\n${faults.join('\n')}`)
  for (const tree of content.trees) await skillTreesIn(db).put(tree)
  for (const paper of content.papers) await papersIn(db).publish(paper)
  log.info({ papers: content.papers.length, trees: content.trees.length }, 'content published')
  return content
}

/** Loads the demo into an empty database: people, assignments, and earlier sittings played through the same services. */
export async function loadDemo(context: Context, folders: readonly string[], password: string): Promise<void> {
  const people = peopleIn(context.db)
  if ((await people.all()).length > 0) return
  const { papers } = await publishContent(context, folders)
  const versions = new Map(papers.map(paper => [paper.id, paper.version]))
  for (const folder of folders) await loadFolder(context, await readDemo(folder), versions, password)
  context.log.info({}, 'demo loaded')
}

/** Who can sign in to the demo, and what there is to see behind each. */
export async function demoPeople({ db }: Context): Promise<{ name: string, email: string, about: string }[]> {
  return (await peopleIn(db).all()).map(({ name, email, about }) => ({ name, email, about }))
}

async function loadFolder(context: Context, demo: Demo, versions: ReadonlyMap<string, number>, password: string): Promise<void> {
  const { db } = context
  const people = peopleIn(db)
  const hashed = await Promise.all(demo.people.map(async person => ({ ...person, passwordHash: await hashPassword(password) })))
  await people.add(hashed)
  const everyone = (await people.all()).filter(person => person.role === 'trainee').map(person => person.id)
  const at = context.now()
  for (const { id, paper, to, sittingsAllowed, opens, closes } of demo.assignments) {
    const paperVersion = versions.get(paper)
    if (paperVersion === undefined) throw new ContentError(`The demo assigns the paper ${paper}, which doesn't exist.`)
    const window = { opensAt: opens ? momentOf(opens, at) : null, closesAt: closes ? momentOf(closes, at) : null }
    await assignmentsIn(db).give({ id, paperId: paper, paperVersion, sittingsAllowed, ...window }, to === 'everyone' ? everyone : to)
  }
  for (const played of demo.sittings) await play(context, played, at)
}

/** Plays an earlier sitting with a clock of its own. */
async function play(context: Context, played: DemoSitting, today: string): Promise<void> {
  let time = Date.parse(momentOf(played, today))
  const then: Context = { ...context, now: () => new Date(time).toISOString(), log: { ...context.log, info: () => undefined } }
  const plans = planService(then)
  const sittings = sittingService(then, plans)
  const person = await peopleIn(context.db).byId(played.person)
  if (!person) throw new ContentError(`The demo plays a sitting of ${played.person}, who doesn't exist.`)
  const assignment = await assignmentsIn(context.db).find(played.assignment, person.id)
  if (!assignment) throw new ContentError(`The demo plays ${played.assignment}, which ${played.person} was not given.`)
  const plan = await plans.find(assignment.paperId, assignment.paperVersion)
  const { view } = await sittings.start(person, assignment.id)
  for (const { afterSeconds, event } of playOf(plan, played, context.newId)) {
    time += afterSeconds * 1000
    const { outcomes } = await sittings.record(person, view.id, [event])
    const refused = outcomes.find(outcome => outcome.refusal)
    if (refused) throw new ContentError(`The demo sitting of ${played.person} on ${played.assignment} is refused: ${refused.refusal}`)
  }
  time += 20_000
  await sittings.submit(person, view.id)
}
