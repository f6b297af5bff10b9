/**
 * What working formulas out may cost, so that nobody’s formula holds up everybody else. It is counted in steps, not in
 * time: reads of cells, comparisons, places of arrays, rounds of a function, some tens of nanoseconds each. So what is
 * too much here is too much everywhere.
 */
export const limits = { formula: 1_000_000, change: 8_000_000 }

/** So many characters of a text are gone through in a step. */
export const A_STEP_OF_TEXT = 16

class TooMuch extends Error {
  override name = 'TooMuch'
}
class TooMuchForAChange extends Error {
  override name = 'TooMuchForAChange'
}

/** What is left to the formula and to the change that are being worked out; without end where none is. */
const left = { formula: Infinity, change: Infinity }
let spent = 0

/** Takes so many steps. Ends the formula, or the change, where they are more than is left. */
export function spend(steps: number): void {
  const asked = steps > 0 ? steps : 0
  const enough = asked <= left.formula
  const taken = enough ? asked : left.formula
  spent += taken
  left.formula -= taken
  left.change -= taken
  if (left.change < 0) throw new TooMuchForAChange()
  if (!enough) throw new TooMuch()
}

/** How many steps have been taken so far, by whatever. */
export const spentSoFar = (): number => spent

/**
 * Works one formula out within what a formula may cost; a formula within a formula is part of it. What is too much, too
 * deep or too long gives `otherwise`.
 */
export function withinAFormula<Result>(work: () => Result, otherwise: Result): Result {
  if (left.formula !== Infinity) return work()
  left.formula = limits.formula
  try {
    return work()
  } catch (error) {
    // A RangeError is the language’s own: calls that nest too deep, texts that grow too long.
    if (error instanceof TooMuch || error instanceof RangeError) return otherwise
    throw error
  } finally {
    left.formula = Infinity
  }
}

/** Does something within what a change may cost, all that it works out together; throws `refusal` for more. */
export function withinAChange<Result>(work: () => Result, refusal: Error): Result {
  left.change = limits.change
  try {
    return work()
  } catch (error) {
    throw error instanceof TooMuchForAChange ? refusal : error
  } finally {
    left.change = Infinity
  }
}
