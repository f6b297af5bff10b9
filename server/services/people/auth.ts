import { LRUCache } from 'lru-cache'
import { RateLimiterMemory } from 'rate-limiter-flexible'
import { peopleIn } from '../../db/people'
import type { Person } from '../../db/people'
import { signInsIn } from '../../db/sign-ins'
import type { Context } from '../ground/context'
import { hashPassword, verifyPassword } from './password'
import { Problem } from '../ground/problem'

const SIGNED_IN_FOR_MS = 12 * 3600_000

/** Failed sign-ins allowed in a quarter of an hour: for one address, and from one network address. */
const FAILURES = { address: 8, network: 60, seconds: 900 }

/** Signing in and out. A sign-in is kept on the server, which can end it at any moment. */
export function authService({ db, now, newId, log }: Context) {
  const people = peopleIn(db)
  const signIns = signInsIn(db)
  const byAddress = new RateLimiterMemory({ points: FAILURES.address, duration: FAILURES.seconds })
  const byNetwork = new RateLimiterMemory({ points: FAILURES.network, duration: FAILURES.seconds })
  const known = new LRUCache<string, Person>({ max: 5000, ttl: 10_000 })
  const noOne = hashPassword(newId())

  async function refuseIfTooMany(email: string, network: string): Promise<void> {
    const [address, from] = await Promise.all([byAddress.get(email), byNetwork.get(network)])
    const blocked = [
      { state: address, limit: FAILURES.address },
      { state: from, limit: FAILURES.network },
    ].find(({ state, limit }) => state && state.consumedPoints >= limit)
    if (!blocked?.state) return
    const seconds = Math.ceil(blocked.state.msBeforeNext / 1000)
    throw new Problem(
      429,
      'too-many-sign-ins',
      `Too many sign-ins have failed. Try again in ${Math.ceil(seconds / 60)} min.`,
      undefined,
      seconds,
    )
  }

  async function newSignIn(person: Person): Promise<string> {
    const [id, at] = [newId(), now()]
    await signIns.add(id, person.id, at, new Date(Date.parse(at) + SIGNED_IN_FOR_MS).toISOString())
    return id
  }

  return {
    /** Takes as long for an unknown address as for a wrong password, and says the same. */
    async signIn(email: string, password: string, network: string): Promise<{ signInId: string; person: Person }> {
      const address = email.toLowerCase()
      await refuseIfTooMany(address, network)
      const person = await people.byEmail(address)
      const right = await verifyPassword(password, person?.passwordHash ?? (await noOne))
      if (!person || !right || person.closedAt !== undefined) {
        await Promise.all([
          byAddress.consume(address).catch(() => undefined),
          byNetwork.consume(network).catch(() => undefined),
        ])
        log.warn({ network }, 'sign-in failed')
        throw new Problem(401, 'sign-in-failed', 'The address or the password isn’t right.')
      }
      await byAddress.delete(address)
      log.info({ person: person.id }, 'signed in')
      return { signInId: await newSignIn(person), person }
    },
    /** A password of one's own. Ends every other sign-in of the person and gives a new one. */
    async changePassword(
      person: Person,
      current: string,
      wanted: string,
      network: string,
    ): Promise<{ signInId: string }> {
      await refuseIfTooMany(person.email, network)
      const { passwordHash } = (await people.byId(person.id)) ?? person
      if (!(await verifyPassword(current, passwordHash))) {
        await byAddress.consume(person.email).catch(() => undefined)
        throw new Problem(422, 'wrong-password', 'This isn’t your present password.', { current: 'not your password' })
      }
      if (current.normalize('NFKC') === wanted.normalize('NFKC'))
        throw new Problem(422, 'same-password', 'Choose another password than the present one.', { wanted: 'the same' })
      await people.setPassword(person.id, await hashPassword(wanted))
      await this.revokeAllOf(person.id)
      log.info({ person: person.id }, 'password changed')
      return { signInId: await newSignIn(person) }
    },
    async signOut(signInId: string): Promise<void> {
      known.delete(signInId)
      await signIns.revoke(signInId, now())
    },
    /** Ends every sign-in of a person, on all devices. */
    async revokeAllOf(personId: string): Promise<void> {
      for (const [id, person] of known.entries()) if (person.id === personId) known.delete(id)
      await signIns.revokeAllOf(personId, now())
    },
    /** Who a sign-in belongs to; a Problem with 401 if it isn't good. */
    async personOf(signInId: string | undefined): Promise<Person> {
      const cached = signInId === undefined ? undefined : known.get(signInId)
      if (cached) return cached
      const personId = signInId === undefined ? undefined : await signIns.personOf(signInId, now())
      const person = personId === undefined ? undefined : await people.byId(personId)
      if (!person || signInId === undefined) throw new Problem(401, 'not-signed-in', 'Sign in first.')
      known.set(signInId, person)
      return person
    },
  }
}
export type AuthService = ReturnType<typeof authService>
