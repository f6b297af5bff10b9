export interface Spread {
  median: number
  p99: number
  runs: number
}

/** Median and 99th percentile of lengths in milliseconds (nearest rank). */
export function spreadOf(lengths: readonly number[]): Spread {
  const sorted = [...lengths].sort((a, b) => a - b)
  const at = (share: number): number =>
    sorted[Math.min(sorted.length - 1, Math.ceil(share * sorted.length) - 1)] ?? Number.NaN
  return { median: at(0.5), p99: at(0.99), runs: sorted.length }
}

export const ms = (length: number): string => `${length < 10 ? length.toFixed(2) : length.toFixed(1)} ms`

export function say(what: string, { median, p99, runs }: Spread, target = ''): void {
  console.log(
    `${what.padEnd(66)} median ${ms(median).padStart(9)}   p99 ${ms(p99).padStart(9)}   ${runs} runs${target ? `   target ${target}` : ''}`,
  )
}

export async function timed(work: () => unknown): Promise<number> {
  const begun = performance.now()
  await work()
  return performance.now() - begun
}
