import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto'
import { availableParallelism } from 'node:os'
import { promisify } from 'node:util'
import { Problem } from '../ground/problem'
import { Crowded, rankedTurns } from '../ground/ranked-turns'

interface Cost {
  N: number
  r: number
  p: number
}
const derive = promisify<string, Buffer, number, Cost, Buffer>(scrypt)
const KEY_LENGTH = 32

export const costs: Record<'chosen' | 'made', Cost> = {
  /** Of passwords that people choose: of the costs that OWASP recommends for scrypt one that takes 16 MB. */
  chosen: { N: 16_384, r: 8, p: 5 },
  /** Of passwords that we make: with 59 bits of chance they can’t be guessed, however fast one tries. */
  made: { N: 1024, r: 8, p: 1 },
}

/** So many are worked out at a time: others’ calls, which need the same threads and processors, go on beside them. */
const AT_ONCE = Math.max(2, Math.min(3, availableParallelism() - 1))

/**
 * Who goes first: whoever signs in where they have before, then those whom somebody here knows, and last addresses
 * that nobody has, one at a time. A crowd of any of them shuts out none of the others.
 */
const RANKS = {
  known: { mostWaiting: 600 },
  usual: { mostWaiting: 1000 },
  stranger: { mostWaiting: 200, mostAtOnce: 1 },
}
export type Rank = keyof typeof RANKS
const inTurn = rankedTurns(RANKS, AT_ONCE)

async function turnOf<Result>(rank: Rank, work: () => Promise<Result>): Promise<Result> {
  return inTurn(rank, work).catch((error: unknown) => {
    if (!(error instanceof Crowded)) throw error
    throw new Problem(503, 'busy', 'Very many people sign in at this moment. Try again in a few seconds.', undefined, 5)
  })
}

const keyOf = (password: string, salt: Buffer, length: number, cost: Cost): Promise<Buffer> =>
  derive(password.normalize('NFKC'), salt, length, cost)

/** A salted scrypt hash (RFC 7914) as `scrypt$N$r$p$salt$key`, salt and key in base64url. */
export async function hashPassword(password: string, who: 'chosen' | 'made' = 'chosen'): Promise<string> {
  const cost = costs[who]
  const salt = randomBytes(16)
  const key = await turnOf('usual', () => keyOf(password, salt, KEY_LENGTH, cost))
  return ['scrypt', cost.N, cost.r, cost.p, salt.toString('base64url'), key.toString('base64url')].join('$')
}

const isSame = (one: Cost, other: Cost): boolean => one.N === other.N && one.r === other.r && one.p === other.p

/**
 * Whether the password is the hashed one. A hash that can't be read is never matched. It takes as long for a password
 * that was given as for one that was chosen: both are worked out, one of them for nothing.
 */
export async function verifyPassword(password: string, hash: string, rank: Rank = 'usual'): Promise<boolean> {
  const [name, N, r, p, salt, key] = hash.split('$')
  if (name !== 'scrypt' || !salt || !key) return false
  const expected = Buffer.from(key, 'base64url')
  const own = { N: Number(N), r: Number(r), p: Number(p) }
  return turnOf(rank, async () => {
    for (const cost of Object.values(costs))
      if (!isSame(cost, own)) await keyOf(password, Buffer.from(salt, 'base64url'), expected.length, cost)
    return timingSafeEqual(await keyOf(password, Buffer.from(salt, 'base64url'), expected.length, own), expected)
  })
}

/** Whether a hash was made at another cost than today’s. */
export function isOutdated(hash: string): boolean {
  const [, N = 0, r = 0, p = 0] = hash.split('$').map(Number)
  return !isSame({ N, r, p }, costs.chosen)
}
