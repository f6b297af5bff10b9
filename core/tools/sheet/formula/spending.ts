/**
 * What working formulas out may cost, so that nobody’s formula holds up everybody else. It is counted in steps, not in
 * time: reads of cells, comparisons, places of arrays, rounds of a function, some tens of nanoseconds each. So what is
 * too much here is too much everywhere.
 */
export const limits = { formula: 1_000_000, change: 20_000_000 }

class TooMuch extends Error {
  override name = 'TooMuch'
}

/** What is left to the formula that is being worked out; without end where none is. */
let left = Infinity
/** What was spent in all since somebody last began to count. */
let spent = 0

/** Takes so many steps. Ends the formula where they are more than is left. */
export function spend(steps: number): void {
  const asked = Math.max(0, steps)
  const enough = asked <= left
  const taken = enough ? asked : left
  spent += taken
  left -= taken
  if (!enough) throw new TooMuch()
}

/**
 * Works one formula out within what a formula may cost; a formula within a formula is part of it. What is too much, too
 * deep or too long gives `otherwise`.
 */
export function withinAFormula<Result>(work: () => Result, otherwise: Result): Result {
  if (left !== Infinity) return work()
  left = limits.formula
  try {
    return work()
  } catch (error) {
    // A RangeError is the language’s own: calls that nest too deep, texts that grow too long.
    if (error instanceof TooMuch || error instanceof RangeError) return otherwise
    throw error
  } finally {
    left = Infinity
  }
}

/** Counts what is spent from here on. The function that it gives says whether that is more than a change may cost. */
export function counting(): () => boolean {
  const before = spent
  return () => spent - before > limits.change
}
