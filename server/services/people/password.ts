import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto'
import { promisify } from 'node:util'

const derive = promisify<string, Buffer, number, { N: number; r: number; p: number }, Buffer>(scrypt)
const COST = { N: 16_384, r: 8, p: 1 }
const KEY_LENGTH = 32

/** A salted scrypt hash (RFC 7914) as `scrypt$N$r$p$salt$key`, salt and key in base64url. */
export async function hashPassword(password: string): Promise<string> {
  const salt = randomBytes(16)
  const key = await derive(password.normalize('NFKC'), salt, KEY_LENGTH, COST)
  return ['scrypt', COST.N, COST.r, COST.p, salt.toString('base64url'), key.toString('base64url')].join('$')
}

/** Whether the password is the hashed one. A hash that can't be read is never matched. */
export async function verifyPassword(password: string, hash: string): Promise<boolean> {
  const [name, N, r, p, salt, key] = hash.split('$')
  if (name !== 'scrypt' || !salt || !key) return false
  const expected = Buffer.from(key, 'base64url')
  const actual = await derive(password.normalize('NFKC'), Buffer.from(salt, 'base64url'), expected.length, {
    N: Number(N),
    r: Number(r),
    p: Number(p),
  })
  return timingSafeEqual(actual, expected)
}
