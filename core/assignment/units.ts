import { z } from 'zod'
import { slug } from '../paper/schema'

/** How one number comes of several papers: which of them count, and what becomes of those not sat. */
export const unitDocument = z
  .strictObject({
    title: z.string().trim().min(1, 'Give the unit a name.').max(120),
    parts: z
      .array(z.strictObject({ assignmentId: z.string().max(60), weight: z.int().min(1).max(1000) }))
      .min(1, 'Choose a paper.')
      .max(40),
    takes: z.enum(['all', 'best', 'drop']).default('all'),
    /** So many of the best count, or so many of the lowest are dropped. */
    count: z.int().min(1).max(40).default(1),
    /** A paper that was not sat is left out, or counts 0. */
    unsat: z.enum(['left-out', 'zero']).default('left-out'),
  })
  .superRefine(({ parts, takes, count }, context) => {
    const refuse = (message: string, path: string): void => context.addIssue({ code: 'custom', path: [path], message })
    if (new Set(parts.map(({ assignmentId }) => assignmentId)).size < parts.length)
      refuse('A paper stands in the unit twice.', 'parts')
    if (takes === 'best' && count > parts.length)
      refuse(`The unit has only ${parts.length} of the ${count} papers that are to count.`, 'count')
    if (takes === 'drop' && count >= parts.length) refuse('At least one paper must count.', 'count')
  })
export type UnitDocument = z.infer<typeof unitDocument>

export const unitId = slug.max(60)
export interface Unit extends UnitDocument {
  id: string
}

/** One paper of a unit as one person stands in it. Points in hundredths; no score: not sat, or void. */
export interface UnitPart {
  assignmentId: string
  weight: number
  score: number | null
  outOf: number
}

export interface UnitTotal {
  /** Hundredths of a per cent; null while nothing counts. */
  percent: number | null
  counted: string[]
  dropped: string[]
  missing: string[]
  /** The optional paper whose score stands in place of the papers'. */
  credit: string | null
}

interface Share extends UnitPart {
  score: number
}

/** Below 0 where `a` is the lower share; of equal ones the lighter is. */
const lowerFirst = (a: Share, b: Share): number => a.score * b.outOf - b.score * a.outOf || a.weight - b.weight

/** The weighted mean in hundredths of a per cent, exact, rounded half up. */
function weightedMean(shares: readonly Share[]): number | null {
  if (shares.length === 0) return null
  const common = shares.reduce((product, { outOf }) => product * BigInt(outOf), 1n)
  const earned = shares.reduce(
    (sum, { score, outOf, weight }) => sum + BigInt(weight) * BigInt(score) * (common / BigInt(outOf)),
    0n,
  )
  const possible = common * shares.reduce((sum, { weight }) => sum + BigInt(weight), 0n)
  return Number((earned * 20_000n + possible) / (possible * 2n))
}

/**
 * What a unit comes to for one person, from the papers of it that they were given. The lowest by share of its own
 * points is dropped first; one paper always counts. An optional paper that the person lets count stands in place of
 * all of them.
 */
export function unitTotal(
  { takes, count, unsat }: Pick<UnitDocument, 'takes' | 'count' | 'unsat'>,
  parts: readonly UnitPart[],
  credit: UnitPart | null = null,
): UnitTotal {
  const judged = (part: UnitPart): part is Share => part.score !== null && part.outOf > 0
  const missing = parts.filter(part => !judged(part))
  const zeros: Share[] = unsat === 'zero' ? missing.map(part => ({ ...part, score: 0, outOf: part.outOf || 1 })) : []
  const shares = [...parts.filter(judged), ...zeros].sort(lowerFirst)
  const without = Math.min(
    takes === 'best' ? shares.length - count : takes === 'drop' ? count : 0,
    Math.max(0, shares.length - 1),
  )
  const dropped = shares.slice(0, Math.max(0, without))
  const counted = shares.slice(dropped.length)
  const ids = (some: readonly UnitPart[]): string[] => some.map(({ assignmentId }) => assignmentId)
  if (credit && judged(credit))
    return {
      percent: weightedMean([{ ...credit, weight: 1 }]),
      counted: [],
      dropped: [],
      missing: ids(missing),
      credit: credit.assignmentId,
    }
  return {
    percent: weightedMean(counted),
    counted: ids(counted),
    dropped: ids(dropped),
    missing: ids(missing),
    credit: null,
  }
}

/** What of a unit's papers counts: “best 2 of 3 count”. */
export function takesInWords({ takes, count, parts }: Pick<UnitDocument, 'takes' | 'count' | 'parts'>): string {
  if (takes === 'best') return `best ${count} of ${parts.length} count`
  if (takes === 'drop') return count === 1 ? 'the lowest is dropped' : `the ${count} lowest are dropped`
  return parts.length === 1 ? 'one paper' : `all ${parts.length} count`
}
