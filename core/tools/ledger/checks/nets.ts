import type { Line } from '../state'

/** Net amount of each account, in pence: debits positive, credits negative. What comes to nothing isn't in it. */
export type Nets = ReadonlyMap<string, bigint>

/** What these lines move, taken together. */
export function movementOf(lines: readonly Line[]): Nets {
  const nets = new Map<string, bigint>()
  for (const { account, side, amount } of lines) {
    nets.set(account, (nets.get(account) ?? 0n) + BigInt(side === 'debit' ? amount : -amount))
  }
  return withoutNothing(nets)
}

export function sumOf(all: readonly Nets[]): Nets {
  const sum = new Map<string, bigint>()
  for (const nets of all) for (const [code, net] of nets) sum.set(code, (sum.get(code) ?? 0n) + net)
  return withoutNothing(sum)
}

function withoutNothing(nets: Map<string, bigint>): Nets {
  for (const [code, net] of nets) if (net === 0n) nets.delete(code)
  return nets
}

/** The same movement the other way round. */
export function turned(nets: Nets): Nets {
  return new Map([...nets].map(([code, net]) => [code, -net]))
}

/** One text for one movement, whatever the order of its accounts. */
export function keyOf(nets: Nets): string {
  return [...nets]
    .map(([code, net]) => `${code} ${net}`)
    .sort()
    .join(';')
}

export const sameMovement = (a: Nets, b: Nets): boolean =>
  a.size === b.size && [...a].every(([code, net]) => b.get(code) === net)
