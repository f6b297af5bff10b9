import { createHash, timingSafeEqual } from 'node:crypto'
import type { StartRequest } from '../../../core/wire/given'
import type { Assignment, Given, Share } from '../../db/assignments'
import { attempts } from '../ground/attempts'
import { Problem } from '../ground/problem'

/** Wrong codes allowed to one person in ten minutes, over all papers. */
const WRONG_CODES = { points: 6, seconds: 600 }

const plain = (code: string): string => code.trim().toUpperCase()
const hashed = (code: string): Buffer => createHash('sha256').update(plain(code)).digest()
/** Compares in the same time wherever the codes differ. */
const sameCode = (a: string, b: string): boolean => timingSafeEqual(hashed(a), hashed(b))

/** Room and paper of an assignment, as a refusal names them. */
const named = (title: string, { settings }: Assignment): string =>
  settings.room ? `“${title}” in ${settings.room}` : `“${title}”`

/** Milliseconds of reading time that are still to pass; the whole of it if reading hasn't begun. */
export function readingLeftMs({ settings }: Assignment, { readingAt }: Share, at: string): number {
  const whole = settings.readingSeconds * 1000
  return readingAt === null ? whole : Math.max(0, whole - (Date.parse(at) - Date.parse(readingAt)))
}

export interface GateStanding {
  given: Given
  /** The person's other assignments with the titles of their papers: one of them may be meant. */
  others: readonly { title: string; assignment: Assignment }[]
  title: string
  /** The paper that must be finished first, unless it is. */
  mustFinish: string | null
  at: string
}

/**
 * What stands between a trainee and the start, once the window is open: an earlier paper, reading time,
 * the invigilator's admission, the access code, conditions, details, the system check.
 */
export function gateKeeper() {
  const codes = attempts(WRONG_CODES)

  /** Whether a code that somebody enters is the one. Only wrong ones count, but before anybody looks at them. */
  async function isRight(personId: string, code: string, meant: string, otherwise = ''): Promise<boolean> {
    const seconds = await codes.take(personId)
    if (seconds > 0)
      throw new Problem(
        429,
        'too-many-codes',
        `Too many codes were wrong. Try again in ${Math.ceil(seconds / 60)} min${otherwise}.`,
        undefined,
        seconds,
      )
    const right = sameCode(code, meant)
    if (right) await codes.giveBack(personId)
    return right
  }

  /** Fails with a Problem unless the code is the assignment's. */
  async function checkCode(
    personId: string,
    code: string,
    { given: { assignment }, others, title }: Omit<GateStanding, 'mustFinish' | 'at'>,
  ): Promise<void> {
    const otherwise = ', or ask the invigilator to enter it'
    if (await isRight(personId, code, assignment.settings.accessCode, otherwise)) return
    const meant = others.find(
      other => other.assignment.settings.accessCode !== '' && sameCode(code, other.assignment.settings.accessCode),
    )
    if (meant)
      throw new Problem(
        403,
        'other-sitting',
        `This is the code of ${named(meant.title, meant.assignment)}; here it is ${named(title, assignment)}. ` +
          'You probably mean the other one.',
        { assignmentId: meant.assignment.id },
      )
    throw new Problem(403, 'wrong-code', 'This isn’t the access code of this paper.', {
      accessCode: 'not the right code',
    })
  }

  return {
    checkCode,
    /** The same for a code that an invigilator enters for others. */
    async checkEntered(personId: string, code: string, { settings }: Assignment): Promise<void> {
      if (await isRight(personId, code, settings.accessCode)) return
      throw new Problem(403, 'wrong-code', 'This isn’t the access code of the paper.', { code: 'not the right code' })
    },
    async check(personId: string, standing: GateStanding, request: StartRequest): Promise<void> {
      const {
        given: { assignment, share },
        mustFinish,
        at,
      } = standing
      const { settings } = assignment
      if (mustFinish !== null) throw new Problem(403, 'finish-first', `Finish “${mustFinish}” first.`)
      const reading = readingLeftMs(assignment, share, at)
      if (reading > 0)
        throw new Problem(
          403,
          'still-reading',
          `Read the instructions first: it can be started in ${Math.ceil(reading / 1000)} s.`,
          undefined,
          Math.ceil(reading / 1000),
        )
      if (settings.admission && share.admittedAt === null)
        throw new Problem(403, 'not-admitted', 'The invigilator has not let you in yet.')
      if (settings.accessCode !== '' && share.codeAt === null) {
        if (settings.codeFrom === 'invigilator')
          throw new Problem(403, 'code-from-invigilator', 'The invigilator enters the access code for you.')
        if (!request.accessCode)
          throw new Problem(403, 'code-needed', 'Enter the access code.', { accessCode: 'missing' })
        await checkCode(personId, request.accessCode, standing)
      }
      if (settings.conditions.length > 0 && request.accepted !== true)
        throw new Problem(403, 'conditions', 'Accept the conditions first.', { accepted: 'not accepted' })
      const missing = settings.details.filter(({ id, required }) => required && !request.details?.[id]?.trim())
      if (missing.length > 0)
        throw new Problem(
          422,
          'details-missing',
          `Fill in: ${missing.map(({ label }) => label).join(', ')}.`,
          Object.fromEntries(missing.map(({ id }) => [`details.${id}`, 'missing'])),
        )
      if (settings.systemCheck && request.systemCheck?.passed !== true)
        throw new Problem(403, 'system-check', 'Run the system check first.')
    },
  }
}
export type GateKeeper = ReturnType<typeof gateKeeper>
