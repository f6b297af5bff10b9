import { attempts } from '../ground/attempts'
import { Problem } from '../ground/problem'

const QUARTER_HOUR = 900

/** Throws a Problem with 429 where there are seconds to wait; `why` says what there was too much of. */
export function notTooOften(seconds: number, why: string): void {
  if (seconds === 0) return
  const wait = seconds < 60 ? `${seconds} s` : `${Math.ceil(seconds / 60)} min`
  throw new Problem(429, 'too-many-sign-ins', `${why} Try again in ${wait}.`, undefined, seconds)
}

/** Where a sign-in comes from. */
export interface From {
  /** As it was typed, in lower case. */
  address: string
  network: string
  /** The device, where it is one that has signed in to something here before; else null. */
  device: string | null
  /** Whether the person of this very address has signed in on the device before. */
  ownDevice: boolean
}

/**
 * Slows guessing down without locking anybody out. Attempts are counted by address and network, by address from
 * everywhere, and by network; used up, they still go on slowly. A device on which its person has signed in before
 * isn't held up by what others do elsewhere, nor one that anybody has signed in on by what its network does, so that
 * a room of a centre’s own devices always gets in.
 */
export function signInGuard() {
  const limits = {
    ownDevice: attempts({ points: 9, seconds: QUARTER_HOUR, thenEvery: 30 }),
    addressThere: attempts({ points: 7, seconds: QUARTER_HOUR, thenEvery: 30 }),
    address: attempts({ points: 50, seconds: QUARTER_HOUR, thenEvery: 20 }),
    network: attempts({ points: 1000, seconds: QUARTER_HOUR, thenEvery: 1 }),
    // A device at which one after the other signs in: a counter in a hall.
    device: attempts({ points: 120, seconds: QUARTER_HOUR, thenEvery: 2 }),
  }

  /** How often an address was given a new password: with each, it is counted anew. */
  const renewals = new Map<string, number>()

  /** The counts that an attempt is on, the narrowest first. */
  function countsOf({ address: typed, network, device, ownDevice }: From) {
    const address = `${typed} ${renewals.get(typed) ?? 0}`
    if (device !== null && ownDevice) return [{ limit: limits.ownDevice, key: `${device} ${address}` }]
    return [
      { limit: limits.addressThere, key: `${network} ${address}` },
      { limit: limits.address, key: address },
      device === null ? { limit: limits.network, key: network } : { limit: limits.device, key: device },
    ]
  }

  return {
    /** Counts an attempt, before anything is hashed for it; throws a Problem with 429 where there are too many. */
    async take(from: From): Promise<void> {
      const counts = countsOf(from)
      for (const [at, { limit, key }] of counts.entries()) {
        const seconds = await limit.take(key)
        if (seconds === 0) continue
        await Promise.all(counts.slice(0, at).map(earlier => earlier.limit.giveBack(earlier.key)))
        notTooOften(seconds, 'Too many sign-ins have failed.')
      }
    },
    /** The attempt was right: it counts for nothing, and what its address there had used up is forgotten. */
    async right(from: From): Promise<void> {
      const [narrowest, ...others] = countsOf(from)
      await narrowest?.limit.forget(narrowest.key)
      await Promise.all(others.map(({ limit, key }) => limit.giveBack(key)))
    },
    /** The address has a new password: what was guessed at the old one is no reason to wait. */
    renewed(address: string): void {
      renewals.set(address, (renewals.get(address) ?? 0) + 1)
    },
  }
}
export type SignInGuard = ReturnType<typeof signInGuard>
