import { createHash, randomBytes } from 'node:crypto'
import { LRUCache } from 'lru-cache'
import { whyNoPassword } from '../../../core/people/passwords'
import { iso, ms } from '../../../core/ground/time/moments'
import type { OwnSignIn } from '../../../core/wire/people'
import { peopleIn } from '../../db/people'
import type { Person } from '../../db/people'
import { devicesIn, signInsIn } from '../../db/sign-ins'
import { sittingsIn } from '../../db/sittings'
import { attempts } from '../ground/attempts'
import type { AuditService } from '../ground/auditing'
import type { Context } from '../ground/context'
import { notFound, Problem } from '../ground/problem'
import { commonPasswords } from './common-passwords'
import { notTooOften, signInGuard } from './guard'
import type { From } from './guard'
import { hashPassword, isOutdated, verifyPassword } from './password'
import type { SecondFactors } from './second-factor'

const HOUR = 3600_000
/** A sign-in is good for so long, and ends before when nothing was heard of it for a while. */
const GOOD_FOR_MS = 12 * HOUR
const SILENT_FOR_MS = 2 * HOUR
/** How exactly it is kept when something was last heard of it. */
const SEEN_EVERY_MS = 60_000
/** A password that somebody was given is for the first sign-in, within so long. */
const GIVEN_FOR_MS = 14 * 24 * HOUR
/** How long it is remembered that somebody has signed in on a device. */
const DEVICE_FOR_MS = 400 * 24 * HOUR
/** Who has signed in isn’t looked up anew for so long; what ends a sign-in is told here at once. */
const KNOWN_FOR_MS = 5000

/** Of chance in what names a sign-in. */
const SIGN_IN_BYTES = 24

export interface SigningIn {
  email: string
  password: string
  /** Of the authenticator, where the person has one. */
  code?: string
  network: string
  /** What the device’s own cookie holds, whoever signs in on it. */
  token?: string | undefined
  /** As its browser names it. */
  device?: string
  /** The sign-in that this one replaces on the device. */
  instead?: string | undefined
}

const digestOf = (token: string): string => createHash('sha256').update(token).digest('hex')

/** Signing in and out. A sign-in is kept on the server, which can end it at any moment. */
export function authService(
  { db, now, newId, log, centre = '' }: Context,
  factors: SecondFactors,
  audit: AuditService,
) {
  const people = peopleIn(db)
  const signIns = signInsIn(db)
  const devices = devicesIn(db)
  const sittings = sittingsIn(db)
  const guard = signInGuard()
  const proving = attempts({ points: 7, seconds: 900, thenEvery: 60 })
  const known = new LRUCache<string, Person>({ max: 5000, ttl: KNOWN_FOR_MS })
  const noOne = hashPassword(newId())

  async function newSignIn(person: Person, device: string): Promise<string> {
    const [id, at] = [randomBytes(SIGN_IN_BYTES).toString('base64url'), now()]
    const expiresAt = iso(ms(at) + GOOD_FOR_MS)
    await signIns.add({ id, personId: person.id, createdAt: at, expiresAt, seenAt: at, device })
    return id
  }

  /** The person whose password it is; throws a Problem with 401. Counts before it looks. */
  async function recognised({ email, password, network, token }: SigningIn): Promise<{ person: Person; from: From }> {
    const address = email.toLowerCase()
    const person = await people.byEmail(address)
    const device = token === undefined ? null : digestOf(token)
    const met = device === null ? [] : await devices.peopleOf(device)
    const from: From = {
      address,
      network,
      device: met.length > 0 ? device : null,
      ownDevice: person !== undefined && met.includes(person.id),
    }
    await guard.take(from)
    const rank = from.ownDevice ? 'known' : person ? 'usual' : 'stranger'
    const right = await verifyPassword(password, person?.passwordHash ?? (await noOne), rank)
    if (!person || !right || person.closedAt !== undefined) {
      log.warn({ account: person?.id ?? null, network }, 'sign-in failed')
      throw new Problem(401, 'sign-in-failed', 'The address or the password isn’t right.')
    }
    await guard.right(from)
    return { person, from }
  }

  /** What a sign-in leaves: the device is known from now on, and a hash of former times is made anew. */
  async function welcome(person: Person, password: string, device: string): Promise<void> {
    const at = now()
    await devices.met(device, person.id, at)
    await devices.forgetBefore(iso(ms(at) - DEVICE_FOR_MS))
    if (person.passwordGivenAt === undefined && isOutdated(person.passwordHash))
      await people.setPassword(person.id, await hashPassword(password), null)
  }

  function forget(personId: string, but?: string): void {
    for (const [id, person] of known.entries()) if (person.id === personId && id !== but) known.delete(id)
  }

  return {
    /**
     * Takes as long for an unknown address as for a wrong password, and says the same. Gives what the device is to
     * keep, by which it is known the next time.
     */
    async signIn(asked: SigningIn): Promise<{ signInId: string; person: Person; token: string }> {
      const { person, from } = await recognised(asked)
      await factors.letIn(person, asked.code ?? '', from)
      if (person.passwordGivenAt !== undefined && ms(now()) - ms(person.passwordGivenAt) > GIVEN_FOR_MS)
        throw new Problem(
          403,
          'password-run-out',
          'The password you were given was for the first fourteen days. Ask an administrator for a new one.',
        )
      const token = asked.token ?? randomBytes(32).toString('base64url')
      await welcome(person, asked.password, digestOf(token))
      if (asked.instead !== undefined) await this.signOut(asked.instead)
      log.info({ person: person.id }, 'signed in')
      // Trainees come by the hundred: of them the log of the server tells.
      if (person.role !== 'trainee') await audit.note(person, 'sign-in', [{ detail: asked.device ?? '' }])
      return { signInId: await newSignIn(person, asked.device ?? ''), person, token }
    },

    /** Lets somebody go on who gives their own password once more; throws a Problem with 422 or 429. */
    async prove(person: Person, password: string, field: string): Promise<void> {
      notTooOften(await proving.take(person.id), 'Your password was wrong too often.')
      const { passwordHash } = (await people.byId(person.id)) ?? person
      if (!(await verifyPassword(password, passwordHash))) {
        log.warn({ account: person.id }, 'own password wrong')
        throw new Problem(422, 'wrong-password', 'This isn’t your present password.', { [field]: 'not your password' })
      }
      await proving.giveBack(person.id)
    },

    /** A password of one's own. Ends every other sign-in of the person and gives a new one. */
    async changePassword(person: Person, current: string, wanted: string, device = ''): Promise<{ signInId: string }> {
      await this.prove(person, current, 'current')
      if (current.normalize('NFKC') === wanted.normalize('NFKC'))
        throw new Problem(422, 'same-password', 'Choose another password than the present one.', { wanted: 'the same' })
      const why = whyNoPassword(wanted, { ...person, centre }, commonPasswords)
      if (why !== null) throw new Problem(422, 'weak-password', why, { wanted: why })
      await people.setPassword(person.id, await hashPassword(wanted), null)
      await this.revokeAllOf(person.id)
      log.info({ person: person.id }, 'password changed')
      if (person.passwordGivenAt !== undefined) await audit.note(person, 'own-password', [{ subjectId: person.id }])
      return { signInId: await newSignIn(person, device) }
    },

    async signOut(signInId: string): Promise<void> {
      const personId = known.get(signInId)?.id ?? (await signIns.find(signInId, now()))?.personId
      known.delete(signInId)
      await signIns.revoke(signInId, now())
      log.info({ person: personId ?? null }, 'signed out')
    },

    /** Where somebody is signed in, those heard of last first. */
    async signInsOf(person: Person, current: string | undefined): Promise<OwnSignIn[]> {
      return (await signIns.of(person.id, now())).map(({ id, device, createdAt, seenAt }) => ({
        id,
        device,
        since: createdAt,
        seenAt,
        here: id === current,
      }))
    },
    /** Ends one sign-in of one’s own. */
    async endSignIn(person: Person, id: string): Promise<void> {
      if ((await signIns.find(id, now()))?.personId !== person.id) throw notFound('sign-in')
      await this.signOut(id)
    },
    /** Ends all sign-ins of one’s own but the one in use. */
    async endOthers(person: Person, current: string): Promise<void> {
      forget(person.id, current)
      await signIns.revokeAllOf(person.id, now(), current)
      log.info({ person: person.id }, 'other sign-ins ended')
    },

    /** Something of somebody has changed: who they are is looked up anew at their next call. */
    changed(personId: string): void {
      forget(personId)
    },

    /** Ends every sign-in of a person, on all devices. */
    async revokeAllOf(personId: string): Promise<void> {
      forget(personId)
      await signIns.revokeAllOf(personId, now())
    },
    /** Somebody else gave the person a password: what they were signed in to ends, and guesses no longer count. */
    async renewed({ id, email }: Person): Promise<void> {
      await this.revokeAllOf(id)
      guard.renewed(email)
    },

    /** Who a sign-in belongs to; a Problem with 401 if it isn't good. Counts as a sign of life. */
    async personOf(signInId: string | undefined): Promise<Person> {
      const cached = signInId === undefined ? undefined : known.get(signInId)
      if (cached) return cached
      const at = now()
      const signIn = signInId === undefined ? undefined : await signIns.find(signInId, at)
      const person = signIn && (await people.byId(signIn.personId))
      if (!signIn || !person || person.closedAt !== undefined) throw new Problem(401, 'not-signed-in', 'Sign in first.')
      const silentMs = ms(at) - ms(signIn.seenAt)
      if (silentMs > SILENT_FOR_MS && !(await sittings.isSitting(person.id, at))) {
        await signIns.revoke(signIn.id, at)
        throw new Problem(401, 'not-signed-in', 'You were signed out after two hours of silence. Sign in again.')
      }
      if (silentMs >= SEEN_EVERY_MS) await signIns.seen(signIn.id, at)
      known.set(signIn.id, person)
      return person
    },
  }
}
export type AuthService = ReturnType<typeof authService>
