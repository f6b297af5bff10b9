import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto'
import { availableParallelism } from 'node:os'
import { promisify } from 'node:util'
import pLimit from 'p-limit'
import { Problem } from '../ground/problem'

interface Cost {
  N: number
  r: number
  p: number
}
const derive = promisify<string, Buffer, number, Cost, Buffer>(scrypt)
const KEY_LENGTH = 32

/** Of passwords that people choose: of the costs that OWASP recommends for scrypt one that takes 16 MB. */
const CHOSEN: Cost = { N: 16_384, r: 8, p: 5 }
/** Of passwords that we make: with 59 bits of chance they can’t be guessed, however fast one tries. */
const MADE: Cost = { N: 1024, r: 8, p: 1 }

/**
 * So many are worked out at a time: others’ calls, which need the same threads and processors, go on beside them.
 * So many wait at most; who comes after that is told to come again.
 */
const AT_ONCE = Math.max(2, Math.min(3, availableParallelism() - 1))
const MOST_WAITING = 1000
const inTurn = pLimit(AT_ONCE)

async function keyOf(password: string, salt: Buffer, length: number, cost: Cost): Promise<Buffer> {
  if (inTurn.pendingCount >= MOST_WAITING)
    throw new Problem(503, 'busy', 'Very many people sign in at this moment. Try again in a few seconds.', undefined, 5)
  return inTurn(() => derive(password.normalize('NFKC'), salt, length, cost))
}

/** A salted scrypt hash (RFC 7914) as `scrypt$N$r$p$salt$key`, salt and key in base64url. */
export async function hashPassword(password: string, who: 'chosen' | 'made' = 'chosen'): Promise<string> {
  const cost = who === 'chosen' ? CHOSEN : MADE
  const salt = randomBytes(16)
  const key = await keyOf(password, salt, KEY_LENGTH, cost)
  return ['scrypt', cost.N, cost.r, cost.p, salt.toString('base64url'), key.toString('base64url')].join('$')
}

/** Whether the password is the hashed one. A hash that can't be read is never matched. */
export async function verifyPassword(password: string, hash: string): Promise<boolean> {
  const [name, N, r, p, salt, key] = hash.split('$')
  if (name !== 'scrypt' || !salt || !key) return false
  const expected = Buffer.from(key, 'base64url')
  const cost = { N: Number(N), r: Number(r), p: Number(p) }
  const actual = await keyOf(password, Buffer.from(salt, 'base64url'), expected.length, cost)
  return timingSafeEqual(actual, expected)
}

/** Whether a hash was made at another cost than today’s. */
export function isOutdated(hash: string): boolean {
  const [, N, r, p] = hash.split('$').map(Number)
  return N !== CHOSEN.N || r !== CHOSEN.r || p !== CHOSEN.p
}
