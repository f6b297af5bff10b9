/**
 * The points of a step a second time, written from the scoring rules alone. It is the only place where a rule stands
 * twice: so that a slip in one shows as a difference from the other. Nothing of core/marking or core/sitting is used.
 */

/** What one check gave: the share of each criterion, from 0 to 1. */
export type Row = readonly number[]

export interface Weighing {
  tryWeights: readonly number[]
  partial: boolean
  /** Share that hints left. */
  left: number
}

const weightOf = (weights: readonly number[], nth: number): number => weights[Math.min(nth, weights.length - 1)]!

/** Half up, to a hundredth; what binary fractions lose below a half is given back. */
const toHundredth = (points: number): number => Math.floor(points * 100 + 0.5 + 1e-7) / 100

/**
 * The integral over x from 0 to the share that the last row gives: each slice counts by the earliest row from which on
 * every row gave as much as its upper end.
 */
function held(column: readonly number[], weights: readonly number[]): number {
  const last = column.at(-1)!
  const ends = [...new Set([...column, last])].filter(x => x > 0 && x <= last).sort((a, b) => a - b)
  let integral = 0
  let from = 0
  for (const end of ends) {
    let since = column.length - 1
    while (since > 0 && column[since - 1]! >= end) since -= 1
    integral += (end - from) * weightOf(weights, since)
    from = end
  }
  return integral
}

/** Points of each criterion: those of the row that is worth most, the earliest of equals. */
export function pointsOf(worth: readonly number[], rows: readonly Row[], passed: boolean, by: Weighing): number[] {
  const nothing = worth.map(() => 0)
  if (rows.length === 0 || (!passed && !by.partial)) return nothing
  let best = nothing
  let most = -1
  for (let at = 0; at < rows.length; at += 1) {
    const points = worth.map((one, criterion) => {
      const column = rows.slice(0, at + 1).map(row => row[criterion]!)
      return toHundredth(one * held(column, by.tryWeights) * by.left)
    })
    const sum = Math.round(points.reduce((all, one) => all + one, 0) * 100)
    if (sum > most) {
      best = points
      most = sum
    }
  }
  return best
}
