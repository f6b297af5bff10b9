import type { Address } from '../../../../ground/addresses/ipv4'

/** A router that could be the designated one of a network, with what it says of itself. */
export interface Candidate {
  router: Address
  address: Address
  priority: number
  designated: Address
  backup: Address
}

/** Who speaks for a network, and who would, by their addresses; 0 for nobody. */
export interface Elected {
  designated: Address
  backup: Address
}

const best = (candidates: readonly Candidate[]): Candidate | undefined =>
  candidates.reduce<Candidate | undefined>(
    (one, other) =>
      !one || other.priority > one.priority || (other.priority === one.priority && other.router > one.router)
        ? other
        : one,
    undefined,
  )

/** One round of the election (RFC 2328, 9.4, steps 2 and 3). */
function round(candidates: readonly Candidate[]): Elected {
  const able = candidates.filter(({ priority }) => priority > 0)
  const others = able.filter(({ designated, address }) => designated !== address)
  const claiming = others.filter(({ backup, address }) => backup === address)
  const backup = best(claiming.length > 0 ? claiming : others)?.address ?? 0
  const designated = best(able.filter(({ designated: own, address }) => own === address))?.address ?? backup
  return { designated, backup: backup === designated ? 0 : backup }
}

/** Elects among all on a network; once more where that changes what this router itself is (step 4). */
export function elect(own: Candidate, others: readonly Candidate[]): Elected {
  const first = round([own, ...others])
  const isNow = (address: Address): boolean => address === own.address
  if (isNow(first.designated) === isNow(own.designated) && isNow(first.backup) === isNow(own.backup)) return first
  return round([{ ...own, ...first }, ...others])
}
