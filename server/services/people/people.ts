import { randomBytes } from 'node:crypto'
import { z } from 'zod'
import { trade } from '../../../core/paper/schema'
import type { Trade } from '../../../core/paper/schema'
import { readRoster } from '../../../core/people/roster'
import type { RosterEntry } from '../../../core/people/roster'
import { whyNoPassword } from '../../../core/people/passwords'
import type { AccountView, GivenPassword, RosterView } from '../../../core/wire/people'
import { cohortsIn } from '../../db/groups'
import type { Cohort } from '../../db/groups'
import { peopleIn } from '../../db/people'
import type { Person } from '../../db/people'
import type { AuditService } from '../ground/auditing'
import type { AuthService } from './auth'
import type { Context } from '../ground/context'
import { commonPasswords } from './common-passwords'
import { hashPassword } from './password'
import type { SecondFactors } from './second-factor'
import { notFound, Problem } from '../ground/problem'
import { readable } from '../ground/readable'

const ownAccount = z.object({
  email: z.email('ANVIL_ADMIN is not an address.').toLowerCase(),
  password: z.string(),
})

/** 59 bits. */
const newPassword = (): string => readable(3)

/** Who has an account here: read in from lists, given passwords, closed and opened again. */
export function peopleService(
  { db, now, newId, log, centre = '' }: Context,
  { auth, factors, audit }: { auth: AuthService; factors: SecondFactors; audit: AuditService },
) {
  const people = peopleIn(db)

  async function found(id: string): Promise<Person> {
    const person = await people.byId(id)
    if (!person) throw notFound('account')
    return person
  }

  /** What each line comes to, against who is here already. */
  async function weigh(csv: string): Promise<{ view: RosterView; known: Map<string, Person> }> {
    const { entries, faults } = readRoster(csv)
    const known = new Map((await people.all()).map(person => [person.email, person]))
    const cohorts = await cohortsIn(db).titles()
    const view: RosterView = { entries: [], faults: [...faults], passwords: [] }
    for (const entry of entries) {
      const person = known.get(entry.email)
      if (person && person.role !== entry.role) {
        view.faults.push({
          line: entry.line,
          message: `${entry.email} is here already as ${person.role}; a list doesn’t change what somebody is.`,
        })
        continue
      }
      const changes =
        person && (person.name !== entry.name || entry.cohorts.some(title => !cohorts.get(person.id)?.includes(title)))
      view.entries.push({ ...entry, does: !person ? 'add' : changes ? 'change' : 'nothing' })
    }
    view.faults.sort((a, b) => a.line - b.line)
    return { view, known }
  }

  return {
    /** What the work of somebody who sits papers is sealed with while it waits on a device; nothing for others. */
    async deviceKey({ id, role }: Person): Promise<string> {
      return role === 'trainee' ? people.deviceKey(id, randomBytes(32).toString('base64url')) : ''
    },

    /** An administrator for a centre where nobody is yet. Throws a RangeError for what can't be an account. */
    async begin({ email, password }: { email: string; password: string }): Promise<void> {
      if (email === '' || (await people.anyone())) return
      const read = ownAccount.safeParse({ email, password })
      const name = 'Administrator'
      const why = read.success
        ? whyNoPassword(password, { name, email: read.data.email, centre }, commonPasswords)
        : (read.error.issues[0]?.message ?? '')
      if (!read.success || why !== null) throw new RangeError(`The first administrator can't be made: ${why}`)
      await people.add([
        {
          id: newId(),
          name,
          email: read.data.email,
          role: 'administrator',
          about: '',
          passwordHash: await hashPassword(password),
        },
      ])
      log.info({}, 'first administrator made')
    },

    /** Everyone with an account, by name. */
    async list(): Promise<AccountView[]> {
      const cohorts = await cohortsIn(db).titles()
      return (await people.all()).map(({ id, name, email, role, closedAt, trades, secondFactorAt }) => ({
        id,
        name,
        email,
        role,
        cohorts: cohorts.get(id) ?? [],
        open: closedAt === undefined,
        trades: trades ?? null,
        secondFactor: secondFactorAt !== undefined,
      }))
    },

    /** What taking a list would come to. Nothing is changed. */
    async read(csv: string): Promise<RosterView> {
      return (await weigh(csv)).view
    },

    /**
     * Adds the people of a list, or changes their names and adds them to cohorts; all of it or, when it fails,
     * nothing.
     */
    async take(staff: Person, csv: string): Promise<RosterView> {
      const { view, known } = await weigh(csv)
      const added = await Promise.all(
        view.entries
          .filter(({ does }) => does === 'add')
          .map(async entry => {
            const password = newPassword()
            const { name, email, role } = entry
            return {
              password,
              person: {
                id: newId(),
                name,
                email,
                role,
                about: '',
                passwordHash: await hashPassword(password, 'made'),
                passwordGivenAt: now(),
              } satisfies Person,
            }
          }),
      )
      const idOf = new Map(
        [...known.values(), ...added.map(({ person }) => person)].map(({ email, id }) => [email, id]),
      )
      const changed = view.entries.filter(({ does }) => does !== 'nothing')
      await write(
        added.map(({ person }) => person),
        changed,
        idOf,
      ).catch((error: unknown) => {
        if (/UNIQUE constraint/.test(String(error)))
          throw new Problem(
            409,
            'changed-meanwhile',
            'Somebody else has changed the people here meanwhile. Nothing of this list was taken; read it again.',
          )
        throw error
      })
      await audit.note(
        staff,
        'take-person',
        changed.map(({ email, role, cohorts, does }) => ({
          subjectId: idOf.get(email) ?? '',
          detail: [does === 'add' ? `new ${role}` : 'changed', ...cohorts].join(', '),
        })),
      )
      log.info({ by: staff.id, added: added.length, changed: changed.length - added.length }, 'list of people taken')
      return { ...view, passwords: added.map(({ person: { name, email }, password }) => ({ name, email, password })) }
    },

    /**
     * A new password for somebody, told this once and good for the first sign-in; what they were signed in to ends.
     * Whoever gives it gives their own once more.
     */
    async givePassword(staff: Person, id: string, own: string): Promise<GivenPassword> {
      await auth.prove(staff, own, 'own')
      const person = await found(id)
      const { name, email } = person
      const password = newPassword()
      await people.setPassword(id, await hashPassword(password, 'made'), now())
      await auth.renewed(person)
      await audit.note(staff, 'give-password', [{ subjectId: id }])
      return { name, email, password }
    },

    /** Takes off the second factor of somebody who has lost it; what they were signed in to ends. */
    async takeFactorOff(staff: Person, id: string, own: string): Promise<void> {
      await auth.prove(staff, own, 'own')
      const person = await found(id)
      await factors.takeOff(person)
      await auth.revokeAllOf(id)
      await audit.note(staff, 'take-second-factor', [{ subjectId: id }])
    },

    /** Says which trades a trainee's programme has: what their report and their gaps are about. */
    async setProgramme(staff: Person, id: string, trades: readonly Trade[] | null): Promise<void> {
      if ((await found(id)).role !== 'trainee')
        throw new Problem(422, 'not-a-trainee', 'Only trainees have a programme.')
      await people.setTrades(id, trades && trade.options.filter(one => trades.includes(one)))
      await audit.note(staff, 'set-programme', [{ subjectId: id, detail: trades?.join(', ') ?? 'by the papers given' }])
    },

    /** Closes an account, or opens it again. Nothing that was done in it is lost. */
    async setOpen(staff: Person, id: string, open: boolean): Promise<void> {
      await found(id)
      if (id === staff.id)
        throw new Problem(409, 'own-account', 'Nobody closes their own account: another administrator does.')
      await people.close(id, open ? null : now())
      if (!open) await auth.revokeAllOf(id)
      await audit.note(staff, open ? 'open-account' : 'close-account', [{ subjectId: id }])
    },
  }

  async function write(
    added: readonly Person[],
    changed: readonly RosterEntry[],
    idOf: ReadonlyMap<string, string>,
  ): Promise<void> {
    await db.transaction(async trx => {
      const [there, cohorts] = [peopleIn(trx), cohortsIn(trx)]
      await there.add(added)
      const byTitle = new Map((await cohorts.all()).map((cohort): [string, Cohort] => [cohort.title, cohort]))
      for (const { name, email, cohorts: titles } of changed) {
        const id = idOf.get(email) ?? ''
        await there.rename(id, name)
        for (const title of titles) {
          const cohort = byTitle.get(title) ?? { id: newId(), title }
          if (!byTitle.has(title)) await cohorts.add(cohort, [])
          byTitle.set(title, cohort)
          await cohorts.join(cohort.id, id)
        }
      }
    })
  }
}
