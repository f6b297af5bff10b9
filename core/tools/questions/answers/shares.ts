/** How many points for parts of an answer: all or nothing, or for each part by itself. */
export const POINTS = ['all', 'each'] as const
export type Points = (typeof POINTS)[number]

/** Each right part less each wrong one, of so many, never below nothing: who guesses gains nothing by it. */
export const rightLessWrong = (right: number, wrong: number, of: number): number =>
  Math.min(1, Math.max(0, (right - wrong) / of))
