import { createHash } from 'node:crypto'
import { generateSecret, generateURI, verifySync } from 'otplib'
import { ms } from '../../../core/ground/time/moments'
import type { NewFactorView, SecondFactorView } from '../../../core/wire/second-factor'
import type { Person } from '../../db/people'
import { secondFactorsIn } from '../../db/second-factors'
import { attempts } from '../ground/attempts'
import type { Attempts } from '../ground/attempts'
import type { AuditService } from '../ground/auditing'
import type { Context } from '../ground/context'
import { Problem } from '../ground/problem'
import { readable } from '../ground/readable'
import { notTooOften } from './guard'
import type { From } from './guard'

/** Where a code comes from. */
type Where = Pick<From, 'device' | 'ownDevice' | 'network'>

const RECOVERY_CODES = 10
/** Each has 118 bits: from 112 on, a plain digest keeps it (OWASP ASVS 5.0, 6.5.2). */
const GROUPS = 6
/** A code is taken one step of 30 s early or late as well (RFC 6238, 5.2). */
const TOLERANCE_S = 30

const digestOf = (code: string): string => createHash('sha256').update(code.replaceAll('-', '')).digest('hex')

/**
 * A second factor beside the password: codes by time (RFC 6238, with its usual SHA-1, six digits and 30 s, which every
 * authenticator reads), and recovery codes for when it is lost. For staff.
 */
export function secondFactors({ db, now, log, secondFactorDemanded = false }: Context, audit: AuditService) {
  const factors = secondFactorsIn(db)
  /**
   * Codes are counted by where they come from, so that whoever knows the password elsewhere doesn't keep the owner out,
   * and from everywhere but the owner's own devices together. Recovery codes have counts of their own.
   */
  const guesses = {
    there: attempts({ points: 7, seconds: 900, thenEvery: 60 }),
    elsewhere: attempts({ points: 30, seconds: 900, thenEvery: 30 }),
    recovery: attempts({ points: 7, seconds: 900, thenEvery: 60 }),
  }

  /** Whether a code is the authenticator's at this moment, and was not used before. */
  async function isCurrent(personId: string, code: string): Promise<boolean> {
    const secret = await factors.secretOf(personId)
    if (secret === undefined || !/^\d{6}$/.test(code)) return false
    const epoch = Math.floor(ms(now()) / 1000)
    const found = verifySync({ secret, token: code, epoch, epochTolerance: TOLERANCE_S })
    return found.valid && 'timeStep' in found && factors.use(personId, found.timeStep)
  }

  /** Counts a guess, and lets it pass where it is right; throws a Problem with 429 or as `wrong` says. */
  async function right(
    person: Person,
    counts: readonly { limit: Attempts; key: string }[],
    isRight: () => Promise<boolean>,
    wrong: Problem,
  ): Promise<void> {
    for (const { limit, key } of counts) notTooOften(await limit.take(key), 'The code was wrong too often.')
    if (!(await isRight())) {
      log.warn({ account: person.id }, 'second factor wrong')
      throw wrong
    }
    await Promise.all(counts.map(({ limit, key }) => limit.giveBack(key)))
  }

  /** What a code of somebody counts on: on a device of their own on that alone. */
  function countsOf({ id }: Person, { device, ownDevice, network }: Where, isRecovery: boolean) {
    const where = `${id} ${ownDevice ? device : network}`
    return [
      { limit: isRecovery ? guesses.recovery : guesses.there, key: where },
      ...(ownDevice ? [] : [{ limit: guesses.elsewhere, key: `${id} ${isRecovery}` }]),
    ]
  }

  async function newCodes(personId: string): Promise<string[]> {
    const codes = Array.from({ length: RECOVERY_CODES }, () => readable(GROUPS))
    await factors.putCodes(personId, codes.map(digestOf))
    return codes
  }

  function ofStaff(person: Person): void {
    if (person.role === 'trainee') throw new Problem(403, 'not-allowed', 'This is for those who aren’t trainees.')
  }
  function inUse(person: Person): void {
    ofStaff(person)
    if (person.secondFactorAt === undefined) throw new Problem(409, 'no-second-factor', 'You have no second factor.')
  }

  return {
    /** Lets somebody in whose password was right: with a code that their authenticator shows, or a recovery code. */
    async letIn(person: Person, typed: string, where: Where): Promise<void> {
      if (person.secondFactorAt === undefined) return
      const code = typed.toLowerCase().replace(/\s/g, '')
      if (code === '')
        throw new Problem(401, 'second-factor', 'Enter the code that your authenticator app shows.', {
          code: 'missing',
        })
      const wrong = new Problem(401, 'second-factor', 'This code isn’t right, or was used before.', { code: 'wrong' })
      const isRecovery = !/^\d{6}$/.test(code)
      const isRight = (): Promise<boolean> =>
        isRecovery ? factors.useCode(person.id, digestOf(code)) : isCurrent(person.id, code)
      await right(person, countsOf(person, where, isRecovery), isRight, wrong)
    },

    /** Whether somebody has to set one up before anything else. */
    isMissing: (person: Person): boolean =>
      secondFactorDemanded && person.role !== 'trainee' && person.secondFactorAt === undefined,

    async view(person: Person): Promise<SecondFactorView> {
      ofStaff(person)
      return {
        since: person.secondFactorAt ?? null,
        demanded: secondFactorDemanded,
        codesLeft: await factors.codesLeft(person.id),
      }
    },

    /** A secret for an authenticator. It counts once a code of it was given. */
    async begin(person: Person): Promise<NewFactorView> {
      ofStaff(person)
      if (person.secondFactorAt !== undefined)
        throw new Problem(409, 'second-factor-on', 'Your second factor is in use already. Turn it off first.')
      const secret = generateSecret()
      await factors.put(person.id, secret)
      return { secret, uri: generateURI({ issuer: 'Steady Anvil', label: person.email, secret }) }
    },

    /** The first code turns it on. Gives recovery codes, told this once. */
    async confirm(person: Person, code: string): Promise<string[]> {
      ofStaff(person)
      if (person.secondFactorAt !== undefined)
        throw new Problem(409, 'second-factor-on', 'Your second factor is in use already.')
      const wrong = new Problem(
        422,
        'wrong-code',
        'This isn’t the code that belongs to the secret now. Is the clock of the device right?',
        { code: 'wrong' },
      )
      const counts = [{ limit: guesses.there, key: `${person.id} first` }]
      await right(person, counts, () => isCurrent(person.id, code.replace(/\s/g, '')), wrong)
      const codes = await newCodes(person.id)
      await factors.since(person.id, now())
      log.info({ person: person.id }, 'second factor on')
      await audit.note(person, 'set-up-second-factor', [{ subjectId: person.id }])
      return codes
    },

    /** New recovery codes; those before are no longer good. */
    async renewCodes(person: Person): Promise<string[]> {
      inUse(person)
      log.info({ person: person.id }, 'recovery codes made')
      return newCodes(person.id)
    },

    /** Turns it off, where the centre doesn’t want everyone to have one. */
    async end(person: Person): Promise<void> {
      inUse(person)
      if (secondFactorDemanded)
        throw new Problem(409, 'second-factor-demanded', 'This centre wants everyone of staff to have a second factor.')
      await this.takeOff(person)
      await audit.note(person, 'end-second-factor', [{ subjectId: person.id }])
    },

    /** Takes it off, whoever says so. */
    async takeOff(person: Person): Promise<void> {
      if (person.secondFactorAt === undefined)
        throw new Problem(409, 'no-second-factor', 'There is no second factor here.')
      await factors.since(person.id, null)
      log.info({ person: person.id }, 'second factor off')
    },
  }
}
export type SecondFactors = ReturnType<typeof secondFactors>
